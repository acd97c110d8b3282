/** Which cautions stand open as long as their step does. */
import { expect, it } from 'vitest';
import { methodCautions } from '../clean';
import { neverFolds, stageCautions } from './cautions';

it('suffocation, entry, the blocked vent and hydrofluoric acid never fold; what is said of hot metal and dust may', () => {
  expect((stageCautions.purge ?? []).map(neverFolds)).toEqual([true, true, true]);
  expect(methodCautions('paste').map(neverFolds)).toEqual([true, false]);
  expect(['setup', 'look', 'weld', 'clean'].flatMap((s) => stageCautions[s as 'look'] ?? []).some(neverFolds)).toBe(false);
  expect(neverFolds('Pressure test with liquid first.')).toBe(true);
});
