/** Which passes a joint takes, by which process, and the amps the trade begins each with. */
import { z } from 'zod';
import { figure, input, type Figure } from '../../basics/figure';
import { AUTOGENOUS_MOST, startingAmps } from '../heat';

export const processSchema = z.enum(['tig', 'orbital', 'stick', 'wire']);
export type Process = z.infer<typeof processSchema>;
export const processNames: Record<Process, string> = {
  tig: 'TIG by hand',
  orbital: 'Orbital TIG',
  stick: 'Stick',
  wire: 'Wire',
};
/** Leaves slag: taken off before the next pass, and at every restart. */
export const leavesSlag = (p: Process): boolean => p === 'stick';

export const passSchema = z.enum(['root', 'hot', 'fill', 'cap']);
export type PassId = z.infer<typeof passSchema>;
export const passNames: Record<PassId, string> = { root: 'Root', hot: 'Hot pass', fill: 'Fill', cap: 'Cap' };

/** A layer of the joint: what it is, and how many of it lie on each other. */
export type Layer = { pass: PassId; times: number };

/** Wall, m, to which a root and a cap close a bevelled joint; and to which a hot pass lies between them alone. */
const [ROOT_AND_CAP, NO_FILL] = [5e-3, 8e-3];
/** m of wall that root, hot pass and cap fill together; and each fill pass. */
const [AROUND_FILL, A_FILL] = [7e-3, 2.5e-3];

/**
 * The layers of a joint: one that melts through where it is neither opened nor filled; root and cap on thin pipe; a hot pass between
 * from 5 mm; fill from 8 mm, a layer for each 2.5 mm. Common practice, no source.
 * @param wall m @param opened bevelled, or filled as a corner is
 */
export function layersOf(wall: number, opened: boolean): Layer[] {
  if (!opened && wall <= AUTOGENOUS_MOST + 1e-9) return [{ pass: 'root', times: 1 }];
  const root: Layer = { pass: 'root', times: 1 };
  const cap: Layer = { pass: 'cap', times: 1 };
  if (wall <= ROOT_AND_CAP) return [root, cap];
  const hot: Layer = { pass: 'hot', times: 1 };
  if (wall <= NO_FILL) return [root, hot, cap];
  return [root, hot, { pass: 'fill', times: Math.max(1, Math.ceil((wall - AROUND_FILL) / A_FILL - 1e-9)) }, cap];
}

const TRADE = 'Common practice, no source';
const MEMORY = 'Usual settings for stainless, from memory';
type Row = { low: number; high: number; source: string };
/** TIG on bevelled stainless: thin pipe (schedule 10S), and from 5 mm of wall. */
const tigAmps: Record<'thin' | 'heavy', Record<PassId, Row>> = {
  thin: {
    root: { low: 65, high: 100, source: MEMORY },
    hot: { low: 70, high: 110, source: MEMORY },
    fill: { low: 70, high: 110, source: MEMORY },
    cap: { low: 70, high: 110, source: MEMORY },
  },
  heavy: {
    root: { low: 90, high: 120, source: `${TRADE}: open root, 1/8 in gap` },
    hot: { low: 120, high: 170, source: `${TRADE}: 160 to 170 A on heavy pipe; its low end from memory` },
    fill: { low: 110, high: 160, source: MEMORY },
    cap: { low: 100, high: 150, source: MEMORY },
  },
};
/** Stick electrodes for stainless by core, m: makers' leaflets, from memory. */
const stickAmps: readonly (Row & { core: number })[] = [
  { core: 2.4e-3, low: 45, high: 80, source: "Makers' leaflets, from memory" },
  { core: 3.2e-3, low: 75, high: 115, source: "Makers' leaflets, from memory" },
  { core: 4e-3, low: 100, high: 160, source: "Makers' leaflets, from memory" },
];

/** Amps to begin a pass with: the range of the trade; none where no rule is known. @param rod diameter of the stick's core, m */
export function passAmps(
  pass: PassId,
  process: Process,
  { wall, opened }: { wall: number; opened: boolean },
  rod: number | null = null,
): Figure {
  if (!opened && wall <= AUTOGENOUS_MOST + 1e-9 && process !== 'stick' && process !== 'wire') return startingAmps(wall);
  const row =
    process === 'tig' || process === 'orbital'
      ? tigAmps[wall < ROOT_AND_CAP ? 'thin' : 'heavy'][pass]
      : process === 'stick' && rod !== null
        ? stickAmps.reduce((a, b) => (Math.abs(b.core - rod) < Math.abs(a.core - rod) ? b : a))
        : null;
  const base = {
    ...{ id: `amps-${pass}`, label: `${passNames[pass]}, amps to start with`, quantity: 'current' as const, kind: 'rule' as const },
    inputs: [input('Wall', 'length', wall), input('Process', null, processNames[process])],
  };
  if (row === null)
    return figure({ ...base, value: null, formula: 'No rule for this', source: 'None', note: 'Take the amps from the WPS or the maker.' });
  return figure({
    ...base,
    ...{ value: (row.low + row.high) / 2, low: row.low, high: row.high, source: row.source },
    formula: 'By pass and wall',
    note: 'The range is the rule, not a P10 to P90. The WPS decides.',
  });
}
