/**
 * npm run bench: how long things take, side by side in one run. Times are this machine's; the ratios are what
 * can be compared. Starts a cluster and an application of its own and ends them; wants the build.
 */
import { v7 as uuid } from 'uuid';
import { shipped, type Criterion } from '../core/models/criteria';
import { adviceOn, bandOf, FINE, planPurge, predict, runThrough } from '../core/models/purge';
import { closeUp, startingSetup, type Setup } from '../core/models/setup';
import { meshOf, march, spacesOf, tanksVolumes } from '../core/models/network';
import { parseList } from '../core/basics/spool';
import { findSize, type Size } from '../core/basics/sizes';
import { reduceRun, reduceWeld, type Recorded } from '../core/work/record';
import { append } from '../db/record/append';
import { intake } from '../db/record/readings';
import { addWork } from '../db/work';
import { markEvent, openShop, post, sendReadings } from '../tests/faults/shop';

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
const spoolOf = (list: string): Setup => {
  const read = parseList(list, 'metric', 'inch-tube', size);
  if (!read.ok) throw new Error(read.error.text);
  return closeUp(read.parts, read.joint, startingSetup(size));
};
const ten = spoolOf('600, weld, elbow up, 400, elbow right, 600, tee up [80, cap], 500, elbow near, 300, elbow right');
const tenSpaces = spacesOf(ten);
const tenMesh = meshOf(ten, tenSpaces, 400);
const bounds = await time('bound: 8 tanks in series, one limit', 1, () => tanksVolumes(8, 50, 3));
const network = await time(
  `purge network, ${tenMesh.stretches.length} segments, ${tenMesh.from.length} cells, 30 min`,
  1,
  () =>
    march({
      mesh: tenMesh,
      gas: 'argon',
      lines: [8e-3 / 60],
      supplyPpm: 3,
      until: 0,
      watch: [tenMesh.joint],
      longest: 1800,
      tolerance: 0.05,
    }),
  'budget 100 ms warm',
);
rows.push(['network over bound', network / bounds, 'ratio']);
const nominal = await time('plan as seen: nominal', 1, () => predict(ten, tenSpaces, 50, { ...FINE, keep: true }), 'budget 150 ms');
const band = await time('plan as seen: band of 40', 1, () => runThrough(bandOf(ten, tenSpaces, 50, 300)), 'budget 2 s');
const advice = await time('plan as seen: advice', 1, () => runThrough(adviceOn(ten, tenSpaces, 50, 'metric')), 'budget 5 s');
rows.push(['band over nominal', band / nominal, 'ratio'], ['advice over nominal', advice / nominal, 'ratio']);
const long = spoolOf(
  ['500', ...Array.from({ length: 99 }, (_, i) => `elbow ${['up', 'right', 'near', 'right'][i % 4]}, 500`)]
    .join(', ')
    .replace('500, elbow', '500, weld, elbow'),
);
const longSpaces = spacesOf(long);
await time(
  `plan of ${long.parts.length} parts, nominal`,
  1,
  () => predict(long, longSpaces, 50, { cells: 400, tolerance: 0.05 }),
  'budget 1 s',
);
await time('plan of a straight body, without band', 1, () => planPurge(startingSetup(size), 50, 'inch', 0));

// The built application on a cluster of its own, as a shop runs it: commits reach the disk.
const shop = await openShop('bench', 1);
const sql = shop.owner;
await sql`create table bench (id uuid primary key, body jsonb)`;
const bare = await time('bare insert, one row, committed', 20, async () => {
  for (let i = 0; i < 20; i++) await sql`insert into bench values (${uuid()}, ${sql.json({ mark: 'tack' })})`;
});
const who = { person: null, identified: 'picked' };
const work = { job: 'bench', service: 'bench', line: 'l', spool: 's', firstNumber: 'W-1', count: 1, design };
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
const appended = await time('append one mark, chained, summaries rewritten', 20, async () => {
  for (let i = 0; i < 20; i++) await say('run.marked', { mark: 'tack', weld: made.welds[0] });
});
const taken = await time('one reading in a batch of 500', 500, () =>
  intake(
    sql,
    Date.now,
    { id: shop.devices[0]?.id ?? '', kind: 'oxygen-monitor' },
    {
      boot: uuid(),
      sentAt: new Date().toISOString(),
      readings: Array.from({ length: 500 }, (_, seq) => ({ seq, at: new Date().toISOString(), raw: 1, ppm: 1, quality: 'good' })),
    },
  ),
);
const live = await fetch(`${shop.url}/api/live`);
const heard = new Set<() => void>();
void (async () => {
  const text = new TextDecoder();
  for await (const chunk of live.body ?? []) if (text.decode(chunk).includes(shop.run)) for (const h of heard) h();
})().catch(() => undefined);
const shown = await time(
  'an event on one screen, fetched by another',
  1,
  async () => {
    const hint = new Promise<void>((done) => {
      const h = () => (heard.delete(h), done());
      heard.add(h);
    });
    const event = markEvent(shop, uuid(), 'tack', 'bench');
    await post(`${shop.url}/api/events`, { events: [event] }, { origin: shop.url, cookie: shop.cookie });
    await hint;
    await (await fetch(`${shop.url}/api/welds/${shop.weld}`)).json();
  },
  'budget 250 ms at p95',
);
const boot = uuid();
let sent = 0;
const sustained = await time('one reading, batches of 500 over HTTP, one after the other', 5000, async () => {
  for (let i = 0; i < 10; i++) {
    const readings = Array.from({ length: 500 }, () => {
      const seq = sent++;
      return { seq, at: new Date().toISOString(), raw: seq, ppm: 20, quality: 'good' as const };
    });
    await sendReadings(shop, 0, boot, readings);
  }
});
rows.push(
  ['append over bare insert', appended / bare, 'ratio; grows with the length of the run'],
  ['reading over bare insert', taken / bare, 'ratio'],
  ['event to another screen over bare insert', shown / bare, 'ratio'],
  ['readings a second, sustained', 1000 / sustained, '1/s'],
  ['reading over HTTP over bare insert', sustained / bare, 'ratio'],
);
await shop.end();
for (const [name, ms, note] of rows) console.log(`${name.padEnd(62)} ${ms.toFixed(3).padStart(10)} ${note}`);
