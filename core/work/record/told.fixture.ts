/** A weld and its purge told as events, for tests of what they add up to: no database, no clock. */
import { ROUND } from '../../basics/seam';
import { versionOf, reduceRun, reduceWeld, type EventType, type WeldState } from './index';
import type { Stored } from '../event';
import { startingSetup } from '../../models/setup';
import { shipped, type Criterion } from '../../models/criteria';
import { findSize, type Size } from '../../basics/sizes';
import type { RunState } from '../run';

export const id = (n: number) => `01900000-0000-7000-8000-${String(n).padStart(12, '0')}`;
export const [WELD, RUN, SPOOL, PERSON] = [id(1), id(2), id(3), id(4)];
export const T0 = Date.parse('2026-03-01T08:00:00Z');
export const house = shipped[0] as Criterion;
export const tube = findSize('inch-tube', '2') as Size;
export const named = { id: id(5), label: 'DEMO-1' };

/** [type, body, seconds after eight, version; the newest when left out] */
export type Say = [EventType, unknown, number, number?];

export const stream = (name: string, said: readonly Say[]): Stored[] =>
  said.map(([type, body, s, version], i) => ({
    ...{ id: id(100 + i + (name === RUN ? 500 : 0)), stream: name, seq: i + 1, type, version: version ?? versionOf(type) },
    happenedAt: new Date(T0 + s * 1000).toISOString(),
    receivedAt: new Date(T0 + s * 1000).toISOString(),
    ...{ actor: PERSON, identified: 'picked', body, hash: 'x' },
  }));

export const created: Say = [
  'weld.created',
  {
    spool: SPOOL,
    number: 'W-1',
    design: {
      ...{ size: tube, alloyA: '316L', alloyB: '316L', joint: 'square-butt', seam: ROUND, criterion: { id: 'House-MP', version: 1 } },
      ...{ looking: 'from A to B', insideReachable: true },
    },
  },
  0,
];
export const fitup = (over: object = {}, at = 10): Say => [
  'fitup.recorded',
  {
    ...{ gapNarrow: { value: 0, at: 12 }, gapWide: { value: 1e-4, at: 6 }, highLow: 1e-4, heatA: named, heatB: named, filler: null },
    ...{ wps: { ...named, revision: '1' }, welder: PERSON, figures: [], advice: [], ovality: null, flux: null },
    ...over,
  },
  at,
];
const lot = { ...named, gas: 'argon', lot: '1', supplyPpm: 2 };
export const gas = (over: object = {}, at = 20): Say => [
  'gas.recorded',
  {
    ...{ purge: lot, torch: lot, monitor: named, air: 209_000, bottle: 4, cylinder: null, meter: null, price: null },
    typed: { air: null, bottle: null },
    ...over,
  },
  at,
];
export const started = (over: object = {}, at = 60): Say => [
  'run.started',
  {
    ...{ spool: SPOOL, welds: [WELD], setup: startingSetup(tube), rules: house.purge, planned: 120, device: named, place: 'vent' },
    ...{
      monitorChecked: true,
      countIn: 2,
      backing: 'purge',
      band: null,
      listens: [],
      station: '',
      cylinder: null,
      jointLag: 0,
      shorter: null,
    },
    ...over,
  },
  at,
];
/** @param at seconds after eight */
export const mark = (name: string, at: number, over: object = {}): Say => ['run.marked', { mark: name, weld: WELD, ...over }, at];
export const reading = (ppm: number) => ({ ppm, at: new Date(T0).toISOString(), ageSeconds: 1, quality: 'good' });

export const run = (...said: Say[]): RunState => {
  const r = reduceRun(stream(RUN, said));
  if (!r) throw new Error('no run');
  return r;
};
export const weld = (said: Say[], runs: RunState[]): WeldState => {
  const s = reduceWeld(stream(WELD, [created, ...said]), runs, house);
  if (!s) throw new Error('no weld');
  return s;
};
