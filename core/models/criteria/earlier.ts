/**
 * The first and second versions of the schemes that ship, as they were: house templates, not the text of any standard. A weld that was entered
 * under one of them is judged by it still. Ppm limits are the usual contract figures (medium confidence: check against your contract).
 */
import type { Band } from '../tint';
import type { Criterion, DefectKind, Outcome } from './criterion';
import type { z } from 'zod';
import type { ruledFactSchema } from './facts';

type Ruled = z.infer<typeof ruledFactSchema>;

const bands = (outcome: Outcome, ...names: Band[]): Partial<Record<Band, Outcome>> => Object.fromEntries(names.map((n) => [n, outcome]));

const laterOrders: Band[] = ['silvery', 'second-yellow', 'second-rose', 'second-blue', 'second-green', 'later'];

const defects: Partial<Record<DefectKind, Outcome>> = {
  crack: 'cut-out',
  'lack-of-fusion': 'cut-out',
  'lack-of-penetration': 'reweld',
  sugar: 'cut-out',
  porosity: 'cut-out',
  undercut: 'refer',
  concavity: 'refer',
  convexity: 'refer',
  'high-low': 'refer',
  'tack-not-consumed': 'reweld',
  'arc-strike': 'refer',
  'stop-oxide': 'refer',
};

const houseBead = {
  ...bands('accept', 'bright', 'pale-straw'),
  ...bands('clean', 'straw', 'gold', 'bronze', 'purple'),
  ...bands('reweld', 'dark-blue', 'light-blue', ...laterOrders),
  ...bands('cut-out', 'grey', 'sugar'),
};

const pipe = {
  ...bands('accept', 'bright', 'pale-straw', 'straw', 'gold', 'bronze'),
  ...bands('clean', 'purple', 'dark-blue', 'light-blue'),
  ...bands('refer', ...laterOrders),
  ...bands('reweld', 'grey'),
  ...bands('cut-out', 'sugar'),
};

const titanium = {
  ...bands('accept', 'bright', 'pale-straw', 'straw'),
  ...bands('refer', 'gold', 'bronze', 'purple', 'dark-blue'),
  ...bands('cut-out', 'light-blue', ...laterOrders, 'grey', 'white'),
};

/** The first versions. */
export const firsts: readonly Criterion[] = [
  {
    id: 'House-MP',
    version: 1,
    title: 'Mechanically polished hygienic tube',
    about:
      'A house template for mechanically polished stainless tube in food and drink. Bright to light straw passes, straw to purple is cleaned, full blue and beyond is welded again.',
    source: 'House template, medium confidence. Not the text of a standard: check against your edition and contract.',
    confidence: 'medium',
    families: ['austenitic'],
    purge: {
      startPpm: 50,
      weldPpm: 50,
      readyBy: 'monitor',
      clockAllowed: false,
      holdSeconds: 20,
      jointHoldSeconds: 20,
      tacksAtLimit: false,
    },
    zones: {
      'id-bead': houseBead,
      'id-haz': houseBead,
      'od-bead': houseBead,
      'od-haz': { ...houseBead, ...bands('clean', 'dark-blue', 'light-blue') },
    },
    words: { bright: 'Silver', 'pale-straw': 'Light straw', straw: 'Dark straw', 'dark-blue': 'Full blue' },
    numbers: { accept: 3, clean: 4, most: 10 },
    defects,
    cleaning: 'always',
    passivation: 'always',
    foodContact: true,
  },
  {
    id: 'PIPE-clean',
    version: 1,
    title: 'Process pipe, pickled later',
    about:
      'Stainless process pipe that is pickled after welding. Silver to brown passes; purple and blue are pickled; grey and sugar are not.',
    source: 'House template, medium confidence. Contract figures of 100 to 500 ppm to start and 1000 ppm while welding.',
    confidence: 'medium',
    families: ['austenitic', 'nickel', 'duplex'],
    purge: {
      startPpm: 500,
      weldPpm: 1000,
      readyBy: 'monitor',
      clockAllowed: true,
      holdSeconds: 10,
      jointHoldSeconds: 20,
      tacksAtLimit: false,
    },
    zones: { 'id-bead': pipe, 'id-haz': pipe, 'od-bead': pipe, 'od-haz': pipe },
    words: { bright: 'Silver', bronze: 'Brown' },
    numbers: null,
    defects: { ...defects, sugar: 'cut-out', undercut: 'refer' },
    cleaning: 'when-tinted',
    passivation: 'always',
    foodContact: false,
  },
  {
    id: 'TI-A',
    version: 1,
    title: 'Titanium, silver to straw',
    about:
      'Titanium for corrosion service. Silver and straw pass. Purple and dark blue go to the engineer; light blue and beyond is cut out. Nothing is cleaned to be accepted: brushing takes the evidence and leaves the harm.',
    source: 'House template, medium confidence, after handbook charts of titanium welding.',
    confidence: 'medium',
    families: ['titanium'],
    purge: {
      startPpm: 50,
      weldPpm: 50,
      readyBy: 'monitor',
      clockAllowed: false,
      holdSeconds: 30,
      jointHoldSeconds: 30,
      tacksAtLimit: true,
    },
    zones: { 'id-bead': titanium, 'id-haz': titanium, 'od-bead': titanium, 'od-haz': titanium },
    words: { bright: 'Silver', 'pale-straw': 'Light straw', straw: 'Dark straw' },
    numbers: null,
    defects,
    cleaning: 'never',
    passivation: 'never',
    foodContact: false,
  },
];

/** Facts of the purge where the inside must stay bright: every one of them is for the engineer, but for what can only be noted. */
const hygienicFacts: Record<Ruled, Outcome> = {
  'arc-over': 'refer',
  'arc-early': 'refer',
  over: 'refer',
  'not-measured': 'refer',
  opened: 'refer',
  tape: 'refer',
  'hold-short': 'refer',
  'tack-over': 'accept',
  unchecked: 'accept',
  'high-low': 'refer',
};
/** On process pipe the clock is allowed and the inside is pickled: what was hot in air is for the engineer, the rest is noted. */
const pipeFacts: Record<Ruled, Outcome> = {
  ...hygienicFacts,
  'arc-early': 'accept',
  'not-measured': 'accept',
  tape: 'accept',
  'hold-short': 'accept',
};
/** Titanium takes up what it burns in, and no look shows it afterwards. */
const titaniumFacts: Record<Ruled, Outcome> = {
  ...hygienicFacts,
  'arc-over': 'cut-out',
  over: 'cut-out',
  opened: 'cut-out',
  tape: 'cut-out',
  'tack-over': 'refer',
  unchecked: 'refer',
};

const first = (id: string): Criterion => firsts.find((c) => c.id === id) as Criterion;
/** Share of the wall: AWS D18.1 and hygienic practice 15 %; on process pipe 25 %, from memory of EN ISO 5817 level D to B (0.5 t at most). */
const [HYGIENIC, PIPE] = [0.15, 0.25];

/** What the first versions had no name for (tables of hygienic acceptance: none of these open to the product). */
const defectsTwo: Record<DefectKind, Outcome> = {
  ...(defects as Record<Exclude<DefectKind, 'burn-through' | 'tungsten' | 'overlap' | 'spatter'>, Outcome>),
  'burn-through': 'cut-out',
  tungsten: 'cut-out',
  overlap: 'refer',
  spatter: 'clean',
};

/** Blue inside is cleaned where it can be reached, and otherwise for the engineer: welding again over it buries it. */
const houseTwo = { ...houseBead, ...bands('clean', 'dark-blue', 'light-blue'), ...bands('refer', ...laterOrders) };
/** Grey scale is never just welded over. */
const pipeTwo = { ...pipe, ...bands('cut-out', 'grey') };
/** Gold is dark straw by another name: handbook charts accept it. */
const titaniumTwo = { ...titanium, ...bands('accept', 'gold') };

const electropolished = {
  ...bands('accept', 'bright', 'pale-straw'),
  ...bands('clean', 'straw'),
  ...bands('refer', 'gold', 'bronze', 'purple', 'dark-blue', 'light-blue', ...laterOrders),
  ...bands('cut-out', 'grey', 'sugar'),
};
const dairy = {
  ...bands('accept', 'bright', 'pale-straw'),
  ...bands('clean', 'straw', 'gold'),
  ...bands('refer', 'bronze', 'purple', 'dark-blue', 'light-blue', ...laterOrders),
  ...bands('cut-out', 'grey', 'sugar'),
};
const duplex = {
  ...bands('accept', 'bright', 'pale-straw', 'straw'),
  ...bands('clean', 'gold', 'bronze', 'purple'),
  ...bands('refer', 'dark-blue', 'light-blue', ...laterOrders),
  ...bands('cut-out', 'grey', 'sugar'),
};
const everywhere = (zone: typeof duplex): Criterion['zones'] => ({ 'id-bead': zone, 'id-haz': zone, 'od-bead': zone, 'od-haz': zone });

/** No colour at all: what is not bright goes to the engineer, scale is cut out. */
const pure = {
  ...bands('accept', 'bright'),
  ...bands('refer', 'pale-straw', 'straw', 'gold', 'bronze', 'purple', 'dark-blue', 'light-blue', ...laterOrders),
  ...bands('cut-out', 'grey', 'sugar'),
};
/** Colour is no fault here, and some want it; grey is scale that a root should not have, sugar is never good enough. */
const exhaust = {
  ...bands('accept', 'bright', 'pale-straw', 'straw', 'gold', 'bronze', 'purple', 'dark-blue', 'light-blue', ...laterOrders),
  ...bands('refer', 'grey'),
  ...bands('cut-out', 'sugar'),
};
/** What a purge that is no part of the job says is noted. */
const noted = (facts: Record<Ruled, Outcome>): Record<Ruled, Outcome> =>
  Object.fromEntries(Object.keys(facts).map((f) => [f, f === 'high-low' ? 'refer' : 'accept'])) as Record<Ruled, Outcome>;

/** The second versions know the purge. Welds entered under the first keep theirs. */
export const second: readonly Criterion[] = [
  {
    ...first('House-MP'),
    version: 2,
    about:
      'A house template for mechanically polished stainless tube in food and drink. Bright to light straw passes, straw to blue is cleaned where it can be reached, later orders go to the engineer.',
    zones: everywhere(houseTwo),
    defects: defectsTwo,
    facts: hygienicFacts,
    highLowMost: HYGIENIC,
  },
  {
    ...first('House-MP'),
    id: 'House-EP',
    version: 1,
    title: 'Electropolished hygienic tube',
    about: 'A house template for electropolished tube. Bright to light straw passes, straw is cleaned, more goes to the engineer.',
    source: 'House template, low confidence. Not the text of a standard: check against your edition and contract.',
    confidence: 'low',
    purge: { ...first('House-MP').purge, startPpm: 20, weldPpm: 20 },
    zones: everywhere(electropolished),
    numbers: null,
    defects: defectsTwo,
    facts: hygienicFacts,
    highLowMost: HYGIENIC,
  },
  {
    ...first('House-MP'),
    id: 'EU-hyg',
    version: 1,
    title: 'Food and dairy tube by oxygen and colour',
    about:
      'A house template for food and dairy tube. Bright to light straw passes, dark straw is cleaned, brown and blue go to the engineer.',
    source: 'House template, low confidence. Not the text of a standard: check against your edition and contract.',
    confidence: 'low',
    zones: everywhere(dairy),
    numbers: null,
    defects: defectsTwo,
    facts: hygienicFacts,
    highLowMost: HYGIENIC,
  },
  {
    ...first('PIPE-clean'),
    version: 2,
    families: ['austenitic', 'nickel'],
    zones: everywhere(pipeTwo),
    // What is accepted with its colour still has to lose it before it can be passivated.
    cleaning: 'always',
    defects: defectsTwo,
    facts: pipeFacts,
    highLowMost: PIPE,
  },
  {
    ...first('PIPE-clean'),
    id: 'DPX',
    version: 1,
    title: 'Duplex pipe',
    about:
      'Duplex stainless where pitting counts. Silver to straw passes, gold to purple is cleaned, blue goes to the engineer, grey is cut out.',
    source: 'House template, medium confidence. Guides ask for 50 to 100 ppm for best pitting resistance.',
    families: ['duplex'],
    purge: { ...first('PIPE-clean').purge, startPpm: 100, weldPpm: 100, clockAllowed: false },
    zones: everywhere(duplex),
    words: { bright: 'Silver' },
    cleaning: 'always',
    defects: defectsTwo,
    facts: hygienicFacts,
    highLowMost: PIPE,
  },
  {
    ...first('TI-A'),
    version: 2,
    zones: everywhere(titaniumTwo),
    defects: { ...defectsTwo, spatter: 'refer' },
    facts: titaniumFacts,
    highLowMost: HYGIENIC,
  },
  {
    ...first('TI-A'),
    id: 'TI-B',
    version: 1,
    title: 'Titanium, silver to bronze',
    about:
      'Titanium where the service takes a little more. Silver to bronze passes, purple and dark blue go to the engineer, light blue and beyond is cut out.',
    zones: everywhere({ ...titaniumTwo, ...bands('accept', 'bronze') }),
    defects: { ...defectsTwo, spatter: 'refer' },
    facts: titaniumFacts,
    highLowMost: HYGIENIC,
  },
  {
    ...first('House-MP'),
    id: 'A18.2-n',
    version: 1,
    title: 'Hygienic tube by the numbers of a printed guide',
    about:
      'A house template for welds graded by the numbers of the user’s own printed guide: up to 3 passes, 4 is cleaned. By colour as House-MP.',
    source: 'House template, low confidence: the number that passes is a setting of the contract, and the guide is the user’s own.',
    confidence: 'low',
    zones: everywhere(houseTwo),
    defects: defectsTwo,
    facts: hygienicFacts,
    highLowMost: HYGIENIC,
  },
  {
    ...first('House-MP'),
    id: 'UHP',
    version: 1,
    title: 'Ultra-high-purity tube',
    about:
      'Gas and water of the highest purity. No colour passes and none is cleaned to pass: more goes to the engineer, scale is cut out.',
    source: 'House template, low confidence. Contract figures of 1 to 10 ppm; below 50 ppm no time is given without a reading.',
    confidence: 'low',
    purge: { ...first('House-MP').purge, startPpm: 10, weldPpm: 10, holdSeconds: 60, jointHoldSeconds: 60, tacksAtLimit: true },
    zones: everywhere(pure),
    numbers: null,
    defects: { ...defectsTwo, spatter: 'refer' },
    facts: { ...hygienicFacts, 'tack-over': 'refer', unchecked: 'refer' },
    highLowMost: 0.1,
  },
  {
    ...first('PIPE-clean'),
    id: 'Exhaust',
    version: 1,
    title: 'Exhaust: not sugared is good enough',
    about:
      'Exhaust and the like, thin stainless or 409. Colour passes and some want it (copper tint, blue); grey goes to the engineer; sugar inside is cut out, for it cracks and sheds. Nothing is cleaned or passivated unless it is asked for.',
    source: 'House template, low confidence. Common practice, no source.',
    confidence: 'low',
    families: ['austenitic', 'ferritic', 'martensitic'],
    purge: { ...first('PIPE-clean').purge, startPpm: 1000, weldPpm: 5000, readyBy: 'clock', clockAllowed: true },
    zones: everywhere(exhaust),
    words: { bright: 'Silver', bronze: 'Copper tint' },
    cleaning: 'never',
    passivation: 'never',
    defects: { ...defectsTwo, spatter: 'accept', 'arc-strike': 'accept' },
    facts: noted(pipeFacts),
    highLowMost: PIPE,
  },
  {
    ...first('PIPE-clean'),
    id: 'Mild',
    version: 1,
    title: 'Mild steel',
    about:
      'Mild steel, welded without an inside purge as a rule. Colour says nothing of it: shape, penetration and defects do. Neither pickled nor passivated.',
    source: 'House template, low confidence. Common practice, no source: the code of construction decides.',
    confidence: 'low',
    families: ['carbon'],
    purge: { ...first('PIPE-clean').purge, startPpm: 5000, weldPpm: 20_000, readyBy: 'clock', clockAllowed: true },
    zones: everywhere({ ...exhaust, ...bands('accept', 'grey'), ...bands('refer', 'sugar') }),
    words: { bright: 'Bright' },
    cleaning: 'never',
    passivation: 'never',
    defects: { ...defectsTwo, sugar: 'refer', spatter: 'accept', 'arc-strike': 'refer' },
    facts: noted(pipeFacts),
    highLowMost: PIPE,
  },
];
