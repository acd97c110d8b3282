/** Record: dams counted in and out, the story so far, closing it. Unsigned until there is sign-in. */
import { show } from '../../../core/basics/units';
import { dams, gasUse, gasUseWords, missingOf, openDeviations, versionOf, waitsFor } from '../../../core/work/record';
import { closeForm, countField } from '../../../core/work/release';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { useNow } from '../kit/useNow';
import { useShop, useWeld } from './context';
import { Deviations } from './Deviations';
import { ForetoldLine } from './useForetold';
import { useWords } from '../kit/reader';
import { JointDrawing } from './JointDrawing';
import { Title } from './StagePage';
import type { StageView } from './stageView';

const countForm = { out: countField('Came out') };

function RecordStage() {
  const { state, record } = useWeld();
  const { system, now: madeAt } = useShop();
  const now = useNow(madeAt);
  const count = dams(state);
  return (
    <div className="space-y-3">
      <p className="text-lg">
        Dams, tape and diffusers: <strong className="font-figure">{count.in}</strong> in,{' '}
        <strong className="font-figure">{count.out ?? 'not counted'}</strong> out.
      </p>
      <p className="text-sm" data-testid="gas-use">
        Gas: {gasUseWords(gasUse(state, now), (m3) => show(m3, 'volume', system))}
      </p>
      <CameOut />
      <ForetoldLine />
      <Deviations />
      {state.closed ? (
        <p>{state.closed.remarks}</p>
      ) : (
        <Form
          of={closeForm}
          system={system}
          label="Close the record, unsigned"
          onRecord={(body) => record({ stream: state.id, type: 'record.closed', body })}
        >
          <Field name="remarks" />
        </Form>
      )}
      <p className="flex gap-4">
        <a className="link min-h-11 py-2" href={`/welds/${state.id}/record`}>
          Whole record, to print
        </a>
        <a className="link min-h-11 py-2" href={`/api/records/${state.id}`}>
          As JSON
        </a>
      </p>
    </div>
  );
}

/** Counted after the purge, or counted again: it corrects the end of that purge. */
function CameOut() {
  const { state, record } = useWeld();
  const { system } = useShop();
  const run = state.runs.find((r) => r.ended && r.ended.countOut !== r.started.countIn);
  const { ended, endedBy } = run ?? {};
  if (!run || !ended || !endedBy) return null;
  return (
    <Form
      row
      of={countForm}
      system={system}
      label="Record the count"
      onRecord={({ out }) =>
        record({
          stream: run.id,
          type: 'run.corrected',
          body: {
            corrects: endedBy,
            reason: ended.countOut === null ? 'Dams counted after the purge' : 'Dams counted again',
            version: versionOf('run.ended'),
            body: { how: ended.how, countOut: out },
          },
        })
      }
    >
      <Field name="out" className="w-40" />
    </Form>
  );
}

/** What keeps the record open or contradicts itself leads; else what a reader would look for and not find. */
function RecordHead() {
  const { state } = useWeld();
  const words = useWords();
  const count = dams(state);
  const [missing, ...more] = missingOf(state);
  const open = openDeviations(state)[0];
  const lacks = missing
    ? words(`Missing: ${missing}${more.length ? ` And ${more.length} more, on the whole record.` : ''}`)
    : 'Nothing is missing.';
  if (count.out !== null && !count.agree)
    return (
      <Title
        level="stop"
        title={`${count.in} in, ${count.out} out: they do not agree.`}
        reason="Find what is left inside before anything flows through it."
      />
    );
  if (open) return <Title level="mind" title="A deviation is not settled." reason={words(open.text)} />;
  return <Title level="none" title={state.closed ? 'Closed, unsigned.' : `${waitsFor(state)}.`} reason={lacks} />;
}

export const recordStage: StageView = { view: 'end', Head: RecordHead, Drawing: JointDrawing, Form: RecordStage };
