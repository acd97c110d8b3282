/** A job of one's own: the spool drawn with the joints that will be welded on one half of the page, what they are on the other. */
import { useState } from 'react';
import { fillerFor } from '../../../core/basics/materials';
import { odText, sizeName, sizesOf, wallText, type Series, type Size } from '../../../core/basics/sizes';
import type { TypedForm } from '../../../core/basics/fields';
import type { System } from '../../../core/basics/units';
import { isTemplate, type Criterion } from '../../../core/models/criteria';
import { issuesOf } from '../../../core/work/event';
import {
  criterionFits,
  drawnOf,
  layList,
  newWorkSchema,
  seamKinds,
  sizeTyped,
  weldNumbers,
  workAcross,
  workForm,
  workSaid,
  type LastWork,
  type WorkForm,
} from '../../../core/work/jobs';
import { SeamView } from '../../draw/SeamView';
import { Field } from '../kit/Field';
import { Form, type View } from '../kit/Form';
import { listening } from '../kit/listening';
import { newId, request } from '../post';
import { SpoolDrawing } from './SpoolDrawing';

type Props = { criteria: Criterion[]; jobs: string[]; last: LastWork | null; system: System };

export default listening(NewWork);

/** What stands in the form from the start: the last work goes on, under its next number; nothing of it is evidence. */
function startOf(last: LastWork | null): TypedForm {
  const usual = {
    alloyA: '316L',
    alloyB: '316L',
    schedule: '10S',
    count: '1',
    looking: 'from A to B',
    edge: 'the edge at A',
    reachable: true,
  };
  if (!last) return usual;
  const { size, alloyA, alloyB, criterion, looking, insideReachable } = last.design;
  return {
    ...usual,
    ...{ job: last.job, line: last.line, alloyA, alloyB, criterion: criterion.id, looking, reachable: insideReachable },
    ...(sizesOf(size.series).some((x) => x.nominal === size.nominal) && { series: size.series, size: size.nominal }),
    ...(size.schedule !== null && { schedule: size.schedule }),
    first: weldNumbers(last.number, 2)[1] ?? '',
  };
}

function NewWork({ criteria, jobs, last, system }: Props) {
  const [made, setMade] = useState<string[] | null>(null);
  // Kept over a refusal, so that a repeat is the same entry and not a second one.
  const [ids] = useState(() => Array.from({ length: 200 }, () => ({ event: newId(), weld: newId() })));
  const [list, setList] = useState<string | null>(null);
  if (made) return <Made welds={made} />;
  return (
    <div className="p-4">
      <h1 className="mb-2 text-2xl font-semibold">New work</h1>
      <Form
        of={workForm(
          criteria.filter((c) => !isTemplate(c)),
          jobs,
        )}
        across={workAcross(system)}
        typed={startOf(last)}
        system={system}
        label="Enter the welds"
        onRecord={async (v) => {
          const work = newWorkSchema.safeParse(workSaid(v));
          if (!work.success) return { error: 'Something in it cannot be right.', reasons: issuesOf(work.error), status: 422 };
          const { design, count } = work.data;
          const laid = list === null || design.seam.kind !== 'round' ? null : layList(list, system, design.size);
          if (laid && !laid.ok) return { error: `The spool cannot be drawn. ${laid.error}`, reasons: [], status: 422 };
          const drawn = laid && drawnOf(laid);
          if (drawn && drawn.joints.length > count)
            return {
              error: `${drawn.joints.length} joints are pressed for ${count === 1 ? 'one weld' : `${count} welds`}. Press fewer, or enter more.`,
              reasons: [],
              status: 422,
            };
          const sent = await request<{ welds: string[] }>('POST', '/api/work', { work: work.data, ids: ids.slice(0, count), drawn });
          if (!sent.ok) return sent.refusal;
          setMade(sent.value.welds);
          return null;
        }}
      >
        {(view) => <Halves view={view} criteria={criteria} system={system} list={list} onList={setList} />}
      </Form>
    </div>
  );
}

type HalvesProps = {
  view: View<WorkForm>;
  criteria: Criterion[];
  system: System;
  list: string | null;
  onList: (list: string | null) => void;
};
function Halves({ view: { read, typed, set }, criteria, system, list, onList }: HalvesProps) {
  const { alloyA = '316L', alloyB = '316L', series, criterion, first, count } = read;
  const size = typed['size'] === '' ? null : sizeTyped(read);
  const kind = read.joint && seamKinds[read.joint];
  const straight = kind === 'straight';
  const onto = typed['onto'] ? sizeTyped({ ...read, size: read.onto ?? '' }) : null;
  const filler = fillerFor(alloyA, alloyB);
  const fitting = criteria.filter((c) => criterionFits(c, alloyA, alloyB));
  const fits = new Set(fitting.filter((c) => !isTemplate(c)).map((c) => c.id));
  const templates = fitting.filter(isTemplate).map((c) => c.id);
  const numbers = first !== undefined && count !== undefined ? weldNumbers(first, Math.min(200, count)) : [];
  return (
    <div className="grid gap-x-6 gap-y-4 lg:grid-cols-2">
      <div className="flex min-h-96 flex-col lg:order-last lg:min-h-[34rem]">
        {!size?.ok ? (
          <Sizes series={series} system={system} onSize={(nominal) => set('size', nominal)} />
        ) : kind === 'round' || kind === undefined ? (
          <SpoolDrawing
            size={size.size}
            system={system}
            list={list}
            numbers={numbers}
            onList={(next, pressed) => {
              onList(next);
              if (next !== null && pressed > 0) set('count', String(pressed));
            }}
          />
        ) : (
          <SeamOf read={read} size={size.size} onto={onto?.ok ? onto.size : null} system={system} />
        )}
      </div>
      <div className="grid grid-cols-2 content-start gap-x-4 gap-y-1">
        <Field name="job" />
        <Field name="line" />
        <Field name="spool" />
        <Field name="joint" />
        <Field name="series" />
        <Field
          name="size"
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
        {series === 'pipe' && <Field name="schedule" className="col-start-2" />}
        {straight && <Field name="long" className="col-start-2" />}
        {kind === 'saddle' && (
          <Field name="onto" className="col-start-2" hint={onto?.ok && `${sizeName(onto.size)}: OD ${odText(onto.size, system)}`} />
        )}
        <Field name="alloyA" />
        <Field name="alloyB" hint={filler ? `Filler: ${filler}` : '■ No filler in the table for this pair'} />
        <Field
          name="criterion"
          className="col-span-2"
          offer={(all) => all.filter((o) => fits.has(o.value))}
          hint={
            criterion && fits.has(criterion.id) ? (
              criterion.about
            ) : templates.length > 0 ? (
              <>
                {fits.size === 0 ? 'None for this pair yet. ' : ''}Templates, to be copied first: {templates.join(', ')}.{' '}
                <a className="link" href="/criteria">
                  Criteria
                </a>
              </>
            ) : (
              fits.size === 0 && 'None for this pair'
            )
          }
        />
        <Field name="first" hint={numbers.length > 1 && `${numbers[0]} to ${numbers.at(-1)}`} />
        <Field name="count" />
        <Field name={straight ? 'edge' : 'looking'} />
        <Field name="reachable" />
      </div>
    </div>
  );
}

/** The sizes of a series, to be pressed, where the drawing will stand. */
function Sizes({ series, system, onSize }: { series: Series | undefined; system: System; onSize: (nominal: string) => void }) {
  if (!series)
    return (
      <p className="grid grow place-items-center border-2 border-dashed border-base-300 p-6 text-center">
        Choose the series and the size: the spool is drawn here, and its joints are pressed on it.
      </p>
    );
  const sizes = sizesOf(series).filter((s, i, all) => all.findIndex((x) => x.nominal === s.nominal) === i);
  return (
    <div
      role="group"
      aria-label="Sizes"
      className="grid grid-cols-3 content-start gap-2 border-2 border-dashed border-base-300 p-3 sm:grid-cols-4"
    >
      {sizes.map((s) => (
        <button key={s.nominal} type="button" className="btn h-auto min-h-14 flex-col gap-0 py-1" onClick={() => onSize(s.nominal)}>
          <span className="text-lg font-bold">{s.nominal}</span>
          <span className="text-xs font-normal">{odText(s, system)} OD</span>
        </button>
      ))}
    </div>
  );
}

/** The seam of a joint that does not go round the tube. */
function SeamOf({ read, size, onto, system }: { read: View<WorkForm>['read']; size: Size; onto: Size | null; system: System }) {
  const { joint } = read;
  const seam =
    joint === undefined
      ? null
      : seamKinds[joint] === 'straight'
        ? read.long
          ? { kind: 'straight' as const, length: read.long }
          : null
        : onto && { kind: 'saddle' as const, onto };
  if (!joint || !seam)
    return (
      <p className="grid grow place-items-center border-2 border-dashed border-base-300 p-6 text-center">
        {joint && seamKinds[joint] === 'straight'
          ? 'Give the length of the seam: it is drawn here.'
          : 'Give the size of the run: the seam on it is drawn here.'}
      </p>
    );
  return (
    <SeamView
      seam={seam}
      joint={joint}
      system={system}
      od={size.od}
      looking={read.looking ?? read.edge ?? ''}
      gap={null}
      tints={[]}
      defects={[]}
      welded={0}
      className="max-h-96 w-full"
    />
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
