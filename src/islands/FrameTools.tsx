/** The right end of the frame: what this device has not saved yet, who I am, day or dark bay. */
import Moon from 'lucide-react/icons/moon';
import Sun from 'lucide-react/icons/sun';
import { useEffect, useState } from 'react';
import type { Person } from '../../core/work/people';
import { keepOffline } from './offline';
import { request } from './post';
import { signIn, whoNow } from './who';
import { listening } from './kit/listening';

type Props = { person: Person | null; people: Person[]; theme: 'day' | 'bay'; now: number };

/** A mark that is saved at once is nobody's worry, ms. */
const AT_ONCE = 2000;

/** Marks of this device that are not saved yet; they are sent from every page, not only from the weld's. */
function useUnsaved(): number {
  const [count, setCount] = useState(0);
  useEffect(() => {
    let stop = () => undefined as void;
    let soon: ReturnType<typeof setTimeout> | undefined;
    // When the page has settled: no first screen waits for it.
    void import('./queue').then(({ onQueue, waiting }) => {
      const look = () => {
        clearTimeout(soon);
        soon = setTimeout(() => void waiting().then((list) => setCount(list.filter((w) => w.refusal === null).length)), AT_ONCE);
      };
      stop = onQueue(look);
      look();
    });
    // Pictures too, once the page has settled.
    void import('./pictures/shelf').then(({ sendWhatWaits }) => sendWhatWaits());
    return () => {
      clearTimeout(soon);
      stop();
    };
  }, []);
  return count;
}

export default listening(FrameTools);

function FrameTools({ person: drawnFor, people, theme: first, now }: Props) {
  const [person, setPerson] = useState(drawnFor);
  const unsaved = useUnsaved();
  // A page out of the cache may have been drawn for somebody else.
  useEffect(() => {
    const id = whoNow(drawnFor?.id ?? null, now);
    setPerson(people.find((p) => p.id === id) ?? null);
  }, [drawnFor, people, now]);
  const [theme, setTheme] = useState(first);
  const [error, setError] = useState('');
  useEffect(keepOffline, []);

  const pick = async (id: string) => {
    const { waiting } = await import('./queue');
    const left = (await waiting()).filter((w) => w.refusal === null).length;
    // They are recorded as made by whoever is signed in when they are sent.
    if (person && left > 0)
      return setError(`${left} ${left === 1 ? 'mark' : 'marks'} of ${person.name} must be saved before somebody else takes over.`);
    const sent = await signIn(id || null);
    if (sent.ok) location.reload();
    else setError(sent.refusal.error);
  };
  const turn = () => {
    const next = theme === 'day' ? 'bay' : 'day';
    document.documentElement.dataset['theme'] = next;
    document.cookie = `sentrel_theme=${next};path=/;max-age=31536000;samesite=strict`;
    setTheme(next);
  };
  const units = async () => {
    await request('PUT', '/api/units', { units: person?.units === 'inch' ? 'metric' : 'inch' });
    location.reload();
  };

  return (
    <div className="ml-auto flex items-center gap-2 py-1">
      {unsaved > 0 && (
        <span role="status" className="text-sm font-semibold">
          □ {unsaved} not saved yet
        </span>
      )}
      {error && <span role="alert">{error}</span>}
      <label className="flex items-center gap-2 text-sm">
        <span>{person ? 'I am' : 'Who are you?'}</span>
        <select className="select min-h-12 w-44" value={person?.id ?? ''} onChange={(e) => void pick(e.target.value)} aria-label="Who I am">
          <option value="">Nobody yet</option>
          {people.map((p) => (
            <option key={p.id} value={p.id}>
              {p.name} ({p.stamp})
            </option>
          ))}
        </select>
      </label>
      {person && (
        <button type="button" className="btn btn-ghost min-h-12" onClick={() => void units()} title="Units you read in">
          {person.units === 'inch' ? 'in, CFH' : 'mm, L/min'}
        </button>
      )}
      <button
        type="button"
        className="btn btn-ghost btn-square min-h-12 min-w-12"
        onClick={turn}
        aria-label={theme === 'day' ? 'Dark bay' : 'Day'}
      >
        {theme === 'day' ? <Moon size={20} aria-hidden /> : <Sun size={20} aria-hidden />}
      </button>
    </div>
  );
}
