/** Dams, inlets and vents put in and taken out by press: what is added stands somewhere, and nothing else moves. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findSize, type Size } from '../../basics/sizes';
import { parseList } from '../../basics/spool';
import {
  closeUp,
  measures,
  seatsOf,
  setupSchema,
  startingSetup,
  upTo,
  withDam,
  withInlet,
  withoutOpening,
  withVent,
  withVentsOf,
  type Setup,
} from './index';

const two = findSize('inch-tube', '2') as Size;
const laid = (list: string): Setup => {
  const read = parseList(list, 'metric', 'inch-tube', two);
  if (!read.ok) throw new Error(read.error.text);
  return closeUp(read.parts, read.joint, startingSetup(two));
};
const spools = ['500, weld, 500', '300, weld, elbow up, 200', '300, weld, tee up [100, cap], 300', '200, weld, 600, jacket, 200'];
const valid = (s: Setup) => setupSchema.safeParse(s).success;

describe.each(spools)('on %s', (list) => {
  const s = laid(list);
  it('a dam goes over what is open first, else into a straight', () => {
    const open = { ...s, dams: s.dams.slice(1), inlets: [] };
    const put = withDam(open, null);
    const gone = s.dams[0];
    expect(put?.setup.dams.at(-1)).toMatchObject({ part: gone?.part, kind: 'tape' });
    const more = withDam(s, null);
    expect(typeof more?.setup.dams.at(-1)?.at).toBe('number');
    expect(more && valid(more.setup)).toBe(true);
  });
  it('an inlet comes on a line of its own, or split from the first; a vent like the first', () => {
    const [own, split, vent] = [withInlet(s, false), withInlet(s, true), withVent(s)];
    expect(own?.setup.lines).toHaveLength(s.lines.length + 1);
    expect(split?.setup.lines).toEqual(s.lines);
    expect(split?.setup.inlets.at(-1)?.line).toBe(s.lines[0]?.id);
    expect(vent?.setup.vents.at(-1)?.bore).toBe(s.vents[0]?.bore);
    for (const put of [own, split, vent]) {
      if (!put) throw new Error('nothing was put in');
      expect(valid(put.setup)).toBe(true);
      const at = [...put.setup.inlets, ...put.setup.vents].find((x) => x.id === put.id)?.on;
      expect(seatsOf(put.setup)).toContain(at);
    }
  });
  it('what is put in and taken out again leaves the set-up as it was, but for a line that was laid', () => {
    for (const put of [withDam(s, null), withInlet(s, true), withVent(s)]) if (put) expect(withoutOpening(put.setup, put.id)).toEqual(s);
  });
  it('a dam that is taken out takes what went through it along', () => {
    const through = s.inlets[0]?.on ?? '';
    const left = withoutOpening(s, through);
    expect(left.inlets.some((i) => i.on === through)).toBe(false);
    expect(left.vents.some((v) => v.on === through)).toBe(false);
  });
});

describe('vents made as wide as one', () => {
  it('pass together what the one would, to half a drill, and are never shut', () =>
    fc.assert(
      fc.property(fc.double({ min: 1e-3, max: 0.03, noNaN: true }), fc.integer({ min: 1, max: 3 }), (wanted, count) => {
        let s = startingSetup(two);
        for (let i = 1; i < count; i++) s = withVent(s)?.setup ?? s;
        s = { ...s, vents: s.vents.map((v, i) => ({ ...v, bore: i === 0 ? v.bore : 5e-4 })) };
        const made = withVentsOf(s, wanted);
        const together = Math.sqrt(made.vents.reduce((sum, v) => sum + v.bore ** 2, 0));
        expect(Math.abs(together - wanted)).toBeLessThan(2.6e-4 + 2.5e-7 / wanted);
        expect(Math.min(...made.vents.map((v) => v.bore))).toBeGreaterThanOrEqual(5e-4 - 1e-12);
      }),
    ));
});

it('a measure on a part ends where the part does, and says so', () => {
  const field = upTo(measures.along, 0.3, 'Dam 1 from the joint');
  expect(field.read('300 mm', 'metric').ok).toBe(true);
  expect(field.read('301 mm', 'metric')).toEqual({ ok: false, error: 'Beyond the end of its part.' });
  expect(field.label).toBe('Dam 1 from the joint');
});
