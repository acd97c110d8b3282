import { expect, it } from 'vitest';
import { weldNumbers } from './index';

it('numbers welds alike on from the first, keeping its zeros', () => {
  expect(weldNumbers('W-7', 3)).toEqual(['W-7', 'W-8', 'W-9']);
  expect(weldNumbers('SK009', 2)).toEqual(['SK009', 'SK010']);
  expect(weldNumbers('Closing', 1)).toEqual(['Closing']);
  expect(weldNumbers('Closing', 2)).toEqual(['Closing-1', 'Closing-2']);
});
