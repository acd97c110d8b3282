/** What is not saved yet, honestly: how much, why, and what was refused; and how old what is shown is, with what to do meanwhile. */
import { dwellMarkNames } from '../../../core/work/dwell';
import { markNames } from '../../../core/work/run';
import type { BodyOf } from '../../../core/work/record';
import { timed } from '../../../core/basics/units';
import { HoldButton } from '../kit/HoldButton';
import { useLate } from '../kit/useLate';
import { useNow } from '../kit/useNow';
import { serverTime } from '../post';
import { forget, tryNow, type Waiting } from '../queue';

const nameOf = (w: Waiting): string => {
  const { type, body } = w.event;
  if (type === 'run.marked') return markNames[(body as BodyOf<'run.marked'>).mark];
  if (type === 'dwell.marked') return dwellMarkNames[(body as BodyOf<'dwell.marked'>).what];
  if (type === 'dwell.begun') return `${(body as BodyOf<'dwell.begun'>).product.label} put on`;
  if (type === 'dwell.rinsed') return 'A rinse';
  if (type === 'passivate.started') return `${(body as BodyOf<'passivate.started'>).product.label} put on`;
  return type === 'run.ended' ? 'End of the purge' : type === 'run.answered' ? 'An answered alarm' : 'A correction';
};
const names = (list: readonly Waiting[]): string => list.map(nameOf).slice(-4).join(', ');

type Props = {
  list: readonly Waiting[];
  live: boolean;
  /** of the newest reading, ms; null when nothing measures here, left out when none is asked for */
  readAt?: number | null;
  madeAt?: number;
};

/** What is said while nothing comes from the server: of a purge that is measured, what the hands do meanwhile. */
function Lost({ readAt = null, madeAt }: Pick<Props, 'readAt'> & { madeAt: number }) {
  const now = useNow(madeAt, 1000);
  return readAt === null ? (
    <>Not live: the connection is lost.</>
  ) : (
    <>
      Not live: the connection is lost. No fresh reading for {timed(Math.max(0, (now - readAt) / 1000))}: leave the gas on and the vent
      open, hold by your watch.
    </>
  );
}

export function Unsaved({ list, live, readAt, madeAt }: Props) {
  const open = list.filter((w) => w.refusal === null);
  const waits = open.filter((w) => !w.unkept && (w.trouble?.tries ?? 0) < 3);
  const aside = open.filter((w) => !w.unkept && (w.trouble?.tries ?? 0) >= 3);
  const unkept = open.filter((w) => w.unkept);
  const refused = list.filter((w) => w.refusal !== null);
  // A mark on its way for a moment moves nothing on the page: the next press would land beside what it meant.
  const late = useLate(waits.length > 0);
  const oldest = waits[0] && Date.parse(waits[0].event.happenedAt) + waits[0].event.offsetMs;
  return (
    <>
      {(waits.length > 0 || !live) && (
        <p
          role="status"
          data-testid="unsaved"
          className={late || !live ? 'border-l-8 border-base-content bg-base-200 p-3 font-semibold' : 'sr-only'}
        >
          □ {!live && <Lost readAt={readAt} madeAt={madeAt ?? serverTime()} />}{' '}
          {waits.length > 0 &&
            `${waits.length} ${waits.length === 1 ? 'mark is' : 'marks are'} on this device only, not saved yet: ${names(waits)}. Sent when Sentrel answers${oldest !== undefined ? `; the oldest is ${timed(Math.max(0, (serverTime() - oldest) / 1000))} old` : ''}.`}
        </p>
      )}
      <Alerts unkept={unkept} aside={aside} refused={refused} />
    </>
  );
}

/** What wants somebody to act stays in sight, however far down the page the mark was made. */
function Alerts({ unkept, aside, refused }: Record<'unkept' | 'aside' | 'refused', readonly Waiting[]>) {
  if (unkept.length + aside.length + refused.length === 0) return null;
  const alert = 'flex flex-wrap items-center gap-x-3 gap-y-2 border-l-8 border-error bg-base-200 p-3';
  return (
    <div className="sticky top-0 z-10 space-y-2">
      {unkept.length > 0 && (
        <p role="alert" className={`${alert} font-semibold`}>
          <span>
            <span className="text-error">■ </span>
            {names(unkept)} could not be kept on this device: its storage is full or refused. Leave this page open until it is saved, or
            write down the time.
          </span>
        </p>
      )}
      {aside.map((w) => (
        <div key={w.event.id} role="alert" className={alert}>
          <p className="min-w-60 grow basis-1/2">
            <strong>
              <span className="text-error">■ </span>
              {nameOf(w)} is kept here and cannot be saved.
            </strong>{' '}
            {/* What the server advises to do is done by itself. */}
            {w.trouble?.error.split('. ')[0]?.replace(/\.?$/, '.')} Tried {w.trouble?.tries} times, and again by itself; the others go on.
          </p>
          <button type="button" className="btn min-h-12 bg-base-100" onClick={() => void tryNow(w.event.id)}>
            Try it now
          </button>
          <HoldButton className="min-h-12 bg-base-100" onHeld={() => void forget(w.event.id)}>
            Give it up, hold to press
          </HoldButton>
        </div>
      ))}
      {refused.map((w) => (
        <div key={w.event.id} role="alert" className={alert}>
          <p className="min-w-60 grow basis-1/2">
            <strong>
              <span className="text-error">■ </span>
              {nameOf(w)} was not taken.
            </strong>{' '}
            {w.refusal?.error} {w.refusal?.reasons.filter((r) => r !== w.refusal?.error).join(' ')}
          </p>
          <button type="button" className="btn min-h-12 bg-base-100" onClick={() => void forget(w.event.id)}>
            I have seen it
          </button>
        </div>
      ))}
    </div>
  );
}
