import { describe, expect, it } from 'vitest';
import {
  bathHint,
  cleaningRefusals,
  passivationRefusals,
  pasteHint,
  rinseDone,
  testRefusals,
  type CleaningStep,
  type Situation,
} from './index';

const steel: Situation = { alloys: ['316L', '316L'], foodContact: true, insideReachable: true, tintRemains: false };
const ti: Situation = { ...steel, alloys: ['Ti-2', 'Ti-2'] };
const paste: CleaningStep = { method: 'paste', side: 'outside', metalTemperature: 20, tool: null };
const tool = (metal: 'stainless' | 'titanium' | 'carbon-steel' | 'unmarked') => ({ what: 'brush', metal, grit: null });

describe('paste and pickle', () => {
  it('go on stainless that was measured cool', () => expect(cleaningRefusals(paste, steel)).toEqual([]));
  it.each([
    ['not measured', { ...paste, metalTemperature: null }, steel, /Measure the metal/],
    ['at the limit', { ...paste, metalTemperature: 50 }, steel, /50 °C/],
    ['too cold', { ...paste, metalTemperature: 2 }, steel, /does nothing/],
    ['on titanium', paste, ti, /Not on titanium/],
    ['inside what cannot be rinsed', { ...paste, side: 'inside' as const }, { ...steel, insideReachable: false }, /cannot be rinsed/],
  ])('are refused %s', (_n, step, s, reason) => expect(cleaningRefusals(step, s).join()).toMatch(reason));
});

describe('brushes and abrasives', () => {
  const brush = (metal: Parameters<typeof tool>[0]): CleaningStep => ({
    method: 'brush',
    side: 'outside',
    metalTemperature: null,
    tool: tool(metal),
  });
  it('want a tool marked for this metal', () => {
    expect(cleaningRefusals(brush('stainless'), steel)).toEqual([]);
    expect(cleaningRefusals(brush('titanium'), ti)).toEqual([]);
    expect(cleaningRefusals(brush('carbon-steel'), steel).join()).toContain('plants rust');
    expect(cleaningRefusals(brush('unmarked'), steel).join()).toContain('not marked');
    expect(cleaningRefusals(brush('stainless'), ti).join()).toContain('marked for titanium');
    expect(cleaningRefusals({ ...brush('stainless'), tool: null }, steel).join()).toContain('Pick the tool');
  });
});

describe('passivation', () => {
  it('waits for tint to be gone, and is not for titanium', () => {
    expect(passivationRefusals(steel)).toEqual([]);
    expect(passivationRefusals({ ...steel, tintRemains: true }).join()).toContain('does not take it off');
    expect(passivationRefusals(ti).join()).toContain('Titanium');
  });
  it('is not tested with poison on a face that touches food', () => {
    expect(testRefusals('copper-sulfate', true)).toHaveLength(1);
    expect(testRefusals('ferroxyl', true)).toHaveLength(1);
    expect(testRefusals('ferroxyl', false)).toEqual([]);
    expect(testRefusals('damp-cloth', true)).toEqual([]);
  });
  it('hints at the shortest row that fits, and at none outside the table', () => {
    expect(bathHint('citric', 6, 40)?.id).toBe('Citric 3');
    expect(bathHint('citric', 6, 60)?.id).toBe('Citric 1');
    expect(bathHint('citric', 2, 40)).toBeNull();
    expect(bathHint('nitric', 30, 80)).toBeNull();
  });
  it('is rinsed to its end point', () => {
    expect(rinseDone(7, 6.5, 20)).toEqual([]);
    expect(rinseDone(7, 5, 20).join()).toContain('Rinse on');
    expect(rinseDone(7, 7, 80).join()).toContain('Chloride');
  });
});

it('hints paste dwell by temperature: warmer is shorter, 316L longer than 304L, none out of range', () => {
  expect(pasteHint('316L', 20)).toEqual([30, 60]);
  expect(pasteHint('304L', 20)?.[0]).toBeLessThan(pasteHint('316L', 20)?.[0] as number);
  expect(pasteHint('316L', 30)?.[0]).toBeLessThan(pasteHint('316L', 12)?.[0] as number);
  expect([pasteHint('316L', 1), pasteHint('316L', 60), pasteHint('Ti-2', 20)]).toEqual([null, null, null]);
});
