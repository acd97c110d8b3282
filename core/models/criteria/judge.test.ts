import { arcHours, inArc, ROUND } from '../../basics/seam';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { alloys, alloySchema, fillerFor } from '../../basics/materials';
import { bandSchema, type Band } from '../tint';
import {
  current,
  judge,
  outcomeSchema,
  shipped,
  unseenShare,
  wordFor,
  zoneSchema,
  criterionSchema,
  type Criterion,
  type Seen,
  type Tint,
  type Zone,
} from './index';

const by = (id: string): Criterion => shipped.find((c) => c.id === id) as Criterion;
const now = (id: string): Criterion => current.find((c) => c.id === id) as Criterion;
const all = { from: 12, to: 12 };
const tint = (zone: Zone, band: Band, arc = all): Tint => ({ zone, arc, grade: { by: 'band', band } });
const seen = (over: Partial<Seen> & { change?: Tint[] } = {}): Seen => ({
  tints: [
    ...zoneSchema.options.filter((z) => !over.change?.some((t) => t.zone === z && arcHours(t.arc) > 11.9)).map((z) => tint(z, 'bright')),
    ...(over.change ?? []),
  ],
  defects: over.defects ?? [],
  insideReachable: over.insideReachable ?? true,
  seam: ROUND,
});

describe('the shipped criteria', () => {
  it('are of their published shape, no version of a scheme twice, and earlier ones are kept', () => {
    for (const c of [...shipped, ...current]) expect(criterionSchema.safeParse(c).success, c.id).toBe(true);
    const names = [...shipped, ...current].map((c) => `${c.id} ${c.version}`);
    expect(new Set(names).size).toBe(names.length);
    expect(names.filter((n) => n.startsWith('House-MP'))).toEqual(['House-MP 1', 'House-MP 2', 'House-MP 3']);
  });
  it('say something of every band in every zone', () => {
    for (const c of shipped)
      for (const z of zoneSchema.options)
        for (const b of bandSchema.options)
          if (c.families.includes('titanium') ? b !== 'sugar' : b !== 'white') expect(c.zones[z][b], `${c.id} ${z} ${b}`).toBeDefined();
  });
  it('never clean titanium to accept it', () => {
    for (const z of zoneSchema.options) expect(Object.values(by('TI-A').zones[z])).not.toContain('clean');
  });
});

describe('a verdict', () => {
  it.each([
    ['House-MP', 'id-haz', 'pale-straw', 'accept'],
    ['House-MP', 'id-haz', 'purple', 'clean'],
    ['House-MP', 'id-haz', 'dark-blue', 'reweld'],
    ['House-MP', 'od-haz', 'dark-blue', 'clean'],
    ['House-MP', 'id-bead', 'sugar', 'cut-out'],
    ['PIPE-clean', 'id-haz', 'bronze', 'accept'],
    ['PIPE-clean', 'id-haz', 'dark-blue', 'clean'],
    ['TI-A', 'od-bead', 'straw', 'accept'],
    ['TI-A', 'od-bead', 'purple', 'refer'],
    ['TI-A', 'od-bead', 'light-blue', 'cut-out'],
  ] as const)('of %s on %s %s is %s', (id, zone, band, outcome) => {
    const v = judge(by(id), seen({ change: [tint(zone, band)] }));
    expect(v.outcome).toBe(outcome);
    expect(v.reasons[0]).toContain(id);
  });
  it.each([
    ['House-MP', 'id-haz', 'dark-blue', true, 'clean'],
    ['House-MP', 'id-haz', 'dark-blue', false, 'refer'],
    ['House-MP', 'id-bead', 'later', true, 'refer'],
    ['House-EP', 'id-haz', 'gold', true, 'refer'],
    ['PIPE-clean', 'id-haz', 'grey', true, 'cut-out'],
    ['PIPE-clean', 'id-haz', 'bronze', true, 'accept'],
    ['DPX', 'id-haz', 'bronze', true, 'clean'],
    ['DPX', 'id-haz', 'dark-blue', true, 'refer'],
    ['TI-A', 'od-bead', 'gold', true, 'accept'],
    ['TI-A', 'od-bead', 'white', true, 'cut-out'],
  ] as const)('by the second versions, %s on %s %s, reachable %s, is %s', (id, zone, band, reachable, outcome) => {
    const c = current.find((x) => x.id === id) as Criterion;
    expect(judge(c, seen({ change: [tint(zone, band)], insideReachable: reachable })).outcome).toBe(outcome);
  });
  it.each([
    ['House-MP', 'burn-through', 'inside', true, 'cut-out'],
    ['House-MP', 'tungsten', 'inside', true, 'cut-out'],
    ['House-MP', 'overlap', 'outside', true, 'refer'],
    ['House-MP', 'spatter', 'inside', true, 'clean'],
    ['House-MP', 'spatter', 'inside', false, 'refer'],
    ['TI-A', 'spatter', 'outside', true, 'refer'],
  ] as const)('%s on %s %s, reachable %s, is %s', (id, kind, side, reachable, outcome) => {
    const c = current.find((x) => x.id === id) as Criterion;
    const v = judge(c, { ...seen({ insideReachable: reachable }), defects: [{ kind, side, arc: { from: 1, to: 2 } }] });
    expect(v.outcome).toBe(outcome);
  });
  it('every scheme that ships says something of every colour of its metals; duplex has one of its own; nothing grey is welded over', () => {
    for (const c of current) {
      for (const zone of zoneSchema.options) {
        const mild = c.families.includes('carbon');
        if (!c.families.includes('titanium') && !mild) expect(c.zones[zone].sugar).toBe('cut-out');
        // Grey scale is never just welded over, nor cleaned to pass; exhaust has it looked at, mild steel is grey by nature.
        if (!mild) expect(c.zones[zone].grey).toBe(c.id === 'Exhaust' ? 'refer' : 'cut-out');
        expect(c.zones[zone].bright).toBe('accept');
      }
      // What a later bath cannot take off is taken off before it.
      if (c.passivation === 'always') expect(c.cleaning).toBe('always');
    }
    expect(current.filter((c) => c.families.includes('duplex')).map((c) => c.id)).toEqual(['DPX']);
    expect(new Set(current.map((c) => c.id)).size).toBe(current.length);
  });
  it('exhaust takes colour and not sugar, by its own shop words; mild steel is not judged by colour; ultra-high purity takes none', () => {
    const as = (id: string, band: Band) => judge(now(id), seen({ change: [tint('id-bead', band)] })).outcome;
    expect(['straw', 'bronze', 'dark-blue', 'second-blue'].map((b) => as('Exhaust', b as Band))).toEqual([
      'accept',
      'accept',
      'accept',
      'accept',
    ]);
    expect([as('Exhaust', 'grey'), as('Exhaust', 'sugar')]).toEqual(['refer', 'cut-out']);
    expect(wordFor(now('Exhaust'), 'bronze')).toBe('Copper tint');
    expect([as('Mild', 'dark-blue'), as('Mild', 'grey')]).toEqual(['accept', 'accept']);
    expect([as('UHP', 'bright'), as('UHP', 'pale-straw'), as('UHP', 'grey')]).toEqual(['accept', 'refer', 'cut-out']);
    expect([as('TI-A', 'bronze'), as('TI-B', 'bronze'), as('TI-B', 'purple'), as('TI-B', 'light-blue')]).toEqual([
      'refer',
      'accept',
      'refer',
      'cut-out',
    ]);
  });
  it('every alloy has a scheme that ships, and a filler for itself', () => {
    for (const a of alloySchema.options) {
      expect(
        current.some((c) => c.families.includes(alloys[a].family)),
        a,
      ).toBe(true);
      if (a !== '303') expect(fillerFor(a, a), a).not.toBeNull();
    }
  });
  it('is incomplete while an arc is unseen, but a defect that rejects stands', () => {
    const half = [
      ...zoneSchema.options.filter((z) => z !== 'id-haz').map((z) => tint(z, 'bright')),
      tint('id-haz', 'bright', { from: 12, to: 6 }),
    ];
    expect(judge(by('House-MP'), { tints: half, defects: [], insideReachable: true, seam: ROUND })).toMatchObject({
      outcome: 'incomplete',
      missing: ['Inside, HAZ: 50 % not seen'],
    });
    expect(
      judge(by('House-MP'), {
        tints: half,
        defects: [{ kind: 'crack', side: 'inside', arc: { from: 3, to: 4 } }],
        insideReachable: true,
        seam: ROUND,
      }).outcome,
    ).toBe('cut-out');
  });
  it('does not call an arc bright that was graded not seen', () => {
    const v = judge(by('House-MP'), {
      ...seen(),
      tints: zoneSchema.options.map((zone) => ({ zone, arc: all, grade: { by: 'unseen' as const } })),
    });
    expect(v.outcome).toBe('incomplete');
  });
  it('refers what would be cleaned inside where it cannot be reached', () => {
    expect(judge(by('House-MP'), seen({ change: [tint('id-bead', 'straw')], insideReachable: false })).outcome).toBe('refer');
    expect(judge(by('House-MP'), seen({ change: [tint('od-bead', 'straw')], insideReachable: false })).outcome).toBe('clean');
  });
  it('goes by the number of a printed guide where the criterion has numbers', () => {
    const number = (n: number): Tint => ({ zone: 'id-bead', arc: all, grade: { by: 'number', number: n, guide: 'our guide' } });
    const outcomes = [3, 4, 5].map((n) => judge(by('House-MP'), seen({ change: [number(n)] })).outcome);
    expect(outcomes).toEqual(['accept', 'clean', 'reweld']);
    expect(judge(by('TI-A'), seen({ change: [number(1)] })).outcome).toBe('refer');
  });
  it('is never better for something worse being added', () => {
    const rank = (o: string) => outcomeSchema.options.indexOf(o as never);
    fc.assert(
      fc.property(
        fc.constantFrom(...shipped),
        fc.constantFrom(...zoneSchema.options),
        fc.constantFrom(...bandSchema.options),
        fc.integer({ min: 1, max: 12 }),
        (c, zone, band, from) => {
          const base = seen({ change: [tint('od-haz', 'pale-straw')] });
          const more = judge(c, { ...base, tints: [...base.tints, tint(zone, band, { from, to: (from % 12) + 1 })] });
          expect(rank(more.outcome)).toBeGreaterThanOrEqual(rank(judge(c, base).outcome));
        },
      ),
    );
  });
});

describe('arcs of the clock', () => {
  it('run clockwise, through twelve too', () => {
    expect(arcHours({ from: 10, to: 2 })).toBeCloseTo(4, 6);
    expect([9, 11, 12, 1, 3].map((h) => inArc({ from: 10, to: 2 }, h))).toEqual([false, true, true, true, false]);
    expect(arcHours(all)).toBeCloseTo(12, 6);
  });
  it('and the rest of the round add up to all of it', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 12 }), (from, to) => {
        const a = unseenShare([tint('id-bead', 'bright', { from, to })], 'id-bead');
        expect(a).toBeCloseTo(from === to ? 0 : 1 - ((to - from + 12) % 12) / 12, 9);
      }),
    );
  });
});
