/** The End view of the set-up: how the joint is welded. Its arcs and their current, where it starts, tacks, passes. */
import { leavesSlag, passNames, tackAmps, tackKindWords, wayWordsOn, type PassId } from '../../../core/models/passes';
import { closedGap, legsText, passAmps, turnsAMinute, wayName } from '../../../core/models/passes';
import { SULPHUR_WINDOW } from '../../../core/models/papers';
import { besideShort } from '../../../core/models/assembly';
import { placeText } from '../../../core/basics/seam';
import { format, show, showRough } from '../../../core/basics/units';
import { isOpened } from '../../../core/work/jobs';
import { heldNames, liesOf } from '../../../core/work/sheet';
import { overOf } from '../../../core/work/torch';
import { GrooveView } from '../../draw/GrooveView';
import { HowView } from '../../draw/HowView';
import { useBox } from '../../draw/useBox';
import { Field } from '../kit/Field';
import { useWords } from '../kit/reader';
import { useShop, useWeld } from './context';
import { useDesk } from './desk';
import { Title } from './StagePage';
import { useSheet } from './useSheet';
import { useTorch } from './useTorch';

/** The gap as it was fitted up; null while nobody measured it. */
function useGap() {
  const f = useWeld().state.fitup;
  return f && { narrow: f.gapNarrow.value, narrowAt: f.gapNarrow.at, wide: f.gapWide.value, wideAt: f.gapWide.at };
}

export function HowDrawing() {
  const { state } = useWeld();
  const { system } = useShop();
  const { act } = useDesk();
  const torch = useTorch();
  const s = useSheet(torch);
  const gap = useGap();
  const [box, room] = useBox<HTMLDivElement>();
  const { seam, size, joint } = state.design;
  const root = s.amps(s.pass);
  const uneven = gap !== null && gap.wide - gap.narrow > 1e-4;
  const amps = (p: PassId) => {
    const a = s.amps(p);
    return a === null ? 'amps not set' : `${Math.round(a)} A`;
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-2 lg:absolute lg:inset-0 lg:grid-cols-[minmax(0,1fr)_15.5rem]">
      <div ref={box} className="relative min-h-80 min-w-0 lg:min-h-0">
        {room && (
          <HowView
            {...{ seam, system, room }}
            legs={s.legs.map((l) => ({ ...l, amps: root === null ? null : root * l.share }))}
            tacks={s.tacks}
            ordered={s.sheet.way !== 'round'}
            start={s.sheet.start}
            tieIn={(12 * s.sheet.tieIn) / overOf(state.design).seam}
            gap={uneven ? gap : null}
            tight={s.tight.map((b) => ({ at: b.at, text: besideShort(b, system) }))}
            {...(seam.kind !== 'straight' && { onStart: (at: number) => act({ do: 'say', name: 'start', text: String(at) }) })}
            className="absolute inset-0 h-full w-full"
          />
        )}
      </div>
      <div className="relative max-lg:mx-auto max-lg:w-full max-lg:max-w-64">
        <GrooveView
          wall={size.wall}
          gap={gap?.wide ?? 0}
          opened={isOpened(joint)}
          passes={s.sheet.passes.map((p) => ({ pass: p.pass, times: p.times, text: amps(p.pass) }))}
          picked={s.pass}
          onPick={(pass) => act({ do: 'draw', draft: { pass } })}
          className="w-full lg:absolute lg:inset-x-0 lg:top-16 lg:h-[calc(100%-4rem)]"
        />
      </div>
    </div>
  );
}

/** The order it is welded in, read first; what holds it and what minds, under it. */
export function HowHead() {
  const { state } = useWeld();
  const { system } = useShop();
  const s = useSheet(useTorch());
  const gap = useGap();
  const { seam, joint } = state.design;
  const { held, lies, strike, tieIn } = s.sheet;
  const closed = gap && closedGap(gap, isOpened(joint), seam);
  const order = legsText(s.legs, seam, system);
  const single = s.legs.length === 1 || (s.sheet.way === 'round' && seam.kind !== 'straight');
  return (
    <Title
      level={closed ? 'mind' : 'none'}
      title={
        closed
          ? closed.text
          : single
            ? `${seam.kind === 'straight' ? 'From edge to edge' : `Round from ${placeText(s.sheet.start, seam, system)}`}.`
            : seam.kind === 'straight'
              ? `${wayName(s.sheet.way, seam)}: ${order}.`
              : `${order}.`
      }
      reason={`${heldNames[held]}, ${(liesOf(seam)[lies] ?? lies).toLowerCase()}. Wait for penetration at the start; tie in ${showRough(tieIn, 'length', system)} back on sound weld; ${
        strike === 'pedal' ? 'tail off with the pedal' : 'tail off by running ahead'
      }. Torch and rod stay in the gas.`}
    />
  );
}

/** What the tacks take, what the way is for, and what the closing wants. */
export function HowFoot() {
  const { state } = useWeld();
  const { system } = useShop();
  const words = useWords();
  const torch = useTorch();
  const s = useSheet(torch);
  const { seam, size, joint } = state.design;
  const { tacks, way } = s.sheet;
  const last = s.legs.at(-1);
  const amps = s.amps('root');
  const opened = isOpened(joint);
  const p = s.sheet.passes.find((x) => x.pass === s.pass);
  const rule = p ? passAmps(p.pass, p.process, { wall: size.wall, opened }, p.rod) : null;
  const range =
    rule?.low != null && rule.high != null
      ? `${format(rule.low, 'current', system).number} to ${show(rule.high, 'current', system)}`
      : null;
  return (
    <div className="grid min-h-22 gap-x-5 gap-y-1 border-t-2 border-base-content/40 px-3 py-2 text-sm leading-tight md:grid-cols-3">
      <p>
        <strong className="block text-base">
          {tacks.count} tacks{amps === null ? '' : `, ${Math.round(tackAmps(tacks.kind, amps))} A`}
          {seam.kind === 'straight' ? '' : `, at ${s.tacks.map((t) => placeText(t, seam, system).replace(" o'clock", '')).join(', ')}`}
        </strong>
        {tackKindWords[tacks.kind]} Looked at, then brushed where the criterion allows; dressed where a jig was broken off.
      </p>
      <p>
        <strong className="block text-base">
          {way === 'round' && last && amps !== null && last.share < 0.995
            ? `${Math.round(100 * last.share)} % of the current as it closes`
            : 'The way round'}
        </strong>
        {wayWordsOn(way, seam)}
        {s.legs.some((l) => l.share < 0.97) && way !== 'round' ? ' The top takes less current, the lower half more metal.' : ''}
      </p>
      <p>
        <strong className="block text-base">{range === null ? 'Amps by the WPS' : `The trade: ${range}`}</strong>
        {rule && words(rule.source)}.{p && leavesSlag(p.process) ? ' Slag off at every restart.' : ''}
      </p>
    </div>
  );
}

/** A head that runs by itself: what it runs, how fast it turns, and the coupon before it. */
function HeadFields() {
  const { state } = useWeld();
  const { plan = null } = useTorch();
  const { sheet } = useSheet(useTorch());
  const { size, seam } = state.design;
  const sulphur = [state.fitup?.papers?.heatA, state.fitup?.papers?.heatB].map((h) => h?.sulphur ?? null);
  const [low, high] = SULPHUR_WINDOW;
  const outside = sulphur.some((x) => x !== null && (x < low || x > high));
  return (
    <div className="space-y-1 border-t-2 border-base-content/40 pt-2">
      <div className="grid grid-cols-2 gap-x-3 gap-y-1 @xl:grid-cols-4">
        <Field name="head" />
        <Field name="program" />
        <Field name="programRevision" />
        <Field name="coupon" />
      </div>
      {plan && seam.kind !== 'straight' && (
        <p className="text-sm">
          <strong className="font-figure text-lg">{turnsAMinute(plan.travel, size.od).toFixed(2)} rpm</strong> is this travel over the
          outside of the tube.
        </p>
      )}
      {(outside || sulphur.includes(null)) && state.fitup && (
        <p className="text-sm">
          □ Sulphur {outside ? `lies outside ${low} to ${high} %` : 'is not known of both heats'}: a program that ran on another heat may
          miss the seam. Coupon first.
        </p>
      )}
      {(sheet.orbital?.coupon ?? '') === '' && (
        <p className="text-sm">
          □ No coupon named. One is looked at first: new shift, heat, tungsten, head, program, gas, or after a reject.
        </p>
      )}
    </div>
  );
}

/** The fields that stand beside the drawing. */
export function HowFields() {
  const { seam } = useWeld().state.design;
  const { act } = useDesk();
  const s = useSheet(useTorch());
  const several = s.sheet.passes.length > 1;
  const { pass } = s;
  return (
    <>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1 @xl:grid-cols-4">
        <Field name="held" />
        <Field name="lies" />
        <Field name="way" className="col-span-2" />
        {seam.kind !== 'straight' && <Field name="start" />}
        <Field name="counter" />
        <Field name="tackCount" />
        <Field name="tackKind" />
        <Field name="tieIn" />
        <Field name="strike" />
      </div>
      {several && (
        <div className="flex flex-wrap gap-1" role="group" aria-label="Passes">
          {s.sheet.passes.map((p) => (
            <button
              key={p.pass}
              type="button"
              className={`btn min-h-11 px-3 ${p.pass === pass ? 'btn-primary' : ''}`}
              aria-pressed={p.pass === pass}
              onClick={() => act({ do: 'draw', draft: { pass: p.pass } })}
            >
              {passNames[p.pass]}
              {p.times > 1 ? ` × ${p.times}` : ''}
            </button>
          ))}
        </div>
      )}
      <div key={pass} className="grid grid-cols-2 gap-x-3 gap-y-1 @xl:grid-cols-4">
        {pass === 'root' ? <Field name="amps" label={several ? 'Root, amps' : 'Amps'} /> : <Field name={`${pass}Amps`} />}
        <Field name={`${pass}Process`} />
        <Field name={`${pass}Filler`} />
        <Field name={`${pass}Rod`} hint="empty: as fitted up" />
        {pass !== 'root' && <Field name={`${pass}Interpass`} hint="empty: by the metal" />}
      </div>
      {s.sheet.passes.some((p) => p.process === 'orbital') && <HeadFields />}
    </>
  );
}
