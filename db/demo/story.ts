/** One weld of the demo told from fit-up to as far as it went, through the same append as everything else. */
import { v7 as uuid } from 'uuid';
import { productSchema, toolSchema } from '../../core/models/cleaning';
import type { NewRegisterItem } from '../../core/work/registers';
import { judge, type Tint } from '../../core/models/criteria';
import { AIR_OXYGEN_PPM } from '../../core/basics/gases';
import type { Figure } from '../../core/basics/figure';
import { gapAdvice, highLow, postFlow, startingAmps, TURN_SPEED } from '../../core/models/heat';
import { tanksRemaining, tanksVolumes } from '../../core/models/network';
import { totalFlow } from '../../core/models/setup';
import { clockGate, jointLag, planPurge, readyBy, type Plan } from '../../core/models/purge';
import { cupFlow, figuresOf, planTorch } from '../../core/models/shield';
import { sheetByRule } from '../../core/work/sheet';
import { overOf, planTyped, torchKnown } from '../../core/work/torch';
import type { Band } from '../../core/models/tint';
import { eventTypes, type BodyOf, type EventType, versionOf, weldFindings, type SaidOf } from '../../core/work/record';
import type { Stage } from '../../core/work/stages';
import { LOOK_UNSAID } from '../../core/work/look';
import { AS_THE_SHEET } from '../../core/work/welded';
import { append } from '../record/append';
import { weldRecord } from '../record/stored';
import type { handClock } from '../clock';
import { intake } from '../record/readings';
import type { Sql } from '../sql';
import type { Batch, Spec } from './jobs';
import { addPicture } from './pictures';
import { stock, type Stock } from './stock';

const mm = (x: number) => x / 1000;
const lpm = (x: number) => x / 60_000;

export type Cast = { welder: string; second: string; inspector: string; lead: string };

/** The plan of a batch is computed once: its welds are alike. */
const plans = new WeakMap<Batch, Plan>();
function planOnce(batch: Batch): Plan {
  const known = plans.get(batch);
  if (known) return known;
  const planned = planPurge(batch.setup, batch.criterion.purge.startPpm, 'metric', 24, readyBy(batch.criterion.purge, true));
  if (!planned.ok) throw new Error(`demo spool: ${planned.faults.join(' ')}`);
  plans.set(batch, planned.plan);
  return planned.plan;
}

/** What cup and shield of a batch leave bare, computed once. */
const bares = new WeakMap<Batch, Figure[]>();
function bareOnce(batch: Batch, cup: number, amps: number): Figure[] {
  const known = bares.get(batch);
  if (known) return known;
  const plan = planTyped({ ...torchKnown(null, { size: batch.size, alloyA: batch.alloy }), cup: String(cup), amps }, batch.alloy);
  const over = overOf(batch.work.design);
  const figures = plan ? figuresOf(plan, over, planTorch(plan, over, null, 'metric'), 1) : [];
  bares.set(batch, figures);
  return figures;
}

export type Story = {
  batch: Batch;
  spec: Spec;
  weld: string;
  spool: string;
  cast: Cast;
  have: Stock;
  monitor: { id: string; name: string };
  random: () => number;
  welder: string;
  /** ms; and who stands beside whoever has acid in hand */
  now: number;
  beside: string;
};
const inTwoMonths = (now: number): string => new Date(now + 60 * 86_400_000).toISOString().slice(0, 10);

const bandOfPlan = ({ joint: { low, value, high } }: Plan) =>
  low !== null && value !== null && high !== null ? { low, value, high } : null;

/** One weld from fit-up to as far as its story goes. */
export async function tell(sql: Sql, hand: ReturnType<typeof handClock>, s: Story): Promise<void> {
  const { batch, spec, weld, have } = s;
  const order: (Stage | 'running')[] = ['fitup', 'gas', 'setup', 'purge', 'running', 'weld', 'look', 'clean', 'passivate', 'record'];
  const reaches = (stage: Stage | 'running') => spec.upTo === 'done' || order.indexOf(spec.upTo) > order.indexOf(stage);
  const seen = new Map<string, number>();
  const say = async <T extends EventType>(person: string, type: T, body: SaidOf<T>, stream = weld): Promise<string> => {
    const id = uuid();
    const answer = await append(
      sql,
      hand.clock,
      { person, identified: 'picked' },
      {
        id,
        stream,
        type,
        version: versionOf(type),
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
    advice: gapAdvice({ narrow: mm(narrow), narrowAt, wide: mm(wide), wideAt }, batch.size, autogenous, 'metric'),
    ovality: null,
    flux: null,
  });
  if (spec.touchedBy) {
    const { label, body } = stock[spec.touchedBy] as Extract<NewRegisterItem, { kind: 'tool' }>;
    hand.pass(120);
    await say(s.welder, 'tool.touched', { tool: { ...have[spec.touchedBy], label, tool: toolSchema.parse(body) } });
  }
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
    typed: { air: null, bottle: null },
  });
  if (!reaches('setup')) return;
  hand.pass(240);
  const titanium = batch.alloy === 'Ti-2';
  const cup = titanium ? 14 : 12;
  const amps = Math.round((startingAmps(batch.size.wall).value ?? (titanium ? 80 : 95)) * (0.95 + 0.1 * s.random()));
  await say(s.welder, 'setup.recorded', {
    cup,
    lens: true,
    screen: false,
    electrode: mm(2.4),
    stickOut: mm(12.7),
    flow: cupFlow(cup, true).value ?? lpm(12),
    amps,
    travel: TURN_SPEED,
    tilt: 10,
    trailing: titanium ? { length: mm(76.2), width: mm(25.4), flow: lpm(12) } : null,
    aim: titanium ? 'bright' : 'straw',
    postFlow: Math.max(8, amps / 10),
    ...{ tungsten: 'lanthanated', grind: 30, pulse: null, reason: '' },
    sheet: sheetByRule(batch.work.design, { tilt: batch.setup.tilt, gap: null }),
    figures: [cupFlow(cup, true), postFlow(amps), ...bareOnce(batch, cup, amps)],
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
      planned: clockGate(batch.setup, plan).seconds,
      device: { id: s.monitor.id, label: s.monitor.name, declared: { resolution: 1, noise: 1.5, top: 250_000 } },
      band: bandOfPlan(plan),
      station: 'bay 1',
      place: 'vent',
      monitorChecked: true,
      countIn: 3,
      backing: 'purge',
      listens: [],
      cylinder: have.cylinder,
      jointLag: jointLag(plan),
      shorter: null,
    },
    run,
  );
  if (!reaches('running')) return;
  const mark = (name: BodyOf<'run.marked'>['mark']) => say(s.welder, 'run.marked', { mark: name, weld }, run);
  const fill = 240 + 60 * s.random();
  hand.pass(fill);
  // Three mixed tanks of its own volume and flow, at a pace of the day, and at the limit when the arc comes on.
  const volume = plan.figures.find((f) => f.id === 'volume')?.value ?? 4e-3;
  const floor = 0.8 * startPpm;
  const rate = Math.max((totalFlow(batch.setup) / volume) * (0.8 + 0.4 * s.random()), tanksVolumes(3, 1.02 * startPpm, floor) / fill);
  await readings(sql, hand, s, fill, (t) => floor + (AIR_OXYGEN_PPM - floor) * tanksRemaining(Math.max(0, t - 3) * rate, 3));
  await mark('tack');
  await mark('arc-on');
  hand.pass(150);
  const risen = spec.drop ? startPpm * 3 : startPpm;
  await readings(sql, hand, s, 150, (t) => risen + (startPpm - risen) * Math.exp((-t / 150) * 13));
  await mark('arc-off');
  await mark('hold');
  hand.pass(70);
  await say(s.welder, 'run.ended', { how: 'done', countOut: 3 }, run);
  if (!reaches('weld')) return;

  const shown = (stage: 'as-welded' | 'cleaned') => (spec.pictures ?? []).filter((p) => p.stage === stage);
  const photograph = async (stage: 'as-welded' | 'cleaned') => {
    for (const p of shown(stage)) {
      hand.pass(60);
      await addPicture(sql, { taken: (b) => say(s.welder, 'picture.taken', b), read: (b) => say(s.welder, 'picture.read', b) }, p);
    }
  };
  hand.pass(600);
  await photograph('as-welded');
  if (!reaches('look')) return;
  hand.pass(1200);
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
  const stops = spec.slip === undefined ? [] : [{ kind: 'slip' as const, at: spec.slip }];
  await say(s.welder, 'welded.recorded', { ...AS_THE_SHEET, stops });
  // Now and then somebody looked before the inspector did, and called the same colour by its neighbour's name.
  if (spec.second) {
    const other = tints.map((t): Tint =>
      t.zone === 'id-haz' && t.grade.by === 'band' ? { ...t, grade: band(spec.second ?? 'bright') } : t,
    );
    await say(s.cast.lead, 'look.recorded', { ...LOOK_UNSAID, insideBy: 'borescope', ...found, tints: other });
  }
  const look = await say(s.cast.inspector, 'look.recorded', { ...LOOK_UNSAID, insideBy: 'borescope', ...found });
  const { seam } = batch.work.design;
  const outcome = spec.outcome ?? 'accept';
  const record = await weldRecord(sql, weld);
  const verdict = judge(
    batch.criterion,
    { ...found, seam, wall: batch.size.wall },
    record ? weldFindings(record.state, batch.criterion) : [],
  );
  // What the purge refers is settled by what was seen, and said so.
  const settled = verdict.outcome === 'refer' ? judge(batch.criterion, { ...found, seam }).outcome : verdict.outcome;
  await say(s.cast.inspector, 'verdict.given', {
    look,
    criterion: { id: batch.criterion.id, version: batch.criterion.version },
    outcome: settled === 'incomplete' || outcome === 'cut-out' ? outcome : settled,
    reasons: [
      ...verdict.reasons,
      ...(settled === verdict.outcome ? [] : ['Referred for its purge, settled by the inspector on what was seen.']),
    ],
  });

  for (const [side, minutes] of spec.on ?? []) {
    hand.set(s.now - 60_000 * minutes);
    await say(s.welder, 'dwell.begun', {
      ...{ side, where: null, method: 'paste', celsius: 21, least: 1800, most: 3600, from: 'sheet', wetWithin: 1800, because: null },
      product: { ...have.paste, product: productSchema.parse(stock.paste.body) },
      ready: { second: s.beside, gelUntil: inTwoMonths(s.now), wash: true, gloves: 'neoprene', overSleeve: true, faceShield: true },
      current: null,
      tank: null,
    });
  }

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
            rinse: { feedPh: 7.1, runoffPh: 6.8 },
            tintRemains: false,
            because: null,
          }
        : {
            method: 'abrasive',
            side: 'both',
            metalTemperature: 28,
            tool: { ...have.pad, tool: toolSchema.parse(stock.pad.body) },
            product: null,
            dwell: null,
            rinse: null,
            tintRemains: false,
            because: null,
          },
    );
    await photograph('cleaned');
    if (!reaches('passivate')) return;
    hand.pass(4 * 3600);
    await say(s.cast.second, 'passivate.started', {
      acid: 'citric',
      product: { ...have.citric, product: stock.citric.body as never },
      percent: 6,
      celsius: 40,
      dwell: 1200,
      dwellFrom: 'sheet',
      wetWithin: null,
      tank: { ...have.tank, out: [] },
      because: null,
    });
    hand.pass(1320);
    const rinse = await say(s.cast.second, 'passivate.ended', {
      neutraliser: { ...have.wash, product: stock.wash.body as never },
      feedPh: 7.2,
      runoffPh: 7,
      chloridePpm: 18,
      test: 'damp-cloth',
      elsewhere: null,
      because: null,
    });
    hand.pass(3660);
    await say(s.cast.second, 'test.ended', { rinse, passed: true, elsewhere: null, because: null });
  }
  if (!reaches('record')) return;
  hand.pass(1800);
  await say(s.cast.inspector, 'record.closed', { remarks: spec.remarks ?? '' });
}

/** Readings of a purge, one every two seconds. @param oxygen ppm after so many s */
async function readings(
  sql: Sql,
  hand: ReturnType<typeof handClock>,
  s: Story,
  seconds: number,
  oxygen: (t: number) => number,
): Promise<void> {
  const now = hand.clock();
  const n = Math.floor(seconds / 2);
  const list = Array.from({ length: n }, (_, i) => {
    const t = (i + 1) * 2;
    const ppm = Math.max(0, Math.round(oxygen(t) + 1.5 * (s.random() + s.random() - 1)));
    return { seq: i, at: new Date(now - (seconds - t) * 1000).toISOString(), raw: ppm, ppm, quality: 'good' as const };
  });
  await intake(
    sql,
    hand.clock,
    { id: s.monitor.id, kind: 'oxygen-monitor' },
    { boot: crypto.randomUUID(), sentAt: new Date(now).toISOString(), readings: list },
  );
}
