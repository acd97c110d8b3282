/** The ladder: its Ra against the chart and the standards, its steps against the rules of the trade, its tools against their metal and speed. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arcHours } from '../../basics/seam';
import { alloys } from '../../basics/materials';
import type { FoundDefect, Tint } from '../criteria';
import { bandSchema, type Band } from '../tint';
import { belongsTo, spinRefusals, touchRefusal } from '../cleaning';
import { dirtOf, gritFor, ladder, leaves, manners, raAfter, RMS_OVER_RA, taught, wetWays } from './index';
import type { Dirt, Rung, Strip, Wish } from './index';

const UM = 1e-6;
const rung = (label: string, kind: Rung['kind'], grit: number | null, over: Partial<Rung> = {}): Rung => ({
  ...{ id: label, label, kind, metal: 'stainless', grit, ra: null, takes: null, bore: 0.03, ratedRpm: null },
  ...over,
});
const shop = [
  rung('brush', 'hand-brush', null),
  rung('flap 80', 'flap', 80),
  rung('flap 120', 'flap', 120),
  rung('wheel 180', 'wheel', 180),
  rung('wheel 240', 'wheel', 240),
  rung('pad 240', 'pad', 240),
  rung('pad 400', 'pad', 400),
];
const dirt = (tint: Band | null, over: Partial<Dirt> = {}): Dirt => ({
  side: 'outside',
  arc: { from: 11, to: 1 },
  tint,
  strike: false,
  ...over,
});
const wish = (over: Partial<Wish> = {}): Wish => ({
  ...{ dirt: [dirt('gold')], alloys: ['316L'], finish: { look: 'polished', ra: 0.8 * UM }, rungs: shop, strips: [] },
  ...{ bore: 0.0475, wall: 1.65e-3, leastWall: null, insideReachable: true },
  ...over,
});
const one = (over: Partial<Wish>) => {
  const [rise] = ladder(wish(over));
  if (!rise) throw new Error('no rise');
  return { ...rise, names: rise.steps.map((s) => s.tool.label) };
};

describe('roughness by grit', () => {
  // Finishing charts in stainless handbooks, µin (from memory, medium confidence; 36 low), by 1 µin = 0.0254 µm.
  it.each([
    [36, 4.57],
    [60, 3.56],
    [80, 1.8],
    [120, 1.32],
    [150, 1.07],
    [180, 0.76],
    [220, 0.48],
    [240, 0.38],
    [320, 0.3],
    [400, 0.23],
  ])('grit %d leaves up to %d µm, a worn one half', (grit, micron) => {
    const ra = raAfter(grit);
    expect((ra?.high ?? 0) / UM).toBeCloseTo(micron, 1);
    expect(ra?.low).toBeCloseTo((ra?.high ?? 0) / 2, 12);
  });
  it('finer leaves less, between the rows too; beyond the chart nobody says', () => {
    fc.assert(
      fc.property(fc.integer({ min: 36, max: 399 }), (g) => {
        expect(raAfter(g + 1)?.high).toBeLessThan(raAfter(g)?.high ?? 0);
      }),
    );
    for (const g of [24, 35, 401, 1000]) expect(raAfter(g)).toBeNull();
  });
  // Ra 0.8 µm is what 180 grit is called: ASME BPE, ASTM A270, 3-A (from memory). SF1 20 µin, SF4 15 µin: BPE part SF (from memory).
  it.each([
    [0.8, 180],
    [0.508, 220],
    [0.381, 240],
    [0.1, null],
  ])('for Ra %d µm grit %s is coarse enough', (micron, grit) => expect(gritFor(micron * UM)).toBe(grit));
  it('RMS over Ra of a sine, by adding it up', () => {
    const n = 100_000;
    let [squares, sum] = [0, 0];
    for (let i = 0; i < n; i++) {
      const y = Math.sin((2 * Math.PI * (i + 0.5)) / n);
      squares += y * y;
      sum += Math.abs(y);
    }
    expect(Math.sqrt(squares / n) / (sum / n)).toBeCloseTo(RMS_OVER_RA, 6);
    expect(RMS_OVER_RA).toBeCloseTo(1.11, 2);
  });
});

describe('where to start', () => {
  // Common practice, no source: thin colour by a brush, blue by something that cuts, scale by something coarse.
  it.each([
    ['straw', 'brush'],
    ['gold', 'brush'],
    ['purple', 'pad 240'],
    ['light-blue', 'wheel 180'],
    ['later', 'flap 120'],
    ['grey', 'flap 80'],
  ] as const)('%s: with the %s, and that is a guess', (tint, first) => {
    const { names, steps } = one({ dirt: [dirt(tint)] });
    expect(names[0]).toBe(first);
    expect(steps[0]?.by).toBe('guess');
  });
  it('thicker never starts finer, whatever tools there are', () => {
    const film = bandSchema.options.slice(1, 14);
    fc.assert(
      fc.property(fc.subarray(shop, { minLength: 1 }), fc.integer({ min: 0, max: film.length - 2 }), (rungs, i) => {
        const start = (tint: Band | undefined) => one({ rungs, dirt: [dirt(tint ?? null)] }).steps[0]?.tool;
        const [thin, thick] = [start(film[i]), start(film[i + 1])];
        if (!thin) expect(thick).toBeUndefined();
        if (thin && thick) expect(thick.grit ?? 1e4).toBeLessThanOrEqual(thin.grit ?? 1e4);
      }),
    );
  });
  const strip = (tint: Band, sections: Partial<Strip['sections'][number]>[]): Strip => ({
    ...{ id: 's', label: 'strip 3', alloy: '304L', tint },
    sections: sections.map((x) => ({ tool: '', label: '', warm: null, took: 'all', ra: null, looks: '', picture: null, ...x })),
  });
  it('as the trial strip says, where one does: finer than any guess, or coarser', () => {
    const strips = [strip('light-blue', [{ tool: 'pad 400', took: 'all' }])];
    expect(one({ strips, dirt: [dirt('light-blue')] })).toMatchObject({ names: ['pad 400'], steps: [{ by: 'strip', strip: 'strip 3' }] });
    const left = [strip('straw', [{ tool: 'brush', took: 'nothing' }])];
    const rise = one({ strips: left, dirt: [dirt('gold')] });
    expect(rise.names[0]).toBe('pad 400');
    expect(rise.passed).toContainEqual({ tool: shop[0], why: 'took nothing off on strip 3' });
  });
  it('what took off the thicker takes off the thinner; what left the thinner leaves the thicker; else nobody knows', () => {
    const s = [
      strip('gold', [
        { tool: 'a', took: 'all' },
        { tool: 'b', took: 'some' },
      ]),
    ];
    expect(taught(s, 'a', '316L', 'straw').is).toBe('all');
    expect(taught(s, 'a', '316L', 'purple').is).toBe('unknown');
    expect(taught(s, 'b', '316L', 'purple').is).toBe('nothing');
    expect(taught(s, 'b', '316L', 'straw').is).toBe('unknown');
    expect(taught(s, 'a', 'Ti-2', 'straw').is).toBe('unknown');
  });
  it('warm where cold it left some', () => {
    const s = [
      strip('gold', [
        { tool: 'brush', took: 'some' },
        { tool: 'brush', took: 'all', warm: 90 },
      ]),
    ];
    expect(one({ strips: s, dirt: [dirt('gold')] }).steps[0]).toMatchObject({ tool: { label: 'brush' }, warm: true });
  });
});

describe('the way down', () => {
  it('grit at most doubles, until the finish is there, the last pass by hand', () => {
    expect(one({ dirt: [dirt('grey')] }).names).toEqual(['flap 80', 'flap 120', 'pad 240']);
    expect(one({ dirt: [dirt('later')], finish: { look: 'polished', ra: 0.4 * UM } }).names).toEqual(['flap 120', 'pad 240']);
  });
  it('no further than is asked, and where the shop has nothing finer it says so', () => {
    expect(one({ dirt: [dirt('light-blue')] }).names).toEqual(['wheel 180', 'pad 240']);
    expect(one({ dirt: [dirt('light-blue')], finish: { look: 'polished', ra: null } }).names).toEqual(['wheel 180', 'pad 240']);
    const rise = one({ dirt: [dirt('light-blue')], finish: { look: 'polished', ra: 0.1 * UM } });
    expect(rise.says.join(' ')).toMatch(/leaves more than the finish that is wanted/);
  });
  it('by the Ra the shop measured on its own strip, where it did', () => {
    const strips: Strip[] = [
      {
        id: 's',
        label: 'strip 3',
        alloy: '316L',
        tint: 'later',
        sections: [{ tool: 'flap 120', label: '', warm: null, took: 'all', ra: 0.6 * UM, looks: '', picture: null }],
      },
    ];
    expect(one({ strips, dirt: [dirt('later')] }).steps[0]).toMatchObject({
      tool: { label: 'flap 120' },
      ra: { low: 0.6 * UM, high: 0.6 * UM },
    });
    expect(one({ strips, dirt: [dirt('later')] }).names).toEqual(['flap 120', 'pad 240']);
  });
  it('any shop, any tint: grits only rise, no step is named twice, and every tool belongs to the metal', () => {
    const any = fc.record({
      tint: fc.constantFrom(...bandSchema.options.slice(1)),
      grits: fc.uniqueArray(fc.integer({ min: 36, max: 400 }), { minLength: 1, maxLength: 8 }),
      ra: fc.option(fc.double({ min: 0.1, max: 4, noNaN: true }), { nil: null }),
      mark: fc.constantFrom('stainless' as const, 'titanium' as const, 'unmarked' as const),
    });
    fc.assert(
      fc.property(any, ({ tint, grits, ra, mark }) => {
        const rungs = grits.map((g, i) => rung(`t${g}`, i % 2 ? 'wheel' : 'pad', g, { metal: i === 0 ? mark : 'stainless' }));
        const { steps, no } = one({ rungs, dirt: [dirt(tint)], finish: { look: 'polished', ra: ra === null ? null : ra * UM } });
        expect(steps.length > 0 || no.length > 0).toBe(true);
        for (const [i, s] of steps.entries()) {
          expect(s.tool.metal).toBe('stainless');
          if (i > 0) expect(s.tool.grit ?? 0).toBeGreaterThanOrEqual(steps[i - 1]?.tool.grit ?? 0);
        }
      }),
    );
  });
});

describe('what is not cleaned by hand', () => {
  it.each([
    ['black sugar', { dirt: [dirt('sugar')] }, /sugar/],
    ['white flake', { dirt: [dirt('white')] }, /White flake/],
    [
      'titanium beyond straw',
      { alloys: ['Ti-2'] as const, dirt: [dirt('gold')], rungs: [rung('ti brush', 'hand-brush', null, { metal: 'titanium' as const })] },
      /evidence/,
    ],
    ['an inside nobody reaches', { insideReachable: false, dirt: [dirt('straw', { side: 'inside' as const })] }, /reached/],
    ['an inside narrower than every tool', { bore: 0.02, dirt: [dirt('straw', { side: 'inside' as const })] }, /No tool/],
    ['with tools of another metal', { alloys: ['Ti-2'] as const, dirt: [dirt('straw')] }, /No tool/],
    [
      'more than the wall has to give',
      { wall: 1.65e-3, leastWall: 1.6e-3, dirt: [dirt('grey')], rungs: [rung('flap 80', 'flap', 80, { takes: 60 * UM })] },
      /least/,
    ],
  ])('%s: said, with the reason', (_, over, why) => expect(one(over as Partial<Wish>).no.join(' ')).toMatch(why));
  it('a worn tool leaves half of its chart, and takes less off than its strip says', () => {
    // 180 grit: 30 µin at most, half when worn (handbooks, from memory).
    expect(leaves(rung('w', 'wheel', 180, { worn: true }))?.high).toBeCloseTo(15 * 0.0254 * UM, 12);
    expect(leaves(rung('w', 'wheel', 180))?.high).toBeCloseTo(30 * 0.0254 * UM, 12);
    const section = { tool: 'wheel 180', label: 'wheel 180', warm: null, took: 'all' as const, ra: null, looks: '', picture: null };
    const strips: Strip[] = [{ id: 's', label: 'Strip 9', alloy: '316L', tint: 'purple', sections: [section] }];
    const says = (worn: boolean) =>
      one({ strips, rungs: [rung('wheel 180', 'wheel', 180, { worn })], dirt: [dirt('purple')] }).says.join(' ');
    expect(says(true)).toMatch(/wheel 180 is worn by now.*Strip 9/);
    expect(says(false)).not.toMatch(/worn/);
  });
  it('an arc strike is ground out, not brushed, and is tested for a crack', () => {
    const rise = one({ dirt: [dirt('straw', { strike: true })] });
    expect(rise.names[0]).toBe('wheel 180');
    expect(rise.says.join(' ')).toMatch(/crack/);
  });
  it('an electropolished face is told what an abrasive does to it; wet ways stand beside', () => {
    const rungs = [...shop, rung('pen', 'electrolytic', null), rung('paste', 'paste', null)];
    expect(one({ rungs, dirt: [dirt('purple')], finish: { look: 'electropolished', ra: 0.4 * UM } }).says.join(' ')).toMatch(
      /electropolished again/,
    );
    expect(wetWays(wish({ rungs })).map((r) => r.label)).toEqual(['pen', 'paste']);
    expect(manners(true).join(' ')).toMatch(/never along/);
  });
});

describe('what lies where', () => {
  const tint = (zone: Tint['zone'], from: number, to: number, band: Band): Tint => ({
    zone,
    arc: { from, to },
    grade: { by: 'band', band },
  });
  const strike: FoundDefect = { kind: 'arc-strike', side: 'outside', arc: { from: 4, to: 5 } };
  it('bead and zone of a side as one, the worst of both; bright is none; a strike stands for itself', () => {
    expect(dirtOf([tint('od-haz', 11, 2, 'gold'), tint('od-bead', 12, 1, 'purple'), tint('id-bead', 12, 12, 'bright')], [strike])).toEqual([
      { side: 'outside', arc: { from: 12, to: 1 }, tint: 'purple', strike: false },
      { side: 'outside', arc: { from: 1, to: 2 }, tint: 'gold', strike: false },
      { side: 'outside', arc: { from: 4, to: 5 }, tint: 'bright', strike: true },
      { side: 'outside', arc: { from: 11, to: 12 }, tint: 'gold', strike: false },
    ]);
    expect(dirtOf([tint('id-haz', 12, 12, 'straw')], [])).toEqual([
      { side: 'inside', arc: { from: 12, to: 12 }, tint: 'straw', strike: false },
    ]);
    expect(dirtOf([tint('id-haz', 9, 12, 'straw'), tint('id-bead', 12, 3, 'straw')], [])).toEqual([
      { side: 'inside', arc: { from: 9, to: 3 }, tint: 'straw', strike: false },
    ]);
  });
  it('any stretches: every hour that is tinted is in one stretch and no other', () => {
    const arcs = fc.record({ from: fc.integer({ min: 1, max: 12 }), to: fc.integer({ min: 1, max: 12 }) });
    const tints = fc.array(fc.tuple(arcs, fc.constantFrom('straw' as const, 'gold' as const, 'bright' as const)), { maxLength: 6 });
    fc.assert(
      fc.property(tints, (list) => {
        const found = dirtOf(
          list.map(([a, band]) => tint('od-bead', a.from, a.to, band)),
          [],
        );
        expect(found.reduce((sum, d) => sum + arcHours(d.arc), 0)).toBeLessThanOrEqual(12 + 1e-6);
        for (let h = 0.5; h < 12; h++) {
          const on = (a: { from: number; to: number }) => (h - (a.from % 12) + 12) % 12 < arcHours(a);
          const dirty = list.some(([a, band]) => band !== 'bright' && on(a));
          expect(found.filter((d) => on(d.arc)).length).toBe(dirty ? 1 : 0);
        }
      }),
    );
  });
});

describe('tools stay with their metal', () => {
  const families = [...new Set(Object.values(alloys).map((a) => a.family))];
  it('once on carbon steel is carbon steel’s for good, whatever it touches after', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(...families), { maxLength: 6 }),
        fc.array(fc.constantFrom(...families), { maxLength: 6 }),
        (a, b) => {
          expect(belongsTo('stainless', [...a, 'carbon', ...b])).toBe('carbon-steel');
          expect(touchRefusal('Brush', 'stainless', [...a, 'carbon', ...b], ['316L'])).toMatch(/carbon steel's for good/);
        },
      ),
    );
  });
  it.each([
    ['stainless', [], '316L', null],
    ['stainless', ['austenitic'], '316L', null],
    ['stainless', ['titanium'], '316L', /touched another metal/],
    ['titanium', [], '316L', /marked for titanium/],
    ['stainless', [], 'Ti-2', /marked for stainless/],
    ['carbon-steel', [], '316L', /plants rust/],
    ['unmarked', [], '316L', /not marked/],
  ] as const)('%s that touched %j, on %s: %s', (mark, touched, alloy, why) => {
    const said = touchRefusal('Brush', mark, touched, [alloy]);
    if (why === null) expect(said).toBeNull();
    else expect(said).toMatch(why);
  });
  it('a wheel is turned no faster than it is rated for, on its own arbor; a brush by hand is not asked', () => {
    const wheel = rung('Wheel', 'wheel', 180, { ratedRpm: 4000 });
    expect(spinRefusals(wheel, { rpm: 4000, arbor: 'maker' })).toEqual([]);
    expect(spinRefusals(wheel, { rpm: 11_000, arbor: 'maker' }).join()).toMatch(/11000 a minute.*rated for 4000/);
    expect(spinRefusals(wheel, { rpm: null, arbor: 'maker' }).join()).toMatch(/How fast/);
    expect(spinRefusals({ ...wheel, ratedRpm: null }, { rpm: 3000, arbor: 'maker' }).join()).toMatch(/No speed stands/);
    expect(spinRefusals(wheel, { rpm: 3000, arbor: 'improvised' }).join()).toMatch(/improvised/);
    expect(spinRefusals(rung('Brush', 'hand-brush', null), { rpm: null, arbor: 'improvised' })).toEqual([]);
  });
});
