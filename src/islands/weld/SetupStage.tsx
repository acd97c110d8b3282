/** Set-up of the torch, before the first tack: what it heats and what it covers, seen on the seam; cup, stick-out, flow, amps, travel, shield. */
import { useEffect, useMemo } from 'react';
import { clock, format, rough, show, showRough, type System } from '../../../core/basics/units';
import { alloys, gasWants, isTitanium } from '../../../core/basics/materials';
import { postPurge } from '../../../core/models/heat';
import { ARC_HELD, cupFlow, type TorchPlan } from '../../../core/models/shield';
import { heatByModel, meanOf, secondsRound } from '../../../core/models/passes';
import { outsideText } from '../../../core/models/wps';
import { itemsOf } from '../../../core/work/registers';
import {
  isNoReason,
  NO_REASON,
  sheetFigures,
  sheetForm,
  sheetKnown,
  sheetSaid,
  sheetTyped,
  type Sheet,
  type SheetForm,
} from '../../../core/work/sheet';
import {
  aimNames,
  asTested,
  boreOfCup,
  cupCorrection,
  overOf,
  meanTyped,
  planTyped,
  pulseTyped,
  THORIATED,
  torchFigures,
  torchForm,
  torchKnown,
  torchSaid,
  torchTyped,
} from '../../../core/work/torch';
import { HOT_ROOM, HotPlan } from '../../draw/HotPlan';
import { PlanView } from '../../draw/PlanView';
import { TorchView } from '../../draw/TorchView';
import { useBox } from '../../draw/useBox';
import { Field } from '../kit/Field';
import { Form, type View as FormView } from '../kit/Form';
import { useWords } from '../kit/reader';
import { useShop, useWeld } from './context';
import { CoverTests } from './CoverTests';
import { useDesk, useSaidOnDrawing, type Torch, type View } from './desk';
import { Deviations } from './Deviations';
import { DraftFigures } from './DraftFigures';
import { Title } from './StagePage';
import type { StageView } from './stageView';
import { TorchFoot } from './TorchFoot';
import { TwoSettings } from './TwoSettings';
import { HowDrawing, HowFields, HowFoot, HowHead } from './HowFace';
import { MyTorch } from './MyTorch';
import { OrderDrawing, OrderFields, OrderHead } from './OrderFace';
import { useFirstSheet, useWps } from './useSheet';
import { useTorch } from './useTorch';
import { useFerrule, useTorchSeen } from './useTorchSeen';
import { WpsOver } from './WpsOver';

/** The three faces of the sheet, in the order of the drawings. */
const faces: readonly { view: View; name: string }[] = [
  { view: 'side', name: 'Order' },
  { view: 'plan', name: 'Torch' },
  { view: 'end', name: 'How' },
];

function SetupStage() {
  const { state, record } = useWeld();
  const { registers, checks, carried, system } = useShop();
  const { desk, act } = useDesk();
  const { design, setup: s } = state;
  const ferrule = useFerrule();
  const first = useFirstSheet();
  const fillers = useMemo(() => itemsOf(registers, 'heat').filter((h) => h.body.what === 'filler'), [registers]);
  const table = useMemo(() => ({ ...torchForm, ...sheetForm(design, fillers) }), [design, fillers]);
  const over = useWps(useTorch());
  const was = s ?? carried?.torch ?? null;
  const torch = torchKnown(was, design);
  const known = { ...torch, ...sheetKnown(first, design.seam, (id) => fillers.find((h) => h.id === id)), reason: was?.reason ?? '' };
  const face = desk.view ?? 'plan';
  return (
    <Form
      of={table}
      known={known}
      typed={{ ...torchTyped(torch, s !== null, system), tieIn: showRough(first.tieIn, 'length', system) }}
      system={system}
      label={s ? 'Record the set-up again' : 'Record the set-up'}
      onWrong={(names) => {
        const view = names.some((n) => n in torchForm) ? 'plan' : names.some((n) => inOrder.has(n)) ? 'side' : 'end';
        if (!names.some((n) => shownOn(n) === face)) act({ do: 'turn', view });
      }}
      onRecord={(v) => {
        const out = over?.unsaid ?? [];
        if (out.length > 0 && isNoReason(v.reason))
          return Promise.resolve({ error: NO_REASON, reasons: out.map((x) => outsideText(x, over?.name ?? '')), status: 422 });
        const cup = { cup: Number(v.cup), lens: v.lens, screen: v.lens && v.screen };
        const correction = cupCorrection(registers, checks, cup, design.alloyA);
        const tested = (p: TorchPlan) => asTested(registers, checks, p, design.alloyA);
        const said = torchSaid(v, design, { correction, ferrule, tested });
        const sheet = sheetSaid(v, design);
        const body = {
          ...said,
          sheet,
          reason: out.length > 0 ? v.reason : '',
          figures: [...said.figures, ...sheetFigures(said, sheet, design)],
        };
        return record({ stream: state.id, type: 'setup.recorded', body });
      }}
    >
      {(view) => (
        <>
          <DrawTorch view={view} first={first} />
          <WpsOver torch={{ cup: Number(view.read.cup ?? 12), lens: true, screen: false, ...desk.draft.torch }} />
          <div className="grid grid-cols-3" role="group" aria-label="Sheet">
            {faces.map((f) => (
              <button
                key={f.view}
                type="button"
                className={`btn min-h-12 rounded-none ${face === f.view ? 'btn-primary' : ''}`}
                aria-pressed={face === f.view}
                onClick={() => act({ do: 'turn', view: f.view })}
              >
                {f.name}
              </button>
            ))}
          </div>
          {face === 'end' ? <HowFields /> : face === 'side' ? <OrderFields /> : <TorchFields view={view} />}
          {face === 'plan' && <Metal />}
        </>
      )}
    </Form>
  );
}

const inOrder = new Set(['onA', 'onB', 'slips', 'sides', 'clamp']);
/** On which drawing a field stands. */
const shownOn = (name: string): View =>
  name === 'amps' || !(name in torchForm) ? (inOrder.has(name) ? 'side' : name === 'amps' ? 'plan' : 'end') : 'plan';

/** Travel as a hand counts it, and the heat that goes into each length: by the volts of the arc itself. */
function TurnSaid({ view: { read } }: { view: View_ }) {
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

function TorchFields({ view }: { view: View_ }) {
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
function Metal() {
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

/** Fields of the sheet that can be set on a drawing. */
const sheetNames = new Set<string>(['start', 'onA', 'onB']);

type View_ = FormView<typeof torchForm & SheetForm>;

/** Puts torch and sheet on the drawings and the rules below while it is typed; takes what is set on a drawing into the fields. */
function DrawTorch({ view: { read, set }, first }: { view: View_; first: Sheet }) {
  const { state } = useWeld();
  const { act } = useDesk();
  const { cup, lens = false, screen = false, stickOut, electrode, flow, postFlow, travel, tungsten, grind, shieldFlow } = read;
  const amps = meanTyped(read);
  const plan = planTyped(read, state.design.alloyA);
  const key = JSON.stringify(plan);
  useEffect(() => {
    if (cup === undefined) return;
    const torch = {
      ...{ cup: Number(cup), lens, screen: lens && screen, stickOut, electrode, flow, amps, postFlow, travel, plan },
      ...{ tungsten, grind, shieldFlow },
    };
    act({ do: 'draw', draft: { torch, figures: torchFigures({ cup, lens, screen, electrode, amps }, state.design) } });
  }, [act, state.design, cup, lens, screen, stickOut, electrode, flow, amps, postFlow, travel, tungsten, grind, shieldFlow, key]);
  const sheet = sheetTyped(read, first, state.design);
  const sheetKey = JSON.stringify(sheet);
  useEffect(() => act({ do: 'draw', draft: { sheet } }), [act, sheetKey]);
  useSaidOnDrawing((name, typed) => {
    if (name in torchForm || sheetNames.has(name)) set(name as keyof typeof torchForm, typed);
  });
  useTorchSeen();
  return null;
}

const rangeOf = ({ low, high }: { low?: number | null; high?: number | null }, of: 'flow' | 'current', system: System): string =>
  low == null || high == null ? '' : `${format(rough(low, of, system), of, system).number} to ${showRough(high, of, system)}`;

/** The seam from above, and beside it the torch cut through: both take what is dragged on them. */
function SetupDrawing() {
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

/** What of the hot metal lies bare? Said first, with the reason. */
function SetupHead() {
  const { view } = useDesk().desk;
  return view === 'end' ? <HowHead /> : view === 'side' ? <OrderHead /> : <TorchHead />;
}

function TorchHead() {
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
function Minded() {
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

/** The sheet to hang beside the work: only what was recorded is printed. */
function SheetLink() {
  const { state } = useWeld();
  return state.setup ? (
    <a className="btn min-h-12 w-full" href={`/welds/${state.id}/sheet`}>
      Sheet, to print
    </a>
  ) : null;
}

/** What was recorded outside its WPS, and who decided. */
function Outside() {
  const { state } = useWeld();
  return state.deviations.some((d) => d.step === 'setup') ? <Deviations step="setup" /> : null;
}

/** By which rules and models, and what the cup was tested to cover. */
function Below() {
  const face = useDesk().desk.view ?? 'plan';
  return (
    <>
      <Outside />
      {face === 'plan' && (
        <>
          <Minded />
          <MyTorch />
          <CoverTests />
          <TwoSettings />
        </>
      )}
      <DraftFigures />
      <SheetLink />
    </>
  );
}

export const setup: StageView = {
  view: 'plan',
  Head: SetupHead,
  Drawing: SetupDrawing,
  Foot: TorchFoot,
  faces: { end: { Drawing: HowDrawing, Foot: HowFoot }, side: { Drawing: OrderDrawing } },
  Form: SetupStage,
  Below,
};
