/** A shop's own criteria, what teaches the tint model, and what many welds show, on a real PostgreSQL. */
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { current, editedOf, loosenedText, type Criterion, type Edited } from '../core/models/criteria';
import { learntOf, rowsOf, type NewTintEntry } from '../core/work/tint';
import type { SaidOf } from '../core/work/record';
import { addDevice } from './devices';
import { addPerson } from './people';
import { allBright, enter, fittedUp, makeWorld, measure, runBody, say, work, type World } from '../tests/database';
import { allCriteria, criteria, criterionUse, criterionVersions, keepCriterion, retireCriterion, unfitForNew } from './criteria';
import { rebuild } from './tools/rebuild';
import { addTintEntry, eyesOpened, openEye, takeBackTint, tintEntries, tintOver } from './tint';

let w: World;
beforeAll(async () => {
  w = await makeWorld();
});
afterAll(() => w.end());

const base = current.find((c) => c.id === 'House-MP') as Criterion;
const maker = () => ({ id: w.person, name: 'Test Person', stamp: 'T1' });
const keep = (id: string, from: { id: string; version: number }, over: Partial<Edited> = {}, of: Criterion = base) =>
  keepCriterion(w.sql, Date.now, maker(), { from, id, why: 'Contract 7', edited: { ...editedOf(of), ...over } });
const looser = (c: Criterion): Partial<Edited> => ({ purge: { ...c.purge, startPpm: 80 } });

describe("a shop's own criterion", () => {
  it('is copied and edited in versions; every one stays, and a weld keeps the one it was entered under', async () => {
    expect(await keep('Oat', base)).toMatchObject({ ok: true, criterion: { id: 'Oat', version: 1, made: { name: 'Test Person (T1)' } } });
    const { welds } = await enter(w, { spool: 'OWN-1', design: { ...work().design, criterion: { id: 'Oat', version: 1 } } });
    expect(welds).toHaveLength(1);
    const [one] = await criterionVersions(w.sql, 'Oat');
    expect(await keep('Oat', { id: 'Oat', version: 1 }, looser(base), one)).toMatchObject({ ok: true, criterion: { version: 2 } });
    const versions = await criterionVersions(w.sql, 'Oat');
    expect(versions.map((c) => [c.version, c.purge.startPpm])).toEqual([[2, 80], [1, 50]]); // prettier-ignore
    expect(loosenedText(versions[0] as Criterion)).toEqual([
      'Looser than House-MP version 3: Oxygen to start, 80 ppm where that says 50 ppm. Test Person (T1), version 2: Contract 7',
    ]);
    expect(await criterionUse(w.sql, 'Oat')).toEqual({ 1: 1 });
    expect((await criteria(w.sql)).find((c) => c.id === 'Oat')?.version).toBe(2);
  });
  it('one that ships is not written over, nor a version somebody else kept meanwhile, nor a name that is taken', async () => {
    expect(await keep('House-MP', base)).toMatchObject({ ok: false, status: 422 });
    expect(await keep('House-mp', base)).toMatchObject({ ok: false, status: 409 });
    expect(await keep('New', { id: 'Nothing', version: 1 })).toMatchObject({ ok: false, status: 404 });
    await keep('Twice', base);
    const both = await Promise.all([keep('Twice', { id: 'Twice', version: 1 }), keep('Twice', { id: 'Twice', version: 1 })]);
    expect(both.map((k) => k.ok).sort()).toEqual([false, true]);
    expect(both.find((k) => !k.ok)).toMatchObject({ status: 409, error: expect.stringContaining('meanwhile') as string });
    expect(await criterionVersions(w.sql, 'Twice')).toHaveLength(2);
    await expect(w.sql`update criterion set body = '{}' where id = 'Twice'`).rejects.toThrow();
  });
  it('retired it heads no new work and is put back; a template never does', async () => {
    await keep('Old', base);
    expect(await unfitForNew(w.sql, { id: 'Old', version: 1 })).toBeNull();
    expect(await retireCriterion(w.sql, Date.now, w.person, 'Old', 'Contract ended')).toBe(true);
    expect(await unfitForNew(w.sql, { id: 'Old', version: 1 })).toContain('Contract ended');
    expect((await criteria(w.sql)).some((c) => c.id === 'Old')).toBe(false);
    expect((await allCriteria(w.sql)).find((c) => c.id === 'Old')?.retired).toEqual({ why: 'Contract ended' });
    await retireCriterion(w.sql, Date.now, w.person, 'Old', null);
    expect(await unfitForNew(w.sql, { id: 'Old', version: 1 })).toBeNull();
    expect(await unfitForNew(w.sql, { id: 'UHP', version: 2 })).toContain('template');
    expect(await unfitForNew(w.sql, { id: 'UHP', version: 9 })).toContain('no criterion');
    expect(await retireCriterion(w.sql, Date.now, w.person, 'Nobody', 'x y z')).toBe(false);
  });
});

describe('a share of the insides', () => {
  it('lets an unseen one be accepted where the line has it, by the server too, and not after a reject', async () => {
    await keep('Part', base, { insideSeen: { share: 0.5, afterReject: 1 }, facts: { ...base.facts, 'high-low': 'accept' } });
    const design = { ...work().design, criterion: { id: 'Part', version: 1 } };
    const { welds } = await enter(w, { job: 'Part', line: 'Half', spool: 'P-1', count: 4, firstNumber: 'P-1', design });
    const judge = async (weld: string, look: SaidOf<'look.recorded'>, outcome: 'accept' | 'cut-out') => {
      const id = uuid();
      await say(w, weld, 'look.recorded', look, { id });
      return say(w, weld, 'verdict.given', { look: id, criterion: design.criterion, outcome, reasons: ['so'] }, { seen: 2 });
    };
    const unseen = { ...allBright, insideBy: 'not-seen' as const, tints: allBright.tints.slice(2) };
    const [a = '', b = '', c = '', d = ''] = welds;
    expect(await judge(a, unseen, 'accept')).toMatchObject({ status: 422, error: expect.stringContaining('incomplete') as string });
    expect((await judge(b, allBright, 'accept')).status).toBe(201);
    expect((await judge(c, unseen, 'accept')).status).toBe(201);
    const crack = { ...allBright, defects: [{ kind: 'crack' as const, side: 'inside' as const, arc: { from: 2, to: 3 } }] };
    expect((await judge(d, crack, 'cut-out')).status).toBe(201);
    const again = uuid();
    await say(w, a, 'look.recorded', unseen, { id: again });
    const late = { look: again, criterion: design.criterion, outcome: 'accept' as const, reasons: ['so'] };
    expect((await say(w, a, 'verdict.given', late, { seen: 3 })).status).toBe(422);
  });
});

const coupon = (over: object = {}): NewTintEntry => ({
  ...{ id: uuid(), alloy: '316L', kind: 'coupon' },
  body: { wall: 1.65e-3, od: 0.0508, travel: 2e-3, current: 45, flow: 1.3e-4, ppm: 200, dewPoint: -60, band: 'gold', ...over },
});

describe('what teaches the tint model', () => {
  it('is kept once, by metal, and counts no more once it is taken back', async () => {
    const one = coupon();
    expect(await addTintEntry(w.sql, one, w.person, new Date())).toBe(true);
    expect(await addTintEntry(w.sql, one, w.person, new Date())).toBe(true);
    expect(await addTintEntry(w.sql, { ...coupon({ ppm: 50 }), id: one.id }, w.person, new Date())).toBe(false);
    const fix: NewTintEntry = { id: uuid(), alloy: '316L', kind: 'correction', body: { bias: 0.3, spread: 0.4, welds: 12 } };
    await addTintEntry(w.sql, fix, w.person, new Date());
    const learnt = async () => learntOf(await tintEntries(w.sql, '316L'), '316L');
    expect(await learnt()).toMatchObject({ coupons: [{ ppm: 200 }], correction: { welds: 12 } });
    expect(learntOf(await tintEntries(w.sql), 'Ti-2')).toEqual({ coupons: [], correction: null });
    expect(await takeBackTint(w.sql, Date.now, w.person, fix.id, 'too few welds')).toBe(true);
    expect((await learnt()).correction).toBeNull();
    expect(await takeBackTint(w.sql, Date.now, w.person, uuid(), 'nothing there')).toBe(false);
    await expect(w.sql`delete from tint_entry`).rejects.toThrow();
  });
});

describe('over many welds', () => {
  it('a weld whose oxygen was measured and whose inside was seen is one to hold the model against; two who looked are a pair', async () => {
    const { spool, welds } = await enter(w, { job: 'Many', spool: 'M-1' });
    const [weld, run, device] = [welds[0] as string, uuid(), uuid()];
    await addDevice(w.owner, { id: device, name: 'Monitor of many', place: 'vent', key: 'k' });
    const start = Date.now() - 600_000;
    const at = (s: number) => ({ clock: () => start + s * 1000 });
    await say(w, weld, 'fitup.recorded', fittedUp(w), at(-10));
    await say(w, run, 'run.started', runBody(w, spool, welds, { device: { id: device, label: 'M' } }), at(0));
    await measure(w, device, start, start + 19_000, () => 30);
    for (const [mark, s] of [['arc-on', 20], ['arc-off', 60]] as const) await say(w, run, 'run.marked', { mark, weld }, at(s)); // prettier-ignore
    await say(w, run, 'run.ended', { how: 'done', countOut: 2 }, at(300));
    const none = { amps: null, volts: null, travel: null, flow: null, cup: null, way: null, passes: [], stops: [], reason: '', words: '' };
    await say(w, weld, 'welded.recorded', { ...none, amps: 44, travel: 2e-3 }, at(310));
    const straw = (band: 'straw' | 'gold') => ({
      ...allBright,
      tints: allBright.tints.map((t) => (t.zone === 'id-haz' ? { ...t, grade: { by: 'band' as const, band } } : t)),
    });
    await say(w, weld, 'look.recorded', straw('straw'), at(320));
    const other = await addPerson(w.sql, { name: 'Other Eye', stamp: 'O1', role: 'Inspector', units: 'metric' });
    await say(w, weld, 'look.recorded', { ...straw('gold'), blind: true }, { ...at(330), who: { person: other, identified: 'picked' } });
    const over = await tintOver(w.sql);
    const mine = over.cases.find((c) => c.weld === weld);
    expect(mine).toMatchObject({ alloy: '316L', pass: { current: 44, travel: 2e-3 }, seen: 'gold', number: 'W-1' });
    expect(mine?.ppm).toBeGreaterThan(29);
    expect(mine?.ppm).toBeLessThan(40);
    expect(rowsOf(over.pairs, other, 'eyes').find((r) => r.said === 'gold')).toMatchObject({ same: 0, thinner: 1, thicker: 0 });
    expect(rowsOf(over.pairs, w.person, 'eyes').find((r) => r.said === 'straw')).toMatchObject({ thicker: 1 });
    expect(rowsOf(over.pairs, w.person, 'grader')).toEqual([]);
    // Written again from the events it is the same.
    await w.owner`delete from weld_tint`;
    await rebuild(w.owner);
    expect((await tintOver(w.sql)).cases.find((c) => c.weld === weld)).toEqual(mine);
  });
  it('who opened what their own eye does stands', async () => {
    expect(await eyesOpened(w.sql)).toEqual([]);
    await openEye(w.sql, Date.now, w.person);
    await openEye(w.sql, Date.now, w.person);
    expect(await eyesOpened(w.sql)).toEqual([w.person]);
  });
});
