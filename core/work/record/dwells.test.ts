/** Products on their clocks, from the form to the weld they leave: what is asked, what stands on record, what a rinse makes of it. */
import { describe, expect, it } from 'vitest';
import { findSize, type Size } from '../../basics/sizes';
import { ROUND, WHOLE } from '../../basics/seam';
import { readForm, readSoFar } from '../../basics/fields';
import { current, shipped, type Criterion } from '../../models/criteria';
import { LOOK_UNSAID } from '../look';
import type { RegisterItem } from '../registers';
import type { Stored } from '../event';
import { cleanedRightly, cleanedStretches, passivatedRightly } from './deviations';
import {
  bathClock,
  clockOf,
  frontOf,
  openClocks,
  openDeviations,
  openDwells,
  reduceWeld,
  situation,
  storyOf,
  versionOf,
  wasOn,
  type EventType,
} from './index';
import { dwellForm, dwellNow, dwellOf, dwellRinseSpeaks, dwellSaid, dwellSpeaks, dwellTyped } from '../dwell';

const size = findSize('inch-tube', '2') as Size;
const criterion = (current.find((c) => c.id === 'House-MP') ?? shipped[0]) as Criterion;
const id = (n: number) => `0197f000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const T0 = Date.UTC(2026, 2, 3, 8);
const paste = (over: object = {}): RegisterItem & { kind: 'product' } => ({
  ...{ kind: 'product', id: id(900), label: 'P-9' },
  body: {
    ...{ kind: 'paste', lot: '9', dwellSeconds: null, hydrofluoric: true, mostCelsius: null, contents: '' },
    sheet: { name: 'S-9', metals: ['316L'], rows: [{ celsius: [15, 30], least: 1800, most: 3600 }], wetWithin: 900 },
    ...over,
  },
});
const people = [{ id: id(1), name: 'Second Person' }];
const about = { seam: ROUND, system: 'metric' as const, stretches: [{ from: 3, to: 6 }], least: null };
const who = { metals: ['316L' as const], today: '2026-03-03', who: 'First Person' };
const typed = {
  ...{ product: id(900), side: 'outside', stretch: '3-6', celsius: '21 °C', told: '' },
  ...{ second: id(1), gelUntil: '2026-12-31', gloves: 'neoprene', overSleeve: true, wash: true, faceShield: true },
  ...{ done: false, because: '' },
};

/** What is told, when, in minutes; in an older version where it says so. */
type Told = [EventType, object, number, number?];

/** A weld with tint inside and outside, judged, and what is told after it: the entries as they are stored. */
function entries(events: Told[], tints = [{ zone: 'od-haz', arc: WHOLE, grade: { by: 'band', band: 'straw' } }]) {
  const before: Told[] = [
    [
      'weld.created',
      {
        ...{ spool: id(50), number: 'W-1' },
        design: {
          ...{ size, alloyA: '316L', alloyB: '316L', joint: 'square-butt', seam: ROUND, looking: 'from A to B', insideReachable: true },
          criterion: { id: criterion.id, version: criterion.version },
        },
      },
      -100,
    ],
    [
      'look.recorded',
      { ...LOOK_UNSAID, tints, defects: [], discolorationNumber: null, insideReachable: true, insideBy: 'borescope', sugar: false },
      -60,
    ],
  ];
  return [...before, ...events].map(([type, body, m, version = versionOf(type)], i): Stored => ({
    ...{ id: id(100 + i), stream: id(99), seq: i + 1, type, version, body, actor: id(2), identified: 'picked', hash: '' },
    happenedAt: new Date(T0 + 60_000 * m).toISOString(),
    receivedAt: new Date(T0 + 60_000 * m).toISOString(),
  }));
}
function weld(events: Told[], tints?: Parameters<typeof entries>[1]) {
  const s = reduceWeld(entries(events, tints), [], criterion);
  if (!s) throw new Error('no weld');
  return s;
}
const clean = weld([]);
const s = situation(clean, criterion);
const form = dwellForm([paste()], people, about);
const read = (over: object = {}) => {
  const r = readForm(form, { ...typed, ...over }, 'metric');
  if (!r.ok) throw new Error(JSON.stringify(r.errors));
  return r.values;
};
const begun = (over: object = {}) => {
  const said = dwellSaid(read(over), s, who, about);
  if (!said) throw new Error('no time');
  return said;
};
const rinse = (dwell: string, over: object = {}) => ({
  ...{ dwell, neutraliser: null, feedPh: 7, runoffPh: 6.8, feedMicro: 300, runoffMicro: 310, chloridePpm: 20, dried: true },
  ...{ tintRemains: false, because: null, ...over },
});
/** The id of the first event told after the look. */
const FIRST = id(102);

describe('before it goes on', () => {
  it('the sheet gives the time, by the metal as it was measured; °F is read as °F', () => {
    expect(dwellTyped(read(), who)).toEqual({ least: 1800, most: 3600, from: 'sheet', wetWithin: 900 });
    expect(dwellTyped(read({ celsius: '70 °F' }), who)).toMatchObject({ least: 1800 });
    expect(read({ celsius: '70 °F' }).celsius).toBeCloseTo(21.11, 2);
    expect(dwellTyped(read({ celsius: '70 °C' }), who)).toMatchObject({ no: expect.stringMatching(/ends at 30 °C/) as string });
  });
  it('on two metals it stays from the slower until the quicker; where there is no such time there is none', () => {
    const both = (celsius: string, metals: ('304L' | '316L' | '2205')[]) =>
      dwellTyped({ ...read({ celsius }), product: paste({ sheet: null }) }, { ...who, metals });
    // The guides, from memory: 304L 20 to 45 min, 316L 30 to 60, 2205 60 to 120 at 20 °C.
    expect(both('20 °C', ['304L', '316L'])).toMatchObject({ least: 1800, most: 2700 });
    expect(both('20 °C', ['304L', '2205'])).toMatchObject({ no: expect.stringMatching(/too long for the other/) as string });
  });
  it('without rows the one time of its sheet, without that the tables, marked a hint', () => {
    expect(dwellOf(paste({ sheet: null, dwellSeconds: 2400 }), '316L', 20)).toEqual({
      least: 2400,
      most: 3000,
      from: 'sheet',
      wetWithin: null,
    });
    expect(dwellOf(paste({ sheet: null }), '316L', 20)).toMatchObject({ from: 'hint', least: 1800, most: 3600 });
    expect(dwellOf(paste(), '2205', 20)).toMatchObject({ no: expect.stringMatching(/does not name/) as string });
    // One time beside a sheet that does not name the metal is no time for it.
    expect(dwellOf(paste({ dwellSeconds: 2400 }), '2205', 20)).toHaveProperty('no');
  });
  it('hydrofluoric acid: everything is asked, and what is missing is never simply recorded', () => {
    expect(dwellSpeaks(read(), s, who)).toEqual([]);
    for (const over of [
      { gloves: 'nitrile-thin' },
      { wash: false },
      { gelUntil: '2026-03-02' },
      { faceShield: false },
      { overSleeve: false },
    ])
      expect(dwellSpeaks(read(over), s, who).map((b) => `${b.level} ${b.id}`)).toEqual(['never hydrofluoric']);
    expect(readForm(form, { ...typed, second: '' }, 'metric').ok).toBe(false);
  });
  it('an electrolyte or a citric bath is not offered; a gel with hydrofluoric acid is', () => {
    const of = (kind: string, hydrofluoric: boolean) => dwellForm([paste({ kind, hydrofluoric })], people, about).product.shape;
    expect(of('citric', false)).toMatchObject({ options: [] });
    expect(of('gel', false)).toMatchObject({ options: [] });
    expect(of('gel', true)).toMatchObject({ options: [{ value: id(900) }] });
  });
  it('where no paper gives a time none is made up: it has to be told', () => {
    expect(dwellSaid(read({ celsius: '70 °C' }), s, who, about)).toBeNull();
    expect(dwellSaid(read({ celsius: '70 °C', told: '40 min' }), s, who, about)).toMatchObject({ least: 2400, most: 3000, from: 'told' });
  });
  it('half a form says nothing yet', () => {
    const some = readSoFar(form, { ...typed, celsius: '' }, 'metric');
    expect(dwellSpeaks(some, s, who)).toEqual([]);
  });
});

describe('on record', () => {
  it('while it is on the weld waits, no pad goes near, and the clock is that of its marks', () => {
    const on = weld([['dwell.begun', begun(), 0]]);
    expect(openDwells(on)).toHaveLength(1);
    expect(situation(on, criterion).acidOn).toBe(true);
    const [d] = openDwells(on);
    if (!d) throw new Error('none');
    expect(dwellNow(clockOf(d), T0 + 60_000 * 10)).toMatchObject({ call: null, figure: '20:00', of: 'until it may come off' });
    expect(dwellNow(clockOf(d), T0 + 60_000 * 16)).toMatchObject({ call: 'wet' });
    expect(dwellNow(clockOf(d), T0 + 60_000 * 61)).toMatchObject({ call: 'overdue', figure: '1:00' });
  });
  it('rinsed to its end it is a cleaning of its stretch; a second place has a clock of its own', () => {
    const both = weld([
      ['dwell.begun', begun(), 0],
      ['dwell.begun', begun({ side: 'inside' }), 10],
      ['dwell.marked', { dwell: FIRST, what: 'wet' }, 12],
      ['dwell.marked', { dwell: FIRST, what: 'off' }, 40],
      ['dwell.rinsed', rinse(FIRST), 50],
    ]);
    expect(openDwells(both).map((d) => d.begun.side)).toEqual(['inside']);
    expect(both.cleans).toMatchObject([{ method: 'paste', side: 'outside', where: { from: 3, to: 6 }, dwell: 2400 }]);
    expect(openDeviations(both)).toEqual([]);
    expect(both.done.clean).toBe(false);
  });
  it.each([
    ['rinsed while the runoff is acid', 40, { runoffPh: 3 }, 'dwell-rinse'],
    ['rinsed while it still conducts', 40, { runoffMicro: 900 }, 'dwell-rinse'],
    ['chloride in the rinse', 40, { chloridePpm: 90 }, 'dwell-rinse'],
    ['off too soon', 10, {}, 'dwell-time'],
    ['off too late', 90, {}, 'dwell-time'],
  ])('%s is a deviation, and done again rightly it is settled', (_what, off, over, deviation) => {
    const once: Told[] = [
      ['dwell.begun', begun(), 0],
      ['dwell.marked', { dwell: FIRST, what: 'off' }, off],
      ['dwell.rinsed', rinse(FIRST, over), 100],
    ];
    expect(openDeviations(weld(once)).map((d) => d.id)).toEqual([deviation]);
    const again: Told[] = [
      ...once,
      ['dwell.begun', begun(), 110],
      ['dwell.marked', { dwell: id(105), what: 'off' }, 150],
      ['dwell.rinsed', rinse(id(105)), 160],
    ];
    expect(openDeviations(weld(again))).toEqual([]);
  });
  it('dried out and put on again counts from then; nobody took it off, so the rinse did', () => {
    const dried = weld([
      ['dwell.begun', begun(), 0],
      ['dwell.marked', { dwell: FIRST, what: 'dried' }, 15],
      ['dwell.marked', { dwell: FIRST, what: 'on' }, 20],
    ]);
    const [d] = openDwells(dried);
    if (!d) throw new Error('none');
    expect(wasOn(clockOf(d), T0 + 60_000 * 55)).toMatchObject({ phase: 'off', on: 35 * 60, begun: 2 });
    expect(dwellRinseSpeaks({ feed: 7, runoff: 7, dried: true }, wasOn(clockOf(d), T0 + 60_000 * 55), clockOf(d))).toEqual([]);
  });
  it('hydrofluoric acid without what is asked stays a deviation until somebody decides: no later rinse mends it', () => {
    const bare = weld([
      ['dwell.begun', { ...begun(), ready: { ...begun().ready, wash: false } }, 0],
      ['dwell.marked', { dwell: FIRST, what: 'off' }, 40],
      ['dwell.rinsed', rinse(FIRST), 50],
    ]);
    expect(openDeviations(bare)).toMatchObject([{ id: 'hydrofluoric', mends: [] }]);
  });
  it('abrading after a passivation reopens it', () => {
    const acid: Told[] = [
      ['dwell.begun', begun({ stretch: 'all' }), 0],
      ['dwell.marked', { dwell: FIRST, what: 'off' }, 40],
      ['dwell.rinsed', rinse(FIRST), 50],
      [
        'passivate.started',
        {
          ...{ acid: 'citric', percent: 6, celsius: 40, dwell: 1200, dwellFrom: 'table', because: null },
          ...{ wetWithin: null, tank: null },
          product: {
            id: id(901),
            label: 'C',
            product: { kind: 'citric', lot: '1', dwellSeconds: null, hydrofluoric: false, mostCelsius: null },
          },
        },
        60,
      ],
      [
        'passivate.ended',
        { neutraliser: null, feedPh: 7, runoffPh: 7, chloridePpm: null, test: 'none', elsewhere: null, because: null },
        90,
      ],
    ];
    expect(weld(acid).rinse).not.toBeNull();
    const tool = { what: '', metal: 'stainless', grit: 180, kind: 'pad', ratedRpm: null };
    const pad = {
      ...{ method: 'abrasive', side: 'outside', metalTemperature: 20, product: null, dwell: null, rinse: null, because: null },
      ...{ tintRemains: false, tool: { id: id(902), label: 'Pad', tool } },
    };
    expect(weld([...acid, ['clean.recorded', pad, 100]]).rinse).toBeNull();
  });
  it('arc by arc: what was left for later is still due', () => {
    const tints = [
      { zone: 'od-haz', arc: { from: 3, to: 6 }, grade: { by: 'band', band: 'straw' } },
      { zone: 'od-haz', arc: { from: 6, to: 3 }, grade: { by: 'band', band: 'bright' } },
      { zone: 'id-haz', arc: { from: 9, to: 12 }, grade: { by: 'band', band: 'gold' } },
    ];
    const tool = { id: id(902), label: 'Pad', tool: { what: '', metal: 'stainless', grit: 180, kind: 'pad', ratedRpm: null } };
    const pad = (side: string, where: object) => ({
      ...{ method: 'abrasive', side, where, metalTemperature: 20, product: null, dwell: null, rinse: null, because: null },
      ...{ tintRemains: false, tool },
    });
    const half = weld([['clean.recorded', pad('outside', { from: 3, to: 5 }), 0]], tints);
    expect(situation(half, criterion).tintRemains).toBe(true);
    const outside = weld([['clean.recorded', pad('outside', { from: 3, to: 6 }), 0]], tints);
    const all = weld(
      [
        ['clean.recorded', pad('outside', { from: 3, to: 6 }), 0],
        ['clean.recorded', pad('inside', { from: 9, to: 12 }), 5],
      ],
      tints,
    );
    // What is ticked on the drawing: a stretch once all of it is clean, by one cleaning or by several that meet.
    expect(cleanedStretches(half)).toEqual([]);
    expect(cleanedStretches(outside)).toMatchObject([{ side: 'outside', arc: { from: 3, to: 6 } }]);
    const rest: Told = ['clean.recorded', pad('outside', { from: 5, to: 6 }), 5];
    expect(cleanedStretches(weld([['clean.recorded', pad('outside', { from: 3, to: 5 }), 0], rest], tints))).toHaveLength(1);
    const tinted: Told = ['clean.recorded', { ...pad('both', WHOLE), tintRemains: true }, 0];
    expect(cleanedStretches(weld([tinted], tints))).toEqual([]);
    expect([situation(outside, criterion).tintRemains, situation(all, criterion).tintRemains]).toEqual([true, false]);
    // Judged and to be cleaned: the stage is done only when both are.
    const judged = (s: typeof all) => ({ ...s, verdict: { outcome: 'clean' } }) as unknown as typeof all;
    expect([cleanedRightly(judged(outside), criterion), cleanedRightly(judged(all), criterion)]).toEqual([false, true]);
  });
});

describe('a passivating bath or gel is a clock like any other', () => {
  const gel = { id: id(903), label: 'G', product: { kind: 'gel', lot: '1', dwellSeconds: 1800, hydrofluoric: false, mostCelsius: null } };
  const bath = (over: object = {}) => ({
    ...{ acid: 'citric', percent: 6, celsius: 40, dwell: 1800, dwellFrom: 'sheet', because: null },
    ...{ product: gel, wetWithin: 600, tank: null, ...over },
  });
  const rinsed = (over: object = {}) => ({
    ...{ neutraliser: null, feedPh: 7, runoffPh: 7, chloridePpm: null, test: 'none', elsewhere: null, because: null, ...over },
  });
  const acid: Told[] = [
    ['dwell.begun', begun({ stretch: 'all' }), 0],
    ['dwell.marked', { dwell: FIRST, what: 'off' }, 40],
    ['dwell.rinsed', rinse(FIRST), 50],
    ['passivate.started', bath(), 60],
  ];
  const BATH = id(105);
  const at = (s: ReturnType<typeof weld>, m: number) => {
    const [clock] = openClocks(s);
    if (!clock) throw new Error('no clock');
    return dwellNow(clock, T0 + 60_000 * m);
  };

  it('counts to its least time, wants wetting, and has no end it must be off by', () => {
    const on = weld(acid);
    expect(at(on, 65)).toMatchObject({ call: null, figure: '25:00', of: 'until it may come off' });
    expect(at(on, 71).call).toBe('wet');
    const wet = weld([...acid, ['dwell.marked', { dwell: BATH, what: 'wet' }, 69], ['dwell.marked', { dwell: BATH, what: 'wet' }, 89]]);
    expect(at(wet, 95)).toMatchObject({ call: 'due', figure: '5:00', of: 'over its time' });
    expect(openClocks(weld([...acid, ['passivate.ended', rinsed(), 95]]))).toEqual([]);
  });
  it('a time long enough is none that deviates; told late it counts from when it happened', () => {
    const good = weld([...acid, ['dwell.marked', { dwell: BATH, what: 'off' }, 91], ['passivate.ended', rinsed(), 100]]);
    expect(openDeviations(good)).toEqual([]);
    expect(good.contradictions).toEqual([]);
    expect(passivatedRightly(good)).toBe(true);
  });
  it.each([
    [
      'too short',
      ['dwell.marked', { dwell: BATH, what: 'off' }, 75],
      /on for 15 min, its sheet asks for 30 min/,
      /it was on for 15:00 min/,
    ],
    ['dried out', ['dwell.marked', { dwell: BATH, what: 'dried' }, 80], /It had dried out/, /it dried out/],
  ] as [string, Told, RegExp, RegExp][])('%s it deviates, and only another bath mends it, no second rinse', (_, mark, text, front) => {
    const once: Told[] = [...acid, mark, ['passivate.ended', rinsed(), 100]];
    expect(openDeviations(weld(once))).toMatchObject([{ id: 'bath-time', step: 'rinse', text: expect.stringMatching(text) as string }]);
    expect(passivatedRightly(weld(once))).toBe(false);
    const reader = { system: 'metric' as const, criterion, who: () => 'Somebody' };
    expect(
      frontOf(weld(once), reader)
        .find((r) => r.label === 'Passivated')
        ?.text.join(),
    ).toMatch(front);
    expect(openDeviations(weld([...once, ['passivate.ended', rinsed(), 300]]))).not.toEqual([]);
    const again: Told[] = [...once, ['passivate.started', bath(), 310], ['passivate.ended', rinsed(), 345]];
    expect(openDeviations(weld(again))).toEqual([]);
    expect(passivatedRightly(weld(again))).toBe(true);
  });
  it('each mark is told in the stage of what it marks', () => {
    const all: Told[] = [...acid, ['dwell.marked', { dwell: BATH, what: 'off' }, 91], ['passivate.ended', rinsed(), 100]];
    const { told } = storyOf(
      { events: entries(all), runEvents: {}, state: weld(all) },
      { system: 'metric', criterion, who: () => 'Somebody' },
    );
    expect(told.slice(2).map((t) => `${t.stage}: ${t.title}`)).toEqual([
      'clean: P-9 put on',
      'clean: Off, under water',
      'clean: Rinsed off',
      'passivate: Passivation, dwell started',
      'passivate: Off, under water',
      'passivate: Rinsed',
    ]);
  });
  it('a second rinse hours later does not lengthen a time that was too short', () => {
    const short: Told[] = [...acid, ['passivate.ended', rinsed(), 70], ['passivate.ended', rinsed(), 200]];
    expect(openDeviations(weld(short))).not.toEqual([]);
  });
  it('begun before it had a clock with marks, a short time is said as it was: a contradiction', () => {
    const { wetWithin: _, tank: __, ...third } = bath();
    const old = weld([...acid.slice(0, 3), ['passivate.started', third, 60, 3], ['passivate.ended', rinsed(), 70]]);
    expect(openDeviations(old)).toEqual([]);
    expect(old.contradictions).toEqual([expect.stringMatching(/Rinsed before the dwell was up/)]);
    expect(bathClock(old)).toMatchObject({ wetWithin: null });
  });
});
