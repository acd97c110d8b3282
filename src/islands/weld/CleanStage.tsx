/** Clean: by tool, stretch by stretch, or with a product on its clock; what must not be on this weld is said with its reason. */
import { useState } from 'react';
import { dirtOf } from '../../../core/models/ladder';
import {
  cleanAcross,
  cleanForm,
  cleanKnown,
  cleanSaid,
  cleanSpeaks,
  methodCautions,
  pickles,
  stretchOf,
  type CleanAbout,
} from '../../../core/work/clean';
import { isTurned, pasteHint, productFits } from '../../../core/models/cleaning';
import { reasonForm } from '../../../core/work/release';
import { itemsOf } from '../../../core/work/registers';
import { openDwells, situation, stageLine } from '../../../core/work/record';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { Cautions, Missing } from '../kit/notes';
import { BeforeAfter } from '../pictures/BeforeAfter';
import { PictureRoom } from '../pictures/room';
import { PictureStrip } from '../pictures/PictureStrip';
import { useShop, useWeld } from './context';
import { answered, Speaks } from './Speaks';
import { useWords } from '../kit/reader';
import { CleanPlan } from './CleanPlan';
import { DwellHead, OpenDwells, PutOn } from './DwellDesk';
import { JointDrawing, useFound } from './JointDrawing';
import { Title } from './StagePage';
import { TouchCheck } from './TouchCheck';
import type { StageView } from './stageView';

/** What the forms of this stage go by. */
function useAbout(): CleanAbout {
  const { state } = useWeld();
  const { system } = useShop();
  const arcs = state.look ? dirtOf(state.look.tints, state.look.defects).map((d) => d.arc) : [];
  const stretches = [...new Map(arcs.map((a) => [`${a.from}-${a.to}`, a])).values()].filter((a) => a.from !== a.to);
  const least = state.cleans.findLast((c) => c.wall?.least != null)?.wall?.least ?? null;
  return { seam: state.design.seam, system, stretches, least };
}

function CleanStage() {
  const { state } = useWeld();
  const about = useAbout();
  const open = openDwells(state);
  const [by, setBy] = useState<'tool' | 'product' | null>(null);
  const shown = by ?? (open.length > 0 ? 'none' : 'tool');
  return (
    <>
      <OpenDwells />
      <div role="group" aria-label="How" className="grid grid-cols-2 gap-2">
        {(['tool', 'product'] as const).map((way) => (
          <button
            key={way}
            type="button"
            className={`btn min-h-12 ${shown === way ? 'btn-primary' : ''}`}
            aria-pressed={shown === way}
            onClick={() => setBy(way)}
          >
            {way === 'tool' ? 'By tool' : 'With a product'}
          </button>
        ))}
      </div>
      {shown === 'product' && <PutOn about={about} />}
      {shown === 'tool' && <Tools about={about} />}
      <BeforeAfter />
      <TouchCheck />
      <Skip stage="clean" />
    </>
  );
}

function Tools({ about }: { about: CleanAbout }) {
  const { state, criterion, record } = useWeld();
  const { registers, system } = useShop();
  const products = itemsOf(registers, 'product');
  const s = situation(state, criterion);
  return (
    <Form
      of={cleanForm(registers, about)}
      across={cleanAcross}
      known={cleanKnown(about)}
      system={system}
      label="Record the cleaning"
      again
      onRecord={(v) =>
        answered(cleanSpeaks(v, s), v, () => record({ stream: state.id, type: 'clean.recorded', body: cleanSaid(v, s, about) }))
      }
    >
      {({ read, set, typed }) => {
        const method = read.method ?? 'none';
        const hint = method === 'paste' && read.temperature != null ? pasteHint(state.design.alloyA, read.temperature) : null;
        const fits = (id: string) => {
          const p = products.find((x) => x.id === id);
          return p !== undefined && productFits(method, p.body);
        };
        const byTool = method === 'brush' || method === 'abrasive';
        return (
          <>
            <CleanPlan
              taken={(tool, { side, arc }) =>
                typed['tool'] === tool && (typed['side'] === side || typed['side'] === 'both') && typed['stretch'] === stretchOf(arc, about)
              }
              onTake={(tool, way, { side, arc }) => {
                set('method', way);
                set('side', side);
                set('stretch', stretchOf(arc, about));
                set('tool', tool);
              }}
            />
            <Missing what={[itemsOf(registers, 'tool').length === 0 && 'tools', products.length === 0 && 'products']} />
            <Cautions texts={methodCautions(method)} />
            <div className="grid grid-cols-2 gap-x-3 gap-y-1 @xl:grid-cols-3">
              <Field name="method" />
              <Field name="side" />
              {about.stretches.length > 0 && <Field name="stretch" />}
              <Field name="temperature" />
              {byTool && <Field name="tool" />}
              {byTool && isTurned(read.tool?.body.kind) && (
                <>
                  <Field
                    name="rpm"
                    hint={read.tool?.body.ratedRpm ? `${read.tool.body.ratedRpm} stands on the tool` : 'no speed stands on the tool'}
                  />
                  <Field name="arbor" />
                </>
              )}
              {method === 'abrasive' && <Field name="print" />}
              {byTool && typed['side'] !== 'outside' && <Field name="debris" />}
              {method !== 'none' && !byTool && (
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
              <Field name="remains" {...(typed['stretch'] !== 'all' && { label: 'Looked again there: tint left?' })} />
            </div>
            <details className="text-sm">
              <summary className="min-h-11 cursor-pointer list-none py-2">Measured: finish, wall ›</summary>
              <div className="grid grid-cols-2 gap-x-3 gap-y-1">
                <Field name="raBefore" />
                <Field name="raAfter" />
                <Field name="wallBefore" />
                <Field name="wallAfter" />
                <Field name="leastWall" />
              </div>
            </details>
            <Speaks breaches={cleanSpeaks(read, s)} />
          </>
        );
      }}
    </Form>
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
  const open = openDwells(state).length > 0;
  const found = useFound();
  const words = useWords();
  const { system } = useShop();
  const sides = [...new Set(found.map((f) => (f.where.startsWith('id') ? 'inside' : 'outside')))].sort().join(' and ');
  const [worst] = found;
  if (open) return <DwellHead />;
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
