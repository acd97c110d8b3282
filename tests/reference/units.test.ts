/** Conversion factors of NIST SP 811, Guide for the Use of the SI, appendix B. */
import { expect, it } from 'vitest';
import { parseQuantity } from '../../core/basics/units';
import type { Quantity } from '../../core/basics/figure';

it.each([
  ['1 in', 'length', 0.0254, 0],
  ['1 ft', 'length', 0.3048, 0],
  ['1 ft3', 'volume', 2.831685e-2, 2e-7],
  ['1 cfh', 'flow', 7.865791e-6, 1e-7],
  ['1 inH2O', 'pressure', 249.0889, 1e-5], // at 4 °C
  ['1 psi', 'pressure', 6894.757, 1e-7],
  ['1 bar', 'pressure', 1e5, 0],
  ['212 F', 'temperature', 100, 1e-12],
  ['1 L/min', 'flow', 1.666667e-5, 1e-6],
] as [string, Quantity, number, number][])('%s', (text, quantity, si, tolerance) => {
  const p = parseQuantity(text, quantity, 'metric');
  expect(p.ok && Math.abs(p.value / si - 1)).toBeLessThanOrEqual(tolerance || 1e-15);
});

it('1 CFH is 0.471947 L/min (handbooks of gas welding)', () => {
  const [a, b] = [parseQuantity('1 cfh', 'flow', 'metric'), parseQuantity('0.471947 L/min', 'flow', 'metric')];
  expect(a.ok && b.ok && a.value / b.value).toBeCloseTo(1, 5);
});
