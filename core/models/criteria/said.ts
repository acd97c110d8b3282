/** A scheme in words: each limit with what it says, where it comes from, and who looked it up. */
import { show, type System } from '../../basics/units';
import { filmBands } from '../tint';
import {
  defectNames,
  defectSchema,
  outcomeNames,
  outcomeSchema,
  wordFor,
  zoneNames,
  zoneSchema,
  type Criterion,
  type Outcome,
} from './criterion';
import { purgeFactNames, ruledFactSchema } from './facts';
import { limitNames, limitSchema, measureText, type Confirmed, type LimitId, type Source } from './measures';
import { stretchesOf } from './scale';

export type LimitRow = { limit: LimitId; name: string; says: string[]; source: Source | null; confirmed: Confirmed | null };

/** Does every zone say the same of every colour? */
export const zonesAlike = (c: Pick<Criterion, 'zones'>): boolean => {
  const [first, ...rest] = zoneSchema.options.map((z) => JSON.stringify(Object.entries(c.zones[z]).sort(([a], [b]) => a.localeCompare(b))));
  return rest.every((z) => z === first);
};

/** "silver to light straw: accept", stretch by stretch. */
export const colourText = (c: Criterion, zone: Criterion['zones'][keyof Criterion['zones']]): string =>
  stretchesOf(zone)
    .map(({ outcome, first, last }) => {
      const [from, to] = [filmBands[first], filmBands[last]].map((b) => (b ? wordFor(c, b).toLowerCase() : ''));
      return `${from === to ? from : `${from} to ${to}`}: ${outcomeNames[outcome].toLowerCase()}`;
    })
    .join('; ');

const byOutcome = <K extends string>(
  names: readonly K[],
  of: (k: K) => Outcome | undefined,
  name: (k: K) => string,
  accept: string,
): string[] =>
  outcomeSchema.options.flatMap((o) => {
    const found = names.filter((k) => of(k) === o).map((k) => name(k).toLowerCase());
    return found.length ? [`${o === 'accept' ? accept : outcomeNames[o]}: ${found.join(', ')}`] : [];
  });

export function limitRows(c: Criterion, system: System): LimitRow[] {
  const { purge } = c;
  const measures = (of: LimitId) =>
    (c.measures ?? []).filter((m) => m.of === of).map((m) => `${m.side === 'both' ? '' : `${m.side}: `}${measureText(m, system)}`);
  const percent = (v: number) => `${Math.round(100 * v)} %`;
  const says: Record<LimitId, string[]> = {
    oxygen: [
      `${purge.startPpm} ppm to start, ${purge.weldPpm} ppm while welding`,
      purge.readyBy === 'clock' ? 'the clock decides' : `the monitor decides${purge.clockAllowed ? ', without one the clock may' : ''}`,
      `the reading holds ${purge.holdSeconds} s, and ${purge.jointHoldSeconds} s more for the joint`,
      ...(purge.tacksAtLimit ? ['tacks at the limit too'] : []),
    ],
    colour: zonesAlike(c)
      ? [colourText(c, c.zones['id-haz'])]
      : zoneSchema.options.map((z) => `${zoneNames[z]}: ${colourText(c, c.zones[z])}`),
    numbers: c.numbers ? [`up to ${c.numbers.accept} accepted, up to ${c.numbers.clean} cleaned, of ${c.numbers.most}`] : [],
    faults: c.facts
      ? byOutcome(
          ruledFactSchema.options,
          (f) => c.facts?.[f],
          (f) => purgeFactNames[f],
          'Noted',
        )
      : ['Says nothing of the purge: what it shows is for the engineer'],
    defects: byOutcome(
      defectSchema.options,
      (d) => c.defects[d],
      (d) => defectNames[d],
      'Accept',
    ),
    'high-low': [...(c.highLowMost ? [`at fit-up above ${percent(c.highLowMost)} of the wall it counts`] : []), ...measures('high-low')],
    concavity: measures('concavity'),
    convexity: measures('convexity'),
    undercut: measures('undercut'),
    width: measures('width'),
    rewelds: c.rewelds === undefined ? [] : [c.rewelds === 0 ? 'never' : `${c.rewelds} ${c.rewelds === 1 ? 'time' : 'times'} at most`],
    'inside-seen': c.insideSeen
      ? [`${percent(c.insideSeen.share)} of the welds of a line, ${percent(c.insideSeen.afterReject)} once one was rejected`]
      : ['of every weld, all round'],
    finish: c.finish
      ? [[c.finish.ra && `Ra ${show(c.finish.ra, 'roughness', system)} at most`, c.finish.words].filter(Boolean).join(', ')]
      : [],
    cleaning: [`cleaning ${c.cleaning.replace('-', ' ')}, passivation ${c.passivation.replace('-', ' ')}`],
  };
  return limitSchema.options
    .filter((l) => says[l].length > 0)
    .map((limit) => ({
      ...{ limit, name: limitNames[limit], says: says[limit] },
      source: c.sources?.[limit] ?? null,
      confirmed: c.confirmed?.[limit] ?? null,
    }));
}

/** A clause as it is printed: only once a named person looked it up. */
export const clauseText = (k: Confirmed): string =>
  `${k.document}, ${k.edition}, ${k.clause}. Confirmed by ${k.name}, ${k.when.slice(0, 10)}`;
/** Where a limit comes from, as it is told beside it. */
export const sourceText = (s: Source): string => {
  const checks = s.confidence === 'shop' || /check against your edition/.test(s.edition) ? '' : 'check against your edition';
  return [s.source, s.edition, s.confidence === 'low' ? 'a template only' : '', checks].filter(Boolean).join('; ');
};
