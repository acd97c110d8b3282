import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boreArea, findSize, sizeName, type Size } from '../sizes';
import {
  addPart,
  elbowLength,
  formatList,
  isUnder,
  layOut,
  makePart,
  parseList,
  partSchema,
  pipeVolume,
  portsOf,
  removePart,
  sizeAt,
  snapTo,
  turnSchema,
  turnWhole,
  type Part,
} from './index';

const two = findSize('inch-tube', '2') as Size;
const read = (list: string, system: 'metric' | 'inch' = 'metric') => parseList(list, system, 'inch-tube', two);
const parts = (list: string): Part[] => {
  const r = read(list);
  if (!r.ok) throw new Error(r.error.text);
  return r.parts;
};
const at = (v: readonly number[] | undefined) => v?.map((x) => Math.round(x * 1000) + 0);

describe('the spool in one line', () => {
  it('is read part by part, branches in brackets, the joint where it says weld', () => {
    const r = read('2 in tube: 500 mm, elbow up, tee near 1 in tube [100, cap], reducer 1-1/2, weld, 20 in');
    expect(r.ok && r.parts.map((p) => p.kind)).toEqual(['straight', 'elbow', 'tee', 'straight', 'cap', 'reducer', 'straight']);
    expect(r.ok && r.joint).toBe('p7');
    expect(r.ok && r.parts.map((p) => p.on && `${p.on.part}:${p.on.port}`)).toEqual([null, 'p1:b', 'p2:b', 'p3:c', 'p4:b', 'p3:b', 'p6:b']);
    expect(r.ok && sizeName(sizeAt(r.parts[6] as Part, 'a'))).toBe('1-1/2 in tube');
  });
  it.each([
    ['elbow', 'elbow', /which way the elbow turns/],
    ['500, wobble up', 'wobble up', /is no part/],
    ['500, elbow up, 0 mm', '0 mm', /above zero/],
    ['500 [200]', '[', /right after it/],
    ['500, tee up [200', '[', /not closed/],
    ['500]', ']', /never opened/],
    ['500, cap, 200', '200', /Nothing goes on after a cap/],
    ['cap', 'cap', /name the part first/],
    ['500, weld, weld, 200', 'weld', /Two welds with nothing between/],
    ['500, weld, 200, weld', 'weld', /Nothing follows the last weld/],
    ['jacket', 'jacket', /straight named just before/],
    ['77 in tube: 500', '77 in tube', /no 77/],
    ['', '', /names no part/],
    ['500 parsecs', '500 parsecs', /no unit/],
  ])('"%s" is refused at "%s"', (list, word, why) => {
    const r = read(list);
    expect(r.ok).toBe(false);
    if (!r.ok) expect([r.error.word, why.test(r.error.text)]).toEqual([word, true]);
  });
  it("takes several joints that will be welded, and a tube of one's own", () => {
    const r = read('40 x 1 mm tube: 500, weld, elbow up, weld, 300, nipple up 20 x 1 mm tube x 80 mm, 200');
    expect(r.ok && [r.joint, r.joints]).toEqual(['p2', ['p2', 'p3']]);
    if (!r.ok) return;
    const again = formatList(r.parts, 'metric', r.joints);
    expect(again).toBe('40 x 1 mm tube: 500 mm, weld, elbow up, weld, 300 mm, nipple up 20 x 1 mm tube x 80 mm, 200 mm');
    expect(read(again)).toMatchObject({ ok: true, joints: ['p2', 'p3'] });
  });
  // An elbow says 90 or 45 for its angle; on a nipple it is a length like any other.
  it.each([45, 80, 90])('takes a nipple %d mm long', (side) => {
    const r = read(`2 in tube: 400, nipple up 1 in tube x ${side}, 200`);
    expect(r.ok && r.parts.find((p) => p.kind === 'nipple')).toMatchObject({ side: side / 1000 });
  });
  it('takes a bare number in the unit of the person', () => {
    const r = read('10', 'inch');
    expect(r.ok && r.parts[0]?.kind === 'straight' && r.parts[0].length).toBeCloseTo(0.254, 9);
  });
  it('is written so that it reads back the same, whatever was built', () => {
    const kinds = ['straight', 'elbow', 'tee', 'nipple', 'reducer', 'ferrule'] as const;
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.constantFrom(...kinds),
            fc.integer({ min: 5, max: 90 }),
            fc.constantFrom('up', 'near', 'far', 'down' as const),
            fc.boolean(),
          ),
          { maxLength: 8 },
        ),
        (steps) => {
          let built = parts('500');
          for (const [kind, cm, turn, onBranch] of steps) {
            const open = built.flatMap((p) =>
              portsOf(p)
                .filter((q) => q !== 'a' && !built.some((x) => x.on?.part === p.id && x.on.port === q))
                .map((port) => ({ part: p.id, port })),
            );
            const seat = (onBranch ? open.find((o) => o.port === 'c') : open.find((o) => o.port === 'b')) ?? open[0];
            if (!seat) break;
            const before = built.find((p) => p.id === seat.part) as Part;
            const size = sizeAt(before, seat.port);
            if (kind === 'reducer' && size.nominal === '1/4') continue;
            if (kind === 'nipple' && size.nominal === '1/4') continue;
            built = addPart(built, kind, seat, { turn, ...(kind === 'straight' && { length: cm / 100 }) });
          }
          const again = read(formatList(built, 'metric'));
          expect(again.ok).toBe(true);
          if (again.ok) {
            expect(formatList(again.parts, 'metric')).toBe(formatList(built, 'metric'));
            expect(layOut(again.parts).pipes.length).toBe(layOut(built).pipes.length);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('where the parts lie', () => {
  it('an elbow up turns the run up, its ends as far from the corner as the table says', () => {
    const l = layOut(parts('500 mm, elbow up, 300 mm'));
    const reach = makePart('p9', 'elbow', two, null, { angle: 90, turn: 'up' });
    const r = reach.kind === 'elbow' ? reach.reach : 0;
    expect(at(l.ends.get('p2')?.b?.at)).toEqual(at([0.5 + r, r, 0]));
    expect(at(l.ends.get('p3')?.b?.at)).toEqual(at([0.5 + r, r + 0.3, 0]));
    expect(l.faults).toEqual([]);
  });
  it('four elbows and four equal straights come back to where they began', () => {
    const l = layOut(parts('400, elbow up, 400, elbow left, 400, elbow down, 400, elbow right'));
    expect(at(l.ends.get('p8')?.b?.at)).toEqual([0, 0, 0]);
    expect(l.faults).toEqual([]);
  });
  it('two 45s make the length of their arcs and tangents', () => {
    const [p] = parts('elbow 45 up');
    if (p?.kind !== 'elbow') throw new Error('no elbow');
    expect(elbowLength(p)).toBeCloseTo(2 * (p.reach - p.radius * Math.tan(Math.PI / 8)) + (p.radius * Math.PI) / 4, 12);
    expect(layOut([p]).pipes[0]?.length).toBeCloseTo(elbowLength(p), 12);
  });
  it('volume is bore area times length, a frustum in a reducer, an annulus in a jacket', () => {
    const l = layOut(parts('1000, jacket 3, reducer 1'));
    const volume = (id: string) => l.pipes.filter((p) => p.part === id).reduce((s, p) => s + pipeVolume(p), 0);
    expect(volume('p1')).toBeCloseTo(boreArea(two), 9);
    const three = findSize('inch-tube', '3') as Size;
    expect(volume('j1')).toBeCloseTo((boreArea(three) - (Math.PI / 4) * two.od ** 2) * 0.9, 9);
    const one = findSize('inch-tube', '1') as Size;
    const r = l.pipes.find((p) => p.part === 'p2');
    expect(volume('p2')).toBeLessThan(boreArea(two) * (r?.length ?? 0));
    expect(volume('p2')).toBeGreaterThan(boreArea(one) * (r?.length ?? 0));
  });
  it.each([
    ['no length', [{ ...makePart('p1', 'straight', two, null), length: 0 } as Part], 'p1', /no length/],
    ['no volume', [{ ...makePart('p1', 'vessel', two, null), volume: 0 } as Part], 'p1', /no volume/],
    [
      'an elbow that cannot turn',
      [makePart('p1', 'straight', two, null), makePart('p2', 'elbow', two, { part: 'p1', port: 'b' }, { turn: 'right' })],
      'p2',
      /choose another way/,
    ],
    [
      'another diameter without a reducer',
      [makePart('p1', 'straight', two, null), makePart('p2', 'straight', findSize('inch-tube', '3') as Size, { part: 'p1', port: 'b' })],
      'p2',
      /reducer between/,
    ],
    ['a part on nothing', [makePart('p1', 'straight', two, { part: 'p7', port: 'b' })], 'p1', /sits on nothing/],
    [
      'two parts on one end',
      [
        makePart('p1', 'straight', two, null),
        makePart('p2', 'straight', two, { part: 'p1', port: 'b' }),
        makePart('p3', 'cap', two, { part: 'p1', port: 'b' }),
      ],
      'p3',
      /already/,
    ],
    ['a loose part', [makePart('p1', 'straight', two, null), makePart('p2', 'straight', two, null)], 'p2', /not joined/],
  ])('names %s at its part', (_what, some, where, why) => {
    const { faults } = layOut(some);
    expect(faults.map((f) => f.at)).toContain(where);
    expect(faults.map((f) => f.text).join(' ')).toMatch(why);
  });
  it('turning the whole keeps every distance', () => {
    fc.assert(
      fc.property(
        fc.tuple(
          fc.double({ min: -3, max: 3, noNaN: true }),
          fc.double({ min: -3, max: 3, noNaN: true }),
          fc.double({ min: -3, max: 3, noNaN: true }),
        ),
        fc.integer({ min: -180, max: 180 }),
        fc.integer({ min: -180, max: 180 }),
        (p, tilt, roll) => {
          expect(Math.hypot(...turnWhole(p, tilt, roll))).toBeCloseTo(Math.hypot(...p), 9);
        },
      ),
    );
    expect(at(turnWhole([1, 0, 0], 90, 0))).toEqual([0, -1000, 0]);
    expect(at(turnWhole([0, 0, 1], 0, -90))).toEqual([0, 1000, 0]);
  });
});

describe('changes', () => {
  it('a part taken out lets the next one move up; its branch goes with it', () => {
    const left = removePart(parts('300, tee up [100, cap], 400'), 'p2');
    expect(left.map((p) => [p.id, p.on?.part ?? null])).toEqual([
      ['p1', null],
      ['p5', 'p1'],
    ]);
    expect(layOut(left).faults).toEqual([]);
  });
  it('the first part taken out leaves the second first', () =>
    expect(removePart(parts('300, elbow up, 200'), 'p1')[0]).toMatchObject({ id: 'p2', on: null }));
  it('a branch is snapped to another end with all that sits on it, and never onto itself', () => {
    const some = parts('300, tee up [100, elbow near, 50], 400');
    const moved = snapTo(some, 'p3', { part: 'p6', port: 'b' });
    expect(moved.find((p) => p.id === 'p3')?.on).toEqual({ part: 'p6', port: 'b' });
    expect(isUnder(moved, 'p5', 'p6')).toBe(true);
    expect(snapTo(some, 'p3', { part: 'p5', port: 'b' })).toEqual(some);
    expect(snapTo(some, 'p3', { part: 'p2', port: 'b' })).toEqual(some);
  });
  it('every part made has the shape a record keeps', () => {
    for (const kind of ['straight', 'elbow', 'tee', 'nipple', 'reducer', 'cap', 'ferrule', 'vessel'] as const)
      for (const size of [two, findSize('pipe', '6', '10S'), findSize('metric-tube', '50'), findSize('iso-tube', '50')] as Size[])
        expect(partSchema.safeParse(makePart('p1', kind, size, null)).error?.issues ?? []).toEqual([]);
    expect(turnSchema.options).toHaveLength(6);
  });
});
