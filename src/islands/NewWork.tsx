/** A job of one's own: job, line, spool, and N welds alike. */
import { useState } from 'react';
import type { Criterion } from '../../core/models/criteria';
import { jointNames, jointSchema, newWorkSchema, weldNumbers } from '../../core/work/jobs';
import { alloys, alloySchema, fillerFor, type AlloyId } from '../../core/basics/materials';
import { parseSize, schedules, seriesNames, seriesSchema, odText, sizeName, sizesOf, wallText, type Series } from '../../core/basics/sizes';
import type { System } from '../../core/basics/units';
import { CheckField, PickField, required, TextField } from './kit/fields';
import { StageForm } from './kit/StageForm';
import { newId, request, type Refusal } from './post';
import { listening } from './kit/listening';

type Props = { criteria: Criterion[]; jobs: string[]; system: System };
type Values = {
  job: string;
  service: string;
  line: string;
  spool: string;
  first: string;
  count: string;
  series: string;
  size: string;
  schedule: string;
  alloyA: AlloyId;
  alloyB: AlloyId;
  joint: 'square-butt' | 'open-root';
  criterion: string;
  looking: string;
  reachable: boolean;
};

const sizeOf = (v: Pick<Values, 'series' | 'size' | 'schedule'>) =>
  parseSize(
    v.series === 'pipe' && v.schedule && !/[a-z]|\s/i.test(v.size.trim().replace(/^nps\s*/i, '')) ? `${v.size} ${v.schedule}` : v.size,
    (v.series || null) as Series | null,
  );

export default listening(NewWork);

function NewWork({ criteria, jobs, system }: Props) {
  const [made, setMade] = useState<string[] | null>(null);
  // Kept over a refusal, so that a repeat is the same entry and not a second one.
  const [ids] = useState(() => Array.from({ length: 200 }, () => ({ event: newId(), weld: newId() })));
  const save = async (v: Values): Promise<Refusal | null> => {
    const size = sizeOf(v);
    if (!size.ok)
      return {
        error: size.error,
        reasons: size.candidates.map((c) => `${sizeName(c)}: OD ${odText(c, system)}`),
        status: 422,
      };
    const c = criteria.find((x) => x.id === v.criterion);
    const work = newWorkSchema.safeParse({
      job: v.job,
      service: c?.title ?? v.service,
      line: v.line,
      spool: v.spool,
      firstNumber: v.first,
      count: Number(v.count),
      design: {
        size: size.size,
        alloyA: v.alloyA,
        alloyB: v.alloyB,
        joint: v.joint,
        criterion: { id: v.criterion, version: c?.version ?? 1 },
        looking: v.looking,
        insideReachable: v.reachable,
      },
    });
    if (!work.success) return { error: 'Something in it cannot be right.', reasons: work.error.issues.map((i) => i.message), status: 422 };
    const sent = await request<{ welds: string[] }>('POST', '/api/work', { work: work.data, ids: ids.slice(0, work.data.count) });
    if (!sent.ok) return sent.refusal;
    setMade(sent.value.welds);
    return null;
  };
  if (made)
    return (
      <div className="space-y-3 p-4">
        <h1 className="text-2xl font-semibold">{made.length === 1 ? 'One weld entered' : `${made.length} welds entered`}</h1>
        <p className="flex gap-3">
          <a className="btn btn-primary min-h-12" href={`/welds/${made[0]}`}>
            Open the first
          </a>
          <a className="btn min-h-12" href="/">
            To the Board
          </a>
        </p>
      </div>
    );
  const text = (what: string) => ({ required: `Enter ${what}.` });
  return (
    <div className="max-w-5xl p-4">
      <h1 className="mb-3 text-2xl font-semibold">New work</h1>
      <StageForm<Values>
        defaults={{
          job: '',
          service: '',
          line: '',
          spool: '',
          first: '',
          count: '1',
          series: '',
          size: '',
          schedule: '10S',
          alloyA: '316L',
          alloyB: '316L',
          joint: 'square-butt',
          criterion: '',
          looking: 'from A to B',
          reachable: true,
        }}
        onRecord={save}
        label="Enter the welds"
      >
        {(form) => {
          const v = form.watch();
          const size = v.size.trim() ? sizeOf(v) : null;
          const series = seriesSchema.safeParse(v.series);
          const filler = fillerFor(v.alloyA, v.alloyB);
          const family = [alloys[v.alloyA].family, alloys[v.alloyB].family];
          const fits = criteria.filter((c) => family.every((f) => c.families.includes(f)));
          const numbers = /^\d+$/.test(v.count) && v.first ? weldNumbers(v.first, Math.min(200, Number(v.count))) : [];
          return (
            <>
              <div className="grid grid-cols-2 gap-x-4 gap-y-1 md:grid-cols-4">
                <TextField name="job" label="Job" list={jobs} rules={text('the job')} className="col-span-2" />
                <TextField name="line" label="Line" rules={text('the line')} />
                <TextField name="spool" label="Spool" rules={text('the spool')} />
                <PickField
                  name="series"
                  label="Size series"
                  options={seriesSchema.options.map((s) => ({ value: s, label: seriesNames[s] }))}
                  empty="Choose the series"
                  className="col-span-2"
                  rules={required}
                />
                <TextField
                  className={v.series === 'pipe' ? '' : 'col-span-2'}
                  name="size"
                  label="Size"
                  list={series.success ? [...new Set(sizesOf(series.data).map((s) => s.nominal))] : []}
                  rules={{
                    validate: (_, all) => {
                      const p = sizeOf(all as Values);
                      return (
                        p.ok ||
                        `${p.error}${p.candidates.length ? ` ${p.candidates.map((c) => `${sizeName(c)} is ${odText(c, system)} OD`).join('; ')}.` : ''}`
                      );
                    },
                  }}
                  hint={
                    size?.ok
                      ? `${sizeName(size.size)}: OD ${odText(size.size, system)}, wall ${wallText(size.size, system)}`
                      : system === 'inch'
                        ? 'such as 2, 1-1/2; of your own: 1.5 in x 16 ga'
                        : 'such as 50, 1-1/2; of your own: 40 x 1 mm tube'
                  }
                />
                {v.series === 'pipe' && (
                  <PickField name="schedule" label="Schedule" options={schedules.map((s) => ({ value: s, label: s }))} />
                )}
                <PickField
                  name="alloyA"
                  label="Alloy, end A"
                  options={alloySchema.options.map((a) => ({ value: a, label: alloys[a].name }))}
                />
                <PickField
                  name="alloyB"
                  label="Alloy, end B"
                  options={alloySchema.options.map((a) => ({ value: a, label: alloys[a].name }))}
                  hint={filler ? `Filler: ${filler}` : '■ No filler in the table for this pair'}
                />
                <PickField name="joint" label="Joint" options={jointSchema.options.map((j) => ({ value: j, label: jointNames[j] }))} />
                <PickField
                  name="criterion"
                  label="Criterion"
                  options={fits.map((c) => ({ value: c.id, label: `${c.id}: ${c.title}` }))}
                  empty={fits.length ? 'Choose' : 'None for this pair'}
                  rules={required}
                />
                <TextField
                  name="first"
                  label="First weld number"
                  rules={text('the weld number')}
                  hint={numbers.length > 1 ? `${numbers[0]} to ${numbers.at(-1)}` : ' '}
                />
                <TextField
                  name="count"
                  label="Welds alike"
                  type="number"
                  rules={{
                    validate: (x: string) =>
                      (/^\d+$/.test(x.trim()) && Number(x) >= 1 && Number(x) <= 200) || 'A whole number from 1 to 200.',
                  }}
                />
                <TextField name="looking" label="Clock seen looking" />
                <CheckField name="reachable" label="Inside can be reached and seen" />
              </div>
              {fits.find((c) => c.id === v.criterion) && <p className="text-sm">{fits.find((c) => c.id === v.criterion)?.about}</p>}
            </>
          );
        }}
      </StageForm>
    </div>
  );
}
