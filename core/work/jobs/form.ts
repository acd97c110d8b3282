/** What new work asks: where it belongs, what is welded, by which criterion. */
import { choice, flag, number, quantity, ref, when, words, type Across, type Values } from '../../basics/fields';
import { alloys, alloySchema, unweldable, type AlloyId } from '../../basics/materials';
import { odText, parseSize, schedules, seriesNames, sizeName, type Series, type SizeText } from '../../basics/sizes';
import type { System } from '../../basics/units';
import type { Criterion } from '../../models/criteria';
import { SEAM_MOST, type Seam } from '../../basics/seam';
import { BRANCH_WIDER, jointNames, jointSchema, seamKinds, type NewWork } from './work';

const named = (label: string, what: string, most = 80) => words(label, { least: 1, most, says: `Enter ${what}.` });
const alloyNames = Object.fromEntries(alloySchema.options.map((a) => [a, alloys[a].name])) as Record<AlloyId, string>;

/** The kind of seam of the joint that is picked; null before one is. */
const kindTyped = (joint: unknown): Seam['kind'] | null => {
  const known = jointSchema.safeParse(joint);
  return known.success ? seamKinds[known.data] : null;
};

export function workForm(criteria: readonly Criterion[], jobs: readonly string[]) {
  return {
    job: words('Job', { least: 1, most: 80, says: 'Enter the job.', list: jobs }),
    line: named('Line', 'the line'),
    spool: named('Spool', 'the spool', 40),
    series: choice<Series>('Size series', seriesNames, { empty: 'Choose the series' }),
    size: named('Size', 'a size', 40),
    schedule: when((f) => f['series'] === 'pipe', choice('Schedule', schedules, { empty: null })),
    alloyA: choice('Alloy, end A', alloyNames, { empty: null }),
    alloyB: choice('Alloy, end B', alloyNames, { empty: null }),
    joint: choice('Joint', jointNames, { empty: null }),
    long: when((f) => kindTyped(f['joint']) === 'straight', quantity('length', 'Length of the seam', { zero: false, most: SEAM_MOST })),
    onto: when((f) => kindTyped(f['joint']) === 'saddle', named('Size of the run', 'a size', 40)),
    criterion: ref('Criterion', criteria, (c) => `${c.id}: ${c.title}`, { empty: 'Choose' }),
    first: named('First weld number', 'the weld number', 30),
    count: number('Welds alike', { least: 1, most: 200, whole: true, says: 'A whole number from 1 to 200.' }),
    looking: when((f) => kindTyped(f['joint']) !== 'straight', words('Clock seen looking', { most: 60 })),
    edge: when((f) => kindTyped(f['joint']) === 'straight', words('Measured from', { least: 1, most: 60, says: 'Say from which edge.' })),
    reachable: flag('Inside can be reached and seen'),
  };
}
export type WorkForm = ReturnType<typeof workForm>;
type Given = Values<WorkForm>;

/** The size that is typed; pipe by its own schedule, or by the one that is picked beside it. */
export function sizeTyped({ series, size = '', schedule }: Partial<Given>): SizeText {
  const plain = !/[a-z]|\s/i.test(size.trim().replace(/^nps\s*/i, ''));
  return parseSize(series === 'pipe' && schedule && plain ? `${size} ${schedule}` : size, series ?? null);
}

/** The run a branch stands on: of the series of the branch. */
const ontoTyped = ({ series, onto, schedule }: Partial<Given>): SizeText => sizeTyped({ series, size: onto ?? '', schedule });

/** Is a criterion for both metals of a joint? */
export const criterionFits = (c: Criterion, alloyA: AlloyId, alloyB: AlloyId): boolean =>
  [alloyA, alloyB].every((a) => c.families.includes(alloys[a].family));

function meantBy({ error, candidates }: Extract<SizeText, { ok: false }>, system: System): string {
  const meant = candidates.map((c) => `${sizeName(c)} is ${odText(c, system)} OD`).join('; ');
  return meant ? `${error} ${meant}.` : error;
}

export const workAcross = (system: System): readonly Across<WorkForm>[] => [
  {
    of: ['criterion', 'alloyA', 'alloyB'],
    at: 'criterion',
    says: (v) => (criterionFits(v.criterion, v.alloyA, v.alloyB) ? null : 'It is not for these metals. Choose another.'),
  },
  {
    of: ['alloyA', 'alloyB'],
    at: 'alloyB',
    says: (v) => unweldable(v.alloyA, v.alloyB),
  },
  {
    of: ['size'],
    also: ['series', 'schedule'],
    at: 'size',
    says: (v) => {
      const p = sizeTyped(v);
      if (p.ok) return null;
      return meantBy(p, system);
    },
  },
  {
    of: ['onto'],
    also: ['series', 'schedule', 'size', 'joint'],
    at: 'onto',
    says: (v) => {
      if (v.onto === null) return null;
      const [run, branch] = [ontoTyped(v), sizeTyped(v)];
      if (!run.ok) return meantBy(run, system);
      return branch.ok && branch.size.od > run.size.od ? BRANCH_WIDER : null;
    },
  },
];

function seamTyped(v: Given): Seam {
  const kind = seamKinds[v.joint];
  if (kind === 'straight' && v.long !== null) return { kind, length: v.long };
  if (kind === 'saddle') {
    const onto = ontoTyped(v);
    if (onto.ok) return { kind, onto: onto.size };
  }
  return { kind: 'round' };
}

/** The form as the server takes it. @throws when the size was not checked by `workAcross` */
export function workSaid(v: Given): NewWork {
  const size = sizeTyped(v);
  if (!size.ok) throw new Error(size.error);
  return {
    ...{ job: v.job, line: v.line, spool: v.spool, firstNumber: v.first, count: v.count },
    service: v.criterion.title,
    design: {
      size: size.size,
      ...{ alloyA: v.alloyA, alloyB: v.alloyB, joint: v.joint, seam: seamTyped(v), looking: v.looking ?? v.edge ?? '' },
      criterion: { id: v.criterion.id, version: v.criterion.version },
      insideReachable: v.reachable,
    },
  };
}
