/** The Plan view of the set-up: what the torch heats and what it covers, seen on the seam; beside it the torch cut through. */
import { useEffect } from 'react';
import { clock, format, rough, show, showRough, type System } from '../../../core/basics/units';
import { alloys, gasWants, isTitanium } from '../../../core/basics/materials';
import { postPurge } from '../../../core/models/heat';
import { ARC_HELD, cupFlow, type TorchPlan } from '../../../core/models/shield';
import { heatByModel, meanOf, secondsRound } from '../../../core/models/passes';
import type { SheetForm } from '../../../core/work/sheet';
import { aimNames, boreOfCup, overOf, meanTyped, pulseTyped, THORIATED, type torchForm } from '../../../core/work/torch';
import { HOT_ROOM, HotPlan } from '../../draw/HotPlan';
import { PlanView } from '../../draw/PlanView';
import { TorchView } from '../../draw/TorchView';
import { useBox } from '../../draw/useBox';
import { Field } from '../kit/Field';
import type { View as FormView } from '../kit/Form';
import { useWords } from '../kit/reader';
import { useShop, useWeld } from './context';
import { useDesk, type Torch } from './desk';
import { Title } from './StagePage';
import { InsideTint } from './useForetold';
import { useTorch } from './useTorch';

/** The form of the set-up as it stands: torch and sheet together. */
export type SetupView = FormView<typeof torchForm & SheetForm>;

/** Travel as a hand counts it, and the heat that goes into each length: by the volts of the arc itself. */
function TurnSaid({ view: { read } }: { view: SetupView }) {
  const { state } = useWeld();
  const { system } = useShop();
  const { seam } = state.design;
  const amps = meanTyped(read);
  const { travel } = read;
  if (amps === undefined || travel == null || !(travel > 0)) return null;
  return (
    <p className="text-sm">
      <strong className="font-figure">{Math.round(secondsRound(overOf(state.design).seam, travel))} s</strong>{' '}
      {seam.kind === 'straight' ? 'for the seam' : 'a turn'};{' '}
      <strong className="font-figure">{show(heatByModel(amps, travel, ARC_HELD), 'heat', system)}</strong> goes in, by the volts of the arc
      itself.
    </p>
  );
}

export function TorchFields({ view }: { view: SetupView }) {
  const { system } = useShop();
  const { cup, lens, shield, pulsed, tungsten } = view.read;
  const pulse = pulseTyped(view.read);
  return (
    <>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1 @xl:grid-cols-4">
        <Field name="cup" hint={cup !== undefined && `${show(boreOfCup(cup), 'length', system)} bore`} />
        <div>
          <Field name="lens" />
          {lens && <Field name="screen" />}
        </div>
        <Field name="stickOut" />
        <Field name="flow" />
        <Field name="amps" {...(pulsed && { label: view.read.ampsAre === 'peak' ? 'Amps, peak' : 'Amps, mean' })} />
        <Field name="travel" />
        <Field name="electrode" />
        <Field name="tilt" />
        <Field name="postFlow" />
        <Field name="aim" />
        <Field name="tungsten" />
        <Field name="grind" hint="the whole angle" />
      </div>
      <TurnSaid view={view} />
      {tungsten === 'thoriated' && <p className="border-l-8 border-base-content bg-base-100 p-2 text-sm">□ {THORIATED}</p>}
      <Field name="pulsed" />
      {pulsed && (
        <>
          <div className="grid grid-cols-2 gap-x-3 gap-y-1 @xl:grid-cols-4">
            <Field name="ampsAre" />
            <Field name="rate" />
            <Field name="background" />
            <Field name="on" />
          </div>
          {pulse && (
            <p className="text-sm">
              Peak <strong className="font-figure">{Math.round(pulse.peak)} A</strong>, mean{' '}
              <strong className="font-figure">{Math.round(meanOf(pulse))} A</strong>: the mean heats.
            </p>
          )}
        </>
      )}
      <Field name="shield" />
      {shield && (
        <div className="grid grid-cols-2 gap-x-3 gap-y-1 @xl:grid-cols-4">
          <Field name="shieldLength" />
          <Field name="shieldWidth" />
          <Field name="shieldFlow" />
        </div>
      )}
    </>
  );
}

/** What this metal asks of whoever welds it. */
export function Metal() {
  const { state } = useWeld();
  const { system } = useShop();
  const { heat, interpass, autogenous, name, family } = alloys[state.design.alloyA];
  const words = useWords();
  const bare = state.fitup !== null && state.fitup.filler === null && !autogenous;
  return (
    <p className="text-sm">
      {bare && <strong>□ {name} is not welded without filler, unless it is annealed after. </strong>}
      {words(heat)} {gasWants[family]} Interpass at most {showRough(interpass, 'temperature', system)}.
    </p>
  );
}

const rangeOf = ({ low, high }: { low?: number | null; high?: number | null }, of: 'flow' | 'current', system: System): string =>
  low == null || high == null ? '' : `${format(rough(low, of, system), of, system).number} to ${showRough(high, of, system)}`;

/** The seam from above, and beside it the torch cut through: both take what is dragged on them. */
export function TorchDrawing() {
  const { system } = useShop();
  const { act } = useDesk();
  const t = useTorch();
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-2 lg:absolute lg:inset-0 lg:grid-cols-[minmax(0,1fr)_15.5rem]">
      <HotSeam torch={t} />
      <div className="relative max-lg:mx-auto max-lg:w-full max-lg:max-w-96">
        <TorchView
          {...{ cup: t.cup, lens: t.lens, screen: t.screen, system }}
          stickOut={t.stickOut ?? null}
          electrode={t.electrode ?? null}
          words={{
            ...(t.flow !== undefined && { flow: show(t.flow, 'flow', system) }),
            flowRange: `${rangeOf(cupFlow(t.cup, t.lens, t.screen), 'flow', system)} by the cup`,
          }}
          onStickOut={(m) => act({ do: 'say', name: 'stickOut', text: show(m, 'length', system) })}
          onCup={(n) => act({ do: 'say', name: 'cup', text: String(n) })}
          className="w-full lg:absolute lg:inset-x-0 lg:top-0 lg:h-full"
        />
      </div>
    </div>
  );
}

/** How the seam heats under this torch, at its true scale. */
function HotSeam({ torch }: { torch: Torch }) {
  const { state } = useWeld();
  const { system } = useShop();
  const { desk, act } = useDesk();
  const [box, room] = useBox<HTMLDivElement>();
  const shape = room ? room.width / Math.max(80, room.height - HOT_ROOM.top - HOT_ROOM.bottom) : null;
  useEffect(() => {
    if (shape !== null) act({ do: 'draw', draft: { shape: Math.round(shape * 20) / 20 } });
  }, [act, shape]);
  const { hot } = desk.draft;
  const { plan = null } = torch;
  return (
    <div ref={box} className="relative min-h-96 min-w-0 lg:min-h-0">
      {plan && room && !hot?.fault ? (
        <>
          <HotPlan
            {...{ plan, system, room }}
            over={overOf(state.design)}
            seen={hot?.seen ?? null}
            onSay={(texts) => act({ do: 'say-all', texts })}
            onHold={(dragging) => act({ do: 'draw', draft: { dragging } })}
          />
          <BareSaid plan={plan} />
          <InsideSaid />
          <InsideTint />
        </>
      ) : (
        <PlanView
          size={state.design.size}
          seam={state.design.seam}
          cup={torch.cup}
          lens={torch.lens}
          className="absolute inset-0 mx-auto h-full w-full p-2"
        />
      )}
    </div>
  );
}

/** The one figure of the drawing: how hot what lies bare gets, and for how long. */
function BareSaid({ plan }: { plan: TorchPlan }) {
  const { system } = useShop();
  const { seen } = useDesk().desk.draft.hot ?? {};
  if (!seen?.bare) return null;
  const { limit, shielding, bareFor } = seen.planned;
  const { value, low, high } = shielding.hottest;
  // At a moment of the pass the doubt is that of the settled tail.
  const at = seen.bare.celsius;
  const band = [at - (value - low), at + (high - value)].map((c) => rough(Math.max(20, c), 'temperature', system));
  const bare = at > limit;
  const wanted = plan.aim === 'colour';
  // Colour is made by taking the gas off: then all that is hot counts.
  if (wanted && seen.at > seen.course.off)
    return (
      <div className="pointer-events-none absolute bottom-1 left-3">
        <p className="text-base font-semibold">○ Gas off at this moment leaves metal at</p>
        <p className="font-figure text-3xl leading-none font-bold sm:text-5xl">{showRough(seen.hottest, 'temperature', system)}</p>
      </div>
    );
  return (
    <div className="pointer-events-none absolute bottom-1 left-3" data-bare={bare ? Math.round(at) : 'none'}>
      <p className={`text-base font-semibold ${bare && !wanted ? 'text-error' : ''}`}>
        {bare
          ? wanted
            ? '○ Bare, as wanted, at'
            : '■ Bare metal at'
          : `○ Nothing bare above ${showRough(limit, 'temperature', system)}; the hottest`}
      </p>
      <p className="font-figure text-3xl leading-none font-bold sm:text-5xl">
        {format(band[0] ?? 0, 'temperature', system).number} to {format(band[1] ?? 0, 'temperature', system).number}{' '}
        <span className="text-xl font-normal">{format(0, 'temperature', system).unit}</span>
        {bare && bareFor > 0 && seen.at <= seen.course.off && (
          <span className="mt-0.5 block font-sans text-sm font-normal max-sm:hidden">
            above {showRough(limit, 'temperature', system)} for about {showRough(bareFor, 'time', system)}
          </span>
        )}
      </p>
    </div>
  );
}

/** The inside has a clock of its own: how long the ring must stay under purge, beside the rule of the trade. */
function InsideSaid() {
  const { state } = useWeld();
  const { ring } = useDesk().desk.draft.hot?.seen ?? {};
  if (!ring) return null;
  const rule = postPurge(state.design.size.wall).value ?? 60;
  const short = ring.high > rule;
  return (
    <p
      className="pointer-events-none absolute right-2 bottom-1 max-w-44 text-right text-sm leading-tight"
      data-inside={short ? 'short' : 'held'}
    >
      inside, gas on for
      <span className="block font-figure text-xl font-bold">
        {clock(ring.low)} to {clock(ring.high)}
      </span>
      {short ? '□ longer than' : 'within'} the trade’s {clock(rule)}
    </p>
  );
}

export function TorchHead() {
  const { system } = useShop();
  const { state } = useWeld();
  const t = useTorch();
  const { hot } = useDesk().desk.draft;
  const { plan = null } = t;
  if (hot?.fault) return <Title level="stop" title="Not as it is typed." reason={hot.fault.text} />;
  if (plan === null)
    return (
      <Title
        level="none"
        title={`Cup ${t.cup}.`}
        reason="Something is missing or cannot be read. Stick-out, gas, amps and travel make the picture; the WPS is the limit."
      />
    );
  const seen = hot?.seen;
  if (!seen) return <Title level="none" title={`Cup ${t.cup}${t.lens ? ', lens' : ''}.`} reason="Heat and cover are being computed." />;
  const { faults, bare, limit, shielding, lengthAbove, cover } = seen.planned;
  const [fault] = faults;
  if (fault) return <Title level="mind" title={fault.text.split(/[:,] /)[0]?.replace(/\.?$/, '.')} reason={fault.text} />;
  const c = (x: number) => showRough(x, 'temperature', system);
  const q = (m: number) => showRough(m, 'length', system);
  const metal = alloys[state.design.alloyA].name;
  if (plan.aim === 'colour')
    return bare ? (
      <Title
        level="none"
        title="It colours, as wanted."
        reason={`${metal} lies bare up to ${c(shielding.hottest.value)}. The film is made outside; the root is held under gas all the same.`}
      />
    ) : (
      <Title
        level="mind"
        title="No colour comes of this."
        reason="All that is hot lies under gas: take a narrower cup, or gas off sooner."
      />
    );
  if (!bare)
    return (
      <Title
        level="none"
        title="All that is hot lies under gas, by the model."
        reason={`${metal}, ${aimNames[plan.aim].toLowerCase()}: nothing bare above ${c(limit)}. Unproved here: run the cover test.`}
      />
    );
  const reach = cover.behind + (plan.trailing?.length ?? 0);
  const { at } = shielding.hottest;
  const aside = plan.trailing !== null && at.aside > plan.trailing.width * 0.4 && at.behind < reach * 0.98;
  return (
    <Title
      level="mind"
      title={plan.trailing ? 'Hot metal comes out from under the shield.' : 'Hot metal comes out from under the cup.'}
      reason={
        aside
          ? `${metal} colours above ${c(limit)}. It is hot ${q(2 * seen.planned.halfWidthAbove.value)} across; the shield is ${q(plan.trailing?.width ?? 0)} wide.`
          : `${metal} colours above ${c(limit)}. It stays so for ${q(lengthAbove.value)}; the gas reaches ${q(reach)} back.${isTitanium(state.design.alloyA) ? '' : ' What that leaves outside is brushed or pickled, where the WPS allows.'}`
      }
    />
  );
}

/** What a figure warns of stands beside the form, not behind a press. */
export function Minded() {
  const { figures = [] } = useDesk().desk.draft.hot ?? {};
  return figures.flatMap((f) =>
    f.caution && f.id !== undefined
      ? [
          <p key={f.id} className="border-l-8 border-base-content bg-base-100 p-2 text-sm">
            □ {f.label.replace(/ gets to$/, '')}: {f.caution}
          </p>,
        ]
      : [],
  );
}
