/** Building the spool: parts by press, by drag onto an end, or as one line of words; what is picked is set here. */
import { useEffect, useState } from 'react';
import { closeUp, jointsToWeld, partLabel, withJacket, withJoints, withPart, type Setup } from '../../../core/models/setup';
import type { Size } from '../../../core/basics/sizes';
import { formatList, parseList, type Port } from '../../../core/basics/spool';
import type { System } from '../../../core/basics/units';
import { LivePick } from '../kit/LiveField';
import { offers, templates, type Offer } from './offers';
import { PartEditor } from './PartEditor';
import { useOfferDrag } from './useOfferDrag';

type Props = {
  setup: Setup;
  system: System;
  size: Size;
  picked: string | null;
  onPick: (id: string | null) => void;
  onChange: (s: Setup) => void;
  /** the end a part is held over, and where it was let go, "p3:b" */
  onOver: (end: string | null) => void;
  onDrop: (offer: string, end: string) => void;
  ends: { part: string; port: Port }[];
};

export default function SpoolPanel({ setup, system, size, picked, onPick, onChange, onOver, onDrop, ends }: Props) {
  const end = ends.find((e) => `${e.part}:${e.port}` === picked) ?? ends.findLast((e) => e.port === 'b') ?? ends.at(-1);
  const part = setup.parts.find((p) => p.id === picked);
  const add = (o: Offer) => {
    if (!end) return;
    const next = withPart(setup, end, o.kind, o.wish);
    onChange(next);
    onPick(next.parts.at(-1)?.id ?? null);
  };
  const jacketed = part?.kind === 'straight' ? part : undefined;
  const jacket = () => {
    if (!jacketed) return;
    const next = withJacket(setup, jacketed.id);
    onChange(next);
    onPick(next.parts.at(-1)?.id ?? null);
  };
  return (
    <div className="space-y-3">
      <div>
        <p className="text-sm font-medium">
          Add {end ? `at end ${end.port} of ${partLabel(setup, end.part)}` : '(every end is closed by a cap: take one out)'}: press, or drag
          onto an end ⊕
        </p>
        <div className="mt-1 flex flex-wrap gap-1">
          {offers.map((o) => (
            <OfferButton key={o.id} offer={o} disabled={!end} onAdd={() => add(o)} onOver={onOver} onDrop={(at) => onDrop(o.id, at)} />
          ))}
          <button type="button" className="btn min-h-12 px-2" disabled={!jacketed} onClick={jacket} title="Pick a straight part first">
            Jacket
          </button>
        </div>
      </div>
      {part ? (
        <PartEditor setup={setup} part={part} system={system} onChange={onChange} onPick={onPick} />
      ) : (
        <p className="text-sm text-base-content/80">Press a part, a dam, the inlet or the vent in the drawing to set it.</p>
      )}
      <ListLine setup={setup} system={system} size={size} onChange={onChange} />
      <div className="grid grid-cols-3 gap-x-3">
        <LivePick
          label="Template"
          value=""
          options={[{ value: '', label: 'take one' }, ...templates.map((t) => ({ value: t.id, label: t.label }))]}
          onValue={(id) => {
            const t = templates.find((x) => x.id === id);
            // A template is round in the units of who lays it: 300 mm, or a foot.
            const list = t && (system === 'inch' ? t.list.replace(/(\d+) mm/g, (_, mm: string) => `${Number(mm) / 25} in`) : t.list);
            const read = list === undefined ? undefined : parseList(list, system, size.series, size);
            if (!read?.ok) return;
            onChange({ ...closeUp(read.parts, read.joint, setup), tilt: id === 'riser' ? -90 : 0, roll: 0 });
            onPick(null);
          }}
        />
        <TurnPick
          label="Tilt"
          value={setup.tilt}
          options={[
            [0, 'level'],
            ...[5, 15, 30, 45].flatMap((d): [number, string][] => [
              [d, `right end low, ${d}°`],
              [-d, `left end low, ${d}°`],
            ]),
            [90, 'on end, right end down'],
            [-90, 'on end, left end down'],
          ]}
          onValue={(tilt) => onChange({ ...setup, tilt })}
        />
        <TurnPick
          label="Rolled about its length"
          value={setup.roll}
          options={[
            [0, 'as drawn'],
            [90, 'quarter, far side up'],
            [180, 'upside down'],
            [-90, 'quarter, near side up'],
          ]}
          onValue={(roll) => onChange({ ...setup, roll })}
        />
      </div>
    </div>
  );
}

function TurnPick({
  label,
  value,
  options,
  onValue,
}: {
  label: string;
  value: number;
  options: [number, string][];
  onValue: (n: number) => void;
}) {
  const known = options.some(([n]) => n === value);
  return (
    <LivePick
      label={label}
      value={String(value)}
      options={[
        ...(known ? [] : [{ value: String(value), label: `${value}°` }]),
        ...options.map(([n, l]) => ({ value: String(n), label: l })),
      ]}
      onValue={(v) => onValue(Number(v))}
    />
  );
}

type OfferProps = {
  offer: Offer;
  disabled: boolean;
  onAdd: () => void;
  onOver: (end: string | null) => void;
  onDrop: (end: string) => void;
};
function OfferButton({ offer, disabled, onAdd, onOver, onDrop }: OfferProps) {
  const { carried, handlers } = useOfferDrag(onOver, onDrop);
  return (
    <button
      type="button"
      className={`btn min-h-12 touch-none px-2 ${carried ? 'opacity-50' : ''}`}
      disabled={disabled}
      {...handlers}
      onClick={onAdd}
    >
      {offer.label}
    </button>
  );
}

/** The spool as one line; what cannot be read is named and the spool stays as it was. */
function ListLine({ setup, system, size, onChange }: { setup: Setup; system: System; size: Size; onChange: (s: Setup) => void }) {
  const now = formatList(setup.parts, system, jointsToWeld(setup));
  const [text, setText] = useState(now);
  const [error, setError] = useState('');
  useEffect(() => {
    setText(now);
    setError('');
  }, [now]);
  const lay = () => {
    const read = parseList(text, system, size.series, size);
    if (!read.ok) {
      setError(`At "${read.error.word || text.trim() || 'the start'}": ${read.error.text} The spool is as it was.`);
      return;
    }
    if (read.joint === null) {
      setError(
        'No joint is marked: put the word weld between the two parts it joins, or several where several will be welded. The spool is as it was.',
      );
      return;
    }
    setError('');
    onChange(withJoints(closeUp(read.parts, read.joint, setup), read.joints));
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        lay();
      }}
    >
      <div className="flex items-end gap-2">
        <label className="block min-w-0 grow text-sm font-medium">
          The spool in one line
          <input
            className="input min-h-12 w-full font-mono text-sm aria-invalid:border-error"
            aria-invalid={error !== ''}
            value={text}
            spellCheck={false}
            onChange={(e) => setText(e.target.value)}
          />
        </label>
        <button type="submit" className="btn min-h-12" disabled={text === now}>
          Lay it out
        </button>
      </div>
      {error && (
        <p role="alert" className="text-sm font-semibold text-error">
          ■ {error}
        </p>
      )}
    </form>
  );
}
