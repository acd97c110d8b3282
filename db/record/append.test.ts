import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { current } from '../../core/models/criteria';
import type { BodyOf } from '../../core/work/record';
import { allBright, enter, makeWorld, runBody, say, work, type World } from '../../tests/database';
import { addDevice } from '../devices';
import { append } from './append';
import { eventsOf, runState, weldRecord } from './stored';
import { intake } from './readings';
import { rebuild } from '../tools/rebuild';
import { verify } from '../tools/verify';

let w: World;
beforeAll(async () => {
  w = await makeWorld();
});
afterAll(() => w.end());

const skip = { stage: 'clean' as const, reason: 'not asked for' };

describe('taking an event', () => {
  it('gives sequence and hash, and chains them', async () => {
    const { welds } = await enter(w, { spool: 'S-1', firstNumber: 'N-1', count: 2 });
    const weld = welds[0] as string;
    expect((await say(w, weld, 'look.recorded', allBright)).seq).toBe(2);
    const events = await eventsOf(w.sql, weld);
    expect(events.map((e) => e.seq)).toEqual([1, 2]);
    expect(events[1]?.hash).toMatch(/^[0-9a-f]{64}$/);
    expect((await verify(w.sql)).faults).toEqual([]);
  });

  it('answers a repeat with 200 and adds nothing, another content under the same id with 409', async () => {
    const weld = (await enter(w, { spool: 'S-2' })).welds[0] as string;
    const id = uuid();
    expect((await say(w, weld, 'look.recorded', allBright, { id })).status).toBe(201);
    expect(await say(w, weld, 'look.recorded', allBright, { id })).toMatchObject({ status: 200, seq: 2 });
    expect((await say(w, weld, 'look.recorded', { ...allBright, insideBy: 'direct' }, { id })).status).toBe(409);
    expect(await eventsOf(w.sql, weld)).toHaveLength(2);
  });

  it('takes the same event sent by two senders at once only once', async () => {
    const weld = (await enter(w, { spool: 'S-3' })).welds[0] as string;
    const id = uuid();
    const answers = await Promise.all(Array.from({ length: 6 }, () => say(w, weld, 'look.recorded', allBright, { id })));
    expect(answers.map((a) => a.status).sort()).toEqual([200, 200, 200, 200, 200, 201]);
  });

  it('lets one of two people decide, and tells the other to look again', async () => {
    const weld = (await enter(w, { spool: 'S-4' })).welds[0] as string;
    const look = uuid();
    await say(w, weld, 'look.recorded', allBright, { id: look });
    const verdict = { look, criterion: { id: 'House-MP', version: 1 }, outcome: 'accept' as const, reasons: ['All zones bright.'] };
    const answers = await Promise.all([
      say(w, weld, 'verdict.given', verdict, { seen: 2 }),
      say(w, weld, 'verdict.given', { ...verdict, outcome: 'refer' }, { seen: 2 }),
    ]);
    expect(answers.map((a) => a.status).sort()).toEqual([201, 409]);
    expect(answers.find((a) => a.status === 409)?.error).toContain('in the meantime');
  });

  it('keeps every one of many facts said at once, in one order', async () => {
    const { spool, welds } = await enter(w, { spool: 'S-5' });
    const run = uuid();
    await say(w, run, 'run.started', runBody(w, spool, welds, { device: null }));
    const answers = await Promise.all(
      Array.from({ length: 20 }, () => say(w, run, 'run.marked', { mark: 'tack', weld: welds[0] ?? null })),
    );
    expect(answers.every((a) => a.status === 201)).toBe(true);
    expect((await eventsOf(w.sql, run)).map((e) => e.seq)).toEqual(Array.from({ length: 21 }, (_, i) => i + 1));
  });

  it.each([
    ['no envelope at all', null, 400],
    ['an unknown type', { type: 'weld.teleported' }, 400],
    ['an unknown version', { type: 'look.recorded', version: 99 }, 400],
    ['a body out of range', { type: 'look.recorded', body: { ...allBright, insideBy: 'telepathy' } }, 400],
    ['a decision that saw nothing', { type: 'stage.skipped', body: skip }, 400],
  ])('refuses %s', async (_name, over, status) => {
    const weld = (await enter(w, { spool: 'S-6', firstNumber: `B-${uuid()}`.slice(0, 20) })).welds[0] as string;
    const sent = over && {
      id: uuid(),
      stream: weld,
      version: 1,
      happenedAt: new Date().toISOString(),
      offsetMs: 0,
      seen: null,
      body: allBright,
      ...over,
    };
    expect((await append(w.sql, Date.now, { person: null, identified: 'picked' }, sent)).status).toBe(status);
    expect(await eventsOf(w.sql, weld)).toHaveLength(1);
  });

  it('refuses an event on a stream that is not there, and a mark on a weld', async () => {
    expect((await say(w, uuid(), 'look.recorded', allBright)).status).toBe(404);
    const weld = (await enter(w, { spool: 'S-7' })).welds[0] as string;
    expect((await say(w, weld, 'run.marked', { mark: 'tack', weld: null })).status).toBe(400);
  });

  it('never dates an event into the future, however far ahead the sender runs', async () => {
    const weld = (await enter(w, { spool: 'S-8' })).welds[0] as string;
    const now = Date.now();
    await say(w, weld, 'look.recorded', allBright, { clock: () => now, happenedAt: new Date(now + 3_600_000).toISOString() });
    expect(Date.parse((await eventsOf(w.sql, weld))[1]?.happenedAt ?? '')).toBe(now);
  });
});

describe('the record', () => {
  it('cannot be changed, removed or emptied, neither by the application nor by the owner', async () => {
    for (const sql of [w.sql, w.owner])
      for (const statement of [`update event set type = 'x'`, 'delete from event', 'truncate event cascade'])
        await expect(sql.unsafe(statement)).rejects.toThrow(/permission denied|never changed/);
  });

  it('gives the same summary rows when they are rebuilt from the events', async () => {
    const before = await w.sql`select id, due, summary, version from weld order by id`;
    const runs = await w.sql`select id, gas, version, ended_at from run order by id`;
    await w.owner`update weld set due = 'lost', summary = '{}', version = 0`;
    await rebuild(w.sql);
    expect(await w.sql`select id, due, summary, version from weld order by id`).toEqual(before);
    expect(await w.sql`select id, gas, version, ended_at from run order by id`).toEqual(runs);
  });

  it('corrects by a new event that names the old one, and takes back a mark', async () => {
    const { spool, welds } = await enter(w, { spool: 'S-9' });
    const run = uuid();
    await say(w, run, 'run.started', runBody(w, spool, welds, { device: null }));
    const mark = uuid();
    await say(w, run, 'run.marked', { mark: 'tack', weld: null }, { id: mark });
    expect(
      (await say(w, run, 'run.corrected', { corrects: mark, reason: 'pressed twice', version: 1, body: null }, { seen: 2 })).status,
    ).toBe(201);
    const record = await weldRecord(w.sql, welds[0] as string);
    expect(record?.state.runs[0]?.tacks).toBe(0);
    expect(record?.runEvents[run]).toHaveLength(3);
    expect(
      (await say(w, run, 'run.corrected', { corrects: uuid(), reason: 'nothing there', version: 1, body: null }, { seen: 3 })).status,
    ).toBe(422);
    expect(
      (await say(w, run, 'run.corrected', { corrects: mark, reason: 'nonsense in it', version: 1, body: { mark: 'fly' } }, { seen: 3 }))
        .status,
    ).toBe(400);
  });
});

describe('the arc', () => {
  it('is taken early and recorded as early, with the reading in force and its age', async () => {
    const { spool, welds } = await enter(w, { spool: 'S-10' });
    const run = uuid();
    const start = Date.now() - 60_000;
    await say(w, run, 'run.started', runBody(w, spool, welds), { clock: () => start });
    await intake(
      w.sql,
      () => start + 10_000,
      { id: w.device, kind: 'oxygen-monitor' },
      {
        boot: uuid(),
        sentAt: new Date(start + 10_000).toISOString(),
        readings: [{ seq: 1, at: new Date(start + 9_000).toISOString(), raw: 340, ppm: 340, quality: 'good' }],
      },
    );
    expect((await say(w, run, 'run.marked', { mark: 'arc-on', weld: welds[0] ?? null }, { clock: () => start + 12_000 })).status).toBe(201);
    const { state } = (await weldRecord(w.sql, welds[0] as string)) ?? {};
    expect(state?.arcs[0]?.atArc).toMatchObject({ ready: false, by: 'monitor', reading: { ppm: 340, ageSeconds: 3 } });
    expect(state?.contradictions).toContain('Arc struck before ready, 340 ppm.');
    await say(w, run, 'run.ended', { how: 'done', countOut: 2 }, { clock: () => start + 30_000 });
    const ended = (await eventsOf(w.sql, run)).at(-1);
    expect(ended).toMatchObject({ type: 'run.ended', body: { digest: { readings: 1 } } });
  });

  it('counts in the verdict: burned in air it cannot be accepted, with what it rose to while welding in the record', async () => {
    const design = { ...work().design, alloyA: 'Ti-2' as const, alloyB: 'Ti-2' as const, criterion: { id: 'TI-A', version: 2 } };
    const { spool, welds } = await enter(w, { spool: 'S-air', design });
    const [weld, run, device] = [welds[0] as string, uuid(), uuid()];
    await addDevice(w.owner, { id: device, name: 'Monitor for air', place: 'vent', key: 'k' });
    const start = Date.now() - 600_000;
    const rules = current.find((c) => c.id === 'TI-A')?.purge as BodyOf<'run.started'>['rules'];
    await say(w, run, 'run.started', runBody(w, spool, welds, { device: { id: device, label: 'Monitor for air' }, rules }), {
      clock: () => start,
    });
    await intake(
      w.sql,
      () => start + 60_000,
      { id: device, kind: 'oxygen-monitor' },
      {
        boot: uuid(),
        sentAt: new Date(start + 60_000).toISOString(),
        readings: Array.from({ length: 60 }, (_, i) => ({
          seq: i,
          at: new Date(start + i * 1000).toISOString(),
          raw: 208_869,
          ppm: 208_869,
          quality: 'good',
        })),
      },
    );
    for (const [mark, s] of [
      ['tack', 10],
      ['arc-on', 20],
      ['arc-off', 50],
    ] as const)
      await say(w, run, 'run.marked', { mark, weld }, { clock: () => start + s * 1000 });
    await say(w, run, 'run.ended', { how: 'done', countOut: 2 }, { clock: () => start + 300_000 });
    const ended = (await runState(w.sql, run))?.ended?.welding?.[0];
    expect(ended).toMatchObject({ weld, highest: 208_869 });
    expect(ended?.over).toBeCloseTo(30, 0);
    const look = uuid();
    await say(w, weld, 'look.recorded', allBright, { id: look });
    const verdict = { look, criterion: { id: 'TI-A', version: 2 }, outcome: 'accept' as const, reasons: ['All bright.'] };
    expect(await say(w, weld, 'verdict.given', verdict, { seen: 2 })).toMatchObject({
      status: 422,
      error: expect.stringContaining('milder than the criterion') as string,
    });
    expect((await say(w, weld, 'verdict.given', { ...verdict, outcome: 'cut-out' }, { seen: 2 })).status).toBe(201);
  });

  it('refuses a second purge on the same monitor while the first runs', async () => {
    const a = await enter(w, { spool: 'S-11' });
    const b = await enter(w, { spool: 'S-12' });
    const first = uuid();
    expect((await say(w, first, 'run.started', runBody(w, a.spool, a.welds))).status).toBe(201);
    const second = await say(w, uuid(), 'run.started', runBody(w, b.spool, b.welds));
    expect(second).toMatchObject({ status: 422, error: expect.stringContaining('another purge') as string });
    await say(w, first, 'run.ended', { how: 'abandoned', countOut: 2 });
    expect((await say(w, uuid(), 'run.started', runBody(w, b.spool, b.welds))).status).toBe(201);
  });

  it('refuses a run on welds of another spool', async () => {
    const a = await enter(w, { spool: 'S-13' });
    const b = await enter(w, { spool: 'S-14' });
    expect((await say(w, uuid(), 'run.started', runBody(w, a.spool, b.welds, { device: null }))).status).toBe(422);
  });
});

describe('what makes no sense on this weld', () => {
  it('is refused with the reason and nothing is recorded; what was done is taken, and keeps the record open', async () => {
    const weld = (await enter(w, { spool: 'S-15' })).welds[0] as string;
    const hot = await say(w, weld, 'clean.recorded', {
      method: 'paste',
      side: 'outside',
      metalTemperature: 80,
      tool: null,
      product: null,
      dwell: null,
      rinse: null,
      tintRemains: false,
      because: null,
    });
    expect(hot.status).toBe(201);
    const after = (await weldRecord(w.sql, weld))?.state;
    expect(after?.deviations.map((d) => d.text).join()).toContain('80 °C');
    const wide = await say(w, weld, 'fitup.recorded', {
      gapNarrow: { value: 0, at: 12 },
      gapWide: { value: 0.06, at: 6 },
      highLow: 0,
      heatA: { id: uuid(), label: 'a' },
      heatB: { id: uuid(), label: 'b' },
      filler: null,
      wps: { id: uuid(), label: 'w', revision: '1' },
      welder: w.person,
      figures: [],
      advice: [],
      ovality: null,
      flux: null,
    });
    expect(wide).toMatchObject({ status: 422, error: expect.stringContaining('wider than the tube') as string });
    expect(await eventsOf(w.sql, weld)).toHaveLength(2);
    const no = await say(w, weld, 'deviation.settled', { entry: uuid(), id: 'paste-hot', reason: 'asked the engineer' }, { seen: 2 });
    expect(no).toMatchObject({ status: 422, error: 'There is no such deviation on this weld.' });
    const entry = after?.deviations[0]?.entry ?? '';
    for (const d of after?.deviations ?? [])
      expect(
        (await say(w, weld, 'deviation.settled', { entry, id: d.id, reason: 'engineer: pickle it in the bath' }, { seen: 2 })).status,
      ).toBe(d === after?.deviations[0] ? 201 : 409);
  });

  it('a verdict cannot be milder than its criterion', async () => {
    const weld = (await enter(w, { spool: 'S-16' })).welds[0] as string;
    const look = uuid();
    await say(
      w,
      weld,
      'look.recorded',
      {
        ...allBright,
        tints: allBright.tints.map((t) =>
          t.zone === 'id-bead' ? { ...t, grade: { by: 'band' as const, band: 'light-blue' as const } } : t,
        ),
      },
      { id: look },
    );
    const verdict = { look, criterion: { id: 'House-MP', version: 1 }, reasons: ['because'] };
    expect((await say(w, weld, 'verdict.given', { ...verdict, outcome: 'accept' }, { seen: 2 })).status).toBe(422);
    expect((await say(w, weld, 'verdict.given', { ...verdict, outcome: 'cut-out' }, { seen: 2 })).status).toBe(201);
  });
});
