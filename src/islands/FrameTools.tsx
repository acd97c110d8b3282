/** The right end of the frame: who I am, day or dark bay. */
import Moon from 'lucide-react/icons/moon';
import Sun from 'lucide-react/icons/sun';
import { useEffect, useState } from 'react';
import type { Person } from '../../core/people';
import { keepOffline } from './offline';
import { request } from './post';

type Props = { person: Person | null; people: Person[]; theme: 'day' | 'bay' };

export default function FrameTools({ person, people, theme: first }: Props) {
  const [theme, setTheme] = useState(first);
  const [error, setError] = useState('');
  useEffect(keepOffline, []);

  const pick = async (id: string) => {
    const sent = id ? await request('POST', '/api/session', { person: id }) : await request('DELETE', '/api/session');
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
