/** What stands beside a joint: how far, where on the clock, by the parts as they lie. Worked by hand from the measures of the parts. */
import { describe, expect, it } from 'vitest';
import { findSize, type Size } from '../../basics/sizes';
import { layOut, parseList, type Part } from '../../basics/spool';
import { besideJoint, tightOf } from './index';

const two = findSize('inch-tube', '2') as Size;
const laid = (list: string): { parts: Part[]; joint: string } => {
  const read = parseList(list, 'metric', 'inch-tube', two);
  if (!read.ok) throw new Error(read.error.text);
  return { parts: read.parts, joint: read.joints[0] ?? read.joint ?? '' };
};
const of = (list: string) => {
  const { parts, joint } = laid(list);
  return besideJoint(parts, joint);
};

describe('along the tubes', () => {
  it('two long straights leave room for any hand', () => expect(tightOf(of('300 mm, weld, 300 mm'))).toEqual([]));
  it('an elbow right behind the joint: its throat is in the way on the side it turns to', () => {
    const up = of('300 mm, weld, elbow up, 300 mm');
    expect(up[0]).toMatchObject({ end: 'B', kind: 'bend', at: 12 });
    const { parts } = laid('300 mm, weld, elbow up, 300 mm');
    const elbow = parts.find((p) => p.kind === 'elbow') as Extract<Part, { kind: 'elbow' }>;
    expect(up[0]?.from).toBeCloseTo(elbow.reach - elbow.radius * Math.tan(Math.PI / 4), 9);
    expect(of('300 mm, weld, elbow down, 300 mm')[0]?.at).toBe(6);
    // Looking from A to B, along x: near the eye of the Side view is on the right hand.
    expect(of('300 mm, weld, elbow near, 300 mm')[0]?.at).toBe(3);
    expect(of('300 mm, weld, elbow far, 300 mm')[0]?.at).toBe(9);
  });
  it('a branch stands off by reach less half its own width, on the side before the joint as well', () => {
    const after = of('300 mm, weld, tee up, 300 mm');
    const { parts } = laid('300 mm, weld, tee up, 300 mm');
    const tee = parts.find((p) => p.kind === 'tee') as Extract<Part, { kind: 'tee' }>;
    expect(after[0]).toMatchObject({ end: 'B', kind: 'branch', at: 12 });
    expect(after[0]?.from).toBeCloseTo(tee.reach - tee.branch.od / 2, 9);
    expect(of('300 mm, tee down, weld, 300 mm')[0]).toMatchObject({ end: 'A', kind: 'branch', at: 6 });
  });
  it('a straight between pushes it off by its own length', () => {
    const [near, far] = [of('300 mm, weld, elbow up')[0]?.from ?? 0, of('300 mm, weld, 50 mm, elbow up')[0]?.from ?? 0];
    expect(far - near).toBeCloseTo(0.05, 9);
  });
  it('a ferrule stands all round', () => expect(of('300 mm, weld, ferrule')[0]).toMatchObject({ kind: 'ferrule', at: null }));
});

it('a jacket on either tube is told with how far it lies back', () => {
  const { parts, joint } = laid('300 mm, weld, 400 mm');
  const shell: Part = { id: 'j9', on: null, size: findSize('inch-tube', '3') as Size, kind: 'jacket', around: joint, from: 0.04, to: 0.3 };
  expect(besideJoint([...parts, shell], joint)).toContainEqual({ end: 'B', part: 'j9', kind: 'shell', from: 0.04, at: null });
  expect(layOut([...parts, shell]).faults).toEqual([]);
});
it('seen from the other end 3 and 9 change places, 12 and 6 stay', () => {
  const at = (turn: string) => {
    const { parts, joint } = laid(`300 mm, weld, elbow ${turn}, 300 mm`);
    return besideJoint(parts, joint, 'from B to A')[0]?.at;
  };
  expect(['up', 'near', 'down', 'far'].map(at)).toEqual([12, 9, 6, 3]);
});
it('a joint that is none has nothing beside it', () => expect(besideJoint(laid('300 mm, weld, 300 mm').parts, 'x1')).toEqual([]));
