/** What tint is foretold for the weld in hand: asked once for the page, by the torch on the desk or as recorded, and the oxygen of the arc. */
import * as Comlink from 'comlink';
import { createContext, useContext, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { alloys } from '../../../core/basics/materials';
import { show, showRough } from '../../../core/basics/units';
import { foretoldText, seenAgainst } from '../../../core/models/foretold';
import { bandHex } from '../../../core/models/tint';
import { wordFor } from '../../../core/models/criteria';
import { tintAsked, worstSeen, type TintAsked } from '../../../core/work/tint';
import { useWords } from '../kit/reader';
import type { ForetoldWorker, WeldForetold } from '../../workers/foretold.worker';
import { useShop, useWeld } from './context';
import { useDesk } from './desk';

type Told = WeldForetold & { asked: TintAsked };
const ForetoldContext = createContext<Told | null>(null);

/** Null while nothing is known, or where no film model speaks of the metal. */
export const useForetold = (): Told | null => useContext(ForetoldContext);

export function ForetoldDesk({ children }: { children: ReactNode }) {
  const { state, criterion } = useWeld();
  const { registers, learnt } = useShop();
  const { torch, hot } = useDesk().desk.draft;
  const lot = registers.find((i) => i.id === state.gas?.purge.id);
  const dew = lot?.kind === 'gas' ? (lot.body.frostPoint ?? null) : null;
  const drafted = torch?.plan ?? null;
  const asked = useMemo(() => {
    const draft = drafted && { amps: drafted.amps, travel: drafted.travel };
    const is = tintAsked(state, criterion.purge.startPpm, dew, draft);
    // The torch in hand is reckoned with already: where its gas ends is known.
    const bare = draft ? hot?.seen?.planned.shielding.hottest : null;
    return is && { ...is, leaves: bare ? { value: bare.value, low: bare.low, high: bare.high } : is.leaves };
  }, [state, criterion, dew, drafted, hot?.seen]);
  const key = asked && JSON.stringify([asked.inside, asked.leaves, learnt]);
  const worker = useRef<{ raw: Worker; api: Comlink.Remote<ForetoldWorker> } | null>(null);
  const [told, setTold] = useState<Told | null>(null);
  useEffect(
    () => () => {
      worker.current?.api[Comlink.releaseProxy]();
      worker.current?.raw.terminate();
      worker.current = null;
    },
    [],
  );
  useEffect(() => {
    if (!asked || (!asked.inside && !asked.leaves)) return setTold(null);
    let old = false;
    // Not while somebody drags: the answer to the last question is the one that is wanted.
    const wait = setTimeout(() => {
      if (!worker.current) {
        const raw = new Worker(new URL('../../workers/foretold.worker.ts', import.meta.url), { type: 'module', name: 'foretold' });
        worker.current = { raw, api: Comlink.wrap<ForetoldWorker>(raw) };
      }
      worker.current.api
        .weld({ alloy: asked.alloy, inside: asked.inside, leaves: asked.leaves, learnt })
        .then((is) => old || setTold({ ...is, asked }))
        .catch((e: unknown) => console.error('The tint model stopped:', e));
    }, 200);
    return () => {
      old = true;
      clearTimeout(wait);
    };
  }, [key]);
  return <ForetoldContext value={told}>{children}</ForetoldContext>;
}

/** What is foretold, in words: a range and what it goes by; beside it what was seen, once somebody looked. Never an acceptance. */
export function ForetoldLine({ open = false }: { open?: boolean }) {
  const { state, criterion } = useWeld();
  const { system } = useShop();
  const told = useForetold();
  const words = useWords();
  if (!told || (!told.inside && !told.outside)) return null;
  const { inside, outside, asked } = told;
  const name = (b: Parameters<typeof wordFor>[1]) => wordFor(criterion, b);
  const gas = asked.inside?.gas;
  const at = gas ? `at ${show(gas.ppm, 'oxygen', system)}${asked.inside?.by === 'limit' ? ', the limit to start:' : ' at the arc:'}` : '';
  const [seenIn, seenOut] = [worstSeen(state, 'inside'), worstSeen(state, 'outside')];
  const how = { within: 'within it', thinner: 'less than foretold', thicker: 'more than foretold' };
  const leaves = asked.leaves;
  return (
    <details className="text-sm" open={open} data-testid="foretold">
      <summary className="min-h-6 cursor-pointer">
        {inside ? `Foretold inside ${at} ${foretoldText(inside, name)}` : `Foretold outside: ${outside ? foretoldText(outside, name) : ''}`}
      </summary>
      <div className="space-y-1 border-l-4 border-base-300 pl-2">
        {inside && seenIn && (
          <p>
            Seen inside: {name(seenIn).toLowerCase()}, {how[seenAgainst(inside, seenIn)]}.
          </p>
        )}
        {inside && outside && (
          <p>
            Outside{leaves ? `, hottest bare metal ${showRough(leaves.value, 'temperature', system)}` : ''}: {foretoldText(outside, name)}.
            {seenOut && ` Seen: ${name(seenOut).toLowerCase()}, ${how[seenAgainst(outside, seenOut)]}.`}
          </p>
        )}
        {[...new Set([...(inside?.notes ?? []), ...(outside?.notes ?? [])])].map((n) => (
          <p key={n}>{words(n)}</p>
        ))}
        {inside && (
          <p className="text-base-content/80">
            Film about {Math.round(inside.nm.low)} to {Math.round(inside.nm.high)} nm (model), {alloys[asked.alloy].name}.{' '}
            <a className="link" href="/criteria/tint">
              How the model runs here
            </a>
          </p>
        )}
      </div>
    </details>
  );
}

/** The words of the inside on the torch's drawing, in their colours on neutral grey. */
export function InsideTint() {
  const { criterion } = useWeld();
  const inside = useForetold()?.inside;
  const asked = useForetold()?.asked.inside;
  if (!inside || !asked) return null;
  const [low, high] = [inside.low, inside.high].map((b) => wordFor(criterion, b).toLowerCase());
  const { words: list, film } = inside;
  return (
    <p
      className="pointer-events-none absolute right-48 bottom-1 hidden w-48 text-right text-sm leading-tight xl:block"
      data-testid="inside-tint"
    >
      inside at {show(asked.gas.ppm, 'oxygen', 'metric')}, foretold
      <svg viewBox={`0 0 ${20 * list.length + 4} 16`} className="ml-auto block h-4" aria-hidden="true">
        <rect width={20 * list.length + 4} height="16" fill="#777777" />
        {list.map((b, i) => (
          <rect
            key={b}
            x={3 + 20 * i}
            y={b === inside.likely ? 2 : 5}
            width="18"
            height={b === inside.likely ? 12 : 6}
            fill={bandHex(film, b)}
          />
        ))}
      </svg>
      <span className="block text-base font-bold">{low === high ? low : `${low} to ${high}`}</span>
    </p>
  );
}
