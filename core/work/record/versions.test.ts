/** Versions: frozen, and every one ever written is still read as today's (tests/fixtures/README.md). */
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { shipped, type Criterion } from '../../models/criteria';
import type { Stored } from '../event';
import { eventJsonSchemas, eventTypes, gasUse, read, reduceRun, reduceWeld, tell, versionOf, waitsFor, type EventType } from './index';

type Row = { stream: string; seq: number; id: string; type: string; version: number; happened_at: string; received_at: string } & Record<
  string,
  unknown
>;
const ages = readdirSync('tests/fixtures/past').map((file) => {
  const { commit, events } = JSON.parse(readFileSync(`tests/fixtures/past/${file}`, 'utf8')) as { commit: string; events: Row[] };
  const stored = events.map((e): Stored => ({ ...(e as unknown as Stored), happenedAt: e.happened_at, receivedAt: e.received_at }));
  return { commit, stored };
});
const types = Object.keys(eventTypes) as EventType[];
const criterionOf = (id: string) => shipped.find((c) => c.id === id) as Criterion;

describe('the schemas of event versions', () => {
  const frozen = JSON.parse(readFileSync('core/work/record/frozen-schemas.json', 'utf8')) as ReturnType<typeof eventJsonSchemas>;
  const now = eventJsonSchemas();
  it.each(types)('%s is as it was frozen', (type) => expect(JSON.parse(JSON.stringify(now[type]))).toEqual(frozen[type]));
  it('none was taken away', () => expect(Object.keys(now).sort()).toEqual(Object.keys(frozen).sort()));
});

describe.each(ages)('events as $commit wrote them', ({ stored }) => {
  const streams = [...new Set(stored.map((e) => e.stream))].map((id) => stored.filter((e) => e.stream === id));
  const runs = streams.filter((s) => s[0]?.type === 'run.started');
  const welds = streams.filter((s) => s[0]?.type === 'weld.created');
  it('can all be read, and tell their line', () => {
    for (const e of stored) {
      const today = read(e);
      expect(today, `${e.type} ${e.seq}`).not.toBeNull();
      if (today)
        expect(tell(today, { criterion: criterionOf('House-MP'), system: 'inch', who: () => 'Somebody' }).title.length).toBeGreaterThan(2);
    }
  });
  it('add up: no purge without its gas, no entry that counts for nothing', () => {
    expect(runs.length).toBeGreaterThan(3);
    for (const events of runs) {
      const run = reduceRun(events);
      expect(run?.started).toMatchObject({
        backing: 'purge',
        listens: expect.any(Array) as unknown[],
        station: expect.any(String) as string,
      });
      expect(run?.contradictions.filter((c) => c.includes('cannot be read'))).toEqual([]);
    }
    for (const events of welds) {
      const made = read(events[0] as Stored);
      if (made?.type !== 'weld.created') throw new Error('no beginning');
      const own = runs.map((r) => reduceRun(r)).filter((r) => r !== null && r.started.welds.includes(made.stream));
      const weld = reduceWeld(
        events,
        own.filter((r) => r !== null),
        criterionOf(made.body.design.criterion.id),
      );
      if (!weld) throw new Error('no weld');
      expect(weld.contradictions.filter((c) => c.includes('cannot be read'))).toEqual([]);
      expect(waitsFor(weld).length).toBeGreaterThan(3);
      // The first age told its running purge later than its marks: nothing of that one lasted.
      if (own.some((r) => r !== null && (r.endedAt ?? Infinity) > r.startedAt))
        expect(gasUse(weld, Date.parse('2026-10-02T00:00:00Z')).purge).toBeGreaterThan(0);
      if (weld.plan) {
        expect(weld.plan.setup.parts.length).toBeGreaterThan(0);
        // A cost is found by what a figure is, however it was worded then.
        expect(weld.plan.plan.figures.find((f) => f.id === 'volume')?.value).toBeGreaterThan(0);
        // Where the plan gave a time to the limit there is a clock to hold the purge against, once an arc has burned.
        const burned = weld.arcs.some((a) => (a.off ?? Infinity) > a.on);
        if (weld.plan.plan.joint.value !== null)
          expect(gasUse(weld, Date.parse('2026-10-02T00:00:00Z')).clockSchool === null, weld.number).toBe(!burned);
      }
    }
  });
});

describe('the ages together', () => {
  it('hold every type in every version that past code wrote', () => {
    const written = new Set(ages.flatMap(({ stored }) => stored.map((e) => `${e.type} ${e.version}`)));
    for (const type of types)
      if (
        ![
          'picture.taken',
          'picture.read',
          'run.retired',
          'run.foretold',
          'deviation.settled',
          'test.ended',
          'welded.recorded',
          'tool.touched',
          'dwell.begun',
          'dwell.marked',
          'dwell.rinsed',
        ].includes(type)
      )
        expect(written.has(`${type} 1`), type).toBe(true);
  });
  it('an entry that cannot be read counts for nothing, is said, and stops nothing', () => {
    const age = ages.at(-1)?.stored ?? [];
    const start = age.find((e) => e.type === 'run.started');
    const events = age.filter((e) => e.stream === start?.stream);
    const spoilt = events.map((e) => (e.type === 'run.marked' && e.seq === 2 ? { ...e, body: { mark: 'fly' } } : e));
    expect(reduceRun(spoilt)?.contradictions).toContainEqual(expect.stringContaining('"run.marked" cannot be read'));
    expect(reduceRun(spoilt)?.marks.length).toBe((reduceRun(events)?.marks.length ?? 0) - 1);
    expect(reduceRun(events.map((e) => ({ ...e, version: e.seq === 1 ? versionOf('run.started') + 1 : e.version })))).toBeNull();
  });
});
