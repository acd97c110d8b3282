/** What new work asks: where it belongs, what is welded, by which criterion. */
import { choice, flag, number, ref, when, words, type Across, type Values } from '../../basics/fields';
import { alloys, alloySchema, type AlloyId } from '../../basics/materials';
import { odText, parseSize, schedules, seriesNames, sizeName, type Series, type SizeText } from '../../basics/sizes';
import type { System } from '../../basics/units';
import type { Criterion } from '../../models/criteria';
import { jointNames, type NewWork } from './work';

const named = (label: string, what: string, most = 80) => words(label, { least: 1, most, says: `Enter ${what}.` });
const alloyNames = Object.fromEntries(alloySchema.options.map((a) => [a, alloys[a].name])) as Record<AlloyId, string>;

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
    criterion: ref('Criterion', criteria, (c) => `${c.id}: ${c.title}`, { empty: 'Choose' }),
    first: named('First weld number', 'the weld number', 30),
    count: number('Welds alike', { least: 1, most: 200, whole: true, says: 'A whole number from 1 to 200.' }),
    looking: words('Clock seen looking', { most: 60 }),
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

/** Is a criterion for both metals of a joint? */
export const criterionFits = (c: Criterion, alloyA: AlloyId, alloyB: AlloyId): boolean =>
  [alloyA, alloyB].every((a) => c.families.includes(alloys[a].family));

export const workAcross = (system: System): readonly Across<WorkForm>[] => [
  {
    of: ['criterion', 'alloyA', 'alloyB'],
    at: 'criterion',
    says: (v) => (criterionFits(v.criterion, v.alloyA, v.alloyB) ? null : 'It is not for these metals. Choose another.'),
  },
  {
    of: ['size'],
    also: ['series', 'schedule'],
    at: 'size',
    says: (v) => {
      const p = sizeTyped(v);
      if (p.ok) return null;
      const meant = p.candidates.map((c) => `${sizeName(c)} is ${odText(c, system)} OD`).join('; ');
      return meant ? `${p.error} ${meant}.` : p.error;
    },
  },
];

/** The form as the server takes it. @throws when the size was not checked by `workAcross` */
export function workSaid(v: Given): NewWork {
  const size = sizeTyped(v);
  if (!size.ok) throw new Error(size.error);
  return {
    ...{ job: v.job, line: v.line, spool: v.spool, firstNumber: v.first, count: v.count },
    service: v.criterion.title,
    design: {
      size: size.size,
      ...{ alloyA: v.alloyA, alloyB: v.alloyB, joint: v.joint, looking: v.looking },
      criterion: { id: v.criterion.id, version: v.criterion.version },
      insideReachable: v.reachable,
    },
  };
}
