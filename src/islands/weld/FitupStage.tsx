/** Fit-up: gap with its clock positions, high-low, heats, filler, WPS, welder. */
import { useEffect, useRef, useState } from 'react';
import { place } from '../../../core/basics/fields';
import { placeShort, placeText } from '../../../core/basics/seam';
import { fillerFor } from '../../../core/basics/materials';
import { show } from '../../../core/basics/units';
import { tackCount } from '../../../core/models/heat';
import {
  fitupAcross,
  fitupFaultsOf,
  fitupForm,
  fitupKnown,
  fitupPicked,
  fitupReading,
  fitupSaid,
  TIGHT,
  type FitupForm,
} from '../../../core/work/fitup';
import { itemsOf } from '../../../core/work/registers';
import { Field } from '../kit/Field';
import { Form, type View } from '../kit/Form';
import { Advices, Missing } from '../kit/notes';
import { useShop, useWeld } from './context';
import { onSeam } from '../../draw/SeamView';
import { useBox } from '../../draw/useBox';
import { useWords } from '../kit/reader';
import { useDesk, usePressed, useSaidOnDrawing } from './desk';
import { WeldEnd } from './Drawings';
import { DraftFigures } from './DraftFigures';
import { TouchCheck } from './TouchCheck';
import { PaperNotes, paperRefusal } from './Papers';
import { Title } from './StagePage';
import type { StageView } from './stageView';

function FitupStage() {
  const { state, record } = useWeld();
  const { registers, people, person, system, carried } = useShop();
  const { design, fitup: f } = state;
  const before = f ? null : carried;
  const table = fitupForm(design, registers, people);
  const wpss = itemsOf(registers, 'wps');
  const { alloyA, alloyB } = design;
  const filler = fillerFor(alloyA, alloyB);
  const words = useWords();
  return (
    <Form
      of={table}
      across={fitupAcross}
      known={fitupKnown(f, design, before)}
      typed={fitupPicked(f, wpss, person, before)}
      system={system}
      label={f ? 'Record the fit-up again' : 'Record the fit-up'}
      onRecord={async (v) =>
        paperRefusal(fitupFaultsOf(v, design), v.so) ??
        (await record({ stream: state.id, type: 'fitup.recorded', body: fitupSaid(v, design, system) }))
      }
    >
      {(view) => {
        const { read, typed } = view;
        const as = before && `as ${before.number}`;
        const has = (name: keyof FitupForm) => {
          const { shape } = table[name];
          return shape.kind === 'choice' && shape.options.length > 0;
        };
        return (
          <>
            <Missing what={[!has('heatA') && 'heats', !has('wps') && 'WPS']} />
            <OnTheClock view={view} />
            {design.joint !== 'open-root' && <Tight view={view} />}
            <div className="grid grid-cols-2 gap-x-3 gap-y-1 @xl:grid-cols-4">
              <Field name="narrow" />
              <Field name="narrowAt" />
              <Field name="wide" />
              <Field name="wideAt" />
              <Field name="highLow" />
              <Field name="heatA" hint={before?.sameSpool && as} />
              <Field name="heatB" hint={before?.sameSpool && as} />
              <Field name="wps" hint={before?.papers && as} />
              <Field name="welder" />
              <Field name="useFiller" />
              {typed['useFiller'] === true && (
                <>
                  <Field name="filler" label={`Filler heat${filler ? ` (${filler})` : ''}`} />
                  <Field name="rod" />
                </>
              )}
            </div>
            <details className="text-sm" open={f?.ovality != null || f?.flux != null}>
              <summary className="min-h-11 cursor-pointer list-none py-2 font-medium">Out of round{has('flux') && ', root flux'} ›</summary>
              <div className="grid grid-cols-2 gap-x-3 @xl:grid-cols-4">
                <Field name="odMost" />
                <Field name="odLeast" />
                {has('flux') && <Field name="flux" />}
              </div>
            </details>
            <PaperNotes faults={fitupFaultsOf(read, design)} />
            <Advices
              advice={[
                // Where to begin stands over the drawing.
                ...fitupReading(read, design, system).advice.filter((a) => a.school !== 'Uneven gap'),
                { school: 'Tacks', text: words(tackCount(design.size.od, design.seam).text), source: 'Common practice, no source' },
                ...(filler
                  ? [{ school: 'Filler', text: `${filler} for ${alloyA} to ${alloyB}`, source: 'AWS A5 annexes, from memory' }]
                  : []),
              ]}
            />
          </>
        );
      }}
    </Form>
  );
}

/** What most square butts are, told by one press; anything else is measured. */
function Tight({ view: { set } }: { view: View<FitupForm> }) {
  const { seam } = useWeld().state.design;
  const { system } = useShop();
  const straight = seam.kind === 'straight';
  const first = place('', seam).write(straight ? 0 : 12, system);
  return (
    <button
      type="button"
      className="btn h-auto min-h-12 w-full px-2 leading-tight"
      onClick={() => {
        for (const [name, text] of Object.entries(TIGHT)) set(name as keyof FitupForm, text);
        for (const name of ['narrowAt', 'wideAt'] as const) set(name, first);
      }}
    >
      {straight ? 'Tight all along, flush' : 'Tight all round, flush'}
    </button>
  );
}

type End = 'narrowAt' | 'wideAt';
/** Puts the gap on the drawing while it is typed, and takes its places from presses and drags there: narrowest, then widest. */
function OnTheClock({ view: { read, typed, set } }: { view: View<FitupForm> }) {
  const { state } = useWeld();
  const { system } = useShop();
  const { act } = useDesk();
  const [next, setNext] = useState<End>('narrowAt');
  const { narrow, narrowAt, wide, wideAt, highLow, odMost, odLeast } = read;
  const [narrowText, wideText, highLowText] = [String(typed['narrow']), String(typed['wide']), String(typed['highLow'])];
  useEffect(() => {
    const len = (m: number) => show(m, 'length', system);
    act({
      do: 'draw',
      draft: {
        figures: fitupReading({ highLow, odMost, odLeast }, state.design, system).figures,
        typed: { narrow: narrowText, wide: wideText, highLow: highLowText },
        ...(narrowAt !== undefined &&
          wideAt !== undefined && {
            gap: {
              ...{ narrowAt, wideAt },
              ...(narrow !== undefined && { narrow: len(narrow) }),
              ...(wide !== undefined && { wide: len(wide) }),
            },
          }),
      },
    });
  }, [act, state.design, system, narrow, narrowAt, wide, wideAt, highLow, odMost, odLeast, narrowText, wideText, highLowText]);
  const { seam } = state.design;
  const grabbed = useRef<End>('narrowAt');
  usePressed(({ at, how }) => {
    if (how === 'down') {
      // A mark that stands there already is taken hold of; else the next of the two comes there.
      const near = (mark: number | undefined) => mark !== undefined && Math.abs(((mark - at + 18) % 12) - 6) < 0.6;
      grabbed.current = near(narrowAt) ? 'narrowAt' : near(wideAt) ? 'wideAt' : next;
      if (grabbed.current === next) setNext(next === 'narrowAt' ? 'wideAt' : 'narrowAt');
    }
    set(grabbed.current, place('', seam).write(at, system));
  });
  useSaidOnDrawing((name, text) => {
    if (name === 'narrow' || name === 'wide' || name === 'highLow') set(name, text);
  });
  return (
    <p className="text-sm">
      Press the {seam.kind === 'straight' ? 'seam' : 'clock'}: first the {next === 'narrowAt' ? <strong>narrowest</strong> : 'narrowest'},
      then the {next === 'wideAt' ? <strong>widest</strong> : 'widest'}.
    </p>
  );
}

/** The joint as it is fitted: the gap typed beside the hours it was measured at, high-low in the middle. */
function FitupDrawing() {
  const { desk, act } = useDesk();
  const [box, room] = useBox<HTMLDivElement>();
  const { gap, typed } = desk.draft;
  const { system } = useShop();
  const { seam } = useWeld().state.design;
  const straight = seam.kind === 'straight';
  const roomy = (room?.height ?? 0) > 420;
  const { width = 0, height = 0 } = room ?? {};
  /** Beside its mark: inside the face of the clock, or over the seam on its rule. */
  const at = (mark: number) => {
    const p = onSeam(seam, { width, height }, mark, straight ? 'od-bead' : 'joint');
    return straight ? { left: p.x, top: p.y } : { left: width / 2 + 0.6 * (p.x - width / 2), top: height / 2 + 0.6 * (p.y - height / 2) };
  };
  const middle = straight ? { left: width / 2, top: 0.5 * height } : { left: width / 2, top: height / 2 };
  const name = (mark: number) => `at ${straight ? placeText(mark, seam, system) : placeShort(mark, seam)}`;
  const apart = gap ? Math.abs(gap.narrowAt - gap.wideAt) : 12;
  const ask = (name: 'narrow' | 'wide' | 'highLow', label: string, place: { left: number; top: number }) => (
    <label
      className="absolute w-34 -translate-x-1/2 -translate-y-1/2 bg-base-100/90 px-1 text-center text-sm font-medium"
      style={place}
      key={name}
    >
      {label}
      <input
        className="input min-h-11 w-full text-center font-figure text-lg"
        aria-label={`${label} on the drawing`}
        value={typed?.[name] ?? ''}
        onChange={(e) => act({ do: 'say', name, text: e.target.value })}
      />
    </label>
  );
  return (
    <div ref={box} className="absolute inset-0">
      <WeldEnd pressed={straight ? 0.25 : 1} typed={roomy} />
      {room && roomy && (
        <>
          {gap && ask('narrow', `narrowest, ${name(gap.narrowAt)}`, at(gap.narrowAt))}
          {gap && ask('wide', `widest, ${name(gap.wideAt)}`, at(gap.wideAt))}
          {(straight || apart > 2) && ask('highLow', 'high-low', middle)}
        </>
      )}
      <p className="absolute right-4 bottom-1 text-xs">Gap drawn wider than it is.</p>
    </div>
  );
}

/** What was seen at the joint, and what it means for where to begin. */
function FitupHead() {
  const { state } = useWeld();
  const { system } = useShop();
  const words = useWords();
  const { gap, typed } = useDesk().desk.draft;
  const f = state.fitup;
  if (f && !typed?.['narrow'])
    return (
      <Title
        level="none"
        title={`Gap ${show(f.gapNarrow.value, 'length', system)} to ${show(f.gapWide.value, 'length', system)}.`}
        reason={words(f.advice[0]?.text ?? '')}
      />
    );
  if (!gap)
    return (
      <Title
        level="none"
        title="Where is the gap narrowest, where widest?"
        reason="Press the drawing at both, and type what you measured."
      />
    );
  const even = gap.narrowAt === gap.wideAt || gap.narrow === gap.wide;
  return (
    <Title
      level="none"
      title={
        gap.narrow && gap.wide ? (even ? `Gap ${gap.wide} all round.` : `Gap ${gap.narrow} to ${gap.wide}.`) : 'How wide is the gap there?'
      }
      reason={
        even
          ? ''
          : `Start at ${placeShort(gap.narrowAt, state.design.seam, system)}, the narrow side: the wide side closes while it is welded (common practice, no source).`
      }
    />
  );
}

const Below = () => (
  <>
    <DraftFigures />
    <TouchCheck />
  </>
);

export const fitup: StageView = { view: 'end', Head: FitupHead, Form: FitupStage, Drawing: FitupDrawing, Below };
