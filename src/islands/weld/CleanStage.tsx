/** Clean: method, tool, product, dwell; refused with the reason when it makes no sense on this weld. */
import { useState } from 'react';
import { methodCautions } from '../../../core/work/clean';
import {
  cleanMethodNames,
  cleanMethodSchema,
  judgeCleaning,
  pasteHint,
  productFits,
  type Breach,
  type CleanMethod,
} from '../../../core/models/cleaning';
import { itemsOf } from '../../../core/work/registers';
import { parseNumber, parseQuantity } from '../../../core/basics/units';
import { situation } from '../../../core/work/record';
import { PickField, QuantityField, required, siOrNull, TextField } from '../kit/fields';
import { Cautions, Missing, RefusalNote } from '../kit/notes';
import { StageForm } from '../kit/StageForm';
import type { Refusal } from '../post';
import { useWeld } from './context';
import { noAnswers, reasonOf, Speaks, unanswered, type Answers } from './Speaks';

type Values = {
  method: CleanMethod | '';
  side: 'inside' | 'outside' | 'both' | '';
  temperature: string;
  tool: string;
  product: string;
  dwell: string;
  feed: string;
  runoff: string;
  remains: 'no' | 'yes' | '';
} & Answers;

type Method = Values['method'];
const takesTool = (m: Method) => m === 'brush' || m === 'abrasive';
const takesProduct = (m: Method) => m !== '' && m !== 'none' && !takesTool(m);
const pickles = (m: Method) => m === 'paste' || m === 'pickle-bath';
/** pH of feed and runoff; null when either was not measured. */
const rinseOf = (v: Values): { feedPh: number; runoffPh: number } | null => {
  const [feedPh, runoffPh] = [parseNumber(v.feed), parseNumber(v.runoff)];
  return feedPh === null || runoffPh === null ? null : { feedPh, runoffPh };
};
const ph = { validate: (x: string) => !x.trim() || ((parseNumber(x) ?? -1) >= 0 && (parseNumber(x) ?? 15) <= 14) || 'pH is from 0 to 14.' };

export function CleanStage() {
  const { state, criterion, registers, system, record } = useWeld();
  const tools = itemsOf(registers, 'tool');
  const products = itemsOf(registers, 'product');
  const s = situation(state, criterion);
  const step = (v: Values) => {
    const t = v.temperature.trim() ? parseQuantity(v.temperature, 'temperature', system) : null;
    return {
      method: v.method || 'none',
      side: v.side || 'both',
      metalTemperature: t?.ok ? t.value : null,
      tool: takesTool(v.method) ? (tools.find((x) => x.id === v.tool)?.body ?? null) : null,
      product: takesProduct(v.method) ? (products.find((x) => x.id === v.product)?.body ?? null) : null,
      rinse: pickles(v.method) ? rinseOf(v) : undefined,
    };
  };
  /** what the table says of what is in the form; a field still empty is no fault yet */
  const speaks = (v: Values): Breach[] => {
    if (v.method === '') return [];
    if (takesTool(v.method) ? !v.tool : !v.product && !v.temperature) return [];
    const still = new Set([...(v.tool ? [] : ['tool-none']), ...(v.product ? [] : ['product-none'])]);
    return judgeCleaning(step(v), s).filter((b) => !still.has(b.id));
  };
  const save = (v: Values) => {
    const [missing] = unanswered(speaks(v), v);
    if (missing !== undefined) return Promise.resolve<Refusal>({ error: missing, reasons: [], status: 422 });
    const tool = tools.find((x) => x.id === v.tool);
    const product = products.find((x) => x.id === v.product);
    return record({
      stream: state.id,
      type: 'clean.recorded',
      body: {
        method: v.method || 'none',
        side: v.side || 'both',
        metalTemperature: siOrNull(v.temperature, 'temperature', system),
        tool: takesTool(v.method) && tool ? { id: tool.id, label: tool.label, tool: tool.body } : null,
        product: takesProduct(v.method) && product ? { id: product.id, label: product.label, product: product.body } : null,
        dwell: takesProduct(v.method) ? siOrNull(v.dwell, 'time', system) : null,
        rinse: pickles(v.method) ? rinseOf(v) : null,
        because: reasonOf(speaks(v), v),
        tintRemains: v.remains === 'yes',
      },
    });
  };
  return (
    <>
      <p className="text-sm">
        {s.tintRemains ? 'Tint was seen. Clean until none remains, then look again.' : 'No tint beyond bright was recorded.'}
      </p>
      <StageForm<Values>
        defaults={{
          method: '',
          side: '',
          temperature: '',
          tool: '',
          product: '',
          dwell: '',
          feed: '',
          runoff: '',
          remains: '',
          ...noAnswers,
        }}
        onRecord={save}
        label="Record the cleaning"
      >
        {(form) => {
          const v = form.watch();
          const t = step(v).metalTemperature;
          const hint = v.method === 'paste' && t !== null ? pasteHint(state.design.alloyA, t) : null;
          return (
            <>
              <Missing what={[tools.length === 0 && 'tools', products.length === 0 && 'products']} />
              <Cautions texts={methodCautions(v.method || 'none')} />
              <div className="grid grid-cols-2 gap-x-3 gap-y-1 md:grid-cols-3">
                <PickField
                  name="method"
                  label="Method"
                  options={cleanMethodSchema.options.filter((m) => m !== 'none').map((m) => ({ value: m, label: cleanMethodNames[m] }))}
                  empty="Pick"
                  rules={required}
                />
                <PickField
                  name="side"
                  label="Side"
                  options={[
                    { value: 'both', label: 'inside and outside' },
                    { value: 'inside', label: 'inside' },
                    { value: 'outside', label: 'outside' },
                  ]}
                  empty="Pick"
                  rules={required}
                />
                <QuantityField
                  name="temperature"
                  label="Metal, measured"
                  quantity="temperature"
                  system={system}
                  min={{ value: -30, message: 'Colder than any shop. Check the unit.' }}
                  max={{ value: 400, message: 'Hotter than any cleaning. Check the unit.' }}
                  optional
                />
                {takesTool(v.method) && (
                  <PickField
                    name="tool"
                    label="Tool and its mark"
                    options={tools.map((x) => ({
                      value: x.id,
                      label: `${x.label}, ${x.body.metal}${x.body.grit ? `, grit ${x.body.grit}` : ''}`,
                    }))}
                    empty="Pick"
                    rules={required}
                  />
                )}
                {takesProduct(v.method) && (
                  <>
                    <PickField
                      name="product"
                      label="Product and lot"
                      options={products
                        .filter((x) => x.body.kind !== 'neutraliser')
                        // What fits comes first; what does not can still have been taken.
                        .sort((a, b) => Number(productFits(v.method || 'none', b.body)) - Number(productFits(v.method || 'none', a.body)))
                        .map((x) => ({ value: x.id, label: `${x.label}, lot ${x.body.lot}` }))}
                      empty="Pick"
                      rules={required}
                    />
                    <QuantityField
                      name="dwell"
                      label="Dwell"
                      quantity="time"
                      system={system}
                      bare="min"
                      max={{ value: 86_400, message: 'More than a day. Check the unit.' }}
                      optional
                      hint={hint ? `Guides: ${hint[0]} to ${hint[1]} min. The product's sheet decides.` : "By the product's sheet"}
                    />
                  </>
                )}
                {pickles(v.method) && (
                  <>
                    <TextField name="feed" label="Rinse, pH of the feed" rules={ph} />
                    <TextField name="runoff" label="Rinse, pH of the runoff" rules={ph} hint="Rinse on until they are within 1" />
                  </>
                )}
                <PickField
                  name="remains"
                  label="Looked again: tint left?"
                  options={[
                    { value: 'no', label: 'none left' },
                    { value: 'yes', label: 'tint remains' },
                  ]}
                  empty="Look, then pick"
                  rules={required}
                />
              </div>
              <Speaks breaches={speaks(v)} />
            </>
          );
        }}
      </StageForm>
      <Skip stage="clean" />
    </>
  );
}

/** Leaving a stage out is a decision with its reason. */
export function Skip({ stage }: { stage: 'clean' | 'passivate' }) {
  const { state, record } = useWeld();
  const [reason, setReason] = useState('');
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  return (
    <details className="text-sm">
      <summary className="min-h-11 cursor-pointer list-none py-2">Skip this step ›</summary>
      <div className="flex flex-wrap items-end gap-2">
        <label className="grow font-medium">
          Reason
          <input className="input min-h-12 w-full" value={reason} onChange={(e) => setReason(e.target.value)} />
        </label>
        <button
          type="button"
          className="btn min-h-12"
          onClick={() => void record({ stream: state.id, type: 'stage.skipped', body: { stage, reason } }).then(setRefusal)}
        >
          Skip it
        </button>
      </div>
      <RefusalNote refusal={refusal} />
    </details>
  );
}
