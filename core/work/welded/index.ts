/** The weld as it was done, against its sheet: only differences are entered, and they stand out in the record. */
import { z } from 'zod';
import { placeText, type Seam } from '../../basics/seam';
import { show, type System } from '../../basics/units';
import { grossHeat, passNames, wayName } from '../../models/passes';
import { against, type Verdict } from '../../models/wps';
import { define, inUnits, seamOf, version, type Line, type Reader } from '../event';
import type { Design } from '../jobs';
import { four, six } from '../shapes';
import { wpsVerdicts, type Said, type WpsThen } from '../sheet';
import { torchWithin, type TorchSetup } from '../torch';
import { asTheSheet, stopNames, turnSeconds } from './form';
import type { Welded } from './body';

export type { Stop, StopKind, Welded } from './body';
export { AS_THE_SHEET, asTheSheet, stopNames, turnSeconds, weldedForm, weldedKnown, weldedOf, type WeldedForm } from './form';

const first = z.object({
  amps: six.amps.nullable(),
  volts: z.number().positive().max(60).nullable(),
  travel: torchWithin.travel.nullable(),
  flow: torchWithin.flow.nullable(),
  cup: z.number().int().min(3).max(24).nullable(),
  way: six.way.nullable(),
  passes: z.array(z.object({ pass: six.pass, amps: six.amps.nullable(), interpass: z.number().min(-30).max(900).nullable() })).max(4),
  stops: z.array(z.object({ kind: z.enum(['slip', 'oxidised', 'restart']), at: four.place })).max(60),
  reason: z.string().max(200),
  words: z.string().max(400),
});

export const weldedRecorded = define<Welded>()({
  stream: 'weld',
  decision: false,
  versions: [version(first, (b): Welded => b)],
});

/** Why these stops cannot be on this seam; empty when they can. */
export const weldedRefusals = (b: Welded, seam: Seam): string[] =>
  seam.kind !== 'straight' && b.stops.some((x) => x.at === 0) ? ["There is no 0 o'clock: 12 is at the scribed mark."] : [];

type Torch = Pick<TorchSetup, 'amps' | 'travel' | 'flow' | 'cup' | 'sheet'>;

/** A set-up with what was done laid over it. */
export function doneOf(w: Welded, s: Torch): Torch {
  const sheet = s.sheet && {
    ...s.sheet,
    way: w.way ?? s.sheet.way,
    // A temperature that was measured stands where the sheet had the most that is allowed.
    passes: s.sheet.passes.map((p) => {
      const own = w.passes.find((x) => x.pass === p.pass);
      return { ...p, amps: own?.amps ?? p.amps, interpass: own?.interpass ?? null };
    }),
  };
  return { amps: w.amps ?? s.amps, travel: w.travel ?? s.travel, flow: w.flow ?? s.flow, cup: w.cup ?? s.cup, sheet };
}

/** What of the weld, as it was done, lies outside the WPS: only what was said of it. Heat counts where volts were measured. */
export function weldedSaid(w: Welded, done: Torch, wps: WpsThen, said: Said, design: Pick<Design, 'size' | 'seam'>): Verdict[] {
  const told = new Set<string>([
    ...(w.amps !== null ? ['amps'] : []),
    ...(w.travel !== null ? ['travel'] : []),
    ...(w.amps !== null || w.travel !== null ? ['heat'] : []),
    ...(w.flow !== null ? ['flow'] : []),
    ...(w.cup !== null ? ['cup'] : []),
  ]);
  const one = (v: Verdict) => {
    const pass = w.passes.find((p) => v.at === passNames[p.pass].toLowerCase());
    if (v.of === 'amps' && v.at !== null && v.at !== passNames.root.toLowerCase()) return pass?.amps != null;
    if (v.of === 'interpass') return pass?.interpass != null;
    return told.has(v.of);
  };
  const measured = w.volts !== null && done.travel !== null ? grossHeat(w.volts, done.amps, done.travel) : null;
  const verdicts = wpsVerdicts(wps, said, design, 'metric').filter((v) => !v.inside && one(v) && !(measured !== null && v.of === 'heat'));
  if (w.volts === null) return verdicts;
  const { ranges, essential } = wps;
  return [...verdicts, ...measuredOutside({ ranges, essential }, w.volts, measured)];
}

const measuredOutside = (wps: Pick<WpsThen, 'ranges' | 'essential'>, volts: number, heat: number | null): Verdict[] =>
  against(
    wps.ranges,
    wps.essential,
    [{ of: 'volts', value: volts, at: null }, ...(heat === null ? [] : [{ of: 'heat' as const, value: heat, at: null }])],
    'metric',
  ).filter((v) => !v.inside);

/** What was not as the sheet, a sentence each: what it was, and what the sheet says. */
export function differences(w: Welded, s: Torch | null, design: Design, system: System): string[] {
  const q = (x: number, of: Parameters<typeof show>[1]) => show(x, of, system);
  const seam: Seam = design.seam;
  const was = (text: string | null) => (text === null ? '' : ` (sheet: ${text})`);
  return [
    ...(w.amps !== null ? [`${Math.round(w.amps)} A${was(s && `${Math.round(s.amps)} A`)}`] : []),
    ...(w.volts !== null ? [`${q(w.volts, 'voltage')} measured`] : []),
    ...(w.travel !== null
      ? [
          `${Math.round(turnSeconds(design, w.travel))} s ${seam.kind === 'straight' ? 'for the seam' : 'a turn'}${was(s?.travel == null ? null : `${Math.round(turnSeconds(design, s.travel))} s`)}`,
        ]
      : []),
    ...(w.flow !== null ? [`torch ${q(w.flow, 'flow')}${was(s && q(s.flow, 'flow'))}`] : []),
    ...(w.cup !== null ? [`cup ${w.cup}${was(s && String(s.cup))}`] : []),
    ...(w.way !== null ? [`${wayName(w.way, seam).toLowerCase()}${was(s?.sheet ? wayName(s.sheet.way, seam).toLowerCase() : null)}`] : []),
    ...w.passes.map((p) => {
      const set = s?.sheet?.passes.find((x) => x.pass === p.pass);
      return [
        p.amps !== null &&
          `${passNames[p.pass].toLowerCase()} ${Math.round(p.amps)} A${was(set?.amps == null ? null : `${Math.round(set.amps)} A`)}`,
        p.interpass !== null && `metal ${q(p.interpass, 'temperature')} before the ${passNames[p.pass].toLowerCase()}`,
      ]
        .filter(Boolean)
        .join(', ');
    }),
    ...w.stops.map((x) => `${stopNames[x.kind].toLowerCase()} at ${placeText(x.at, seam, system)}`),
  ];
}

export function tellWelded(b: Welded, reader: Reader): Line {
  const q = inUnits(reader);
  const seam = seamOf(reader);
  const said = [
    ...(b.amps !== null ? [`${Math.round(b.amps)} A`] : []),
    ...(b.volts !== null ? [q(b.volts, 'voltage')] : []),
    ...(b.travel !== null ? [`travel ${q(b.travel, 'speed')}`] : []),
    ...(b.flow !== null ? [`torch ${q(b.flow, 'flow')}`] : []),
    ...(b.cup !== null ? [`cup ${b.cup}`] : []),
    ...(b.way !== null ? [wayName(b.way, seam).toLowerCase()] : []),
    ...b.passes.map((p) =>
      [
        passNames[p.pass].toLowerCase(),
        p.amps !== null && `${Math.round(p.amps)} A`,
        p.interpass !== null && `metal ${q(p.interpass, 'temperature')} before it`,
      ]
        .filter(Boolean)
        .join(' '),
    ),
  ];
  return {
    title: asTheSheet(b) ? 'Welded as the sheet says' : 'Welded, not all as the sheet says',
    details: [
      ...(said.length ? [`Otherwise than the sheet: ${said.join('; ')}`] : []),
      ...b.stops.map((x) => `${stopNames[x.kind]} at ${placeText(x.at, seam, reader.system)}`),
      ...(b.reason ? [`Because: ${b.reason}`] : []),
      ...(b.words ? [b.words] : []),
    ],
  };
}
