/** Bath, rinse and test as forms: where a dwell comes from, what is asked only when it applies, what is said before all is typed. */
import { describe, expect, it } from 'vitest';
import { readForm, readSoFar, writeForm, type TypedForm } from '../../basics/fields';
import type { Situation } from '../../models/cleaning';
import { newest, readSaid } from '../event';
import type { RegisterItem } from '../registers';
import {
  bathDeviations,
  bathForm,
  bathSaid,
  bathSpeaks,
  passivateEnded,
  passivateStarted,
  rinseForm,
  rinseSaid,
  rinseSpeaks,
  testForm,
  testHere,
  testSaid,
} from './index';

const NOW = Date.parse('2026-03-02T12:00:00Z');
const id = (n: number) => `0197f000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const product = (n: number, kind: 'citric' | 'nitric' | 'neutraliser' | 'paste', dwellSeconds: number | null): RegisterItem => ({
  ...{ kind: 'product', id: id(n), label: `P-${n}` },
  body: { kind, lot: '7', dwellSeconds, hydrofluoric: kind === 'paste', mostCelsius: null, contents: '', sheet: null },
});
const registers = [product(1, 'citric', null), product(2, 'citric', 1800), product(3, 'neutraliser', null), product(4, 'paste', null)];
const clean: Situation = {
  alloys: ['316L', '316L'],
  foodContact: true,
  insideReachable: true,
  tintRemains: false,
  acidOn: false,
  passivated: false,
};

describe('a bath', () => {
  const table = bathForm(registers);
  const typed: TypedForm = {
    ...writeForm(table, {}, 'metric'),
    acid: 'citric',
    product: id(1),
    percent: '7 %',
    celsius: '55',
    dwell: '15',
  };
  const said = (over: TypedForm) => {
    const r = readForm(table, { ...typed, ...over }, 'metric');
    if (!r.ok) throw new Error(JSON.stringify(r.errors));
    return bathSaid(r.values, clean);
  };
  it('a bath of the shop is judged by its log; what was done all the same is on record with what spoke against it', () => {
    const now = {
      phase: 'in-use' as const,
      made: 1,
      uses: 3,
      percent: 4,
      iron: 1,
      celsius: 50,
      measured: 1,
      out: ['weak' as const],
      late: true,
      left: null,
    };
    const body = {
      holds: 'citric' as const,
      volume: 0.4,
      percent: [5, 8] as [number, number],
      celsius: [40, 60] as [number, number],
      iron: 6,
      every: 86_400,
    };
    const tank = (over: object, n: number): RegisterItem => ({ ...{ kind: 'bath', id: id(n), label: `B-${n}`, body, bath: now }, ...over });
    const tanks = [
      tank({}, 50),
      tank({ bath: { ...now, phase: 'empty' } }, 51),
      tank({ body: { ...body, holds: 'nitric' } }, 52),
      tank({ bath: { ...now, out: [], late: false } }, 53),
    ];
    const form = bathForm([...registers, ...tanks]);
    const speaks = (n: number) => {
      const r = readForm(form, { ...typed, tank: id(n) }, 'metric');
      if (!r.ok) throw new Error(JSON.stringify(r.errors));
      return { said: bathSaid(r.values, clean), ids: bathSpeaks(r.values, clean).map((b) => `${b.level} ${b.id}`) };
    };
    expect(speaks(50).ids).toEqual(['reason tank-weak', 'reason tank-late']);
    expect(speaks(51).ids).toEqual(['never tank-empty']);
    expect(speaks(52).ids).toEqual(['never tank-other']);
    expect(speaks(53)).toMatchObject({ ids: [], said: { tank: { id: id(53), label: 'B-53', out: [] } } });
    expect(bathDeviations(speaks(51).said, clean).map((b) => b.id)).toEqual(['tank-empty']);
    expect(bathDeviations(speaks(50).said, clean).map((b) => b.id)).toEqual(['tank-weak', 'tank-late']);
    expect(bathDeviations({ ...speaks(50).said, because: 'Measured by the lab today' }, clean)).toEqual([]);
    expect(readSaid(passivateStarted, newest(passivateStarted), speaks(50).said)).toMatchObject({ ok: true });
  });
  it('offers baths and gels, no paste and no neutraliser', () =>
    expect(table.product.shape.kind === 'choice' && table.product.shape.options.map((o) => o.value)).toEqual([id(1), id(2)]));
  it('names where its time comes from: the sheet where there is one, the table where it fits, else nobody but who told it', () => {
    expect(said({}).dwellFrom).toBe('table');
    expect(said({ product: id(2) }).dwellFrom).toBe('sheet');
    expect(said({ percent: '30' }).dwellFrom).toBe('told');
    expect(said({}).dwell).toBe(900);
    expect(readSaid(passivateStarted, newest(passivateStarted), said({}))).toMatchObject({ ok: true });
  });
  it('speaks against what is put together before it is all typed, and against nothing else yet', () => {
    const titanium = { ...clean, alloys: ['Ti-2', 'Ti-2'] as const };
    const early = readSoFar(table, { ...typed, percent: '', celsius: '', dwell: '' }, 'metric');
    expect(bathSpeaks(early, titanium).length).toBeGreaterThan(0);
    expect(bathSpeaks(early, clean)).toEqual([]);
    expect(bathSpeaks({}, titanium)).toEqual([]);
  });
  it.each([
    [{ percent: '0' }, { percent: 'Type a strength from 0 to 100.' }],
    [{ celsius: '-5' }, { celsius: 'Colder than ice. Check the unit.' }],
    [{ celsius: '250 °F' }, { celsius: 'Hotter than boiling. Check the unit.' }],
    [{ dwell: '0' }, { dwell: 'Must be more than zero.' }],
    [{ dwell: '30 h' }, { dwell: 'More than a day. Check the unit.' }],
  ] as [TypedForm, Record<string, string>][])('%o is said at its field', (over, errors) =>
    expect(readForm(table, { ...typed, ...over }, 'metric')).toEqual({ ok: false, errors }),
  );
});

describe('a rinse', () => {
  const table = rinseForm(registers, () => NOW);
  const typed: TypedForm = { ...writeForm(table, {}, 'metric'), neutraliser: 'none', feed: '7', runoff: '6.8', test: 'none' };
  const said = (over: TypedForm) => {
    const r = readForm(table, { ...typed, ...over }, 'metric');
    if (!r.ok) throw new Error(JSON.stringify(r.errors));
    const s = rinseSaid(r.values, clean);
    expect(readSaid(passivateEnded, newest(passivateEnded), s)).toMatchObject({ ok: true });
    return s;
  };
  it('asks where a test was done only when there is one, and when and by whom only elsewhere', () => {
    expect(said({})).toMatchObject({ test: 'none', elsewhere: null, neutraliser: null, chloridePpm: null });
    expect(readForm(table, { ...typed, test: 'damp-cloth' }, 'metric')).toEqual({ ok: false, errors: { place: 'Choose one.' } });
    expect(said({ test: 'damp-cloth', place: 'here' }).elsewhere).toBeNull();
    const away = { test: 'damp-cloth', place: 'elsewhere', when: '2026-03-02T10:00Z', by: 'The lab', passed: 'yes' };
    expect(said({ ...away, neutraliser: id(3) })).toMatchObject({
      elsewhere: { when: '2026-03-02T10:00:00.000Z', by: 'The lab', passed: true },
      neutraliser: { label: 'P-3' },
    });
    expect(readForm(table, { ...typed, ...away, when: '2026-03-03T10:00Z', by: 'X' }, 'metric')).toEqual({
      ok: false,
      errors: { when: 'Give the day and hour it was done.', by: 'Name who did it.' },
    });
  });
  it('says nothing of its end point before both are measured', () => {
    expect(rinseSpeaks({ feed: 7 }, clean).some((b) => b.id === 'rinse-end')).toBe(false);
    expect(rinseSpeaks({ feed: 7, runoff: 3, test: 'none' }, clean).some((b) => b.id === 'rinse-end')).toBe(true);
  });
  it('tells how long a test takes (ASTM A967, from memory)', () => expect(testHere('salt-spray')).toBe('here, begins now: 2 h'));
});

it('a test here is on this clock; elsewhere it has its hour and its name', () => {
  const table = testForm(() => NOW);
  const here = readForm(table, { ...writeForm(table, {}, 'metric'), passed: 'no' }, 'metric');
  expect(here.ok && testSaid(here.values, id(8), [])).toEqual({ rinse: id(8), passed: false, elsewhere: null, because: null });
  const away = { place: 'elsewhere', when: '2026-03-01T10:00Z', by: 'The lab', passed: 'yes' };
  const there = readForm(table, { ...writeForm(table, {}, 'metric'), ...away }, 'metric');
  expect(there.ok && testSaid(there.values, id(8), [])).toMatchObject({ passed: true, elsewhere: { by: 'The lab' } });
});
