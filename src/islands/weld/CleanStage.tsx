/** Clean: method, tool, product, dwell; what must not be on this weld is said with its reason. */
import { cleanForm, cleanSaid, cleanSpeaks, methodCautions, pickles } from '../../../core/work/clean';
import { pasteHint, productFits } from '../../../core/models/cleaning';
import { reasonForm } from '../../../core/work/release';
import { itemsOf } from '../../../core/work/registers';
import { situation, stageLine } from '../../../core/work/record';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { Cautions, Missing } from '../kit/notes';
import { PictureRoom } from '../pictures/room';
import { PictureStrip } from '../pictures/PictureStrip';
import { useShop, useWeld } from './context';
import { answered, Speaks } from './Speaks';
import { useWords } from '../kit/reader';
import { CleanPlan } from './CleanPlan';
import { JointDrawing, useFound } from './JointDrawing';
import { Title } from './StagePage';
import type { StageView } from './stageView';

function CleanStage() {
  const { state, criterion, record } = useWeld();
  const { registers, system } = useShop();
  const products = itemsOf(registers, 'product');
  const s = situation(state, criterion);
  return (
    <>
      <Form
        of={cleanForm(registers)}
        system={system}
        label="Record the cleaning"
        onRecord={(v) => answered(cleanSpeaks(v, s), v, () => record({ stream: state.id, type: 'clean.recorded', body: cleanSaid(v, s) }))}
      >
        {({ read, set, typed }) => {
          const method = read.method ?? 'none';
          const hint = method === 'paste' && read.temperature != null ? pasteHint(state.design.alloyA, read.temperature) : null;
          const fits = (id: string) => {
            const p = products.find((x) => x.id === id);
            return p !== undefined && productFits(method, p.body);
          };
          return (
            <>
              <CleanPlan
                taken={(tool, side) => typed['tool'] === tool && (typed['side'] === side || typed['side'] === 'both')}
                onTake={(tool, by, side) => {
                  set('method', by);
                  set('side', side);
                  set('tool', tool);
                }}
              />
              <Missing what={[itemsOf(registers, 'tool').length === 0 && 'tools', products.length === 0 && 'products']} />
              <Cautions texts={methodCautions(method)} />
              <div className="grid grid-cols-2 gap-x-3 gap-y-1 @xl:grid-cols-3">
                <Field name="method" />
                <Field name="side" />
                <Field name="temperature" />
                {(method === 'brush' || method === 'abrasive') && <Field name="tool" />}
                {method !== 'none' && method !== 'brush' && method !== 'abrasive' && (
                  <>
                    <Field name="product" offer={(all) => [...all].sort((a, b) => Number(fits(b.value)) - Number(fits(a.value)))} />
                    <Field
                      name="dwell"
                      hint={hint ? `Guides: ${hint[0]} to ${hint[1]} min. The product's sheet decides.` : "By the product's sheet"}
                    />
                  </>
                )}
                {pickles(method) && (
                  <>
                    <Field name="feed" />
                    <Field name="runoff" hint="Rinse on until they are within 1" />
                  </>
                )}
                <Field name="remains" />
              </div>
              <Speaks breaches={cleanSpeaks(read, s)} />
            </>
          );
        }}
      </Form>
      <Skip stage="clean" />
    </>
  );
}

const skipForm = reasonForm('Reason');

/** Leaving a stage out is a decision with its reason. */
export function Skip({ stage }: { stage: 'clean' | 'passivate' }) {
  const { state, record } = useWeld();
  const { system } = useShop();
  return (
    <details className="text-sm">
      <summary className="min-h-11 cursor-pointer list-none py-2">Skip this step ›</summary>
      <Form
        row
        of={skipForm}
        system={system}
        label="Skip it"
        onRecord={({ reason }) => record({ stream: state.id, type: 'stage.skipped', body: { stage, reason } })}
      >
        <Field name="reason" className="grow" />
      </Form>
    </details>
  );
}

/** What is to be cleaned, and where. */
function CleanHead() {
  const { state, criterion } = useWeld();
  const found = useFound();
  const words = useWords();
  const { system } = useShop();
  const sides = [...new Set(found.map((f) => (f.where.startsWith('id') ? 'inside' : 'outside')))].sort().join(' and ');
  const [worst] = found;
  if (state.done.clean) return <Title level="none" title="Cleaned." reason={words(stageLine(state, 'clean', system))} />;
  return (
    <Title
      level="none"
      title={worst ? `Clean ${sides}.` : 'No tint beyond bright was recorded.'}
      reason={
        worst ? `${worst.name}: ${worst.what}. Clean until none remains, then look again.` : `${criterion.id} asks for it all the same.`
      }
    />
  );
}

export const clean: StageView = {
  Room: PictureRoom,
  Foot: PictureStrip,
  view: 'end',
  Head: CleanHead,
  Drawing: JointDrawing,
  Form: CleanStage,
};
