/** The part that is picked: its measures, where it turns, the joint before it. */
import { measures, OPEN_GAP, partLabel, withoutPart, type Setup } from '../../../core/models/setup';
import { findSize, parseSize, sizeName, sizesOf, type Size } from '../../../core/basics/sizes';
import { makePart, sizeAt, turnSchema, type Part, type Turn, type Wish } from '../../../core/basics/spool';
import type { System } from '../../../core/basics/units';
import { LiveField, LivePick } from '../kit/LiveField';

const turns = turnSchema.options.map((t) => ({ value: t, label: t }));

export function PartEditor({
  setup,
  part,
  system,
  onChange,
  onPick,
}: {
  setup: Setup;
  part: Part;
  system: System;
  onChange: (s: Setup) => void;
  onPick: (id: string | null) => void;
}) {
  const set = (p: Part) => onChange({ ...setup, parts: setup.parts.map((x) => (x.id === part.id ? p : x)) });
  const state = setup.joints[part.id]?.state ?? 'taped';
  const sized = (s: Size) => `${s.nominal}|${s.schedule ?? ''}`;
  const sizes = (series: Size['series'], schedule: string | null) => sizesOf(series).filter((s) => s.schedule === schedule);
  const sizePick = (label: string, now: Size, onSize: (s: Size) => void) => (
    <LivePick
      label={label}
      value={sized(now)}
      options={sizes(now.series, now.schedule).map((s) => ({ value: sized(s), label: sizeName(s) }))}
      onValue={(v) => {
        const [nominal = '', schedule] = v.split('|');
        const s = findSize(now.series, nominal, schedule || null) ?? (parseSize(nominal, now.series) as { size?: Size }).size;
        if (s) onSize(s);
      }}
    />
  );
  const remake = (wish: Wish) => {
    if (part.kind === 'jacket') return;
    const before = setup.parts.find((p) => p.id === part.on?.part);
    set(makePart(part.id, part.kind, before && part.on ? sizeAt(before, part.on.port) : part.size, part.on, wish));
  };
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-1 border-l-4 border-base-content pl-3 md:grid-cols-4" data-testid="part-editor">
      <p className="self-center font-semibold">
        {partLabel(setup, part.id).replace(/^./, (c) => c.toUpperCase())}
        <span className="block text-xs font-normal text-base-content/80">{sizeName(part.size)}</span>
      </p>
      {'length' in part && (
        <LiveField of={measures.along} value={part.length} system={system} onValue={(length) => set({ ...part, length })} />
      )}
      {part.kind === 'elbow' && (
        <>
          <LivePick
            label="Angle"
            value={String(part.angle)}
            options={[
              { value: '90', label: '90°' },
              { value: '45', label: '45°' },
            ]}
            onValue={(v) => remake({ angle: v === '45' ? 45 : 90, turn: part.turn })}
          />
          <LivePick<Turn> label="Turns" value={part.turn} options={turns} onValue={(turn) => set({ ...part, turn })} />
        </>
      )}
      {(part.kind === 'tee' || part.kind === 'nipple') && (
        <>
          <LivePick<Turn> label="Branch goes" value={part.turn} options={turns} onValue={(turn) => set({ ...part, turn })} />
          {sizePick('Branch size', part.branch, (branch) => set({ ...part, branch }))}
          <LiveField of={measures.side} value={part.side} system={system} onValue={(side) => set({ ...part, side })} />
        </>
      )}
      {part.kind === 'tee' && (
        <LivePick
          label="Entered by"
          value={part.enter}
          options={[
            { value: 'run', label: 'the run' },
            { value: 'branch', label: 'the branch' },
          ]}
          onValue={(enter) => set({ ...part, enter: enter as 'run' })}
        />
      )}
      {part.kind === 'reducer' && sizePick('To', part.to, (to) => remake({ to }))}
      {part.kind === 'vessel' && (
        <>
          <LiveField of={measures.volume} value={part.volume} system={system} onValue={(volume) => set({ ...part, volume })} />
          <LiveField of={measures.bore} value={part.bore} system={system} onValue={(b) => set({ ...part, bore: b })} />
        </>
      )}
      {part.kind === 'jacket' && (
        <>
          {sizePick('Shell', part.size, (s) => set({ ...part, size: s }))}
          <LiveField of={measures.from} value={part.from} system={system} onValue={(from) => set({ ...part, from })} />
          <LiveField of={measures.to} value={part.to} system={system} onValue={(to) => set({ ...part, to })} />
        </>
      )}
      {part.on && part.kind !== 'cap' && (
        <LivePick
          label="Joint before it"
          value={setup.joint === part.id ? 'this' : state}
          options={[
            { value: 'this', label: 'welded now' },
            { value: 'taped', label: 'taped' },
            { value: 'welded', label: 'welded before' },
            { value: 'open', label: 'open' },
          ]}
          onValue={(v) =>
            onChange(
              v === 'this'
                ? { ...setup, joint: part.id, joints: without(setup.joints, part.id) }
                : {
                    ...setup,
                    joint: setup.joint === part.id ? null : setup.joint,
                    joints: { ...setup.joints, [part.id]: { state: v, gap: v === 'open' ? OPEN_GAP : 0 } },
                  },
            )
          }
        />
      )}
      {state === 'open' && setup.joint !== part.id && (
        <LiveField
          of={measures.jointGap}
          value={setup.joints[part.id]?.gap ?? 0}
          system={system}
          onValue={(gap) => onChange({ ...setup, joints: { ...setup.joints, [part.id]: { state: 'open', gap } } })}
        />
      )}
      <button
        type="button"
        className="btn mt-5 min-h-12"
        disabled={setup.parts.length < 2}
        onClick={() => {
          onChange(withoutPart(setup, part.id));
          onPick(null);
        }}
      >
        Take it out
      </button>
    </div>
  );
}

const without = <T,>(record: Record<string, T>, key: string): Record<string, T> =>
  Object.fromEntries(Object.entries(record).filter(([k]) => k !== key));
