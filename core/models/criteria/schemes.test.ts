/**
 * The schemes that ship, over zones, bands and families, as a table that was reviewed line by line against what each school asks (its sources
 * are named in shipped.ts, all from memory). A stands for accept, C clean, R refer, W re-weld, X cut out, - not met on this metal.
 */
import { describe, expect, it } from 'vitest';
import { ROUND, WHOLE } from '../../basics/seam';
import { bandSchema, filmBands, type Band } from '../tint';
import {
  compareCriteria,
  current,
  defectSchema,
  editedOf,
  editedSchema,
  isTemplate,
  judge,
  loosenedOf,
  loosenedText,
  measureText,
  moveLimit,
  mostOf,
  nextVersion,
  ruledFactSchema,
  shippedOf,
  startFrom,
  stretchesOf,
  zoneSchema,
  type Criterion,
  type Edited,
  type Made,
  type Measure,
  type Tint,
  type Zone,
} from '.';

const letters = { accept: 'A', clean: 'C', refer: 'R', reweld: 'W', 'cut-out': 'X' };
const now = (id: string): Criterion => current.find((c) => c.id === id) as Criterion;

describe('the schemes that ship', () => {
  // bright, pale straw, straw, gold, bronze, purple, dark blue, light blue | silvery, five later orders | grey, sugar, white
  it.each([
    ['House-MP', 'austenitic', 'AACCCCCC RRRRRR XX-', 50, 50],
    ['House-EP', 'austenitic', 'AACRRRRR RRRRRR XX-', 20, 20],
    ['EU-hyg', 'austenitic', 'AACCRRRR RRRRRR XX-', 50, 50],
    ['A18.2-n', 'austenitic', 'AACCCCCC RRRRRR XX-', 50, 50],
    ['DK-ref', 'austenitic', 'AACCCCCC RRRRRR XX-', 50, 50],
    ['UHP', 'austenitic', 'ARRRRRRR RRRRRR XX-', 10, 10],
    ['PIPE-clean', 'austenitic nickel', 'AAAAACCC RRRRRR XX-', 500, 1000],
    ['DPX', 'duplex', 'AAACCCRR RRRRRR XX-', 100, 100],
    ['TI-A', 'titanium', 'AAAARRRX XXXXXX X-X', 50, 50],
    ['TI-B', 'titanium', 'AAAAARRX XXXXXX X-X', 50, 50],
    ['Exhaust', 'austenitic ferritic martensitic', 'AAAAAAAA AAAAAA RX-', 1000, 5000],
    ['Mild', 'carbon', 'AAAAAAAA AAAAAA AR-', 5000, 20_000],
  ])('%s, for %s: %s', (id, families, row, start, weld) => {
    const c = now(id);
    expect(c.families.join(' ')).toBe(families);
    const titanium = c.families.includes('titanium');
    for (const zone of zoneSchema.options) {
      const said = bandSchema.options.map((b) => {
        if (b === (titanium ? 'sugar' : 'white')) return '-';
        return letters[c.zones[zone][b] ?? 'refer'];
      });
      expect(`${said.slice(0, 8).join('')} ${said.slice(8, 14).join('')} ${said.slice(14).join('')}`, zone).toBe(row);
    }
    expect([c.purge.startPpm, c.purge.weldPpm]).toEqual([start, weld]);
  });

  it('a weak one is a template and no other is; every limit of every scheme has a source with an edition to check', () => {
    expect(current.filter(isTemplate).map((c) => c.id)).toEqual(['House-EP', 'EU-hyg', 'A18.2-n', 'UHP', 'Exhaust', 'Mild', 'DK-ref']);
    for (const c of current) {
      for (const limit of ['oxygen', 'colour', 'faults', 'defects'] as const) expect(c.sources?.[limit], `${c.id} ${limit}`).toBeDefined();
      for (const m of c.measures ?? []) expect(c.sources?.[m.of], `${c.id} ${m.of}`).toBeDefined();
      const weak = Object.values(c.sources ?? {}).some((s) => s.confidence === 'low');
      expect(weak, c.id).toBe(isTemplate(c));
      expect(c.confirmed).toBeUndefined();
    }
  });

  it('cracks are cut out by every one, lack of penetration is never accepted, titanium is never cleaned to pass', () => {
    for (const c of current) {
      expect(c.defects.crack).toBe('cut-out');
      expect(['reweld', 'cut-out']).toContain(c.defects['lack-of-penetration']);
      for (const d of defectSchema.options.filter((k) => k !== 'width')) expect(c.defects[d], `${c.id} ${d}`).toBeDefined();
      for (const f of ruledFactSchema.options) expect(c.facts?.[f], `${c.id} ${f}`).toBeDefined();
      if (c.families.includes('titanium')) for (const z of zoneSchema.options) expect(Object.values(c.zones[z])).not.toContain('clean');
    }
  });

  it('measures of hygienic tube: 15 % and 10 % of 1.65 mm are 0.2475 and 0.165 mm, of 0.083 in 0.0125 and 0.0083 in (arithmetic of ASME BPE limits, from memory)', () => {
    const of = (kind: Measure['of']) => now('House-MP').measures?.find((m) => m.of === kind) as Measure;
    expect(mostOf(of('high-low'), 1.65e-3) * 1e3).toBeCloseTo(0.2475, 4);
    expect(mostOf(of('concavity'), 1.65e-3) * 1e3).toBeCloseTo(0.165, 3);
    expect(mostOf(of('high-low'), 0.083 * 0.0254) / 0.0254).toBeCloseTo(0.0125, 4);
    expect(mostOf(of('concavity'), 0.083 * 0.0254) / 0.0254).toBeCloseTo(0.0083, 4);
    expect(measureText(of('concavity'), 'metric')).toBe('10 % of the wall');
  });
  it('measures of pipe: root concave 0.2 mm at 2 mm, 0.5 at 5, never over 1 (EN ISO 5817 level C, from memory)', () => {
    const c = now('PIPE-clean').measures?.find((m) => m.of === 'concavity') as Measure;
    expect([2e-3, 5e-3, 20e-3].map((t) => Math.round(mostOf(c, t) * 1e4) / 10)).toEqual([0.2, 0.5, 1]);
  });
});

const made: Made = {
  by: '01890000-0000-7000-8000-000000000001',
  name: 'Ada (A1)',
  when: '2027-03-01T08:00:00.000Z',
  why: 'Contract 7 allows it',
};
const ben: Made = { ...made, name: 'Ben (B2)', when: '2027-04-01T08:00:00.000Z', why: 'Stricter customer' };
const edited = (c: Criterion, over: Partial<Edited> = {}): Edited => ({ ...editedOf(c), ...over });
const all = (c: Criterion, band: Band, outcome: 'accept' | 'clean' | 'refer') =>
  Object.fromEntries(zoneSchema.options.map((z) => [z, { ...c.zones[z], [band]: outcome }])) as Criterion['zones'];

describe("a shop's own scheme", () => {
  const base = now('House-MP');
  const first = nextVersion(base, 'Oat-MP', edited(base, { title: 'Oat line', zones: all(base, 'straw', 'accept') }), made);
  it('is version 1 of its own, knows what it came from and who loosened what, and why', () => {
    expect(first).toMatchObject({ id: 'Oat-MP', version: 1, from: { id: 'House-MP', version: 3 }, confidence: 'shop' });
    expect(loosenedOf(first)).toHaveLength(4);
    expect(loosenedText(first)).toEqual([
      'Looser than House-MP version 3: All zones, straw, accept where that says clean, then accept. Ada (A1), version 1: Contract 7 allows it',
    ]);
    expect(first.sources?.colour).toMatchObject({ confidence: 'shop' });
    expect(first.sources?.oxygen).toEqual(base.sources?.oxygen);
  });
  it('keeps the name of the first who loosened it, and gives it back when it is tightened again', () => {
    const second = nextVersion(first, 'Oat-MP', edited(first, { purge: { ...first.purge, startPpm: 80 } }), ben);
    expect(second.version).toBe(2);
    expect(loosenedText(second)).toEqual([
      'Looser than House-MP version 3: Oxygen to start, 80 ppm where that says 50 ppm. Ben (B2), version 2: Stricter customer',
      expect.stringContaining('Ada (A1), version 1') as string,
    ]);
    const third = nextVersion(second, 'Oat-MP', edited(second, { zones: base.zones, purge: base.purge }), ben);
    expect(loosenedOf(third)).toEqual([]);
    expect([second.sources?.oxygen?.confidence, third.sources]).toEqual(['shop', base.sources]);
    expect(compareCriteria(base, third)).toEqual([]);
  });
  it('moved on by another, a limit is his; a copy of a copy still knows the shipped root', () => {
    const wider = nextVersion(first, 'Oat-MP', edited(first, { zones: all(first, 'gold', 'accept') }), ben);
    expect(loosenedOf(wider).map((l) => l.by.name)).toEqual(expect.arrayContaining(['Ada (A1)', 'Ben (B2)']));
    const copy = nextVersion(first, 'Other', edited(first), ben);
    expect(copy).toMatchObject({ version: 1, from: { id: 'House-MP', version: 3 } });
    expect(loosenedOf(copy).map((l) => l.by.name)).toEqual(['Ada (A1)', 'Ada (A1)', 'Ada (A1)', 'Ada (A1)']);
    expect(shippedOf({ id: 'House-MP', version: 99 })).toBeNull();
  });
  it('what was confirmed falls when its limit moves, and stays when another does', () => {
    const confirmed = { document: 'D18.2', edition: '2020', clause: 'contract 4.2' };
    const held = nextVersion(first, 'Oat-MP', edited(first, { confirmed: { oxygen: confirmed, colour: confirmed } }), made);
    const next = nextVersion(held, 'Oat-MP', edited(held, { purge: { ...held.purge, startPpm: 40 } }), ben);
    expect(held.confirmed?.oxygen).toEqual({ ...confirmed, by: made.by, name: made.name, when: made.when });
    expect(Object.keys(next.confirmed ?? {})).toEqual(['colour']);
    expect(next.confirmed?.colour).toMatchObject({ name: made.name });
    // Said anew of the limit as it is now, it is confirmed by whoever says so.
    const anew = nextVersion(next, 'Oat-MP', edited(next, { confirmed: { oxygen: confirmed, colour: confirmed } }), ben);
    expect([anew.confirmed?.oxygen?.name, anew.confirmed?.colour?.name]).toEqual([ben.name, made.name]);
  });
});

describe('what is edited', () => {
  const base = editedOf(now('House-MP'));
  const issue = (over: Partial<Edited>) => editedSchema.safeParse({ ...base, ...over }).error?.issues[0]?.message;
  it('must make sense', () => {
    expect(issue({})).toBeUndefined();
    for (const c of current) expect(editedSchema.safeParse(editedOf(c)).success, c.id).toBe(true);
    expect(issue({ numbers: { accept: 5, clean: 4, most: 10 } })).toContain('ends before');
    expect(issue({ title: '' })).toContain('what it is for');
    expect(issue({ purge: { ...base.purge, startPpm: -1 } })).toBeDefined();
    const ti = now('TI-A');
    const cleaned = { ...editedOf(ti), zones: { ...ti.zones, 'id-haz': { ...ti.zones['id-haz'], purple: 'clean' } } };
    expect(editedSchema.safeParse(cleaned).error?.issues[0]?.message).toContain('never cleaned to be accepted');
  });
});

describe('two versions compared', () => {
  const base = now('House-MP');
  it.each([
    ['oxygen up', { purge: { ...base.purge, weldPpm: 90 } }, 'looser', 'purge/weld'],
    ['oxygen down', { purge: { ...base.purge, weldPpm: 20 } }, 'stricter', 'purge/weld'],
    ['hold shorter', { purge: { ...base.purge, holdSeconds: 5 } }, 'looser', 'purge/hold'],
    ['clock allowed', { purge: { ...base.purge, clockAllowed: true } }, 'looser', 'purge/clock'],
    ['tacks at the limit', { purge: { ...base.purge, tacksAtLimit: true } }, 'stricter', 'purge/tacks'],
    ['numbers up', { numbers: { accept: 4, clean: 4, most: 10 } }, 'looser', 'numbers/accept'],
    ['high-low wider', { highLowMost: 0.2 }, 'looser', 'high-low'],
    ['a defect let through', { defects: { ...base.defects, spatter: 'accept' as const } }, 'looser', 'defect/spatter'],
    ['a fault noted', { facts: { ...base.facts, tape: 'accept' as const } }, 'looser', 'fact/tape'],
    ['more re-welds', { rewelds: 3 }, 'looser', 'rewelds'],
    ['fewer insides seen', { insideSeen: { share: 0.2, afterReject: 1 } }, 'looser', 'inside/share'],
    ['rougher finish', { finish: { ra: 1.6e-6, words: '' } }, 'looser', 'finish/ra'],
    ['not passivated', { passivation: 'never' as const }, 'looser', 'passivation'],
    ['pale straw may stay after cleaning', { after: Object.fromEntries(zoneSchema.options.map((z) => [z, { bright: 'accept', 'pale-straw': 'accept' }])) as Criterion['after'] }, 'looser', 'after/id-bead/pale-straw'], // prettier-ignore
    ['concave deeper', { measures: [{ of: 'concavity' as const, side: 'both' as const, fixed: 0, share: 0.2, most: null }] }, 'looser', 'measure/concavity/both'], // prettier-ignore
  ])('%s is %3$s', (_, over, way, at) => {
    const found = compareCriteria(base, { ...base, ...over });
    expect(found.find((c) => c.at === at)).toMatchObject({ way });
    // Turned round it is the other way.
    const back = compareCriteria({ ...base, ...over }, base).find((c) => c.at === at);
    expect(back?.way).toBe(way === 'looser' ? 'stricter' : 'looser');
  });
  it('the same are the same', () => {
    for (const c of current) expect(compareCriteria(c, c)).toEqual([]);
  });
});

describe('limits on the scale', () => {
  const zone = now('House-MP').zones['id-haz'];
  it('are its stretches, and move from word to word; none is pushed off', () => {
    expect(stretchesOf(zone).map((s) => [s.outcome, filmBands[s.first], filmBands[s.last]])).toEqual([
      ['accept', 'bright', 'pale-straw'],
      ['clean', 'straw', 'light-blue'],
      ['refer', 'silvery', 'later'],
    ]);
    const wider = moveLimit(zone, 0, filmBands.indexOf('bronze'));
    expect([wider.gold, wider.bronze]).toEqual(['accept', 'clean']);
    expect(stretchesOf(moveLimit(zone, 0, -5))[0]).toMatchObject({ outcome: 'accept', last: 0 });
    expect(stretchesOf(moveLimit(zone, 0, 99))[1]).toMatchObject({ outcome: 'clean', first: 7, last: 7 });
    expect(moveLimit(zone, 7, 3)).toEqual(zone);
    expect(zone.grey).toBe(moveLimit(zone, 0, 4).grey);
  });
  it('begin at a word: what is thicker is no better, what is thinner no worse', () => {
    const next = startFrom(zone, 'gold', 'refer');
    expect(filmBands.map((b) => letters[next[b] ?? 'refer']).join('')).toBe('AACRRRRRRRRRRR');
    const milder = startFrom(zone, 'purple', 'accept');
    expect(filmBands.map((b) => letters[milder[b] ?? 'refer']).join('')).toBe('AAAAAACCRRRRRR');
    expect(startFrom(zone, 'grey', 'refer').grey).toBe('refer');
  });
});

describe('what a verdict adds', () => {
  const c = now('House-MP');
  const tint = (zone: Zone, band: Band, arc = WHOLE): Tint => ({ zone, arc, grade: { by: 'band', band } });
  const bright = zoneSchema.options.map((z) => tint(z, 'bright'));
  const seen = (over: object = {}) => ({ tints: bright, defects: [], insideReachable: true, seam: ROUND, wall: 1.65e-3, ...over });
  it('what would have to differ, and what keeps a cleaned weld open', () => {
    const v = judge(c, seen({ tints: [...bright.slice(1), tint('id-bead', 'gold')] }));
    expect(v.outcome).toBe('clean');
    expect(v.differ).toEqual(['Inside, bead, all round: light straw at most']);
    expect(v.open).toEqual([
      'Clean until no colour is left where it was, and look again.',
      'Restore the finish: Ra 0.8 µm at most, as the tube beside it.',
      'Open until pickling or passivation is recorded: the skin under the colour is poor in chromium.',
    ]);
    expect(judge(c, seen()).differ).toEqual([]);
    expect(judge(c, seen({ tints: bright.slice(1) })).differ).toEqual(['Inside, bead seen all round']);
    expect(judge(c, seen(), [{ fact: 'arc-over', text: 'Arc struck at 90 ppm' }]).differ).toEqual([
      'Oxygen at or under the limit at the arc',
    ]);
  });
  it('a size within its limit is noted, beyond it or unmeasured the scheme says what follows', () => {
    const concave = (size: number | null) => [{ kind: 'concavity' as const, side: 'inside' as const, arc: { from: 5, to: 6 }, size }];
    const noted = judge(c, seen({ defects: concave(0.16e-3) }));
    expect([noted.outcome, noted.reasons[0]]).toEqual([
      'accept',
      "Concavity, inside, 5 to 6 o'clock, 0.16 mm, 10 % of the wall; 10 % of the wall allowed. House-MP version 3: noted.",
    ]);
    expect(judge(c, seen({ defects: concave(0.17e-3) })).outcome).toBe('refer');
    const open = judge(c, seen({ defects: concave(null) }));
    expect([open.outcome, open.differ]).toEqual(['refer', ["Concavity, inside, 5 to 6 o'clock: 10 % of the wall, and measured"]]);
    expect(judge(c, seen({ defects: [{ kind: 'undercut', side: 'inside', arc: WHOLE, size: 0.05e-3 }] })).outcome).toBe('refer');
  });
  it('bright beside blue is said: near-silver may be thick film', () => {
    const v = judge(c, seen({ tints: [...bright.filter((t) => t.zone !== 'id-haz'), tint('id-haz', 'dark-blue', { from: 2, to: 4 }), tint('id-haz', 'bright', { from: 4, to: 2 })] })); // prettier-ignore
    expect(v.outcome).toBe('clean');
    expect(v.reasons).toContain(
      "Inside, bead, 2 to 4 o'clock: silver beside full blue. Near-silver beside blue may be thick film and not clean metal: look again, slanting.",
    );
    expect(judge(c, seen()).reasons).toHaveLength(1);
  });
  it('welded again as often as it may be, it is cut out', () => {
    const open = [{ kind: 'lack-of-penetration' as const, side: 'inside' as const, arc: { from: 5, to: 6 } }];
    expect(judge(c, seen({ defects: open, rewelds: 0 })).outcome).toBe('reweld');
    const v = judge(c, seen({ defects: open, rewelds: 1 }));
    expect([v.outcome, v.reasons.at(-1)]).toEqual(['cut-out', 'Welded again 1 time already, House-MP version 3 allows no more: cut out.']);
  });
  it('what is left after cleaning is cleaned again, unless the scheme lets it stay', () => {
    const after = [tint('id-haz', 'pale-straw')];
    const v = judge(c, seen({ after }));
    expect([v.outcome, v.reasons[0]]).toEqual([
      'clean',
      'After cleaning, inside, HAZ, all round: light straw left. House-MP version 3: clean again.',
    ]);
    const stays = { ...c, after: { ...c.zones, 'id-haz': { bright: 'accept' as const, 'pale-straw': 'accept' as const } } };
    expect(judge(stays, seen({ after })).outcome).toBe('accept');
  });
  it('where a share of the insides is enough, an unseen one may wait, but is never said to be bright', () => {
    const part = { ...c, insideSeen: { share: 0.2, afterReject: 1 } };
    const outside = bright.filter((t) => t.zone.startsWith('od'));
    const line = (looked: number, inside: number, rejected = false) => ({ line: { looked, inside, rejected } });
    const v = judge(part, seen({ tints: outside, ...line(4, 1) }));
    expect(v.outcome).toBe('accept');
    expect(v.reasons).toEqual([
      'Inside not seen all round: inside seen of 1 of 5 welds of this line, 20 % asked.',
      'All that was seen within House-MP version 3.',
    ]);
    expect(judge(part, seen({ tints: outside, ...line(5, 1) })).outcome).toBe('incomplete');
    expect(judge(part, seen({ tints: outside, ...line(4, 1, true) })).outcome).toBe('incomplete');
    expect(judge(part, seen({ tints: outside })).outcome).toBe('incomplete');
    expect(judge(c, seen({ tints: outside, ...line(4, 4) })).outcome).toBe('incomplete');
  });
});
