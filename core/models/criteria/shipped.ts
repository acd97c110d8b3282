/**
 * The schemes as they ship now: the third versions measure. Each limit names where it comes from, from memory: no standard was open when it
 * was written, so every one of them says "check against your edition". Welds entered under earlier versions keep theirs.
 */
import { firsts, second } from './earlier';
import type { Criterion } from './criterion';
import type { LimitId, Measure, Source } from './measures';

/** What shipped before: still read, no longer offered. */
export const shipped: readonly Criterion[] = [...firsts, ...second];

const m = (of: Measure['of'], side: Measure['side'], share: number, fixed = 0, most: number | null = null): Measure => ({
  ...{ of, side, fixed, share, most },
});

/** Tube that carries product: 15 % high-low, 10 % concave either side and convex inside, 0.38 mm of cap, no undercut, narrowest bead half its widest. */
const hygienic: Measure[] = [
  m('high-low', 'both', 0.15),
  m('concavity', 'both', 0.1),
  m('convexity', 'inside', 0.1),
  m('convexity', 'outside', 0, 0.38e-3),
  m('undercut', 'both', 0),
  m('width', 'both', 0.5),
];
/** Pipe: root concavity and undercut of a middle quality level, reinforcement of thin pipe. */
const pipe: Measure[] = [m('concavity', 'inside', 0.1, 0, 1e-3), m('undercut', 'both', 0.1, 0, 0.5e-3), m('convexity', 'both', 0, 1.5e-3)];

const from = (source: string, edition: string, confidence: Source['confidence']): Source => ({ source, edition, confidence });
const BPE = from('ASME BPE, tube butt welds, from memory', 'check against your edition', 'medium');
const CONTRACT = from('Usual contract figure, no standard fixes it', '', 'medium');
const PRACTICE = from('Common practice, no source', '', 'medium');
const WEAK = from('A guess at what contracts ask', 'check against your edition', 'low');
const LEVEL_C = from('EN ISO 5817 level C, from memory', '2014 or 2023, check against your edition', 'medium');
const CAP = from('ASME B31.3 table 341.3.2, reinforcement, from memory', 'check against your edition', 'medium');
const HOUSE = from('House template, after photographs and word lists of hygienic practice', 'check against your edition', 'medium');

const hygienicSources: Partial<Record<LimitId, Source>> = {
  oxygen: CONTRACT,
  colour: HOUSE,
  numbers: from('Numbers 1 to 10 of AWS D18.2; which one passes is the contract’s', 'D18.2:2009, check against your edition', 'medium'),
  faults: PRACTICE,
  defects: BPE,
  ...{ 'high-low': BPE, concavity: BPE, convexity: BPE, undercut: BPE, width: BPE, rewelds: BPE },
  'inside-seen': from('Every inside; ASME BPE asks for 20 % of the welds, by memory', 'check against your edition', 'medium'),
  finish: from('3-A and EHEDG, product side Ra 0.8 µm, from memory', 'check against your edition', 'medium'),
  cleaning: PRACTICE,
};
const pipeSources: Partial<Record<LimitId, Source>> = {
  ...{ oxygen: CONTRACT, colour: PRACTICE, faults: PRACTICE, defects: CAP },
  ...{ 'high-low': LEVEL_C, concavity: LEVEL_C, undercut: LEVEL_C, convexity: CAP, cleaning: PRACTICE },
};
const titaniumSources: Partial<Record<LimitId, Source>> = {
  oxygen: from('AWS D10.6, 20 to 50 ppm, from memory', 'D10.6:2000, check against your edition', 'medium'),
  colour: from('AWS D1.9 and D10.6 and handbook charts, from memory', 'check against your edition', 'medium'),
  faults: PRACTICE,
  defects: from('AWS D10.6, from memory', 'check against your edition', 'medium'),
  ...{ 'high-low': PRACTICE, concavity: PRACTICE, convexity: PRACTICE, undercut: PRACTICE, width: PRACTICE, cleaning: PRACTICE },
};

/** A limit that only a weak memory holds makes the whole scheme a template. */
const weak = (sources: Partial<Record<LimitId, Source>>, ...limits: LimitId[]) => ({
  ...sources,
  ...Object.fromEntries(limits.map((l) => [l, WEAK])),
});

const RA = { ra: 0.8e-6, words: 'as the tube beside it' };
type More = Partial<Criterion>;
const more: Record<string, More> = {
  'House-MP': { measures: hygienic, sources: hygienicSources, rewelds: 1, finish: RA },
  'House-EP': {
    measures: hygienic,
    sources: weak(hygienicSources, 'colour', 'oxygen', 'finish'),
    rewelds: 1,
    finish: { ra: 0.4e-6, words: 'electropolished again where it was' },
  },
  'EU-hyg': { measures: hygienic, sources: weak(hygienicSources, 'colour'), rewelds: 1, finish: RA },
  'A18.2-n': { measures: hygienic, sources: weak(hygienicSources, 'numbers'), rewelds: 1, finish: RA },
  UHP: { measures: hygienic, sources: weak(hygienicSources, 'oxygen', 'colour'), rewelds: 0, finish: { ra: 0.25e-6, words: '' } },
  'PIPE-clean': { measures: pipe, sources: pipeSources, rewelds: 2 },
  DPX: { measures: pipe, sources: pipeSources, rewelds: 1 },
  'TI-A': { measures: hygienic, sources: titaniumSources, rewelds: 1 },
  'TI-B': { measures: hygienic, sources: titaniumSources, rewelds: 1 },
  Exhaust: { sources: weak({ oxygen: PRACTICE, faults: PRACTICE, defects: PRACTICE }, 'colour'), rewelds: 2 },
  Mild: { measures: pipe, sources: weak(pipeSources, 'colour', 'oxygen'), rewelds: 2 },
};

const third = second.map((c): Criterion => ({ ...c, version: c.version + 1, ...more[c.id] }));
const byNumber = third.find((c) => c.id === 'A18.2-n') as Criterion;

export const current: readonly Criterion[] = [
  ...third,
  {
    ...byNumber,
    id: 'DK-ref',
    version: 1,
    title: 'Hygienic tube by the levels of a reference chart',
    about:
      'A house template for welds graded by the levels of a printed reference chart that the contract names. Which level passes is the contract’s: set it before use.',
    source: 'House template, low confidence: the levels and what passes are from no document that was open.',
    numbers: { accept: 1, clean: 2, most: 6 },
    sources: { ...byNumber.sources, numbers: from('Reference colour charts (report 94.34), by contract', '', 'low') },
  },
];
