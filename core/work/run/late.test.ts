import { describe, expect, it } from 'vitest';
import { lateOddity, type Mark, type MarkName } from './index';

const START = Date.parse('2026-03-01T08:00:00Z');
const mark = (name: MarkName, minute: number): Mark => ({
  ...{ id: `${name} ${minute}`, mark: name, weld: null, at: START + minute * 60_000, by: null, twice: null },
});
const run = { startedAt: START, marks: [mark('tack', 3), mark('look', 5), mark('refill', 6), mark('arc-on', 12), mark('arc-off', 14)] };
const odd = (name: MarkName, minute: number) => lateOddity(run, name, START + minute * 60_000);

describe('a mark that is told late', () => {
  it('goes where it fits, without a question', () => {
    expect(odd('hold', 15)).toBeNull();
    expect(odd('tack', 4)).toBeNull();
    expect(odd('arc-on', 15)).toBeNull();
  });
  it('is asked about before the gas came on, and before what it follows', () => {
    expect(odd('tack', -2)).toBe('Tack would be 2:00 min before the gas came on.');
    expect(odd('hold', 8)).toContain('At that time the purge was filling');
    expect(odd('refill', 8)).toContain('does not follow');
  });
  it('is asked about where what was marked since would not follow it', () => {
    expect(odd('look', 4)).toContain('"Open to look" was marked 1:00 min after that');
    expect(odd('arc-off', 13)).toContain('"Arc off" was marked');
  });
  it('looks past a mark that was told twice', () => {
    const twice = { ...mark('arc-on', 11), twice: 'x' };
    expect(lateOddity({ ...run, marks: [...run.marks, twice] }, 'grind', START + 11.5 * 60_000)).toContain('"Arc on" was marked');
    expect(lateOddity({ startedAt: START, marks: [twice] }, 'grind', START + 11.5 * 60_000)).toBeNull();
  });
});
