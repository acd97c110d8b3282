/** The spool of new work, drawn: parts put on by press or by one line of words, joints pressed to be welded, numbers in their order. */
import { useCallback, useMemo, useState } from 'react';
import { sideScene, type Frame } from '../../../core/models/drawing';
import { partLabel, type Setup } from '../../../core/models/setup';
import type { Size } from '../../../core/basics/sizes';
import type { System } from '../../../core/basics/units';
import { addToList, cutList, layList, PLAIN_LIST, pressJoint } from '../../../core/work/jobs';
import { Callouts, type Callout } from '../../draw/Callouts';
import { SideView } from '../../draw/SideView';
import { keptClear } from '../../draw/sideWords';
import { useBox, type Room } from '../../draw/useBox';
import { offers } from '../purge/offers';

/** A straight to begin with, round in the units of who draws it, m. */
const ROUND_LENGTH: Record<System, number> = { inch: 12 * 0.0254, metric: 0.3 };

const frameIn = ({ width, height }: Room): Frame => ({
  width,
  tallest: height,
  x: Math.max(40, width * 0.06),
  top: 48,
  bottom: 48,
  thickest: 110,
  whole: true,
});

/** The spool alone: dams, hoses, vents and tape come at the purge. */
const bareOf = (setup: Setup): Setup => ({
  ...setup,
  ...{ dams: [], inlets: [], vents: [], joint: null },
  joints: Object.fromEntries(setup.parts.map((p) => [p.id, { state: 'welded' as const, gap: 0 }])),
});

type Props = {
  size: Size;
  system: System;
  /** the line as it stands; null as long as nobody drew anything */
  list: string | null;
  /** the numbers of the welds, in order */
  numbers: readonly string[];
  onList: (list: string | null, pressed: number) => void;
};

export function SpoolDrawing({ size, system, list, numbers, onList }: Props) {
  const text = list ?? PLAIN_LIST[system];
  const laid = useMemo(() => layList(text, system, size), [text, system, size]);
  // While a line is being typed that cannot be read, the spool stays as it was drawn last.
  const [last, setLast] = useState(laid);
  if (laid.ok && laid !== last) setLast(laid);
  const drawn = laid.ok ? laid : last.ok ? last : null;
  const take = (next: string) => {
    const read = layList(next, system, size);
    onList(next, read.ok ? read.pressed.length : 0);
  };
  return (
    <div className="flex h-full flex-col gap-2">
      <p className="text-lg font-semibold" role="status">
        {drawn === null || drawn.pressed.length === 0
          ? 'Press each joint that will be welded.'
          : list === null
            ? 'Draw the spool, or leave it as two straights.'
            : `To be welded: ${drawn.pressed.map((_, i) => numbers[i] ?? `joint ${i + 1}`).join(', ')}.`}
      </p>
      <Joints
        drawn={drawn}
        system={system}
        numbers={list === null ? [] : numbers}
        onPress={(joint) => drawn && take(pressJoint(drawn, joint, system))}
      />
      <div role="group" aria-label="Put on a part" className="flex flex-wrap gap-1">
        {offers.map((o) => (
          <button
            key={o.id}
            type="button"
            className="btn min-h-12 px-3"
            disabled={!drawn}
            onClick={() =>
              drawn && take(addToList(drawn, o.kind, { ...o.wish, ...(o.kind === 'straight' && { length: ROUND_LENGTH[system] }) }, system))
            }
          >
            {o.label}
          </button>
        ))}
        <button
          type="button"
          className="btn min-h-12 px-3 btn-ghost"
          disabled={!drawn}
          onClick={() => drawn && take(cutList(drawn, system))}
        >
          Take the last off
        </button>
        {list !== null && (
          <button type="button" className="btn min-h-12 px-3 btn-ghost" onClick={() => onList(null, 0)}>
            Draw it anew
          </button>
        )}
      </div>
      <label className="block text-sm font-medium">
        The spool in one line
        <input
          className="input min-h-12 w-full font-mono text-sm aria-invalid:border-error"
          aria-invalid={!laid.ok}
          aria-describedby="line-note"
          value={text}
          spellCheck={false}
          onChange={(e) => take(e.target.value)}
        />
      </label>
      <p
        id="line-note"
        className={laid.ok ? 'text-xs text-base-content/80' : 'text-sm font-semibold text-error'}
        role={laid.ok ? undefined : 'alert'}
      >
        {laid.ok ? 'Lengths and parts, and the word weld before the part whose joint is welded.' : `■ ${laid.error}`}
      </p>
    </div>
  );
}

function Joints({
  drawn,
  system,
  numbers,
  onPress,
}: {
  drawn: Extract<ReturnType<typeof layList>, { ok: true }> | null;
  system: System;
  numbers: readonly string[];
  onPress: (joint: string) => void;
}) {
  const [box, room] = useBox<HTMLDivElement>();
  const frame = useMemo(() => room && frameIn(room), [room]);
  const bare = useMemo(() => drawn && bareOf(drawn.setup), [drawn]);
  const scene = useMemo(() => bare && frame && sideScene(bare, frame), [bare, frame]);
  const taken = useCallback(() => (scene && bare ? keptClear(scene, bare) : []), [scene, bare]);
  const flags = useMemo(
    (): Callout[] =>
      (scene?.joints ?? []).flatMap((j) => {
        const at = drawn?.pressed.indexOf(j.part) ?? -1;
        const number = numbers[at];
        if (number === undefined) return [];
        const level = Math.abs(j.dx) > 0.5;
        return [
          {
            id: j.part,
            at: { x: j.x, y: j.y },
            ways: level ? [-90, 90, -60, 60, -120, 120] : [0, 180, -30, 30, 150, -150],
            off: (j.bore * (scene?.scale ?? 0)) / 2 + 18,
            node: <p className="font-figure text-lg leading-none font-bold whitespace-nowrap">{number}</p>,
          },
        ];
      }),
    [scene, drawn, numbers],
  );
  return (
    <div ref={box} className="relative min-h-80 grow border-2 border-base-300">
      {scene && bare && frame && drawn && room && (
        <>
          <SideView setup={bare} system={system} frame={frame} className="absolute inset-0 h-full w-full" />
          <Callouts list={flags} room={room} taken={taken} />
          {scene.joints
            .filter((j) => drawn.weldable.includes(j.part))
            .map((j) => {
              const at = drawn.pressed.indexOf(j.part);
              const said = at < 0 ? 'not welded' : `to be welded${numbers[at] === undefined ? '' : ` as ${numbers[at]}`}`;
              return (
                <button
                  key={j.part}
                  type="button"
                  aria-pressed={at >= 0}
                  aria-label={`Joint at ${partLabel(bare, j.part)}, ${said}`}
                  className="absolute grid size-12 -translate-1/2 cursor-pointer place-items-center rounded-full border-2 border-transparent hover:border-base-content"
                  style={{ left: j.x, top: j.y }}
                  onClick={() => onPress(j.part)}
                >
                  <span
                    aria-hidden
                    className={`size-4 rounded-full border-2 border-base-content ${at < 0 ? 'bg-base-100' : 'bg-base-content'}`}
                  />
                </button>
              );
            })}
        </>
      )}
    </div>
  );
}
