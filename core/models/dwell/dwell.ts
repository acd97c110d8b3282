/**
 * How long a product has been on, and whether it may come off: one clock a place, as many at once as there are places. Marks may be told late
 * and in any order; what counts is when they happened.
 */
import type { AlloyId } from '../../basics/materials';
import { alloys } from '../../basics/materials';

/** A row of a product's own sheet: on metal from so warm to so warm, °C, it stays so long, s. */
export type SheetRow = { celsius: readonly [number, number]; least: number; most: number };
export type Sheet = {
  /** as it is written on it: number, revision or day */
  name: string;
  /** metals it is for; empty where it does not say */
  metals: readonly AlloyId[];
  rows: readonly SheetRow[];
  /** wetted again at the latest after so many s, where the sheet says it must stay wet; null where it does not */
  wetWithin: number | null;
};

/** told: by nobody's paper, as somebody said */
export type Dwell = { least: number; most: number; from: 'sheet' | 'hint' | 'told'; wetWithin: number | null };
/** What a clock goes by. A passivating bath has a least time and no most: null. */
export type DwellRule = Omit<Dwell, 'most'> & { most: number | null };

/** A sheet, or somebody, that gives one time only: overdue so much later. A judgement of this project, no source. */
const ONE_TIME = 1.25;
/** The dwell that one time makes, s. */
export const dwellOfOne = (seconds: number, from: Dwell['from'], wetWithin: number | null = null): Dwell => ({
  ...{ least: seconds, most: ONE_TIME * seconds, from, wetWithin },
});

/**
 * The dwell to go by: the sheet leads; a hint of the tables stands in only where the sheet has no rows at all, and says so.
 * @param hint of the tables, minutes
 * @returns or why there is none
 */
export function dwellFor(
  sheet: Sheet | null,
  metal: AlloyId,
  celsius: number,
  hint: readonly [number, number] | null,
): Dwell | { no: string } {
  if (sheet && sheet.metals.length > 0 && !sheet.metals.includes(metal))
    return { no: `${sheet.name} does not name ${alloys[metal].name}: another product, or its maker's word in writing.` };
  if (sheet && sheet.rows.length > 0) {
    const rows = sheet.rows.filter((r) => celsius >= r.celsius[0] && celsius <= r.celsius[1]);
    // Where two rows meet the shorter counts first and the longer last.
    if (rows.length > 0)
      return {
        least: Math.min(...rows.map((r) => r.least)),
        most: Math.max(...rows.map((r) => r.most)),
        from: 'sheet',
        wetWithin: sheet.wetWithin,
      };
    const [low, high] = [Math.min(...sheet.rows.map((r) => r.celsius[0])), Math.max(...sheet.rows.map((r) => r.celsius[1]))];
    return {
      no:
        celsius < low
          ? `The metal is ${celsius} °C, ${sheet.name} begins at ${low} °C: warm the metal, or wait.`
          : celsius > high
            ? `The metal is ${celsius} °C, ${sheet.name} ends at ${high} °C: let it cool.`
            : `${sheet.name} has no row for ${celsius} °C.`,
    };
  }
  return hint
    ? { least: 60 * hint[0], most: 60 * hint[1], from: 'hint', wetWithin: sheet?.wetWithin ?? null }
    : { no: 'Neither the sheet nor the tables give a dwell here: ask the maker, or try it on a piece.' };
}

/** on: brushed or poured on; wet: wetted again; dried: it had dried out; off: taken off, under water. */
export type DwellMark = { what: 'on' | 'wet' | 'dried' | 'off'; at: number };
export type Dwelling = {
  phase: 'not-on' | 'on' | 'dried' | 'off';
  /** ms since it has been on without drying out; null when it is not */
  since: number | null;
  /** s it has been on, or was until it came off */
  on: number;
  /** too short yet; may come off; should be off; null when it is not on */
  due: 'early' | 'due' | 'overdue' | null;
  /** s until it may come off, and until it has to be wetted again; null where nothing is to be waited for */
  left: number | null;
  wetLeft: number | null;
  /** how often it was begun: more than once where it had dried out */
  begun: number;
};

/** What the marks so far make of a place. @param now ms */
export function dwelling(marks: readonly DwellMark[], { least, most, wetWithin }: DwellRule, now: number): Dwelling {
  let phase: Dwelling['phase'] = 'not-on';
  let [since, wetAt, end, begun]: [number | null, number, number | null, number] = [null, 0, null, 0];
  const told = marks
    .map((m, i) => ({ ...m, i }))
    .filter((m) => m.at <= now)
    .sort((a, b) => a.at - b.at || a.i - b.i);
  for (const { what, at } of told) {
    // Told twice, it happened once.
    if (what === 'on' && phase !== 'on') [phase, since, wetAt, end, begun] = ['on', at, at, null, begun + 1];
    else if (phase !== 'on') continue;
    else if (what === 'wet') wetAt = at;
    // What dried out has not acted: it is rinsed off and begun anew.
    else if (what === 'dried') [phase, since] = ['dried', null];
    else if (what === 'off') [phase, end] = ['off', at];
  }
  const on = since === null ? 0 : ((end ?? now) - since) / 1000;
  const is = phase === 'on';
  return {
    ...{ phase, since: is ? since : null, on, begun },
    due: is ? (on < least ? 'early' : most === null || on <= most ? 'due' : 'overdue') : null,
    left: is ? Math.max(0, least - on) : null,
    wetLeft: is && wetWithin !== null ? Math.max(0, wetWithin - (now - wetAt) / 1000) : null,
  };
}

/** What a time too short has left undone. */
const UNDONE = {
  pickles: 'the skin may not be off. Put it on again.',
  passivates: 'it does not count as passivated. Put it on again.',
};
/**
 * What speaks against how it came off: too soon, too late, dried out; empty where nothing does, or it is still on.
 * @param does what the product is for
 */
export function offSpeaks(d: Dwelling, { least, most, from }: DwellRule, does: keyof typeof UNDONE = 'pickles'): string[] {
  if (d.phase === 'dried') return [`It had dried out: ${UNDONE[does]}`];
  if (d.phase !== 'off') return [];
  const by = { sheet: 'its sheet', hint: 'the tables, a hint,', told: 'who gave the time' }[from];
  const minutes = (s: number) => `${Number((s / 60).toFixed(1))} min`;
  if (d.on < least) return [`It was on for ${minutes(d.on)}, ${by} asks for ${minutes(least)}: ${UNDONE[does]}`];
  return most !== null && d.on > most
    ? [`It was on for ${minutes(d.on)}, ${by} ends at ${minutes(most)}: a grey, rough face is over-pickled. Look, and measure the finish.`]
    : [];
}
