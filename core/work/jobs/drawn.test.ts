/** The spool of new work as it is drawn: its line, what is pressed on it, and what is sent. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findSize, type Size } from '../../basics/sizes';
import type { PartKind } from '../../basics/spool';
import { setupSchema } from '../../models/setup';
import { addToList, cutList, drawnOf, layList, PLAIN_LIST, pressJoint, type Laid } from './index';

const tube = findSize('inch-tube', '2') as Size;
const lay = (list: string) => layList(list, 'metric', tube);
const good = (list: string): Extract<Laid, { ok: true }> => {
  const laid = lay(list);
  if (!laid.ok) throw new Error(laid.error);
  return laid;
};

describe('a spool drawn by its line', () => {
  it('begins as two straights with one joint, in both systems', () => {
    for (const system of ['inch', 'metric'] as const) {
      const laid = layList(PLAIN_LIST[system], system, tube);
      expect(laid.ok && [laid.weldable.length, laid.pressed.length]).toEqual([1, 1]);
    }
  });
  it('the joints that are pressed are numbered along it, whichever was pressed first', () => {
    const laid = good('300 mm, 200 mm, elbow up, weld, 200 mm');
    expect([laid.weldable, laid.pressed]).toEqual([['p2', 'p3', 'p4'], ['p4']]);
    const more = good(pressJoint(laid, 'p2', 'metric'));
    expect(more.pressed).toEqual(['p2', 'p4']);
    expect(drawnOf(more)?.joints).toEqual(['p2', 'p4']);
    expect(more.setup).toMatchObject({ joint: 'p2', joints: { p4: { state: 'taped' } } });
    expect(good(pressJoint(more, 'p4', 'metric')).pressed).toEqual(['p2']);
  });
  it('a joint of another size, a cap, or a nipple is none of these welds', () => {
    expect(good('300 mm, weld, reducer 1, 300 mm').weldable).toEqual(['p2']);
    expect(good('300 mm, weld, 200 mm, cap').weldable).toEqual(['p2']);
    expect(good('300 mm, weld, nipple up 1 x 50 mm, 300 mm').weldable).not.toContain('p2');
  });
  it('what cannot be read is said at its word, and nothing is sent where nothing is pressed', () => {
    expect(lay('300 mm, wobble')).toMatchObject({ ok: false, error: expect.stringContaining('"wobble"') as string });
    expect(lay('')).toMatchObject({ ok: false });
    expect(drawnOf(good('300 mm, 300 mm'))).toBeNull();
  });
  it('however it is built, its line says it again, and the record would take it', () => {
    const kinds = fc.constantFrom<Exclude<PartKind, 'jacket'>[]>('straight', 'elbow', 'tee', 'ferrule', 'reducer', 'cap', 'nipple');
    fc.assert(
      fc.property(fc.array(fc.oneof(kinds, fc.constant('cut' as const)), { maxLength: 9 }), (steps) => {
        let laid = good(PLAIN_LIST.metric);
        for (const step of steps) {
          laid = good(step === 'cut' ? cutList(laid, 'metric') : addToList(laid, step, {}, 'metric'));
          expect(laid.pressed.every((j) => laid.weldable.includes(j))).toBe(true);
        }
        expect(setupSchema.safeParse(laid.setup).success).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
});
