/** The walk of a first weld follows it: every step says what it is for and what is pressed, and names only what the page has. */
import { describe, expect, it } from 'vitest';
import { stageSchema } from '../stages';
import { fitup, gas, mark, run, started, weld } from './told.fixture';
import { walkStep } from './index';

describe('the walk of a first weld', () => {
  it('goes by what is due', () => {
    expect(walkStep(weld([], [])).now).toContain('Tight all round, flush');
    expect(walkStep(weld([fitup()], [])).now).toContain('Monitor bay 2');
    expect(walkStep(weld([fitup(), gas()], [])).now).toContain('record the set-up');
  });
  it('and by the purge while one runs', () => {
    const at = (...marks: ReturnType<typeof mark>[]) => walkStep(weld([fitup(), gas()], [run(started(), ...marks)])).now;
    expect(at()).toContain('Arc on');
    expect(at(mark('look', 90))).toContain('Refill');
    expect(at(mark('arc-on', 300))).toContain('Arc off');
    expect(at(mark('arc-on', 300), mark('arc-off', 400), mark('hold', 401))).toContain('Done');
  });
  it('has words for every stage, and an end', () => {
    const state = weld([], []);
    for (const due of [...stageSchema.options, null]) {
      const { about, now } = walkStep({ ...state, due });
      expect(about.length > 20 && now.length > 10, due ?? 'end').toBe(true);
    }
    expect(walkStep({ ...state, due: null }).now).toContain('Open the record');
  });
});
