/**
 * npm run bench: how long things take, side by side in one run. Times are this machine's; the ratios are what
 * can be compared. Needs DATABASE_URL of a database of its own (it fills it).
 */
import { randomUUID } from 'node:crypto';
import { v7 as uuid } from 'uuid';
import { shipped, type Criterion } from '../core/criteria';
import { planPurge, startingSetup } from '../core/purge';
import { findSize, type Size } from '../core/sizes';
import { reduceRun, reduceWeld, type Recorded } from '../core/weld';
import { append } from '../db/append';
import { migrate } from '../db/migrate';
import { intake } from '../db/readings';
import { addDevice, shipCriteria } from '../db/registers';
import { connect } from '../db/sql';
import { addWork } from '../db/work';

const rows: [string, number, string][] = [];

/** Median of several runs, ms a piece. */
async function time(name: string, pieces: number, work: () => unknown, note = ''): Promise<number> {
  await work();
  const each: number[] = [];
  for (let i = 0; i < 7; i++) {
    const began = performance.now();
    await work();
    each.push((performance.now() - began) / pieces);
  }
  const median = each.sort((a, b) => a - b)[3] as number;
  rows.push([name, median, note]);
  return median;
}

const size = findSize('inch-tube', '2') as Size;
const criterion = shipped[0] as Criterion;
const [weld, run, spool] = [uuid(), uuid(), uuid()];
const event = (stream: string, seq: number, type: string, body: unknown) =>
  ({
    id: uuid(),
    stream,
    seq,
    type,
    version: 1,
    happenedAt: new Date(1e12 + seq * 1000).toISOString(),
    receivedAt: new Date(1e12).toISOString(),
    actor: null,
    identified: 'picked',
    body,
    hash: '',
  }) as unknown as Recorded;
const design = {
  size,
  alloyA: '316L' as const,
  alloyB: '316L' as const,
  joint: 'square-butt' as const,
  criterion: { id: 'House-MP', version: 1 },
  looking: 'from A to B',
  insideReachable: true,
};
const started = {
  spool,
  welds: [weld],
  setup: startingSetup(size),
  rules: criterion.purge,
  planned: 100,
  device: null,
  place: 'vent',
  monitorChecked: false,
  countIn: 2,
};
const weldEvents = [event(weld, 1, 'weld.created', { spool, number: 'W', design })];
const runEvents = [
  event(run, 1, 'run.started', started),
  ...Array.from({ length: 499 }, (_, i) =>
    event(run, i + 2, 'run.marked', { mark: (['arc-on', 'arc-off', 'tack', 'look', 'refill'] as const)[i % 5], weld }),
  ),
];
await time(
  "reduce a weld's 500 events",
  1,
  () => {
    const r = reduceRun(runEvents);
    return reduceWeld(weldEvents, r ? [r] : [], criterion);
  },
  'budget 2 ms',
);
await time('plan of a straight body, without band', 1, () => planPurge(startingSetup(size), 50, 'inch', 0));

const url = process.env['DATABASE_URL'];
if (url) {
  const owner = connect(url, { role: null, max: 1 });
  await migrate(owner);
  await shipCriteria(owner);
  await owner`create table if not exists bench (id uuid primary key, body jsonb)`;
  await owner`grant insert on bench to sentrel_app`;
  const sql = connect(url);
  const who = { person: null, identified: 'picked' };
  const work = { job: `bench ${randomUUID()}`, service: 'bench', line: 'l', spool: 's', firstNumber: 'W-1', count: 1, design };
  const made = await addWork(sql, Date.now, who, work, [{ event: uuid(), weld: uuid() }]);
  const stream = uuid();
  const say = (type: string, body: unknown) =>
    append(sql, Date.now, who, {
      id: uuid(),
      stream,
      type,
      version: 1,
      happenedAt: new Date().toISOString(),
      offsetMs: 0,
      seen: null,
      body,
    });
  await say('run.started', { ...started, spool: made.spool, welds: made.welds });
  const bare = await time('bare insert, one row, committed', 20, async () => {
    for (let i = 0; i < 20; i++) await sql`insert into bench values (${uuid()}, ${sql.json({ mark: 'tack' })})`;
  });
  const appended = await time('append one mark, chained, summaries rewritten', 20, async () => {
    for (let i = 0; i < 20; i++) await say('run.marked', { mark: 'tack', weld: made.welds[0] });
  });
  const device = uuid();
  await addDevice(owner, { id: device, name: `bench ${device}`, place: 'vent', key: randomUUID(), resolution: 1, noise: 1 });
  const taken = await time('one reading in a batch of 500', 500, () =>
    intake(sql, Date.now, device, {
      boot: uuid(),
      sentAt: new Date().toISOString(),
      readings: Array.from({ length: 500 }, (_, seq) => ({ seq, at: new Date().toISOString(), raw: 1, ppm: 1, quality: 'good' })),
    }),
  );
  rows.push(
    ['append over bare insert', appended / bare, 'ratio; grows with the length of the run'],
    ['reading over bare insert', taken / bare, 'ratio'],
  );
  await sql.end();
  await owner.end();
} else console.log('Set DATABASE_URL to an empty database for the rest.');
for (const [name, ms, note] of rows) console.log(`${name.padEnd(50)} ${ms.toFixed(3).padStart(10)} ${note}`);
