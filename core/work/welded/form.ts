/** What is asked of a weld that was done: only what was not as its sheet says. */
import { choice, like, number, optional, quantity, words, type Field, type Values } from '../../basics/fields';

import { passNames, secondsRound, travelRound, wayName, waysOn, type PassId, type Way } from '../../models/passes';
import { cups } from '../../models/shield';
import { overOf, torchMeasures, type TorchSetup } from '../torch';
import { layersFor } from '../sheet';
import type { Design } from '../jobs';
import type { Stop, StopKind, Welded } from './body';

export const stopNames: Record<StopKind, string> = {
  slip: 'Slip of the torch',
  oxidised: 'Oxidised stop',
  restart: 'Stop and re-start',
};

const volts = quantity('voltage', 'Volts', { zero: false, most: { value: 60, says: 'No arc has so many volts. Check it.' } });
const measured = quantity('temperature', 'Metal before it', {
  least: { value: -30, says: 'Colder than any shop. Check the unit.' },
  most: { value: 900, says: 'That glows. Check the unit.' },
});
const seconds = quantity('time', 'Seconds a turn', { bare: 's', zero: false, most: { value: 36_000, says: 'More than 10 h. Check it.' } });

type PassFields = { [P in PassId as `${P}Amps` | `${P}Metal`]?: Field<number | null> };

/** @param setup what it was set up by, if it was */
export function weldedForm(design: Design, setup: Pick<TorchSetup, 'sheet'> | null) {
  const { seam } = design;
  const layers = setup?.sheet?.passes ?? layersFor(design);
  const several = layers.length > 1;
  const passes = Object.fromEntries(
    layers.flatMap(({ pass }, i): [string, Field][] => [
      ...(pass === 'root'
        ? []
        : [[`${pass}Amps`, optional(like(torchMeasures.amps, { label: `${passNames[pass]}, amps` }))] as [string, Field]]),
      ...(several && i > 0
        ? [[`${pass}Metal`, optional(like(measured, { label: `Before ${passNames[pass].toLowerCase()}` }))] as [string, Field]]
        : []),
    ]),
  ) as PassFields;
  return {
    amps: optional(like(torchMeasures.amps, { label: several ? 'Root, amps' : 'Amps' })),
    volts: optional(volts),
    turn: optional(like(seconds, { label: seam.kind === 'straight' ? 'Seconds for the seam' : 'Seconds a turn' })),
    flow: optional(torchMeasures.flow),
    cup: optional(number('Cup', { least: cups[0], most: cups[cups.length - 1] ?? 24, whole: true, says: 'A cup number such as 12.' })),
    way: optional(
      choice<Way>('Way round', Object.fromEntries(waysOn(seam).map((w) => [w, wayName(w, seam)])) as Record<Way, string>, {
        empty: 'as the sheet',
      }),
    ),
    ...passes,
    reason: words('Why', { most: 200, hint: 'where something was not as the sheet' }),
    words: words('Remarks', { most: 400, lines: 2 }),
  };
}
export type WeldedForm = ReturnType<typeof weldedForm>;
type Given = Values<WeldedForm>;

/** m of seam one turn goes. */
const seamOf = (design: Design): number => overOf(design).seam;
export const turnSeconds = (design: Design, travel: number): number => secondsRound(seamOf(design), travel);

/** What was recorded before, as it stands in its form. */
export function weldedKnown(w: Welded | null, design: Design): Partial<Given> {
  if (!w) return {};
  const of: Record<string, number | null> = {};
  for (const p of w.passes) {
    of[`${p.pass}Amps`] = p.amps;
    of[`${p.pass}Metal`] = p.interpass;
  }
  return {
    ...of,
    ...{ amps: w.amps, volts: w.volts, flow: w.flow, cup: w.cup, way: w.way, reason: w.reason, words: w.words },
    turn: w.travel === null ? null : turnSeconds(design, w.travel),
  };
}

/** The form, and the stops pressed on the drawing, as the event says them. */
export function weldedOf(v: Given, stops: readonly Stop[], design: Design, setup: Pick<TorchSetup, 'sheet'> | null): Welded {
  const { amps, volts: u, turn, flow, cup, way, reason, words: said } = v;
  const own = v as Record<string, unknown>;
  const num = (x: unknown): number | null => (typeof x === 'number' ? x : null);
  return {
    ...{ amps, volts: u, flow, cup, way, reason, words: said },
    travel: turn === null ? null : travelRound(seamOf(design), turn),
    passes: (setup?.sheet?.passes ?? layersFor(design))
      .map(({ pass }) => ({ pass, amps: num(own[`${pass}Amps`]), interpass: num(own[`${pass}Metal`]) }))
      .filter((p) => p.amps !== null || p.interpass !== null),
    stops: [...stops],
  };
}

/** Nothing of it was otherwise. */
export const AS_THE_SHEET: Welded = {
  ...{ amps: null, volts: null, travel: null, flow: null, cup: null, way: null, passes: [], stops: [] },
  ...{ reason: '', words: '' },
};

export const asTheSheet = (w: Welded): boolean =>
  w.amps === null &&
  w.volts === null &&
  w.travel === null &&
  w.flow === null &&
  w.cup === null &&
  w.way === null &&
  w.passes.length === 0 &&
  w.stops.length === 0;
