/**
 * The demo: three invented jobs and three weeks of believable history, told from a given now and written
 * through the same append function as everything else.
 */
import { v7 as uuid } from 'uuid';
import { judge, shipped, type Criterion, type Tint } from '../core/criteria';
import type { NewWork } from '../core/jobs';
import { closeUp, planPurge, startingSetup, type Plan, type Setup } from '../core/purge';
import { parseList } from '../core/spool';
import type { NewRegisterItem } from '../core/registers';
import { findSize, type Series, type Size } from '../core/sizes';
import { cupFlow } from '../core/shield';
import { gapAdvice, highLow, postFlow, startingAmps } from '../core/heat';
import { eventTypes, type BodyOf, type EventType, type Stage } from '../core/weld';
import type { AlloyId } from '../core/materials';
import type { Band } from '../core/tint';
import { append } from './append';
import { handClock } from './clock';
import { intake } from './readings';
import { addPerson } from './people';
import { addCheck, setPrices } from './checks';
import { looks, stock, type Named, type Stock } from './demo-stock';
import { addRegisterItem } from './registers';
import type { Sql } from './sql';
import { addWork } from './work';

const DAY = 86_400_000;
const mm = (x: number) => x / 1000;
const lpm = (x: number) => x / 60_000;

/** A small seeded generator (mulberry32), so that the same demo is told every time. */
function chance(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

type Cast = { welder: string; second: string; inspector: string; lead: string };

type Spec = {
  /** days before now the work began */
  day: number;
  number: string;
  upTo: Stage | 'running' | 'done';
  gap: [number, number, number, number]; // mm, o'clock, mm, o'clock
  inside?: Band;
  outside?: Band;
  /** oxygen left when the arc was struck, ppm */
  ppm?: number;
  sugar?: boolean;
  outcome?: BodyOf<'verdict.given'>['outcome'];
  drop?: boolean;
  remarks?: string;
};

type Batch = {
  work: Omit<NewWork, 'firstNumber' | 'count'>;
  size: Size;
  alloy: AlloyId;
  criterion: Criterion;
  heats: [Named, Named];
  wps: Named;
  rev: string;
  filler: Named | null;
  setup: Setup;
  welds: Spec[];
};

/** The plan of a batch is computed once: its welds are alike. */
const plans = new WeakMap<Batch, Plan>();
function planOnce(batch: Batch): Plan {
  const known = plans.get(batch);
  if (known) return known;
  const planned = planPurge(batch.setup, batch.criterion.purge.startPpm, 'metric', 24);
  if (!planned.ok) throw new Error(`demo spool: ${planned.faults.join(' ')}`);
  plans.set(batch, planned.plan);
  return planned.plan;
}

const sizeOf = (series: Series, nominal: string, schedule: string | null = null): Size => {
  const s = findSize(series, nominal, schedule);
  if (!s) throw new Error(`no size ${series} ${nominal}`);
  return s;
};

/** @param monitor the stand-in that the one running purge is measured by */
export async function seedDemo(sql: Sql, at: number, monitor: { id: string; name: string }): Promise<void> {
  const random = chance(20);
  const hand = handClock(at - 22 * DAY);
  const cast: Cast = {
    lead: await addPerson(sql, { name: 'Odile Marrow', stamp: 'L1', role: 'Lead', units: 'inch' }, true),
    welder: await addPerson(sql, { name: 'Bram Tarn', stamp: 'W4', role: 'Welder', units: 'inch' }, true),
    second: await addPerson(sql, { name: 'Ines Halloway', stamp: 'W7', role: 'Welder', units: 'metric' }, true),
    inspector: await addPerson(sql, { name: 'Rufus Pell', stamp: 'Q2', role: 'Inspector', units: 'metric' }, true),
  };
  const have = {} as Stock;
  for (const [key, item] of Object.entries(stock) as [keyof Stock, NewRegisterItem][])
    have[key] = { id: (await addRegisterItem(sql, item, true)).id, label: item.label };
  for (const [key, days, kind, body] of looks)
    await addCheck(sql, { id: uuid(), item: have[key].id, kind, body }, null, new Date(at - days * 86_400_000));
  await setPrices(sql, { currency: 'EUR', perM3: { argon: 9.5, helium: 42, nitrogen: 3.2 } });

  const criterion = (id: string): Criterion => shipped.find((c) => c.id === id) as Criterion;
  const design = (
    size: Size,
    a: AlloyId,
    b: AlloyId,
    c: string,
    joint: 'square-butt' | 'open-root' = 'square-butt',
  ): NewWork['design'] => ({
    size,
    alloyA: a,
    alloyB: b,
    joint,
    criterion: { id: c, version: 1 },
    looking: 'from A to B',
    insideReachable: size.od < 0.2,
  });
  const two = sizeOf('inch-tube', '2');
  const three = sizeOf('inch-tube', '3');
  const six = sizeOf('pipe', '6', '10S');
  const ti = sizeOf('pipe', '3', '10S');
  /** A spool told as a list, closed and fed. */
  const spool = (size: Size, list: string, flow: number): Setup => {
    const read = parseList(list, 'metric', size.series, size);
    if (!read.ok) throw new Error(`demo spool: ${read.error.text}`);
    const like = { ...startingSetup(size, 'argon', 2), lines: [{ id: 'l1', flow: lpm(flow) }] };
    return closeUp(read.parts, read.joint, like);
  };

  const batches: Batch[] = [
    {
      work: {
        job: 'Brackwater Annex',
        service: 'Process pipe',
        line: 'Heat-recovery loop',
        spool: 'HR-06',
        design: design(six, '316L', '316L', 'PIPE-clean', 'open-root'),
      },
      size: six,
      alloy: '316L',
      criterion: criterion('PIPE-clean'),
      heats: [have.pipe, have.pipeB],
      wps: have.wpsPipe,
      rev: '1',
      filler: have.rod,
      setup: spool(six, '350 mm, weld, elbow up, 300 mm', 16),
      welds: [
        { day: 20, number: 'HR-601', upTo: 'done', gap: [2.4, 12, 2.8, 6], inside: 'straw', outside: 'bronze', ppm: 310 },
        {
          day: 19,
          number: 'HR-602',
          upTo: 'done',
          gap: [2.4, 3, 3.2, 9],
          inside: 'purple',
          outside: 'dark-blue',
          ppm: 470,
          outcome: 'clean',
          remarks: 'Flow meter F-2 read 3 CFH over the check meter that week; taken out of use.',
        },
        {
          day: 18,
          number: 'HR-603',
          upTo: 'done',
          gap: [2.6, 6, 3, 12],
          inside: 'sugar',
          outside: 'grey',
          ppm: 6400,
          sugar: true,
          outcome: 'cut-out',
          drop: true,
          remarks: 'Dam at B found lying loose after welding.',
        },
        { day: 17, number: 'HR-604', upTo: 'passivate', gap: [2.4, 1, 2.6, 7], inside: 'gold', outside: 'bronze', ppm: 220 },
        { day: 4, number: 'HR-605', upTo: 'look', gap: [2.4, 12, 2.8, 5], ppm: 180 },
        { day: 2, number: 'HR-606', upTo: 'gas', gap: [2.4, 11, 2.6, 4] },
      ],
    },
    {
      work: {
        job: 'Harrow Point',
        service: 'Titanium',
        line: 'Seawater cooler',
        spool: 'SC-02',
        design: design(ti, 'Ti-2', 'Ti-2', 'TI-A'),
      },
      size: ti,
      alloy: 'Ti-2',
      criterion: criterion('TI-A'),
      heats: [have.tiA, have.tiB],
      wps: have.wpsTi,
      rev: '0',
      filler: null,
      setup: spool(ti, '280 mm, weld, 280 mm', 10),
      welds: [
        { day: 14, number: 'SC-21', upTo: 'done', gap: [0.1, 12, 0.2, 6], inside: 'bright', outside: 'pale-straw', ppm: 22 },
        {
          day: 13,
          number: 'SC-22',
          upTo: 'done',
          gap: [0.1, 3, 0.4, 8],
          inside: 'light-blue',
          outside: 'purple',
          ppm: 260,
          outcome: 'cut-out',
          remarks: 'Bottle ran out while welding.',
        },
        { day: 12, number: 'SC-23', upTo: 'done', gap: [0.1, 12, 0.2, 6], inside: 'bright', outside: 'bright', ppm: 18 },
        { day: 3, number: 'SC-24', upTo: 'setup', gap: [0.1, 5, 0.2, 11] },
      ],
    },
    {
      work: {
        job: 'Lowmarsh Oat Works',
        service: 'Food and drink',
        line: 'Cleaning skid',
        spool: 'CS-03',
        design: design(two, '304L', '316L', 'House-MP'),
      },
      size: two,
      alloy: '316L',
      criterion: criterion('House-MP'),
      heats: [have.fitting, have.tubeA],
      wps: have.wpsTube,
      rev: '3',
      filler: null,
      setup: spool(two, '330 mm, weld, tee up [60 mm], 400 mm', 7),
      welds: [
        { day: 11, number: 'CS-31', upTo: 'done', gap: [0.05, 12, 0.1, 6], inside: 'bright', outside: 'pale-straw', ppm: 31 },
        { day: 10, number: 'CS-32', upTo: 'done', gap: [0.05, 2, 0.15, 8], inside: 'pale-straw', outside: 'pale-straw', ppm: 38 },
        { day: 10, number: 'CS-33', upTo: 'done', gap: [0.1, 4, 0.3, 10], inside: 'gold', outside: 'straw', ppm: 88, outcome: 'clean' },
        { day: 9, number: 'CS-34', upTo: 'passivate', gap: [0.05, 12, 0.1, 6], inside: 'pale-straw', outside: 'straw', ppm: 41 },
        { day: 1, number: 'CS-35', upTo: 'clean', gap: [0.05, 12, 0.1, 6], inside: 'bright', outside: 'pale-straw', ppm: 29 },
      ],
    },
    {
      work: {
        job: 'Lowmarsh Oat Works',
        service: 'Food and drink',
        line: 'Oat-base line',
        spool: 'OB-11',
        design: design(three, '316L', '316L', 'House-MP'),
      },
      size: three,
      alloy: '316L',
      criterion: criterion('House-MP'),
      heats: [have.tubeA, have.tubeB],
      wps: have.wpsTube,
      rev: '3',
      filler: null,
      setup: spool(three, '400 mm, weld, elbow up, 350 mm', 8),
      welds: [
        { day: 8, number: 'OB-111', upTo: 'done', gap: [0, 12, 0.1, 5], inside: 'bright', outside: 'pale-straw', ppm: 27 },
        { day: 7, number: 'OB-112', upTo: 'done', gap: [0, 12, 0.1, 7], inside: 'bright', outside: 'bright', ppm: 24 },
        { day: 6, number: 'OB-113', upTo: 'clean', gap: [0.05, 3, 0.2, 9], inside: 'straw', outside: 'straw', ppm: 46, outcome: 'clean' },
        { day: 2, number: 'OB-114', upTo: 'look', gap: [0.05, 12, 0.1, 6], ppm: 33 },
        { day: 0.0245, number: 'OB-115', upTo: 'running', gap: [0.05, 1, 0.15, 7] },
        { day: 0.003, number: 'OB-116', upTo: 'fitup', gap: [0, 12, 0, 6] },
        { day: 0.003, number: 'OB-117', upTo: 'fitup', gap: [0, 12, 0, 6] },
      ],
    },
  ];

  for (const batch of batches) {
    for (const [i, spec] of batch.welds.entries()) {
      hand.set(at - spec.day * DAY);
      const who = { person: i % 2 ? cast.second : cast.welder, identified: 'picked' };
      const weld = uuid();
      const { spool } = await addWork(
        sql,
        hand.clock,
        { ...who, person: cast.lead },
        { ...batch.work, firstNumber: spec.number, count: 1 },
        [{ event: uuid(), weld }],
        true,
      );
      await tell(sql, hand, { batch, spec, weld, spool, cast, have, monitor, random, welder: who.person });
    }
  }
}

type Story = {
  batch: Batch;
  spec: Spec;
  weld: string;
  spool: string;
  cast: Cast;
  have: Stock;
  monitor: { id: string; name: string };
  random: () => number;
  welder: string;
};

const bandOfPlan = ({ joint: { low, value, high } }: Plan) =>
  low !== null && value !== null && high !== null ? { low, value, high } : null;

/** One weld from fit-up to as far as its story goes. */
async function tell(sql: Sql, hand: ReturnType<typeof handClock>, s: Story): Promise<void> {
  const { batch, spec, weld, have } = s;
  const order: (Stage | 'running')[] = ['fitup', 'gas', 'setup', 'purge', 'running', 'weld', 'look', 'clean', 'passivate', 'record'];
  const reaches = (stage: Stage | 'running') => spec.upTo === 'done' || order.indexOf(spec.upTo) > order.indexOf(stage);
  const seen = new Map<string, number>();
  const say = async <T extends EventType>(person: string, type: T, body: BodyOf<T>, stream = weld): Promise<string> => {
    const id = uuid();
    const answer = await append(
      sql,
      hand.clock,
      { person, identified: 'picked' },
      {
        id,
        stream,
        type,
        version: eventTypes[type].version,
        happenedAt: new Date(hand.clock()).toISOString(),
        offsetMs: 0,
        seen: eventTypes[type].decision ? (seen.get(stream) ?? 1) : null,
        body,
      },
    );
    if (answer.status !== 201) throw new Error(`demo: ${type} on ${spec.number}: ${answer.error} ${answer.reasons?.join('; ') ?? ''}`);
    seen.set(stream, answer.seq ?? 1);
    return id;
  };

  if (!reaches('fitup')) return;
  const [narrow, narrowAt, wide, wideAt] = spec.gap;
  const autogenous = batch.filler === null;
  hand.pass(1200);
  await say(s.welder, 'fitup.recorded', {
    gapNarrow: { value: mm(narrow), at: narrowAt },
    gapWide: { value: mm(wide), at: wideAt },
    highLow: mm(0.1 + 0.05 * s.random()),
    heatA: batch.heats[0],
    heatB: batch.heats[1],
    filler: batch.filler && { heat: batch.filler, diameter: mm(2.4) },
    wps: { ...batch.wps, revision: batch.rev },
    welder: s.welder,
    figures: [startingAmps(batch.size.wall), highLow(mm(0.12), batch.size.wall)],
    advice: gapAdvice({ narrow: mm(narrow), narrowAt, wide: mm(wide), wideAt }, batch.size.wall, autogenous, 'metric'),
  });
  if (!reaches('gas')) return;
  hand.pass(300);
  const lot = spec.day > 10 ? have.argon : have.argon2;
  const gas = { ...lot, gas: 'argon' as const, lot: lot.label.slice(-4), supplyPpm: spec.day > 10 ? 2 : 3 };
  await say(s.welder, 'gas.recorded', {
    purge: gas,
    torch: gas,
    monitor: { id: s.monitor.id, label: s.monitor.name },
    air: 208_700 + Math.round(900 * s.random()),
    bottle: 3 + Math.round(3 * s.random()),
    cylinder: { ...have.cylinder, left: 6.2 },
    meter: { ...have.meter, factor: 1, state: 'good' },
    price: { purge: 9.5, torch: 9.5, currency: 'EUR' },
  });
  if (!reaches('setup')) return;
  hand.pass(240);
  const cup = batch.alloy === 'Ti-2' ? 14 : 12;
  const amps = Math.round((startingAmps(batch.size.wall).value ?? 95) * (0.95 + 0.1 * s.random()));
  await say(s.welder, 'setup.recorded', {
    cup,
    lens: true,
    electrode: mm(2.4),
    stickOut: mm(12.7),
    flow: cupFlow(cup, true).value ?? lpm(12),
    amps,
    postFlow: Math.max(8, amps / 10),
    figures: [cupFlow(cup, true), postFlow(amps)],
  });
  const plan = planOnce(batch);
  await say(s.welder, 'purge.planned', { setup: batch.setup, plan });
  if (!reaches('purge')) return;

  hand.pass(180);
  const run = uuid();
  const startPpm = spec.ppm ?? 30;
  await say(
    s.welder,
    'run.started',
    {
      spool: s.spool,
      welds: [weld],
      setup: batch.setup,
      rules: batch.criterion.purge,
      planned: plan.joint.high,
      device: { id: s.monitor.id, label: s.monitor.name, declared: { resolution: 1, noise: 1.5, top: 250_000 } },
      band: bandOfPlan(plan),
      station: 'bay 1',
      place: 'vent',
      monitorChecked: true,
      countIn: 3,
      backing: 'purge',
    },
    run,
  );
  if (!reaches('running')) return;
  const mark = (name: BodyOf<'run.marked'>['mark']) => say(s.welder, 'run.marked', { mark: name, weld }, run);
  const fill = 240 + 60 * s.random();
  hand.pass(fill);
  await readings(sql, hand, s, fill, startPpm);
  await mark('tack');
  await mark('arc-on');
  hand.pass(150);
  await readings(sql, hand, s, 150, spec.drop ? startPpm * 3 : startPpm);
  await mark('arc-off');
  await mark('hold');
  hand.pass(70);
  await say(s.welder, 'run.ended', { how: 'done', countOut: 3 }, run);
  if (!reaches('weld')) return;

  if (!reaches('look')) return;
  hand.pass(1800);
  const all = { from: 12, to: 12 };
  const band = (b: Band): Tint['grade'] => ({ by: 'band', band: b });
  const inside = spec.inside ?? 'bright';
  const outside = spec.outside ?? 'bright';
  const tints: Tint[] = [
    { zone: 'id-bead', arc: all, grade: band('bright') },
    { zone: 'id-haz', arc: inside === 'bright' ? all : { from: 4, to: 8 }, grade: band(inside) },
    ...(inside === 'bright' ? [] : [{ zone: 'id-haz' as const, arc: { from: 8, to: 4 }, grade: band('pale-straw') }]),
    { zone: 'od-bead', arc: all, grade: band('bright') },
    { zone: 'od-haz', arc: all, grade: band(outside) },
  ];
  const found = {
    tints,
    defects: spec.sugar ? [{ kind: 'sugar' as const, side: 'inside' as const, arc: { from: 4, to: 8 } }] : [],
    insideReachable: batch.work.design.insideReachable,
  };
  const look = await say(s.cast.inspector, 'look.recorded', { insideBy: 'borescope', ...found });
  const outcome = spec.outcome ?? 'accept';
  const verdict = judge(batch.criterion, found);
  await say(s.cast.inspector, 'verdict.given', {
    look,
    criterion: { id: batch.criterion.id, version: 1 },
    outcome: verdict.outcome === 'incomplete' || outcome === 'cut-out' ? outcome : verdict.outcome,
    reasons: verdict.reasons,
  });

  const out = outcome === 'cut-out';
  if (!out && batch.criterion.cleaning !== 'never') {
    if (!reaches('clean')) return;
    hand.pass(3600);
    const hard = inside !== 'bright' && inside !== 'pale-straw';
    await say(
      s.welder,
      'clean.recorded',
      hard && batch.criterion.id === 'PIPE-clean'
        ? {
            method: 'paste',
            side: 'both',
            metalTemperature: 19,
            tool: null,
            product: { ...have.paste, product: stock.paste.body as never },
            dwell: 2700,
            tintRemains: false,
          }
        : {
            method: 'abrasive',
            side: 'both',
            metalTemperature: 28,
            tool: { ...have.pad, tool: stock.pad.body as never },
            product: null,
            dwell: null,
            tintRemains: false,
          },
    );
    if (!reaches('passivate')) return;
    hand.pass(4 * 3600);
    await say(s.cast.second, 'passivate.started', {
      acid: 'citric',
      product: { ...have.citric, product: stock.citric.body as never },
      percent: 6,
      celsius: 40,
      dwell: 1200,
      dwellFrom: 'sheet',
    });
    hand.pass(1320);
    await say(s.cast.second, 'passivate.ended', {
      neutraliser: { ...have.wash, product: stock.wash.body as never },
      feedPh: 7.2,
      runoffPh: 7,
      chloridePpm: 18,
      test: 'damp-cloth',
      testPassed: true,
    });
  }
  if (!reaches('record')) return;
  hand.pass(1800);
  await say(s.cast.inspector, 'record.closed', { remarks: spec.remarks ?? '' });
}

/** Readings of a filling purge, one every two seconds, falling from air to what was left. */
async function readings(sql: Sql, hand: ReturnType<typeof handClock>, s: Story, seconds: number, left: number): Promise<void> {
  const now = hand.clock();
  const n = Math.floor(seconds / 2);
  const list = Array.from({ length: n }, (_, i) => {
    const t = (i + 1) * 2;
    const clean = left + 209_000 * Math.exp((-t / seconds) * 13);
    const ppm = Math.max(0, Math.round(clean + 1.5 * (s.random() + s.random() - 1)));
    return { seq: i, at: new Date(now - (seconds - t) * 1000).toISOString(), raw: ppm, ppm, quality: 'good' as const };
  });
  await intake(
    sql,
    hand.clock,
    { id: s.monitor.id, kind: 'oxygen-monitor' },
    { boot: crypto.randomUUID(), sentAt: new Date(now).toISOString(), readings: list },
  );
}
