/** The plan from a register: whose tools are offered, what strips say, what a criterion's words make of the finish. */
import { describe, expect, it } from 'vitest';
import { findSize, type Size } from '../../basics/sizes';
import { WHOLE } from '../../basics/seam';
import { current, type Criterion } from '../../models/criteria';
import type { RegisterItem } from '../registers';
import { cleanPlan, rungsOf } from './index';

const id = (n: number) => `0197f000-0000-7000-8000-${String(n).padStart(12, '0')}`;
type Tool = Extract<RegisterItem, { kind: 'tool' }>;
const tool = (n: number, body: Partial<Tool['body']>, more: Partial<Tool> = {}): RegisterItem => ({
  ...{ kind: 'tool', id: id(n), label: `T-${n}` },
  body: {
    what: '',
    metal: 'stainless',
    grit: null,
    kind: 'pad',
    ra: null,
    takes: null,
    bore: null,
    ratedRpm: null,
    wear: null,
    lies: '',
    ...body,
  },
  ...more,
});
const strip = (took: 'all' | 'some', ra: number | null): RegisterItem => ({
  ...{ kind: 'strip', id: id(90), label: 'S-1' },
  body: {
    ...{ alloy: '316L', tint: 'purple' },
    sections: [{ tool: id(2), label: 'T-2', warm: null, took, ra, looks: '', picture: null }],
  },
});
const criterion = current.find((c) => c.id === 'House-MP') as Criterion;
const design = { size: findSize('inch-tube', '2') as Size, alloyA: '316L' as const, alloyB: '316L' as const };
const look = {
  tints: [{ zone: 'od-haz' as const, arc: WHOLE, grade: { by: 'band' as const, band: 'purple' as const } }],
  defects: [],
  insideReachable: true,
};

describe('whose tools', () => {
  it('only those in use that take tint off, each by the metal its past leaves it to', () => {
    const rungs = rungsOf([
      tool(1, { kind: 'hand-brush' }, { past: { families: ['austenitic'], times: 3, first: 0, last: 1 } }),
      tool(2, { grit: 180 }, { past: { families: ['carbon', 'austenitic'], times: 2, first: 0, last: 1 } }),
      tool(3, { kind: 'clamp' }),
      tool(4, { kind: null }),
      tool(5, {}, { retired: { why: 'worn' } }),
    ]);
    expect(rungs.map((r) => [r.label, r.metal])).toEqual([
      ['T-1', 'stainless'],
      ['T-2', 'carbon-steel'],
    ]);
  });
  it('one that was on mild steel once is not in the plan of a stainless weld', () => {
    const past = { families: ['carbon' as const], times: 1, first: 0, last: 0 };
    const [rise] = cleanPlan(look, design, criterion, [tool(2, { grit: 180 }, { past }), tool(6, { grit: 120 })]);
    expect(rise?.steps.map((s) => s.tool.label)).toEqual(['T-6']);
  });
});

describe('what a strip says', () => {
  it('leads over the guess, with the Ra it measured', () => {
    const [rise] = cleanPlan(look, design, criterion, [tool(2, { grit: 320 }), strip('all', 0.3e-6)]);
    expect(rise?.steps[0]).toMatchObject({ by: 'strip', strip: 'S-1', ra: { low: 0.3e-6, high: 0.3e-6 } });
    const [no] = cleanPlan(look, design, criterion, [tool(2, { grit: 80 }), strip('some', null)]);
    expect([no?.steps, no?.passed[0]?.why]).toEqual([[], 'took only some off on S-1']);
  });
});

it('a wall that is near its least stops what takes too much', () => {
  const takes = tool(2, { grit: 120, takes: 5e-5 });
  const at = (after: number) => cleanPlan(look, design, criterion, [takes], { after, least: 1.5e-3 })[0]?.no ?? [];
  expect(at(1.6e-3)).toEqual([]);
  expect(at(1.52e-3).join()).toMatch(/more metal than the wall has/);
});
