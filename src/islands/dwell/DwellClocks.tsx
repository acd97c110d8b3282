/** Clocks of products that are on: each its own figure, what it counts, and what is to be done. Read from across the shop. */
import { useEffect, useRef } from 'react';
import { callNames, dwellNow, type DwellClock, type DwellNow } from '../../../core/work/dwell';
import { play } from '../run/cues';

const shapes = {
  stop: 'M8 0h12l8 8v12l-8 8h-12l-8-8v-12z',
  go: 'M2 0l26 14l-26 14z',
  plain: 'M14 0a14 14 0 1 0 .01 0zM14 6a8 8 0 1 1-.01 0z',
};
const toneOf = (call: DwellNow['call']): keyof typeof shapes =>
  call === 'overdue' || call === 'wet' || call === 'again' ? 'stop' : call === 'due' || call === 'rinse' ? 'go' : 'plain';
const ink = { stop: 'text-error', go: 'text-success', plain: '' };

const sideNames = { inside: 'inside', outside: 'outside', both: 'inside and outside' } as const;

/** Where it is on; a bath holds all of the piece. */
const placeOf = ({ does, side }: DwellClock): string => (does === 'passivates' ? 'passivating' : sideNames[side]);
export const titleOf = (c: DwellClock): string => `${placeOf(c)}, ${c.product}`;
/** The same for a panel of its marks: the product leads. */
export const nameOf = (c: DwellClock): string => `${c.product}, ${placeOf(c)}`;

/** A clock, and whose it is. */
export type Hung = { clock: DwellClock; weld: string; number: string };

/** @param size how far it is read from */
export function DwellFace({
  clock,
  now,
  title,
  size,
}: {
  clock: DwellClock;
  now: number;
  title: string;
  size: 'hand' | 'room' | 'wall' | 'bench';
}) {
  const is = dwellNow(clock, now);
  const tone = toneOf(is.call);
  const word = is.call ? callNames[is.call] : 'Dwells';
  const figure = {
    hand: 'text-5xl',
    room: 'text-7xl',
    wall: 'text-[min(14vh,18vw)]',
    bench: 'text-[min(24vh,19vw)] md:text-[min(24vh,15vw)]',
  }[size];
  return (
    <div data-dwell={clock.id} data-call={is.call ?? 'dwells'} className="min-w-0">
      <p
        className={`flex items-center gap-2 leading-tight font-bold ${size === 'wall' || size === 'bench' ? 'text-[max(3.4vh,1.25rem)]' : 'text-xl'} ${ink[tone]}`}
      >
        <svg viewBox="0 0 28 28" className="size-5 shrink-0 fill-current" aria-hidden>
          <path d={shapes[tone]} fillRule="evenodd" />
        </svg>
        {word}
      </p>
      <p className={`font-figure leading-none font-bold ${figure}`} data-testid="dwell-figure">
        {is.figure}
      </p>
      <p className={`leading-tight ${size === 'wall' ? 'text-[max(2.4vh,1rem)]' : ''}`}>
        {is.of}
        {is.wetLeft !== null && is.call !== 'wet' && <span>; wet again in {Math.ceil(is.wetLeft / 60)} min</span>}
      </p>
      <p className={`leading-tight ${size === 'wall' ? 'text-[max(2.8vh,1rem)] font-bold' : 'text-sm'}`}>{title}</p>
    </div>
  );
}

/** Says once when a clock begins to call for something. */
export function useDwellCues(clocks: readonly DwellClock[], now: number): void {
  const before = useRef<Record<string, DwellNow['call']> | null>(null);
  const calls = Object.fromEntries(clocks.map((c) => [c.id, dwellNow(c, now).call]));
  const key = JSON.stringify(calls);
  useEffect(() => {
    const is = JSON.parse(key) as Record<string, DwellNow['call']>;
    const was = before.current;
    before.current = is;
    if (was && Object.entries(is).some(([id, call]) => call !== null && call !== 'rinse' && was[id] !== call)) play('dwell');
  }, [key]);
}

/** Clocks in a row, each a way to its weld. */
export function DwellRow({ hung, now, wall = false }: { hung: readonly Hung[]; now: number; wall?: boolean }) {
  useDwellCues(
    hung.map((h) => h.clock),
    now,
  );
  if (hung.length === 0) return null;
  return (
    <ul className={`flex flex-wrap gap-y-3 ${wall ? 'gap-x-14 px-4 py-2' : 'gap-x-8'}`} aria-label="Products that are on">
      {hung.map(({ clock, weld, number }) => (
        <li key={clock.id}>
          <a href={`/welds/${weld}`} className="block hover:bg-base-200">
            <DwellFace clock={clock} now={now} size={wall ? 'wall' : 'hand'} title={`${number}, ${titleOf(clock)}`} />
          </a>
        </li>
      ))}
    </ul>
  );
}
