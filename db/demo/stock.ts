/** What the demo has on its shelves: invented heats, WPSs, gas lots, tools and products, all marked DEMO. */
import type { NewCheck, NewRegisterItem } from '../../core/work/registers';

export type Named = { id: string; label: string };
export type Stock = Record<
  | 'tubeA'
  | 'tubeB'
  | 'fitting'
  | 'rod'
  | 'pipe'
  | 'pipeB'
  | 'tiA'
  | 'tiB'
  | 'wpsTube'
  | 'wpsPipe'
  | 'wpsTi'
  | 'argon'
  | 'argon2'
  | 'brush'
  | 'tiBrush'
  | 'pad'
  | 'steelBrush'
  | 'wheel'
  | 'flap'
  | 'clamp'
  | 'steelClamp'
  | 'citric'
  | 'tank'
  | 'gel'
  | 'electrolyte'
  | 'paste'
  | 'wash'
  | 'cylinder'
  | 'cylinder2'
  | 'meter'
  | 'meter2'
  | 'checkMeter'
  | 'kit'
  | 'cup14'
  | 'cup12'
  | 'shield',
  Named
>;

/** m³/s. */
const LPM = 1e-3 / 60;
/** Ends of a range, SI. */
const ends = (low: number | null, high: number | null) => ({ low, high });

const UNMEASURED = { ra: null, takes: null, ratedRpm: null, wear: null, lies: '' };
export const stock: Record<keyof Stock, NewRegisterItem> = {
  tubeA: { kind: 'heat', label: 'DEMO-H1041', body: { alloy: '316L', what: 'tube', sulphur: 0.009 } },
  tubeB: { kind: 'heat', label: 'DEMO-H1042', body: { alloy: '316L', what: 'tube', sulphur: 0.012 } },
  fitting: { kind: 'heat', label: 'DEMO-F0330', body: { alloy: '304L', what: 'fitting', sulphur: 0.006 } },
  rod: { kind: 'heat', label: 'DEMO-R0087', body: { alloy: '316L', what: 'filler', sulphur: null } },
  pipe: { kind: 'heat', label: 'DEMO-P2206', body: { alloy: '316L', what: 'tube', sulphur: null } },
  pipeB: { kind: 'heat', label: 'DEMO-P2207', body: { alloy: '316L', what: 'tube', sulphur: null } },
  tiA: { kind: 'heat', label: 'DEMO-T0511', body: { alloy: 'Ti-2', what: 'tube', sulphur: null } },
  tiB: { kind: 'heat', label: 'DEMO-T0512', body: { alloy: 'Ti-2', what: 'tube', sulphur: null } },
  wpsTube: {
    kind: 'wps',
    label: 'DEMO-WPS-T1',
    body: {
      revision: '3',
      amps: [30, 75],
      about: 'Hygienic tube, no filler',
      metals: ['304L', '316L'],
      essential: ['process', 'thickness', 'filler', 'gas'],
      limits: {
        ...{ volts: ends(8, 12), travel: ends(1e-3, 3.5e-3), heat: ends(null, 0.6e6), interpass: ends(null, 150) },
        ...{ flow: ends(7 * LPM, 16 * LPM), cup: ends(8, 16), thickness: ends(1.2e-3, 3.3e-3), od: ends(12.7e-3, 105e-3) },
        ...{ process: ['tig', 'orbital'], gas: ['argon'], filler: ['none', 'ER316L'], position: ['1G', '2G', '5G'], backing: ['purge'] },
      },
    },
  },
  wpsPipe: {
    kind: 'wps',
    label: 'DEMO-WPS-P4',
    body: {
      revision: '1',
      amps: [70, 140],
      about: 'Schedule 10S pipe, open root',
      metals: ['304L', '316L'],
      essential: ['process', 'thickness', 'filler', 'gas'],
      limits: {
        ...{ volts: ends(8, 14), travel: ends(0.6e-3, 2.5e-3), heat: ends(null, 1.5e6), interpass: ends(null, 150) },
        ...{ flow: ends(8 * LPM, 16 * LPM), cup: ends(8, 16), thickness: ends(1.6e-3, 6.4e-3), od: ends(60e-3, null) },
        ...{ process: ['tig'], gas: ['argon'], filler: ['ER316L'], position: ['1G', '2G', '5G', '6G'], backing: ['purge'] },
      },
    },
  },
  wpsTi: {
    kind: 'wps',
    label: 'DEMO-WPS-Ti2',
    body: {
      revision: '0',
      amps: [40, 110],
      about: 'Titanium Gr 2, trailing shield',
      metals: ['Ti-2'],
      essential: ['process', 'thickness', 'filler', 'gas', 'backing'],
      limits: {
        ...{ volts: ends(8, 14), travel: ends(1e-3, 3e-3), heat: ends(null, 0.9e6), interpass: ends(null, 100) },
        ...{ flow: ends(10 * LPM, 20 * LPM), cup: ends(12, 20), thickness: ends(1.6e-3, 5.5e-3), od: ends(48e-3, null) },
        ...{ process: ['tig'], gas: ['argon'], filler: ['ERTi-2', 'none'], position: ['1G', '2G', '5G', '6G'], backing: ['purge'] },
      },
    },
  },
  argon: {
    kind: 'gas',
    label: 'DEMO-AR-7781',
    body: { gas: 'argon', lot: '7781', grade: '5.0', supplyPpm: 2, use: 'both', certificate: 'DEMO-C-7781', frostPoint: -68 },
  },
  argon2: {
    kind: 'gas',
    label: 'DEMO-AR-7804',
    body: { gas: 'argon', lot: '7804', grade: '4.8', supplyPpm: 3, use: 'both', certificate: 'DEMO-C-7804', frostPoint: -62 },
  },
  brush: {
    kind: 'tool',
    label: 'Brush S-2',
    body: { what: 'Hand brush', metal: 'stainless', grit: null, kind: 'hand-brush', bore: 0.02, ...UNMEASURED },
  },
  tiBrush: {
    kind: 'tool',
    label: 'Brush T-1',
    body: { what: 'Hand brush', metal: 'titanium', grit: null, kind: 'hand-brush', bore: 0.02, ...UNMEASURED },
  },
  pad: {
    kind: 'tool',
    label: 'Pad S-5',
    body: { what: 'Non-woven pad', metal: 'stainless', grit: 180, kind: 'pad', bore: 0.04, ...UNMEASURED },
  },
  steelBrush: {
    kind: 'tool',
    label: 'Brush C-9',
    body: { what: 'Hand brush', metal: 'carbon-steel', grit: null, kind: 'hand-brush', bore: 0.02, ...UNMEASURED },
  },
  wheel: {
    kind: 'tool',
    label: 'Wheel S-8',
    body: {
      what: 'Non-woven wheel',
      metal: 'stainless',
      grit: 240,
      kind: 'wheel',
      bore: null,
      ...UNMEASURED,
      ratedRpm: 6000,
      lies: 'cabinet 2',
    },
  },
  flap: {
    kind: 'tool',
    label: 'Flap S-3',
    body: {
      what: 'Flap wheel',
      metal: 'stainless',
      grit: 120,
      kind: 'flap',
      bore: null,
      ...UNMEASURED,
      ratedRpm: 12000,
      lies: 'cabinet 2',
    },
  },
  clamp: {
    kind: 'tool',
    label: 'Clamp S-1',
    body: { what: '', metal: 'stainless', grit: null, kind: 'clamp', bore: null, ...UNMEASURED, lies: 'bench of the tube cell' },
  },
  steelClamp: {
    kind: 'tool',
    label: 'Clamp C-3',
    body: { what: '', metal: 'carbon-steel', grit: null, kind: 'clamp', bore: null, ...UNMEASURED, lies: 'mild-steel bay' },
  },
  citric: {
    kind: 'product',
    label: 'DEMO citric bath',
    body: { kind: 'citric', lot: 'C-118', dwellSeconds: 1200, hydrofluoric: false, mostCelsius: null, contents: '', sheet: null },
  },
  paste: {
    kind: 'product',
    label: 'DEMO pickling paste',
    body: {
      ...{ kind: 'paste', lot: 'P-42', dwellSeconds: 2700, hydrofluoric: true, mostCelsius: 35 },
      contents: 'Nitric and hydrofluoric acid, as on its label',
      sheet: {
        name: 'DEMO-S-42 rev 2',
        metals: ['304L', '316L'],
        rows: [
          { celsius: [10, 18], least: 3600, most: 5400 },
          { celsius: [18, 30], least: 1800, most: 3600 },
        ],
        wetWithin: 1800,
      },
    },
  },
  tank: {
    kind: 'bath',
    label: 'Bath B-2',
    body: { holds: 'citric', volume: 0.4, percent: [5, 8], celsius: [38, 49], iron: 6, every: 7 * 86_400 },
  },
  gel: {
    kind: 'product',
    label: 'DEMO passivating gel',
    body: {
      ...{ kind: 'gel', lot: 'G-5', dwellSeconds: 1800, hydrofluoric: false, mostCelsius: 35, contents: 'Citric acid' },
      sheet: { name: 'DEMO-S-05 rev 1', metals: ['304L', '316L'], rows: [], wetWithin: 900 },
    },
  },
  electrolyte: {
    kind: 'product',
    label: 'DEMO weld electrolyte',
    body: {
      ...{ kind: 'electrolyte', lot: 'E-3', dwellSeconds: 120, hydrofluoric: false, mostCelsius: null },
      ...{ contents: 'Phosphoric acid', sheet: null },
    },
  },
  wash: {
    kind: 'product',
    label: 'DEMO neutraliser',
    body: { kind: 'neutraliser', lot: 'N-7', dwellSeconds: null, hydrofluoric: false, mostCelsius: null, contents: '', sheet: null },
  },
  cylinder: {
    kind: 'cylinder',
    label: 'Cylinder bay 1',
    body: { gas: 'argon', lot: null, form: 'cylinder', water: 0.05, rated: 2e7, station: 'bay 1' },
  },
  cylinder2: {
    kind: 'cylinder',
    label: 'Cylinder bay 2',
    body: { gas: 'argon', lot: null, form: 'cylinder', water: 0.05, rated: 2e7, station: 'bay 2' },
  },
  meter: {
    kind: 'meter',
    label: 'Meter M-1',
    body: { meterKind: 'float', scaleGas: 'argon', scalePascal: 101_325, scaleCelsius: 20, station: 'bay 1' },
  },
  meter2: {
    kind: 'meter',
    label: 'Meter M-2',
    body: { meterKind: 'float', scaleGas: 'argon', scalePascal: 101_325, scaleCelsius: 20, station: 'bay 2' },
  },
  checkMeter: {
    kind: 'meter',
    label: 'Check meter C-1',
    body: { meterKind: 'electronic', scaleGas: 'argon', scalePascal: 101_325, scaleCelsius: 20, station: 'office' },
  },
  cup14: { kind: 'cup', label: 'DEMO cup 14', body: { cup: 14, lens: true, screens: 1 } },
  cup12: { kind: 'cup', label: 'DEMO cup 12, bay 1', body: { cup: 12, lens: true, screens: 1 } },
  shield: { kind: 'shield', label: 'DEMO shield 3', body: { length: 0.0762, width: 0.0254, stages: 1 } },
  kit: {
    kind: 'kit',
    label: 'DEMO tube set',
    body: {
      dam: 'bung',
      inlet: { kind: 'diffuser', bore: 0.006, holes: 1, hose: { length: 5, bore: 0.006, material: 'pvc' } },
      vent: { bore: 0.006 },
      flow: 8e-3 / 60,
    },
  },
};

/** Days from today they are good until; one is past its day, one soon will be. */
export const goodFor: Partial<Record<keyof Stock, number>> = {
  argon: 160,
  argon2: 21,
  citric: 220,
  gel: 300,
  electrolyte: 400,
  paste: 90,
  wash: -12,
  wpsTube: 700,
  wpsPipe: 540,
  wpsTi: 400,
  meter: 190,
  meter2: 75,
  checkMeter: 260,
};

/** Looks at them over the three weeks: [item, days ago, body]. One meter drifts, as its seals age. */
export const looks: readonly [keyof Stock, number, NewCheck['kind'], unknown][] = [
  ['tank', 25, 'bath', { what: 'made', percent: 7, iron: 0, celsius: 40, note: 'lot C-118' }],
  ['tank', 16, 'bath', { what: 'measured', percent: 6.6, iron: 0.8, celsius: 41, note: '' }],
  ['tank', 9, 'bath', { what: 'measured', percent: 6.2, iron: 1.7, celsius: 40, note: '' }],
  ['tank', 2, 'bath', { what: 'measured', percent: 5.8, iron: 2.3, celsius: 40, note: '' }],
  ...[20, 15, 9, 3].map((day, i): [keyof Stock, number, NewCheck['kind'], unknown] => [
    'meter2',
    day,
    'meter',
    { reading: 1.33e-4, checkReading: 1.33e-4 * ([0.99, 0.93, 0.85, 0.76][i] as number), checkMeter: null, at: 'hose end' },
  ]),
  ['meter', 18, 'meter', { reading: 1.33e-4, checkReading: 1.31e-4, checkMeter: null, at: 'hose end' }],
  ['meter', 4, 'meter', { reading: 1.33e-4, checkReading: 1.32e-4, checkMeter: null, at: 'hose end' }],
  ['checkMeter', 6, 'meter', { reading: 1.33e-4, checkReading: 1.33e-4, checkMeter: null, at: 'hose end' }],
  // A worn lens: on a titanium scrap this cup covers less than it should.
  ...[13, 8].map((day, i): [keyof Stock, number, NewCheck['kind'], unknown] => [
    'cup12',
    day,
    'cup',
    {
      ...{ metal: 'titanium', colours: 427, seconds: 15, stickOut: 0.0127, flow: 2.2e-4, screen: false },
      ...{ silver: [0.0234, 0.0221][i] as number, ringSeen: true },
    },
  ]),
  ['cylinder', 3, 'cylinder', { pascal: 1.72e7, celsius: 17, level: null, changed: true }],
  ['cylinder', 0.2, 'cylinder', { pascal: 1.21e7, celsius: 18, level: null, changed: false }],
  ['cylinder2', 6, 'cylinder', { pascal: 1.1e7, celsius: 16, level: null, changed: false }],
  ['cylinder2', 0.3, 'cylinder', { pascal: 1.7e6, celsius: 18, level: null, changed: false }],
];

/** One tube of 316L with a golden tint, cleaned in sections with the tools of the demo. */
export const trialStrip = (have: Stock): NewRegisterItem => {
  const section = (tool: keyof Stock, warm: number | null, took: 'nothing' | 'some' | 'all', ra: number | null, looks: string) => ({
    ...{ tool: have[tool].id, label: have[tool].label, warm, took, ra, looks, picture: null },
  });
  return {
    kind: 'strip',
    label: 'Strip 1',
    body: {
      alloy: '316L',
      tint: 'gold',
      sections: [
        section('brush', null, 'some', null, 'a straw shadow stays'),
        section('brush', 60, 'all', null, 'bright, lines of the tube as they were'),
        section('wheel', null, 'all', 0.35e-6, 'even, fine lines'),
        section('pad', null, 'all', 0.5e-6, 'even, lines by hand'),
        section('flap', null, 'all', 1.1e-6, 'coarse: has to be blended'),
      ],
    },
  };
};
