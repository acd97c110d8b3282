/** The computing: the purge network, the plan as it is seen, a weld's story read. */
import { v7 as uuid } from 'uuid';
import { findSize, type Size } from '../../core/basics/sizes';
import { parseList } from '../../core/basics/spool';
import { shipped, type Criterion } from '../../core/models/criteria';
import { march, meshOf, spacesOf, tanksVolumes } from '../../core/models/network';
import { adviceOn, bandOf, FINE, planPurge, predict, runThrough } from '../../core/models/purge';
import { closeUp, startingSetup, type Setup } from '../../core/models/setup';
import { reduceRun, reduceWeld, type Recorded } from '../../core/work/record';
import { runBody, work } from '../../tests/database';
import { row, time } from './table';

const size = findSize('inch-tube', '2') as Size;

const event = (stream: string, seq: number, type: string, version: number, body: unknown) =>
  ({
    ...{ id: uuid(), stream, seq, type, version, body, hash: '', actor: null, identified: 'picked' },
    happenedAt: new Date(1e12 + seq * 1000).toISOString(),
    receivedAt: new Date(1e12).toISOString(),
  }) as unknown as Recorded;

async function story() {
  const [weld, run, spool] = [uuid(), uuid(), uuid()];
  const told = [event(weld, 1, 'weld.created', 1, { spool, number: 'W', design: work().design })];
  const marks = ['arc-on', 'arc-off', 'tack', 'look', 'refill'] as const;
  const purge = [
    event(run, 1, 'run.started', 3, runBody({ device: '' }, spool, [weld], { device: null })),
    ...Array.from({ length: 499 }, (_, i) => event(run, i + 2, 'run.marked', 1, { mark: marks[i % marks.length], weld })),
  ];
  const read = () => {
    const r = reduceRun(purge);
    return reduceWeld(told, r ? [r] : [], shipped[0] as Criterion);
  };
  await time("reduce a weld's 500 events", 1, read, 'ms; budget 2');
}

const spoolOf = (list: string): Setup => {
  const read = parseList(list, 'metric', 'inch-tube', size);
  if (!read.ok) throw new Error(read.error.text);
  return closeUp(read.parts, read.joint, startingSetup(size));
};

async function purge() {
  const ten = spoolOf('600, weld, elbow up, 400, elbow right, 600, tee up [80, cap], 500, elbow near, 300, elbow right');
  const spaces = spacesOf(ten);
  const mesh = meshOf(ten, spaces, 400);
  const fill = { gas: 'argon' as const, lines: [8e-3 / 60], supplyPpm: 3, until: 0, watch: [mesh.joint], longest: 1800, tolerance: 0.05 };
  const bound = await time('bound: 8 tanks in series, one limit', 1, () => tanksVolumes(8, 50, 3));
  const name = `purge network, ${mesh.stretches.length} segments, ${mesh.from.length} cells, 30 min`;
  const network = await time(name, 1, () => march({ mesh, ...fill }), 'ms; budget 100 warm');
  row('network over bound', network / bound, 'ratio');
  const nominal = await time('plan as seen: nominal', 1, () => predict(ten, spaces, 50, { ...FINE, keep: true }), 'ms; budget 150');
  const band = await time('plan as seen: band of 40', 1, () => runThrough(bandOf(ten, spaces, 50, 300)), 'ms; budget 2000');
  const advice = await time('plan as seen: advice', 1, () => runThrough(adviceOn(ten, spaces, 50, 'metric')), 'ms; budget 5000');
  row('band over nominal', band / nominal, 'ratio');
  row('advice over nominal', advice / nominal, 'ratio');
  const turns = Array.from({ length: 99 }, (_, i) => `elbow ${['up', 'right', 'near', 'right'][i % 4]}, 500`).join(', ');
  const long = spoolOf(`500, weld, ${turns}`);
  const longSpaces = spacesOf(long);
  const coarse = { cells: 400, tolerance: 0.05 };
  await time(`plan of ${long.parts.length} parts, nominal`, 1, () => predict(long, longSpaces, 50, coarse), 'ms; budget 1000');
  await time('plan of a straight body, without band', 1, () => planPurge(startingSetup(size), 50, 'inch', 0));
}

export async function heart(): Promise<void> {
  await story();
  await purge();
}
