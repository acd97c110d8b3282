/** Clocks from cooling: counted from the arc's end, never shorter than the torch's own post-flow, and silent where nothing was reckoned. */
import { expect, it } from 'vitest';
import { figure } from '../../basics/figure';
import { coolingOf } from './cooling';

const of = (id: string, value: number, high: number) =>
  figure({ id, label: id, quantity: 'time', value, high, kind: 'model', formula: '', source: '' });
const setup = { postFlow: 8, figures: [of('ring', 40, 52), of('crater', 5, 7), of('cold', 500, 750), of('hottest', 600, 700)] };

it('count down from when the arc went out, the cautious end last', () => {
  const at = (s: number) => Object.fromEntries(coolingOf(setup, 1000, 1000 + s * 1000).map((c) => [c.id, [c.left, c.most]]));
  expect(at(0)).toEqual({ crater: [8, 8], ring: [40, 52], cold: [500, 750] });
  expect(at(45)).toEqual({ crater: [0, 0], ring: [0, 7], cold: [455, 705] });
});
it('say nothing while an arc burns, before one did, or of a torch nobody reckoned', () => {
  expect(coolingOf(setup, null, 5000)).toEqual([]);
  expect(coolingOf(null, 1000, 5000)).toEqual([]);
  expect(coolingOf({ postFlow: 8, figures: [] }, 1000, 5000)).toEqual([]);
});
