/** One item of a register: what it is and whether it still counts; opened, where it is used, how it read before, and what can be done. */
import { useEffect, useRef, useState } from 'react';
import {
  aboutItem,
  dayText,
  entered,
  mindsOf,
  standingOf,
  type Entered,
  type ItemUse,
  type RegisterItem,
} from '../../../core/work/registers';
import { reasonForm } from '../../../core/work/release';
import type { System } from '../../../core/basics/units';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { RefusalNote } from '../kit/notes';
import { request, type Refusal } from '../post';
import { BathLog } from './BathLog';
import { ItemForm } from './ItemForm';
import { StripSection } from './StripForm';

const whyForm = reasonForm('Why', 'Say in a few words why.');

type Props = {
  item: RegisterItem;
  today: string;
  system: System;
  open: boolean;
  onOpen: (id: string | null) => void;
  onChanged: () => Promise<void>;
};

export function Item({ item, today, system, open, onOpen, onChanged }: Props) {
  const standing = standingOf(item, today);
  const minds = mindsOf(item);
  const row = useRef<HTMLElement>(null);
  useEffect(() => {
    if (open) row.current?.scrollIntoView({ block: 'nearest' });
  }, [open]);
  const bad = standing.state === 'over';
  return (
    <article
      ref={row}
      aria-label={item.label}
      className={`border-b border-base-300 ${open ? 'border-l-8 border-l-base-content pl-3' : ''}`}
    >
      <button
        type="button"
        aria-expanded={open}
        className="flex min-h-12 w-full flex-wrap items-baseline gap-x-4 py-2 text-left hover:bg-base-200"
        onClick={() => onOpen(open ? null : item.id)}
      >
        <span className={`w-44 shrink-0 font-semibold ${item.retired ? 'line-through decoration-2' : ''}`}>{item.label}</span>
        <span className="min-w-60 flex-1">{aboutItem(item, system)}</span>
        <span className={`text-right text-sm ${bad ? 'font-semibold text-error' : standing.state === 'good' ? '' : 'font-semibold'}`}>
          {bad ? '■ ' : standing.state === 'soon' || (minds.length > 0 && !item.retired) ? '□ ' : ''}
          {standing.text || (minds.length > 0 && 'something to see to')}
        </span>
      </button>
      {open && <Opened item={item} minds={minds} system={system} onChanged={onChanged} />}
    </article>
  );
}

/** What an opened item offers to do; one at a time. */
type Doing = 'look' | 'change' | 'retire';

function Opened({ item, minds, system, onChanged }: Pick<Props, 'item' | 'system' | 'onChanged'> & { minds: string[] }) {
  const [use, setUse] = useState<ItemUse | null>(null);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [doing, setDoing] = useState<Doing>('look');
  const { id, version, kind } = item;
  useEffect(() => {
    let here = true;
    void request<ItemUse>('GET', `/api/registers/${id}`).then((sent) => {
      if (!here) return;
      if (sent.ok) setUse(sent.value);
      setRefusal(sent.ok ? null : sent.refusal);
    });
    return () => void (here = false);
  }, [id, version]);
  const retire = async (reason: string | null) => {
    const sent = await request('PUT', `/api/registers/${id}/retired`, { reason });
    setRefusal(sent.ok ? null : sent.refusal);
    if (sent.ok) {
      setDoing('look');
      await onChanged();
    }
    return sent.ok ? null : sent.refusal;
  };
  return (
    <div className="space-y-2 pb-4">
      {minds.map((m) => (
        <p key={m} className="font-semibold">
          □ {m}
        </p>
      ))}
      {item.kind === 'bath' && <BathLog item={item} system={system} onChanged={onChanged} />}
      {item.kind === 'strip' && (
        <ol aria-label="Sections">
          {item.body.sections.map((x, i) => (
            <li key={`${x.tool}${i}`} className="flex items-center gap-3 py-1">
              <StripSection of={x} system={system} />
            </li>
          ))}
        </ol>
      )}
      <Used use={use} />
      {use && use.before.length > 0 && (
        <ul aria-label="How it read before" className="text-sm">
          {use.before.map((b) => (
            <li key={b.version}>
              Until {dayText(b.until.slice(0, 10))} it read: {b.label},{' '}
              {b.item ? aboutItem({ ...b.item, id }, system) : 'what cannot be read here'}.{b.by && ` Changed by ${b.by}.`}
            </li>
          ))}
        </ul>
      )}
      {(kind === 'cylinder' || kind === 'meter') && (
        <p className="text-sm">
          It is read and checked at{' '}
          <a className="link" href="/gas">
            Gas
          </a>
          .
        </p>
      )}
      <RefusalNote refusal={refusal} />
      {doing === 'look' && (
        <div className="flex flex-wrap gap-2">
          {kind in entered && !item.retired && (
            <button type="button" className="btn min-h-12" onClick={() => setDoing('change')}>
              Set it right
            </button>
          )}
          {item.retired ? (
            <button type="button" className="btn min-h-12" onClick={() => void retire(null)}>
              Put it back on the shelf
            </button>
          ) : (
            <button type="button" className="btn min-h-12" onClick={() => setDoing('retire')}>
              Retire it
            </button>
          )}
        </div>
      )}
      {doing === 'change' && (
        <>
          <p className="text-sm">
            {use?.all
              ? 'Records name it: what it said until now is kept with them, and stands here as it read before.'
              : 'No record names it yet: it is simply set right.'}
          </p>
          <ItemForm
            kind={kind as Entered}
            item={item}
            system={system}
            label="Keep it so"
            onItem={async (changed) => {
              const sent = await request('PUT', `/api/registers/${id}`, { seen: version ?? 1, item: changed });
              if (!sent.ok) return sent.refusal;
              setDoing('look');
              await onChanged();
              return null;
            }}
          />
        </>
      )}
      {doing === 'retire' && (
        <Form row of={whyForm} system={system} label="Retire it" onRecord={(v) => retire(v.reason)}>
          <Field name="reason" className="grow" />
        </Form>
      )}
      {doing !== 'look' && (
        <button type="button" className="btn min-h-12 btn-ghost" onClick={() => setDoing('look')}>
          Leave it as it is
        </button>
      )}
    </div>
  );
}

function Used({ use }: { use: ItemUse | null }) {
  if (!use) return <p className="text-sm">Looking where it is used.</p>;
  if (use.all === 0) return <p className="text-sm">No weld names it.</p>;
  return (
    <p className="text-sm">
      Named by {use.all === 1 ? 'one weld' : `${use.all} welds`}
      {use.all > use.welds.length ? `, the newest ${use.welds.length}` : ''}:{' '}
      {use.welds.map((w, i) => (
        <span key={w.id}>
          {i > 0 && ', '}
          <a className="link" href={`/welds/${w.id}`} title={w.job}>
            {w.number} of {w.spool}
          </a>
        </span>
      ))}
    </p>
  );
}
