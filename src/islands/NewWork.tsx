/** A job of one's own: job, line, spool, and N welds alike. */
import { useState } from 'react';
import { fillerFor } from '../../core/basics/materials';
import { odText, sizeName, sizesOf, wallText } from '../../core/basics/sizes';
import type { System } from '../../core/basics/units';
import type { Criterion } from '../../core/models/criteria';
import { issuesOf } from '../../core/work/event';
import { criterionFits, newWorkSchema, seamKinds, sizeTyped, weldNumbers, workAcross, workForm, workSaid } from '../../core/work/jobs';
import { Field } from './kit/Field';
import { Form } from './kit/Form';
import { listening } from './kit/listening';
import { newId, request } from './post';

type Props = { criteria: Criterion[]; jobs: string[]; system: System };

export default listening(NewWork);

function NewWork({ criteria, jobs, system }: Props) {
  const [made, setMade] = useState<string[] | null>(null);
  // Kept over a refusal, so that a repeat is the same entry and not a second one.
  const [ids] = useState(() => Array.from({ length: 200 }, () => ({ event: newId(), weld: newId() })));
  if (made) return <Made welds={made} />;
  return (
    <div className="max-w-5xl p-4">
      <h1 className="mb-3 text-2xl font-semibold">New work</h1>
      <Form
        of={workForm(criteria, jobs)}
        across={workAcross(system)}
        known={{
          alloyA: '316L',
          alloyB: '316L',
          schedule: '10S',
          count: 1,
          looking: 'from A to B',
          edge: 'the edge at A',
          reachable: true,
        }}
        system={system}
        label="Enter the welds"
        onRecord={async (v) => {
          const work = newWorkSchema.safeParse(workSaid(v));
          if (!work.success) return { error: 'Something in it cannot be right.', reasons: issuesOf(work.error), status: 422 };
          const sent = await request<{ welds: string[] }>('POST', '/api/work', { work: work.data, ids: ids.slice(0, work.data.count) });
          if (!sent.ok) return sent.refusal;
          setMade(sent.value.welds);
          return null;
        }}
      >
        {({ read, typed }) => {
          const { alloyA = '316L', alloyB = '316L', series, criterion, first, count } = read;
          const size = typed['size'] === '' ? null : sizeTyped(read);
          const kind = read.joint && seamKinds[read.joint];
          const straight = kind === 'straight';
          const onto = typed['onto'] ? sizeTyped({ ...read, size: read.onto ?? '' }) : null;
          const filler = fillerFor(alloyA, alloyB);
          const fits = new Set(criteria.filter((c) => criterionFits(c, alloyA, alloyB)).map((c) => c.id));
          const numbers = first !== undefined && count !== undefined ? weldNumbers(first, count) : [];
          return (
            <>
              <div className="grid grid-cols-2 gap-x-4 gap-y-1 md:grid-cols-4">
                <Field name="job" className="col-span-2" />
                <Field name="line" />
                <Field name="spool" />
                <Field name="series" className="col-span-2" />
                <Field
                  name="size"
                  className={series === 'pipe' ? '' : 'col-span-2'}
                  list={series ? [...new Set(sizesOf(series).map((s) => s.nominal))] : []}
                  hint={
                    straight && !size?.ok
                      ? 'the tube it is on, or the box behind it as a tube: 60 x 2 mm tube'
                      : size?.ok
                        ? `${sizeName(size.size)}: OD ${odText(size.size, system)}, wall ${wallText(size.size, system)}`
                        : system === 'inch'
                          ? 'such as 2, 1-1/2; of your own: 1.5 in x 16 ga'
                          : 'such as 50, 1-1/2; of your own: 40 x 1 mm tube'
                  }
                />
                {series === 'pipe' && <Field name="schedule" />}
                <Field name="alloyA" />
                <Field name="alloyB" hint={filler ? `Filler: ${filler}` : '■ No filler in the table for this pair'} />
                <Field name="joint" />
                {straight && <Field name="long" />}
                {kind === 'saddle' && <Field name="onto" hint={onto?.ok && `${sizeName(onto.size)}: OD ${odText(onto.size, system)}`} />}
                <Field
                  name="criterion"
                  offer={(all) => all.filter((o) => fits.has(o.value))}
                  hint={fits.size === 0 && 'None for this pair'}
                />
                <Field name="first" hint={numbers.length > 1 && `${numbers[0]} to ${numbers.at(-1)}`} />
                <Field name="count" />
                <Field name={straight ? 'edge' : 'looking'} />
                <Field name="reachable" />
              </div>
              {criterion && fits.has(criterion.id) && <p className="text-sm">{criterion.about}</p>}
            </>
          );
        }}
      </Form>
    </div>
  );
}

function Made({ welds }: { welds: string[] }) {
  return (
    <div className="space-y-3 p-4">
      <h1 className="text-2xl font-semibold">{welds.length === 1 ? 'One weld entered' : `${welds.length} welds entered`}</h1>
      <p className="flex gap-3">
        <a className="btn btn-primary min-h-12" href={`/welds/${welds[0]}`}>
          Open the first
        </a>
        <a className="btn min-h-12" href="/">
          To the Board
        </a>
      </p>
    </div>
  );
}
