/** What the set-up of a torch begins with: by the rules of `shield` and `heat`, and never by a figure that nobody gave. */
import { ROUND } from '../../basics/seam';
import { describe, expect, it } from 'vitest';
import { findSize, type Size } from '../../basics/sizes';
import { readForm, writeForm } from '../../basics/fields';
import { cupFlow, startingCup } from '../../models/shield';
import type { Design } from '../jobs';
import { torchDraws, torchForm, torchKnown, torchSaid, torchTyped } from './index';

const design = (nominal: string, alloy: Design['alloyA'] = '316L'): Design => ({
  size: findSize('inch-tube', nominal) as Size,
  ...{ alloyA: alloy, alloyB: alloy, joint: 'square-butt', seam: ROUND, looking: 'from A to B', insideReachable: true },
  criterion: { id: 'House-MP', version: 1 },
});

describe('the torch until it is set', () => {
  it.each(['1', '2', '4'])('%s in tube: cup and flow by their rule', (nominal) => {
    const d = design(nominal);
    const known = torchKnown(null, d);
    expect(known.cup).toBe(String(startingCup(d.size.od, false)));
    expect(known.flow).toBe(cupFlow(Number(known.cup), true).value);
    // A cup with a lens runs on 10 to 25 CFH, handbooks of the trade; from memory.
    const cfh = (known.flow ?? 0) / (0.3048 ** 3 / 3600);
    expect(cfh).toBeGreaterThan(10);
    expect(cfh).toBeLessThan(30);
    expect(known.stickOut).toBeLessThanOrEqual(0.0127);
    expect(known.postFlow).toBeGreaterThanOrEqual(8);
  });
  it('a form of it reads back as it was, but for the digits that are shown', () => {
    const d = design('2');
    const known = torchKnown(null, d);
    const read = readForm(torchForm, { ...writeForm(torchForm, known, 'inch'), ...torchTyped(known, true, 'inch') }, 'inch');
    if (!read.ok) throw new Error(JSON.stringify(read.errors));
    const said = torchSaid(read.values, d);
    expect(said.electrode).toBeCloseTo((3 / 32) * 0.0254, 9);
    expect(said.flow / (known.flow ?? 0)).toBeCloseTo(1, 2);
    expect(said.figures.length).toBeGreaterThan(2);
  });
  it('amps and post-flow are left open where the wall is opened and filled: no rule gives them', () => {
    const d: Design = { ...design('2'), size: findSize('pipe', '3', '10S') as Size };
    expect(torchKnown(null, d)).not.toHaveProperty('amps');
    expect(torchKnown(null, d)).not.toHaveProperty('postFlow');
    // What it will draw is still told, with the shortest post-flow: 8 s after each of two passes.
    const flow = torchKnown(null, d).flow ?? 0;
    expect(torchDraws(null, d, 100, 2)).toBeCloseTo(flow * 116, 12);
  });
  it('has no extra screen without a lens', () => {
    const v = { ...torchKnown(null, design('2')), lens: false, screen: true } as Parameters<typeof torchSaid>[0];
    expect(torchSaid(v, design('2')).screen).toBe(false);
  });
  it('records what was seen: a shield that stayed silver on less than its face leaves more bare in the figures, and keeps its own measures', () => {
    const d: Design = { ...design('2', 'Ti-2'), size: findSize('pipe', '3', '10S') as Size };
    const v = { ...torchKnown(null, d), amps: 78, postFlow: 12, shield: true } as Parameters<typeof torchSaid>[0];
    const hottest = (b: ReturnType<typeof torchSaid>) => b.figures.find((f) => f.id === 'hottest')?.value ?? 0;
    const half = torchSaid(v, d, {
      tested: (p) => ({ ...p, trailing: p.trailing && { length: p.trailing.length / 2, width: p.trailing.width / 2 } }),
    });
    expect(hottest(half)).toBeGreaterThan(hottest(torchSaid(v, d)) + 20);
    expect(half.trailing).toMatchObject({ length: 0.0762, width: 0.0254 });
  });
});
