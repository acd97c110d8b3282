import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arcWatch, defaults } from './watch';

/** Looks at a current every 50 ms; the arcs it saw. */
function seen(amps: readonly number[]): [string, number][] {
  let watch = arcWatch(defaults);
  return amps.flatMap((a, i): [string, number][] => {
    const [next, arc] = watch.see(a, i * 50);
    watch = next;
    return arc ? [[arc.arc, arc.at]] : [];
  });
}
const for_ = (ms: number, amps: number) => Array.from({ length: ms / 50 }, () => amps);

describe('a current clamp', () => {
  it('dates an arc from its first moment, once it has stood for the debounce time', () =>
    expect(seen([...for_(500, 0), ...for_(2000, 60), ...for_(500, 0)])).toEqual([
      ['on', 500],
      ['off', 2500],
    ]));
  it('takes a spark of the start for none, and a short break for none', () => {
    expect(seen([...for_(200, 60), ...for_(1000, 0)])).toEqual([]);
    expect(seen([...for_(1000, 60), ...for_(200, 0), ...for_(1000, 60)])).toEqual([['on', 0]]);
  });
  it('a zero that moved by a few amps neither begins an arc nor hides its end below half the threshold', () => {
    expect(seen(for_(3000, 6))).toEqual([]);
    expect(seen([...for_(1000, 66), ...for_(1000, 3)]).map(([a]) => a)).toEqual(['on', 'off']);
  });
  it('on and off take turns, whatever the current does', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 100 }), { maxLength: 300 }), (amps) => {
        const arcs = seen(amps).map(([a]) => a);
        expect(arcs).toEqual(arcs.map((_, i) => (i % 2 ? 'off' : 'on')));
      }),
    ));
});
