/** The verdict knows the purge: facts with their figures, and what each version of a criterion makes of them. */
import { ROUND } from '../../basics/seam';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findSize, type Size } from '../../basics/sizes';
import {
  current,
  factOutcome,
  judge,
  outcomeSchema,
  purgeFactSchema,
  ruledFactSchema,
  shipped,
  type Criterion,
  type Tint,
} from '../../models/criteria';
import { startingSetup } from '../../models/setup';
import type { Stored } from '../event';
import { holdOf, type AtArc } from '../run';
import { arcOxygen, reduceRun, reduceWeld, weldFindings, type EventType, type WeldState } from './index';

const id = (n: number) => `01900000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const [WELD, RUN] = [id(1), id(2)];
const T0 = Date.parse('2026-03-01T08:00:00Z');
const size = findSize('inch-tube', '2') as Size;
const by = (name: string, list = current) => list.find((c) => c.id === name) as Criterion;
const bright: Tint[] = (['id-bead', 'id-haz', 'od-bead', 'od-haz'] as const).map((zone) => ({
  zone,
  arc: { from: 12, to: 12 },
  grade: { by: 'band', band: 'bright' },
}));
const seen = { tints: bright, defects: [], insideReachable: true, seam: ROUND };

type Say = [EventType, object, number];
const stream = (name: string, said: Say[]): Stored[] =>
  said.map(([type, body, s], i) => ({
    ...{ id: id((name === RUN ? 500 : 100) + i), stream: name, seq: i + 1, type, version: type === 'run.started' ? 2 : 1 },
    happenedAt: new Date(T0 + s * 1000).toISOString(),
    receivedAt: new Date(T0 + s * 1000).toISOString(),
    ...{ actor: id(4), identified: 'picked', body, hash: '' },
  }));
const at = (ppm: number | null, ready = true): AtArc => ({
  reading: ppm === null ? null : { ppm, at: new Date(T0).toISOString(), ageSeconds: 1, quality: 'good' },
  ...{ ready, by: 'monitor', text: '' },
});
const mark = (m: string, s: number, more: object = {}): Say => ['run.marked', { mark: m, weld: WELD, ...more }, s];
const hold = holdOf({ started: { setup: startingSetup(size) } } as never);

/** A weld in one purge, told by its marks. */
function weld(criterion: Criterion, marks: Say[], over: { started?: object; highLow?: number } = {}): WeldState {
  const run = reduceRun(
    stream(RUN, [
      [
        'run.started',
        {
          ...{ spool: id(3), welds: [WELD], setup: startingSetup(size), rules: criterion.purge, planned: 100, band: null, listens: [] },
          ...{ device: { id: id(9), label: 'Monitor' }, station: '', place: 'vent', monitorChecked: true, countIn: 2, backing: 'purge' },
          ...{ cylinder: null, jointLag: 0, shorter: null, ...over.started },
        },
        0,
      ],
      ...marks,
    ]),
  );
  const named = { id: id(8), label: 'X' };
  const design = {
    ...{
      size,
      alloyA: '316L',
      alloyB: '316L',
      joint: 'square-butt',
      seam: ROUND,
      criterion: { id: criterion.id, version: criterion.version },
    },
    ...{ looking: 'from A to B', insideReachable: true },
  };
  const fitup = {
    ...{ gapNarrow: { value: 0, at: 12 }, gapWide: { value: 1e-4, at: 6 }, highLow: over.highLow ?? 1e-4, heatA: named, heatB: named },
    ...{ filler: null, wps: { ...named, revision: '1' }, welder: id(4), figures: [], advice: [] },
  };
  const state = reduceWeld(
    stream(WELD, [
      ['weld.created', { spool: id(3), number: 'W', design }, -100],
      ['fitup.recorded', fitup, -50],
    ]),
    run ? [run] : [],
    criterion,
  );
  if (!state) throw new Error('no weld');
  return state;
}
const clean = (ppm: number | null = 20, ready = true): Say[] => [
  mark('arc-on', 100, { atArc: at(ppm, ready) }),
  mark('arc-off', 200),
  mark('hold', 201),
  ['run.ended', { how: 'done', countOut: 2 }, 200 + hold + 1],
];
const facts = (s: WeldState, c: Criterion) => weldFindings(s, c).map((f) => f.fact);
const MP = by('House-MP');
const TI = by('TI-A');

describe('what a purge says of a weld', () => {
  it('nothing, when it was ready, held and stayed low', () => {
    expect(facts(weld(MP, clean()), MP)).toEqual([]);
    expect(judge(MP, seen, weldFindings(weld(MP, clean()), MP)).outcome).toBe('accept');
  });
  it.each<[string, Say[], object, string[]]>([
    ['struck in air', clean(208_869, false), {}, ['arc-over']],
    ['struck before it was held', clean(30, false), {}, ['arc-early']],
    ['not measured', clean(null, false), { started: { device: null } }, ['not-measured']],
    [
      'over the limit while welding',
      [
        ...clean().slice(0, 3),
        ['run.ended', { how: 'done', countOut: 2, welding: [{ weld: WELD, highest: 900, over: 12 }] }, 200 + hold + 1],
      ],
      {},
      ['over'],
    ],
    ['a dam out with the arc on', [clean()[0] as Say, mark('dam-out', 150), mark('refill', 160), ...clean().slice(2)], {}, ['opened']],
    ['ground with the arc on', [clean()[0] as Say, mark('grind', 150), mark('refill', 160), ...clean().slice(2)], {}, ['opened']],
    ['the hold cut short', [...clean().slice(0, 3), ['run.ended', { how: 'done', countOut: 2 }, 205]], {}, ['hold-short']],
    ['the monitor not checked', clean(), { started: { monitorChecked: false } }, ['unchecked']],
    ['high-low over 15 % of the wall', clean(), { highLow: 0.16 * 1.651e-3 }, ['high-low']],
    ['high-low within it', clean(), { highLow: 0.14 * 1.651e-3 }, []],
    [
      'through tape',
      [mark('tape-off', 50, { arc: { from: 3, to: 6 } }), mark('tape-on', 60, { arc: { from: 3, to: 6 } }), ...clean()],
      {},
      ['tape'],
    ],
  ])('%s', (_, marks, over, expected) => expect(facts(weld(MP, marks, over), MP).sort()).toEqual(expected.sort()));
  it('how short a hold is short is for the criterion to say', () => {
    const early: Say[] = [...clean().slice(0, 3), ['run.ended', { how: 'done', countOut: 2 }, 200 + hold - 10]];
    expect(facts(weld(MP, early), MP)).toEqual(['hold-short']);
    const lax = { ...MP, holdShortBy: 15 };
    expect(facts(weld(lax, early), lax)).toEqual([]);
  });
  it('a tack in air counts where tacks need the limit of the weld', () => {
    const tacked = [mark('tack', 50, { atArc: at(208_869, false) }), ...clean()];
    expect(facts(weld(TI, tacked), TI)).toEqual(['tack-over']);
    expect(facts(weld(MP, tacked), MP)).toEqual([]);
  });
  it('nothing of a weld that had none, as decided', () =>
    expect(facts(weld(MP, clean(null, true), { started: { backing: 'none', device: null } }), MP)).toEqual([]));
  it('a stage line says the worst of several arcs, not the first', () => {
    const two = [
      mark('arc-on', 100, { atArc: at(20) }),
      mark('arc-off', 120),
      mark('arc-on', 130, { atArc: at(900, false) }),
      ...clean().slice(1),
    ];
    expect(arcOxygen(weld(MP, two))).toBe('900 ppm at the vent at arc on, before ready');
  });
});

describe('what a criterion makes of it', () => {
  const inAir = weldFindings(weld(TI, clean(208_869, false)), TI);
  it('titanium whose arc burned in air is not accepted by any press of bright', () => {
    const v = judge(TI, seen, inAir);
    expect(v.outcome).toBe('cut-out');
    expect(v.reasons).toContain('Arc struck at 208 869 ppm, limit 50 ppm while welding. TI-A version 3: cut out.');
  });
  it('a first version is silent on the purge: it says so, and refers', () => {
    const v = judge(by('TI-A', shipped), seen, inAir);
    expect(v.outcome).toBe('refer');
    expect(v.reasons[0]).toMatch(/TI-A version 1 says nothing of the purge: for the engineer/);
  });
  it('what is only noted stands in the reasons and changes nothing', () => {
    const v = judge(by('PIPE-clean'), seen, [{ fact: 'not-measured', text: 'Oxygen not measured when the arc was struck' }]);
    expect([v.outcome, v.reasons[0]]).toEqual(['accept', 'Oxygen not measured when the arc was struck. PIPE-clean version 3: noted.']);
  });
  it('every shipped scheme says something of every fact; a fact never makes a verdict milder', () => {
    for (const c of current) expect(Object.keys(c.facts ?? {}).sort()).toEqual([...ruledFactSchema.options].sort());
    fc.assert(
      fc.property(fc.constantFrom(...current, ...shipped), fc.subarray([...purgeFactSchema.options]), (c, some) => {
        const rank = (o: string) => outcomeSchema.options.indexOf(o as never);
        const v = judge(
          c,
          seen,
          some.map((fact) => ({ fact, text: fact })),
        );
        expect(rank(v.outcome)).toBe(Math.max(0, ...some.map((f) => rank(factOutcome(c, f)))));
      }),
    );
  });
});
