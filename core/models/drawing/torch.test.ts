import fc from 'fast-check';
import { expect, it } from 'vitest';
import { cupBore, cups, stickOut } from '../shield';
import { boreAt, stickOutAt, TORCH, torchPicture } from './index';

it('what is dragged is what is drawn: a rim gives back its stick-out, a wall its bore', () =>
  fc.assert(
    fc.property(fc.double({ min: 0, max: 0.03, noNaN: true }), fc.constantFrom(...cups), (out, n) => {
      const p = torchPicture(cupBore(n), out, 2.4e-3);
      expect(stickOutAt(p.rim)).toBeCloseTo(out, 9);
      expect(boreAt(TORCH.middle + p.half)).toBeCloseTo(cupBore(n), 9);
      expect(boreAt(TORCH.middle - p.half)).toBeCloseTo(cupBore(n), 9);
    }),
  ));
it('the widest cup at its longest stick-out still fits its picture', () => {
  for (const n of cups) {
    const p = torchPicture(cupBore(n), stickOut(n, true, 3.2e-3, true).value ?? 0, 3.2e-3);
    expect([p.rim > 30, TORCH.middle - p.half > 60]).toEqual([true, true]);
  }
  expect(stickOutAt(TORCH.height)).toBe(0);
});
