/** Fit-up: gap with its clock positions, high-low, heats, filler, WPS, welder. */
import { useEffect, useState } from 'react';
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
  type FitupForm,
} from '../../../core/work/fitup';
import { itemsOf } from '../../../core/work/registers';
import { Field } from '../kit/Field';
import { Form, type View } from '../kit/Form';
import { Advices, Missing } from '../kit/notes';
import { useShop, useWeld } from './context';
import { useDesk, usePressedHour } from './desk';
import { WeldEnd } from './Drawings';
import { DraftFigures } from './DraftFigures';
import { PaperNotes, paperRefusal } from './Papers';
import type { StageView } from './stageView';

function FitupStage() {
  const { state, record } = useWeld();
  const { registers, people, person, system } = useShop();
  const { design, fitup: f } = state;
  const table = fitupForm(design, registers, people);
  const wpss = itemsOf(registers, 'wps');
  const { alloyA, alloyB } = design;
  const filler = fillerFor(alloyA, alloyB);
  return (
    <Form
      of={table}
      across={fitupAcross}
      known={fitupKnown(f, design)}
      typed={fitupPicked(f, wpss, person)}
      system={system}
      label={f ? 'Record the fit-up again' : 'Record the fit-up'}
      onRecord={async (v) =>
        paperRefusal(fitupFaultsOf(v, design), v.so) ??
        (await record({ stream: state.id, type: 'fitup.recorded', body: fitupSaid(v, design, system) }))
      }
    >
      {(view) => {
        const { read, typed } = view;
        const has = (name: keyof FitupForm) => {
          const { shape } = table[name];
          return shape.kind === 'choice' && shape.options.length > 0;
        };
        return (
          <>
            <Missing what={[!has('heatA') && 'heats', !has('wps') && 'WPS']} />
            <OnTheClock view={view} />
            <div className="grid grid-cols-2 gap-x-3 gap-y-1 @xl:grid-cols-4">
              <Field name="narrow" />
              <Field name="narrowAt" />
              <Field name="wide" />
              <Field name="wideAt" />
              <Field name="highLow" />
              <Field name="heatA" />
              <Field name="heatB" />
              <Field name="wps" />
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
                ...fitupReading(read, design, system).advice,
                { school: 'Tacks', text: tackCount(design.size.od).text, source: 'Common practice, no source' },
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

/** Puts the gap on the End view while it is typed, and takes its clock positions from presses there: narrowest, then widest. */
function OnTheClock({ view: { read, set } }: { view: View<FitupForm> }) {
  const { state } = useWeld();
  const { system } = useShop();
  const { act } = useDesk();
  const [next, setNext] = useState<'narrowAt' | 'wideAt'>('narrowAt');
  const { narrow, narrowAt, wide, wideAt, highLow, odMost, odLeast } = read;
  useEffect(() => {
    const len = (m: number) => show(m, 'length', system);
    act({
      do: 'draw',
      draft: {
        figures: fitupReading({ highLow, odMost, odLeast }, state.design, system).figures,
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
  }, [act, state.design, system, narrow, narrowAt, wide, wideAt, highLow, odMost, odLeast]);
  usePressedHour((hour) => {
    set(next, String(hour));
    setNext(next === 'narrowAt' ? 'wideAt' : 'narrowAt');
  });
  return <p className="text-xs text-base-content/80">Press the clock: first the narrowest, then the widest.</p>;
}

export const fitup: StageView = { view: 'end', Form: FitupStage, Drawing: () => <WeldEnd pressed />, Below: DraftFigures };
