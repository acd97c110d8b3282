/** A trial strip is entered section by section, as it was cleaned: one tool a section, cold or warm, with a picture. */
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { show, type System } from '../../../core/basics/units';
import type { Section } from '../../../core/models/ladder';
import {
  registerSchema,
  sectionForm,
  sectionSaid,
  sectionText,
  stripForm,
  stripSaid,
  type NewRegisterItem,
  type RegisterItem,
} from '../../../core/work/registers';
import { issuesOf } from '../../../core/work/event';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { sendSmall } from './sendSmall';
import type { Refusal } from '../post';

type Props = { registers: readonly RegisterItem[]; system: System; onItem: (item: NewRegisterItem) => Promise<Refusal | null> };

export const StripSection = ({ of, system }: { of: Section; system: System }) => (
  <>
    {of.picture && <img src={`/api/strips/${of.picture}`} alt="" className="h-16 w-24 shrink-0 object-cover" />}
    <span className="min-w-0 grow">
      {sectionText(
        of,
        (c) => show(c, 'temperature', system),
        (m) => show(m, 'roughness', system),
      )}
    </span>
  </>
);

export function StripForm({ registers, system, onItem }: Props) {
  const [sections, setSections] = useState<Section[]>([]);
  const [picture, setPicture] = useState<File | null>(null);
  const [turn, setTurn] = useState(0);
  return (
    <div className="space-y-3">
      <p className="text-sm">
        One tube with a tint on it, cleaned in sections: one tool a section, cold and warm. What it says leads over every guess.
      </p>
      <ol className="space-y-1" aria-label="Sections so far">
        {sections.map((x, i) => (
          <li key={`${x.tool}${i}`} className="flex items-center gap-3 border-b border-base-300 py-1">
            <span className="w-6 font-figure">{i + 1}</span>
            <StripSection of={x} system={system} />
            <button type="button" className="btn min-h-11 btn-sm" onClick={() => setSections(sections.filter((_, k) => k !== i))}>
              Take it out
            </button>
          </li>
        ))}
      </ol>
      <Form
        key={turn}
        of={sectionForm(registers)}
        system={system}
        label="Add the section"
        look=""
        onRecord={async (v) => {
          let id: string | null = null;
          if (picture) {
            id = uuid();
            const refusal = await sendSmall(`/api/strips/${id}`, picture);
            if (refusal) return refusal;
          }
          setSections([...sections, sectionSaid(v, id)]);
          setPicture(null);
          setTurn(turn + 1);
          return null;
        }}
      >
        <div className="grid max-w-4xl grid-cols-2 gap-x-3 gap-y-1 md:grid-cols-5">
          <Field name="tool" />
          <Field name="warm" />
          <Field name="took" />
          <Field name="ra" />
          <Field name="looks" />
        </div>
        <label className="block text-sm font-medium">
          Picture of the section
          <input
            type="file"
            accept="image/*"
            className="file-input mt-1 block min-h-12 w-full max-w-md"
            onChange={(e) => setPicture(e.target.files?.[0] ?? null)}
          />
        </label>
      </Form>
      <Form
        of={stripForm}
        known={{ alloy: '316L' }}
        system={system}
        label="Put it on the shelf"
        onRecord={(v) => {
          const read = registerSchema.safeParse(stripSaid(v, sections));
          if (sections.length === 0)
            return Promise.resolve({ error: 'Add its sections first: a strip without any says nothing.', reasons: [], status: 422 });
          return read.success
            ? onItem(read.data)
            : Promise.resolve({ error: 'Something in it cannot be right.', reasons: issuesOf(read.error), status: 422 });
        }}
      >
        <div className="grid max-w-4xl grid-cols-2 gap-x-3 gap-y-1 md:grid-cols-3">
          <Field name="label" />
          <Field name="alloy" />
          <Field name="tint" />
        </div>
      </Form>
    </div>
  );
}
