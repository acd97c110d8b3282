import { ROUND } from '../../basics/seam';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shipped, type Criterion } from '../../models/criteria';
import { findSize, type Size } from '../../basics/sizes';
import { startingSetup } from '../../models/setup';
import { LOOK_UNSAID } from '../look';
import { type Gate } from '../run';
import {
  dams,
  eventTypes,
  gasUse,
  gasUseWords,
  reduceRun,
  reduceWeld,
  refusals,
  stageLine,
  waitsFor,
  type BodyOf,
  type EventType,
  type SaidOf,
  type WeldState,
} from './index';
import { readSaid, type Stored } from '../event';
import { benchView, cell, markSchema, nextMarks, runCsv, tacksSeen, targets } from '../run';
import { stageSchema } from '../stages';

const house = shipped[0] as Criterion;
const size = findSize('inch-tube', '2') as Size;
const id = (n: number) => `01900000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const [WELD, RUN, SPOOL, PERSON] = [id(1), id(2), id(3), id(4)];
const T0 = Date.parse('2026-03-01T08:00:00Z');

/** A stream told as [type, body, seconds]. */
function stream(name: string, said: [EventType, unknown, number?][]): Stored[] {
  return said.map(([type, body, s], i) => ({
    id: id(100 + i + (name === RUN ? 500 : 0)),
    stream: name,
    seq: i + 1,
    type,
    version: 1,
    happenedAt: new Date(T0 + (s ?? i) * 1000).toISOString(),
    receivedAt: new Date(T0).toISOString(),
    actor: PERSON,
    identified: 'picked',
    body,
    hash: 'x',
  }));
}
const created: [EventType, BodyOf<'weld.created'>] = [
  'weld.created',
  {
    spool: SPOOL,
    number: 'W-1',
    design: {
      size,
      alloyA: '316L',
      alloyB: '316L',
      joint: 'square-butt',
      seam: ROUND,
      criterion: { id: 'House-MP', version: 1 },
      looking: 'from A to B',
      insideReachable: true,
    },
  },
];
const named = { id: id(9), label: 'X-1' };
const fitup: [EventType, BodyOf<'fitup.recorded'>] = [
  'fitup.recorded',
  {
    gapNarrow: { value: 0, at: 12 },
    gapWide: { value: 1e-4, at: 6 },
    highLow: 1e-4,
    heatA: named,
    heatB: named,
    filler: null,
    wps: { ...named, revision: '1' },
    welder: PERSON,
    figures: [],
    advice: [],
    ovality: null,
    flux: null,
  },
];
const lot = { ...named, gas: 'argon' as const, lot: '1', supplyPpm: 2 };
const gas: [EventType, BodyOf<'gas.recorded'>] = [
  'gas.recorded',
  {
    purge: lot,
    torch: lot,
    monitor: null,
    air: null,
    bottle: null,
    cylinder: null,
    meter: null,
    price: null,
    typed: { air: null, bottle: null },
  },
];
const setup: [EventType, BodyOf<'setup.recorded'>] = [
  'setup.recorded',
  {
    ...{ cup: 12, lens: true, screen: false, electrode: 2.4e-3, stickOut: 0.0127, flow: 2e-4, amps: 45, postFlow: 8, figures: [] },
    ...{ travel: null, tilt: 0, trailing: null, aim: null, tungsten: null, grind: null, pulse: null, sheet: null, reason: '' },
  },
];
const start: [EventType, Omit<SaidOf<'run.started'>, 'band' | 'listens' | 'station' | 'cylinder' | 'jointLag' | 'shorter'>] = [
  'run.started',
  {
    spool: SPOOL,
    welds: [WELD],
    setup: startingSetup(size),
    rules: house.purge,
    planned: 100,
    device: null,
    place: 'vent',
    monitorChecked: false,
    countIn: 2,
    backing: 'purge',
  },
];
const mark = (m: BodyOf<'run.marked'>['mark'], s?: number): [EventType, BodyOf<'run.marked'>, number?] => [
  'run.marked',
  { mark: m, weld: WELD },
  s,
];
const done: [EventType, BodyOf<'run.ended'>] = ['run.ended', { how: 'done', countOut: 2 }];
const tints = (['id-bead', 'id-haz', 'od-bead', 'od-haz'] as const).map((zone) => ({
  zone,
  arc: { from: 12, to: 12 },
  grade: { by: 'band' as const, band: 'bright' as const },
}));
const look: [EventType, BodyOf<'look.recorded'>] = [
  'look.recorded',
  { ...LOOK_UNSAID, insideBy: 'direct', tints, defects: [], insideReachable: true },
];
const verdict = (outcome: BodyOf<'verdict.given'>['outcome']): [EventType, BodyOf<'verdict.given'>] => [
  'verdict.given',
  { look: id(104), criterion: { id: 'House-MP', version: 1 }, outcome, reasons: ['so'] },
];
const clean: [EventType, Omit<BodyOf<'clean.recorded'>, 'because'>] = [
  'clean.recorded',
  {
    method: 'brush',
    side: 'both',
    metalTemperature: 20,
    tool: { ...named, tool: { what: 'b', metal: 'stainless', grit: null, kind: null, ratedRpm: null } },
    product: null,
    dwell: null,
    tintRemains: false,
  },
];
const product = { ...named, product: { kind: 'citric' as const, lot: '1', dwellSeconds: 600, hydrofluoric: false } };
const bath: [EventType, object, number] = [
  'passivate.started',
  { acid: 'citric', product, percent: 6, celsius: 40, dwell: 600, dwellFrom: 'sheet' },
  1000,
];
const rinse = (s: number): [EventType, object, number] => [
  'passivate.ended',
  { neutraliser: null, feedPh: 7, runoffPh: 7, chloridePpm: null, test: 'damp-cloth', testPassed: true },
  s,
];
const close: [EventType, BodyOf<'record.closed'>] = ['record.closed', { remarks: '' }];

const run = (...said: [EventType, unknown, number?][]) => {
  const r = reduceRun(stream(RUN, [start, ...said]));
  if (!r) throw new Error('no run');
  return r;
};
const weld = (said: [EventType, unknown, number?][], runs = [run(mark('arc-on'), mark('arc-off'), mark('hold'), done)]) => {
  const s = reduceWeld(stream(WELD, [created, ...said]), runs, house);
  if (!s) throw new Error('no weld');
  return s;
};

describe('a weld in the order of work', () => {
  it('waits for one stage after the other', () => {
    const told: [EventType, unknown, number?][] = [];
    const waits = [weld([], []).due];
    for (const next of [fitup, gas, setup]) {
      told.push(next);
      waits.push(weld(told, []).due);
    }
    waits.push(weld(told).due);
    for (const next of [look, verdict('accept'), clean, bath, rinse(1700), close]) {
      told.push(next);
      waits.push(weld(told).due);
    }
    expect(waits).toEqual(['fitup', 'gas', 'setup', 'purge', 'look', 'look', 'clean', 'passivate', 'passivate', 'record', null]);
    expect(weld(told).contradictions).toEqual([]);
  });
  it('has a line for every stage that is done and a word for what it waits for', () => {
    const s = weld([fitup, gas, setup, look, verdict('accept'), clean, bath, rinse(1700), close]);
    for (const stage of stageSchema.options) expect(stageLine(s, stage, 'inch').length, stage).toBeGreaterThan(3);
    expect(waitsFor(s)).toBe('Done');
  });
  it('goes back to the purge when it is welded again, and keeps what was', () => {
    const s = weld([fitup, gas, setup, look, [verdict('reweld')[0], verdict('reweld')[1], 500]]);
    expect([s.rewelds, s.due, s.look]).toEqual([1, 'purge', null]);
  });
  it('wants only its record closed once it is cut out', () => {
    const s = weld([fitup, gas, setup, look, verdict('cut-out')]);
    expect([s.out, s.due]).toEqual([true, 'record']);
  });
  it('stays with the engineer when it was referred', () =>
    expect(weld([fitup, gas, setup, look, verdict('refer')])).toMatchObject({ due: 'look' }));
  it('shows a rinse before the dwell was up', () => {
    expect(weld([fitup, gas, setup, look, verdict('accept'), clean, bath, rinse(1100)]).contradictions).toEqual([
      'Rinsed before the dwell was up: 1:40 of 10:00 min.',
    ]);
  });
  it('counts the dams in and out', () => {
    expect(dams(weld([]))).toEqual({ in: 2, out: 2, agree: true });
    expect(dams(weld([], [run(['run.ended', { how: 'done', countOut: 1 }])]))).toEqual({ in: 2, out: 1, agree: false });
    expect(dams(weld([], [run(['run.ended', { how: 'done', countOut: null }])]))).toMatchObject({ out: null, agree: false });
  });
});

describe('a run', () => {
  it('fills, is opened, fills again, welds, holds, ends', () => {
    const phases = [
      [],
      [mark('look')],
      [mark('look'), mark('refill', 50)],
      [mark('arc-on')],
      [mark('arc-on'), mark('arc-off')],
      [mark('hold')],
      [done],
    ].map((m) => run(...(m as [EventType, unknown][])).phase);
    expect(phases).toEqual(['filling', 'open', 'filling', 'welding', 'between', 'holding', 'done']);
    expect(run(mark('look'), mark('refill', 50)).fillingSince).toBe(T0 + 50_000);
    expect(run(mark('look')).fillingSince).toBeNull();
  });
  it('keeps what the look at the tacks showed, and where; says a mark that was told for before the gas', () => {
    const looked = { mark: 'looked', weld: WELD, look: 'blue-grey', arc: { from: 3, to: 6 } };
    const told = stream(RUN, [start, mark('tack', 10), mark('look', 20), ['run.marked', looked, 30]]).map((e) => ({
      ...e,
      version: e.type === 'run.marked' ? 2 : 1,
    }));
    const seen = reduceRun(told) as NonNullable<ReturnType<typeof reduceRun>>;
    expect([seen.phase, tacksSeen(seen)?.look, tacksSeen(seen)?.arc]).toEqual(['open', 'blue-grey', { from: 3, to: 6 }]);
    expect(targets(seen, ROUND).map((t) => t.label)).toEqual(['Closed, refill']);
    expect(targets(run(mark('tack', 10), mark('look', 20)), ROUND).map((t) => t.label)).toEqual([
      'Closed, refill',
      'Tacks bright',
      'Tacks gold',
      'Tacks blue or grey',
    ]);
    expect(readSaid(eventTypes['run.marked'], 2, { mark: 'looked', weld: WELD })).toMatchObject({ ok: false });
    const early = run(mark('tack', -120));
    expect([early.marks.length, early.contradictions]).toEqual([1, ['"Tack" was told for 2:00 min before the gas came on.']]);
  });
  it('takes any marks in any order, loses none, and ends in a lawful phase; told again it is the same', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...markSchema.exclude(['looked']).options), { maxLength: 30 }), fc.boolean(), (marks, end) => {
        const said: [EventType, unknown, number?][] = [
          ...marks.map((m, i) => mark(m, i + 1)),
          ...(end ? [['run.ended', { how: 'done', countOut: 2 }, marks.length + 1] as [EventType, unknown, number]] : []),
        ];
        const s = run(...said);
        expect(s.marks.map((m) => m.mark)).toEqual(marks);
        expect(['filling', 'open', 'welding', 'between', 'holding', 'done']).toContain(s.phase);
        expect(s.arcs).toHaveLength(marks.filter((m) => m === 'arc-on').length);
        for (const a of s.arcs.slice(0, -1)) expect(a.off).not.toBeNull();
        if (end) expect([s.phase, s.arcs.every((a) => a.off !== null)]).toEqual(['done', true]);
        expect(run(...said)).toEqual(s);
        for (const m of nextMarks(s.phase)) expect(markSchema.options).toContain(m);
      }),
    );
  });
  it('shows what cannot be, and takes it', () => {
    expect(run(mark('look'), mark('arc-on')).contradictions).toEqual(['The arc was struck with a dam open.']);
    expect(run(mark('arc-off')).contradictions).toHaveLength(1);
    expect(run(done, mark('tack', 9)).contradictions).toEqual(['"tack" was marked after the purge had ended.']);
  });
  it('forgets a mark taken back and no other', () => {
    const events = stream(RUN, [
      start,
      mark('tack'),
      mark('arc-on'),
      ['run.corrected', { corrects: id(602), reason: 'pressed by mistake', body: null }],
    ]);
    expect(reduceRun(events)).toMatchObject({ tacks: 1, phase: 'filling', version: 4, arcs: [] });
  });
  it('a mark made late counts when it happened, and the newest told is the one undone', () => {
    const s = run(mark('arc-on', 100), mark('arc-off', 160), mark('look', 40), mark('refill', 60));
    expect([s.phase, s.fillingSince, s.arcs.length]).toEqual(['between', T0 + 60_000, 1]);
    expect(s.contradictions).toEqual([]);
    expect(s.marks.map((m) => m.mark)).toEqual(['look', 'refill', 'arc-on', 'arc-off']);
    expect(s.lastTold).toBe(id(100 + 4 + 500));
  });
  it('grinding and a dam that came out let air in; a changed bottle fills again; passes are counted', () => {
    expect(run(mark('grind'))).toMatchObject({ phase: 'open', openedBy: 'grind', fillingSince: null });
    expect(run(mark('grind'), mark('refill', 30))).toMatchObject({ phase: 'filling', openedBy: null, fillingSince: T0 + 30_000 });
    expect(run(mark('arc-on'), mark('dam-out')).contradictions).toEqual(['A dam came out with the arc on.']);
    expect(run(mark('bottle', 50))).toMatchObject({ phase: 'filling', fillingSince: T0 + 50_000 });
    expect(run(mark('look'), mark('bottle', 50))).toMatchObject({ phase: 'open', fillingSince: null });
    expect(run(mark('arc-on'), mark('closing'))).toMatchObject({ phase: 'welding', closing: true });
    expect(run(mark('arc-on'), mark('closing'), mark('pass'))).toMatchObject({ phase: 'between', closing: false, passes: 2 });
  });
  it('is nothing without a start', () => expect(reduceRun(stream(RUN, [mark('tack')]))).toBeNull());
});

describe('gas a weld took', () => {
  const price = { purge: 10, torch: 12, currency: 'EUR' };
  const priced: [EventType, unknown] = ['gas.recorded', { ...gas[1], price }];
  const setupOf = startingSetup(size);
  const flow = setupOf.lines[0]?.flow ?? 0;
  it('is what flowed while its run was on, and the torch while its arc and post-flow were', () => {
    const s = weld(
      [fitup, priced, setup],
      [run(mark('arc-on', 100), mark('arc-off', 160), ['run.ended', { how: 'done', countOut: 2 }, 230])],
    );
    const used = gasUse(s, T0 + 999_000);
    expect(used.purge).toBeCloseTo(flow * 230, 9);
    expect(used.torch).toBeCloseTo(2e-4 * (60 + 8), 9);
    expect(used.money).toBeCloseTo(10 * used.purge + 12 * used.torch, 9);
    expect(gasUseWords(used, (x) => `${(x * 1000).toFixed(1)} L`)).toMatch(/^Purge 30.7 L, torch 13.6 L, 0.47 EUR\.$/);
  });
  it('goes on while the run goes on, is shared by the welds of a run, and is nothing without a purge', () => {
    const s = weld([fitup, priced, setup], [run()]);
    expect(gasUse(s, T0 + 60_000).purge).toBeCloseTo(flow * 60, 9);
    const two = run();
    expect(gasUse(weld([fitup, priced], [{ ...two, started: { ...two.started, welds: [WELD, id(77)] } }]), T0 + 60_000).purge).toBeCloseTo(
      (flow * 60) / 2,
      9,
    );
    expect(gasUse(weld([fitup, priced], [{ ...two, started: { ...two.started, backing: 'none' } }]), T0 + 60_000).purge).toBe(0);
  });
  it('has no price unless one was entered, and says so', () => {
    const used = gasUse(weld([fitup, gas, setup]), T0);
    expect(used.money).toBeNull();
    expect(gasUseWords(used, String)).toContain('no price entered');
  });
});

describe('what was done that must not be', () => {
  const told: [EventType, unknown, number?][] = [fitup, gas, setup, look, verdict('accept')];
  const cleaned = (over: object, s = 300): [EventType, unknown, number] => ['clean.recorded', { ...clean[1], ...over }, s];
  const iron = cleaned({ tool: { ...named, tool: { what: 'b', metal: 'carbon-steel', grit: null } } });
  const hfPaste = { ...named, product: { kind: 'paste' as const, lot: 'P', dwellSeconds: 600, hydrofluoric: true } };
  const pickled = cleaned({ method: 'paste', tool: null, product: hfPaste, dwell: 600 }, 400);
  const state = (...more: [EventType, unknown, number?][]) => weld([...told, ...more]);
  const settled = (s: WeldState) => s.deviations.map((d) => [d.id, d.settled]);
  const closes = (s: WeldState) => refusals({ type: 'record.closed', body: { remarks: '' } }, s, house);

  it('is taken, stands open and keeps the record from closing', () => {
    const s = state(iron, bath, ['passivate.ended', { ...rinse(1700)[1], test: 'none', testPassed: null }, 1700]);
    expect([s.due, settled(s)]).toEqual(['record', [['tool-iron', null]]]);
    expect(waitsFor(s)).toBe('A deviation to settle');
    expect(closes(s)).toEqual([
      'This tool is marked for carbon steel: it plants rust. Take one marked for this metal. Settle it: a test for free iron that passes, or pickling the skin off, or a referral with its reason.',
    ]);
  });
  it('planted iron is settled by a test that passes, or by pickling the skin off', () => {
    expect(settled(state(iron, bath, rinse(1700)))).toEqual([['tool-iron', 'Damp cloth, 60 min: passed.']]);
    expect(settled(state(iron, pickled))).toEqual([['tool-iron', 'Pickled since.']]);
    // Pickled wrongly, it settles nothing.
    expect(settled(state(iron, cleaned({ method: 'paste', tool: null, product: hfPaste, metalTemperature: 60 }, 400)))[0]).toEqual([
      'tool-iron',
      null,
    ]);
  });
  it('the same step done again, rightly, settles what only wanted that', () => {
    const s = state(clean, bath, ['passivate.ended', { ...rinse(0)[1], runoffPh: 2 }, 1700]);
    expect([s.due, settled(s)]).toEqual(['passivate', [['rinse-end', null]]]);
    expect(settled(state(clean, bath, ['passivate.ended', { ...rinse(0)[1], runoffPh: 2 }, 1700], rinse(1800)))).toEqual([
      ['rinse-end', 'Done again, rightly.'],
    ]);
  });
  it('a bath "from the table" that no row holds is not a passivation until it is proved or done again', () => {
    const wild: [EventType, object, number] = [
      'passivate.started',
      { ...bath[1], percent: 95, celsius: 95, dwell: 1, dwellFrom: 'table' },
      1000,
    ];
    expect(settled(state(clean, wild))).toEqual([['bath-row', null]]);
    const tested = state(clean, wild, rinse(1700));
    expect([tested.due, settled(tested)]).toEqual(['record', [['bath-row', 'Damp cloth, 60 min: passed.']]]);
  });
  it('a test takes its time on the clock, or was done elsewhere; until then the weld waits for it', () => {
    const begun: [EventType, unknown, number] = ['passivate.ended', { ...rinse(1700)[1], testPassed: null }, 1700];
    const waiting = state(clean, bath, begun);
    expect([waiting.due, waitsFor(waiting)]).toEqual(['passivate', 'Its test']);
    const after = (seconds: number, over: object = {}) =>
      state(clean, bath, begun, [
        'test.ended',
        { rinse: waiting.rinse?.event, passed: true, elsewhere: null, because: null, ...over },
        1700 + seconds,
      ]);
    // The damp cloth takes an hour (common practice, no source).
    expect([after(42).due, settled(after(42))]).toEqual(['passivate', [['test-short', null]]]);
    expect(after(3600).due).toBe('record');
    expect(settled(after(3600))).toEqual([]);
    expect(settled(after(42, { elsewhere: { when: '2026-03-01T07:00:00Z', by: 'The works laboratory' } }))).toEqual([]);
    expect(after(3600, { passed: false }).due).toBe('passivate');
    expect(after(3600, { rinse: id(9) }).contradictions.join()).toContain('had not begun');
  });
  it('what nothing mends is referred, with who decided what', () => {
    const poison = state(clean, bath, ['passivate.ended', { ...rinse(0)[1], test: 'ferroxyl' }, 1700]);
    expect(settled(poison)).toEqual([['test-poison', null]]);
    const [d] = poison.deviations;
    const body = { entry: d?.entry ?? '', id: 'test-poison', reason: 'QA: flushed and swabbed, accepted' };
    expect(refusals({ type: 'deviation.settled', body }, poison, house)).toEqual([]);
    const after = state(clean, bath, ['passivate.ended', { ...rinse(0)[1], test: 'ferroxyl' }, 1700], ['deviation.settled', body, 1800]);
    expect(settled(after)).toEqual([['test-poison', 'Referred: QA: flushed and swabbed, accepted']]);
    expect(closes(after)).toEqual([]);
  });
  it('tint stays where it was seen: a side that was not cleaned is not passivated over, and no cleaning cleans nothing', () => {
    const straw = {
      ...look[1],
      tints: tints.map((t) => (t.zone === 'id-haz' ? { ...t, grade: { by: 'band' as const, band: 'straw' as const } } : t)),
    };
    const seen: [EventType, unknown, number?][] = [fitup, gas, setup, ['look.recorded', straw], verdict('clean')];
    const ids = (...more: [EventType, unknown, number?][]) => weld([...seen, ...more]).deviations.map((d) => d.id);
    expect(ids(cleaned({ side: 'outside' }), bath)).toEqual(['bath-tint']);
    expect(ids(cleaned({ side: 'inside' }), bath)).toEqual([]);
    expect(ids(cleaned({ method: 'none', tool: null }), bath)).toEqual(['none', 'bath-tint']);
    expect(weld([...seen, cleaned({ method: 'none', tool: null })]).due).toBe('clean');
  });
  it('abrading after passivation reopens it', () => {
    const done = state(clean, bath, rinse(1700));
    expect(done.due).toBe('record');
    const again = state(clean, bath, rinse(1700), cleaned({}, 1800));
    expect([again.due, again.bath, again.rinse, again.deviations]).toEqual(['passivate', null, null, []]);
  });
});

describe('whether a purge is needed', () => {
  it('wants a reason for leaving it out, and none for the full purge', () => {
    const need = (choice: string, reason: string) =>
      readSaid(eventTypes['need.decided'], 1, {
        choice,
        reason,
        options: [{ choice: 'purge', result: 'x', gas: 1, seconds: 1, money: null, speaks: 'for', given: [] }],
      }).ok;
    expect([need('none', ''), need('none', 'mild steel'), need('purge', '')]).toEqual([false, true, true]);
  });
});

describe('the bench', () => {
  const gateOf = (over: Partial<Gate> = {}): Gate => ({ ready: false, by: 'monitor', text: 'Filling.', left: null, ...over });
  const see = (r: ReturnType<typeof run>, over: Partial<Parameters<typeof benchView>[0]> = {}) =>
    benchView({
      run: { ...r, started: { ...r.started, device: named } },
      gate: gateOf(),
      ppm: 120,
      holdSeconds: 60,
      seam: ROUND,
      now: T0 + 30_000,
      ...over,
    });
  it.each([
    ['filling', run(), {}, 'Filling', 'plain', null],
    ['ready', run(), { gate: gateOf({ ready: true, text: 'Ready.' }), ppm: 30 }, 'Ready', 'go', 'ready'],
    ['no reading', run(), { ppm: null }, 'Filling', 'plain', 'lost'],
    ['welding', run(mark('arc-on')), { ppm: 30 }, 'Welding', 'go', null],
    ['over the limit', run(mark('arc-on')), { ppm: 80 }, 'Over the limit', 'stop', 'over'],
    ['closing', run(mark('arc-on'), mark('closing')), { ppm: 30 }, 'Closing', 'go', null],
    ['grinding', run(mark('grind')), {}, 'Grinding', 'plain', null],
    ['a dam out', run(mark('dam-out')), {}, 'Dam out', 'plain', null],
    ['held', run(mark('hold')), { now: T0 + 200_000, ppm: 20 }, 'Holding', 'plain', 'held'],
  ] as const)('%s', (_what, r, over, word, tone, cue) => {
    const v = see(r, over);
    expect([v.word, v.tone, v.cue]).toEqual([word, tone, cue]);
    expect(v.line.length).toBeGreaterThan(5);
  });
  it('every state says what ends it', () => {
    const line = (...said: Parameters<typeof run>) => see(run(...said), { ppm: 30 }).line;
    expect(line(mark('look'))).toMatch(/mark refill/);
    expect(line(mark('grind'))).toMatch(/mark refill/);
    expect(line(mark('dam-out'))).toMatch(/mark refill/);
    expect(line(mark('arc-on'))).toMatch(/Arc off ends it/);
    expect(line(mark('arc-on', 1), mark('closing', 2))).toMatch(/flow down.*Arc off ends it/);
    expect(line(mark('arc-on', 1), mark('arc-off', 2))).toMatch(/Arc on for the next, or hold/);
    expect(line(mark('hold'))).toMatch(/until the count is out/);
    expect(see(run(mark('hold')), { now: T0 + 200_000 }).line).toMatch(/press done/);
  });
  it('shows the oxygen by monitor, the time by clock and while the gas is held', () => {
    expect(see(run()).big).toEqual({ kind: 'oxygen', ppm: 120 });
    expect(see(run(), { gate: gateOf({ by: 'clock', left: 65 }) }).big).toEqual({ kind: 'time', text: '1:05' });
    expect(see(run(mark('hold')), { now: T0 + 31_000 }).big).toEqual({ kind: 'time', text: '0:30' });
  });
  it('counts what can be counted while no oxygen can be shown, and nothing while a dam is open', () => {
    expect(see(run(), { ppm: null })).toMatchObject({
      big: { kind: 'time', text: '0:30' },
      under: 'no fresh reading: gas on',
      gasOn: null,
    });
    expect(see(run()).gasOn).toBe('gas on 0:30');
    expect(see(run(mark('arc-on', 20)), { ppm: null })).toMatchObject({
      big: { kind: 'time', text: '0:10' },
      under: 'no fresh reading: arc on',
    });
    expect(see(run(mark('look', 5)), { ppm: null }).big).toEqual({ kind: 'none' });
  });
});

describe('a run as CSV', () => {
  it('is RFC 4180: CRLF, quoted where it must be, readings and marks in order', () => {
    const text = runCsv(
      run(mark('tack', 5)),
      [
        { at: T0 + 1000, ppm: 900, quality: 'good' },
        { at: T0 + 9000, ppm: 80, quality: 'good' },
      ],
      [{ at: T0 + 2000, flow: 7.5 / 60_000 }],
      () => ROUND,
    );
    const lines = text.split('\r\n');
    expect(lines[0]).toBe('seconds,utc,oxygen_ppm,quality,flow_l_min,flow_from,mark');
    expect(lines.slice(1, 4).map((l) => l.split(',').filter((_, i) => i !== 1))).toEqual([
      ['1.000', '900', 'good', '8', 'set', ''],
      ['5.000', '', '', '7.5', 'measured', 'Tack'],
      ['9.000', '80', 'good', '7.5', 'measured', ''],
    ]);
    expect(lines.at(-1)).toBe('');
  });
  it('quotes, doubles quotes, and keeps formulas from running', () => {
    expect(['a,b', 'say "so"', '=1+1', '-5', '@x', 'two\nlines'].map(cell)).toEqual([
      '"a,b"',
      '"say ""so"""',
      "'=1+1",
      '-5',
      "'@x",
      '"two\nlines"',
    ]);
  });
});
