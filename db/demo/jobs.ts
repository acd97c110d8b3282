/** The demo's three invented jobs and three weeks of believable history: what is told, not how. */
import { ROUND } from '../../core/basics/seam';
import { current, type Criterion } from '../../core/models/criteria';
import type { NewWork } from '../../core/work/jobs';
import type { AlloyId } from '../../core/basics/materials';
import { closeUp, startingSetup, type Setup } from '../../core/models/setup';
import { findSize, type Series, type Size } from '../../core/basics/sizes';
import { parseList } from '../../core/basics/spool';
import type { Band } from '../../core/models/tint';
import type { BodyOf } from '../../core/work/record';
import type { Stage } from '../../core/work/stages';
import type { DemoPicture } from './pictures';
import type { Named, Stock } from './stock';

export type Spec = {
  /** days before now the work began */
  day: number;
  number: string;
  upTo: Stage | 'running' | 'done';
  gap: [number, number, number, number]; // mm, o'clock, mm, o'clock
  /** what somebody else called the inside HAZ before the inspector looked */
  second?: Band;
  inside?: Band;
  outside?: Band;
  /** oxygen left when the arc was struck, ppm */
  ppm?: number;
  sugar?: boolean;
  outcome?: BodyOf<'verdict.given'>['outcome'];
  drop?: boolean;
  /** hour at which the torch slipped */
  slip?: number;
  remarks?: string;
  pictures?: DemoPicture[];
  /** a tool that touched it after the fit-up */
  touchedBy?: 'clamp' | 'steelClamp';
  /** products put on it and not rinsed yet: side, and minutes before now */
  on?: ['inside' | 'outside', number][];
};

export type Batch = {
  work: Omit<NewWork, 'firstNumber' | 'count'>;
  size: Size;
  alloy: AlloyId;
  criterion: Criterion;
  heats: [Named, Named];
  wps: Named;
  rev: string;
  filler: Named | null;
  setup: Setup;
  welds: Spec[];
};

const sizeOf = (series: Series, nominal: string, schedule: string | null = null): Size => {
  const s = findSize(series, nominal, schedule);
  if (!s) throw new Error(`no size ${series} ${nominal}`);
  return s;
};

const criterion = (id: string): Criterion => current.find((c) => c.id === id) as Criterion;
const design = (size: Size, a: AlloyId, b: AlloyId, c: string, joint: 'square-butt' | 'open-root' = 'square-butt'): NewWork['design'] => ({
  size,
  alloyA: a,
  alloyB: b,
  joint,
  seam: ROUND,
  criterion: { id: c, version: criterion(c).version },
  looking: 'from A to B',
  insideReachable: size.od < 0.2,
});
const two = sizeOf('inch-tube', '2');
const three = sizeOf('inch-tube', '3');
const six = sizeOf('pipe', '6', '10S');
const ti = sizeOf('pipe', '3', '10S');
/** A spool told as a list, closed and fed. */
const spool = (size: Size, list: string, flow: number): Setup => {
  const read = parseList(list, 'metric', size.series, size);
  if (!read.ok) throw new Error(`demo spool: ${read.error.text}`);
  const like = { ...startingSetup(size, 'argon', 2), lines: [{ id: 'l1', flow: flow / 60_000 }] };
  return closeUp(read.parts, read.joint, like);
};

/** Every weld of the demo, by spool. */
export const batches = (have: Stock): Batch[] => [
  {
    work: {
      job: 'Brackwater Annex',
      service: 'Process pipe',
      line: 'Heat-recovery loop',
      spool: 'HR-06',
      design: design(six, '316L', '316L', 'PIPE-clean', 'open-root'),
    },
    size: six,
    alloy: '316L',
    criterion: criterion('PIPE-clean'),
    heats: [have.pipe, have.pipeB],
    wps: have.wpsPipe,
    rev: '1',
    filler: have.rod,
    setup: spool(six, '350 mm, weld, elbow up, 300 mm', 16),
    welds: [
      { day: 20, number: 'HR-601', upTo: 'done', gap: [2.4, 12, 2.8, 6], inside: 'straw', outside: 'bronze', ppm: 310 },
      {
        day: 19,
        number: 'HR-602',
        upTo: 'done',
        gap: [2.4, 3, 3.2, 9],
        inside: 'purple',
        outside: 'dark-blue',
        ppm: 470,
        outcome: 'clean',
        remarks: 'Flow meter F-2 read 3 CFH over the check meter that week; taken out of use.',
      },
      {
        day: 18,
        number: 'HR-603',
        upTo: 'done',
        gap: [2.6, 6, 3, 12],
        inside: 'sugar',
        outside: 'grey',
        ppm: 6400,
        sugar: true,
        outcome: 'cut-out',
        drop: true,
        remarks: 'Dam at B found lying loose after welding.',
      },
      {
        day: 17,
        number: 'HR-604',
        upTo: 'passivate',
        pictures: [
          { name: 'outside-bronze', stage: 'as-welded', at: [11, 12, 1] },
          { name: 'outside-cleaned', stage: 'cleaned', at: [11, 12, 1] },
        ],
        gap: [2.4, 1, 2.6, 7],
        inside: 'gold',
        outside: 'bronze',
        ppm: 220,
      },
      { day: 4, number: 'HR-605', upTo: 'look', gap: [2.4, 12, 2.8, 5], ppm: 180 },
      { day: 2, number: 'HR-606', upTo: 'gas', gap: [2.4, 11, 2.6, 4] },
      {
        ...{ day: 1.2, number: 'HR-607', upTo: 'clean', gap: [2.4, 12, 2.7, 6], inside: 'gold', outside: 'purple', ppm: 120 },
        ...{
          outcome: 'clean',
          on: [
            ['outside', 34],
            ['inside', 19],
          ],
        },
      },
    ],
  },
  {
    work: {
      job: 'Harrow Point',
      service: 'Titanium',
      line: 'Seawater cooler',
      spool: 'SC-02',
      design: design(ti, 'Ti-2', 'Ti-2', 'TI-A'),
    },
    size: ti,
    alloy: 'Ti-2',
    criterion: criterion('TI-A'),
    heats: [have.tiA, have.tiB],
    wps: have.wpsTi,
    rev: '0',
    filler: null,
    setup: spool(ti, '280 mm, weld, 280 mm', 10),
    welds: [
      { day: 14, number: 'SC-21', upTo: 'done', gap: [0.1, 12, 0.2, 6], inside: 'bright', outside: 'pale-straw', ppm: 22 },
      {
        day: 13,
        number: 'SC-22',
        pictures: [{ name: 'titanium-purple', stage: 'as-welded', at: [3, 4, 5] }],
        upTo: 'done',
        gap: [0.1, 3, 0.4, 8],
        inside: 'light-blue',
        outside: 'purple',
        ppm: 260,
        outcome: 'cut-out',
        remarks: 'Bottle ran out while welding.',
      },
      { day: 12, number: 'SC-23', upTo: 'done', gap: [0.1, 12, 0.2, 6], inside: 'bright', outside: 'bright', ppm: 18 },
      { day: 3, number: 'SC-24', upTo: 'setup', gap: [0.1, 5, 0.2, 11] },
    ],
  },
  {
    work: {
      job: 'Lowmarsh Oat Works',
      service: 'Food and drink',
      line: 'Cleaning skid',
      spool: 'CS-03',
      design: design(two, '304L', '316L', 'House-MP'),
    },
    size: two,
    alloy: '316L',
    criterion: criterion('House-MP'),
    heats: [have.fitting, have.tubeA],
    wps: have.wpsTube,
    rev: '3',
    filler: null,
    setup: spool(two, '330 mm, weld, tee up [60 mm], 400 mm', 7),
    welds: [
      {
        day: 11,
        number: 'CS-31',
        upTo: 'done',
        second: 'pale-straw',
        gap: [0.05, 12, 0.1, 6],
        inside: 'bright',
        outside: 'pale-straw',
        ppm: 31,
      },
      {
        day: 10,
        number: 'CS-32',
        upTo: 'done',
        second: 'pale-straw',
        gap: [0.05, 2, 0.15, 8],
        inside: 'pale-straw',
        outside: 'pale-straw',
        ppm: 38,
      },
      {
        day: 9.7,
        number: 'CS-33',
        upTo: 'done',
        gap: [0.1, 4, 0.3, 10],
        inside: 'gold',
        outside: 'straw',
        ppm: 88,
        outcome: 'clean',
        slip: 8,
      },
      {
        day: 9,
        number: 'CS-34',
        upTo: 'passivate',
        touchedBy: 'steelClamp',
        gap: [0.05, 12, 0.1, 6],
        inside: 'pale-straw',
        outside: 'straw',
        ppm: 41,
      },
      { day: 1, number: 'CS-35', upTo: 'clean', gap: [0.05, 12, 0.1, 6], inside: 'bright', outside: 'pale-straw', ppm: 29 },
    ],
  },
  {
    work: {
      job: 'Lowmarsh Oat Works',
      service: 'Food and drink',
      line: 'Oat-base line',
      spool: 'OB-11',
      design: design(three, '316L', '316L', 'House-MP'),
    },
    size: three,
    alloy: '316L',
    criterion: criterion('House-MP'),
    heats: [have.tubeA, have.tubeB],
    wps: have.wpsTube,
    rev: '3',
    filler: null,
    setup: spool(three, '400 mm, weld, elbow up, 350 mm', 8),
    welds: [
      { day: 8, number: 'OB-111', upTo: 'done', second: 'bright', gap: [0, 12, 0.1, 5], inside: 'bright', outside: 'pale-straw', ppm: 27 },
      { day: 7, number: 'OB-112', upTo: 'done', gap: [0, 12, 0.1, 7], inside: 'bright', outside: 'bright', ppm: 24 },
      { day: 6, number: 'OB-113', upTo: 'clean', gap: [0.05, 3, 0.2, 9], inside: 'straw', outside: 'straw', ppm: 46, outcome: 'clean' },
      {
        day: 2,
        number: 'OB-114',
        upTo: 'look',
        pictures: [
          { name: 'outside-gold', stage: 'as-welded' },
          { name: 'inside-pale', stage: 'as-welded' },
        ],
        gap: [0.05, 12, 0.1, 6],
        ppm: 33,
      },
      { day: 0.0228, number: 'OB-115', upTo: 'running', gap: [0.05, 1, 0.15, 7] },
      { day: 0.003, number: 'OB-116', upTo: 'fitup', gap: [0, 12, 0, 6] },
      { day: 0.003, number: 'OB-117', upTo: 'fitup', gap: [0, 12, 0, 6] },
    ],
  },
];
