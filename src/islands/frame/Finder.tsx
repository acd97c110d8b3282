/** Getting about by keys: "/" finds by a few letters, "g" and a letter goes to a place, "?" lists the keys. */
import Search from 'lucide-react/icons/search';
import { useEffect, useRef, useState } from 'react';
import type { Found } from '../../../core/work/find';
import { request } from '../post';
import { listening } from '../kit/listening';
import { places } from './places';

export default listening(Finder);

/** A letter after "g" counts this long, ms; letters are asked for when typing pauses, ms. */
const AFTER_G = 1500;
const PAUSE = 150;

const kinds: Record<string, string> = { gas: 'gas lot', wps: 'WPS' };
const typing = (e: KeyboardEvent) =>
  e.target instanceof HTMLInputElement || e.target instanceof HTMLTextAreaElement || e.target instanceof HTMLSelectElement;

function Finder() {
  const [open, setOpen] = useState<'find' | 'keys' | null>(null);
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    let g = -Infinity;
    const keys = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || typing(e) || dialog.current?.open) return;
      const place = places.flatMap((p) => p.places).find((p) => p.key === e.key);
      if (e.key === '/') setOpen('find');
      else if (e.key === '?') setOpen('keys');
      else if (place && e.timeStamp - g < AFTER_G) location.assign(place.href);
      else if (e.key === 'g') g = e.timeStamp;
      else return;
      if (e.key !== 'g' || place) e.preventDefault();
    };
    addEventListener('keydown', keys);
    return () => removeEventListener('keydown', keys);
  }, []);
  useEffect(() => {
    if (open) dialog.current?.showModal();
    else dialog.current?.close();
  }, [open]);
  return (
    <>
      <button type="button" className="btn min-h-12 border-base-content bg-base-100 px-3 font-normal" onClick={() => setOpen('find')}>
        <Search size={18} aria-hidden /> Find
        <kbd className="max-lg:hidden">/</kbd>
      </button>
      <dialog
        ref={dialog}
        aria-label={open === 'keys' ? 'Keys' : 'Find'}
        className="m-auto mt-[10vh] w-[min(40rem,94vw)] border-4 border-base-content bg-base-100 p-4 text-base-content backdrop:bg-base-content/40"
        onClose={() => setOpen(null)}
        onClick={(e) => e.target === dialog.current && setOpen(null)}
      >
        {open === 'find' && <Finding onClose={() => setOpen(null)} />}
        {open === 'keys' && <Keys />}
        <button type="button" className="btn mt-3 min-h-12" onClick={() => setOpen(null)}>
          Close
        </button>
      </dialog>
    </>
  );
}

function Finding({ onClose }: { onClose: () => void }) {
  const [text, setText] = useState('');
  const [found, setFound] = useState<readonly Found[] | null>(null);
  const [error, setError] = useState('');
  const list = useRef<HTMLUListElement>(null);
  useEffect(() => {
    const q = text.trim();
    setError('');
    if (q === '') return setFound(null);
    let late = false;
    const ask = async () => {
      const sent = await request<{ found: Found[] }>('GET', `/api/find?q=${encodeURIComponent(q)}`);
      if (late) return;
      if (sent.ok) setFound(sent.value.found);
      else setError(sent.refusal.error);
    };
    const soon = setTimeout(() => void ask(), PAUSE);
    return () => {
      late = true;
      clearTimeout(soon);
    };
  }, [text]);
  const step = (by: number) => {
    const all = [...(list.current?.querySelectorAll('a') ?? [])];
    const at = all.findIndex((a) => a === document.activeElement);
    all[Math.max(0, Math.min(all.length - 1, at + by))]?.focus();
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        const first = found?.[0];
        if (first) location.assign(first.href);
      }}
      onKeyDown={(e) => {
        if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
          e.preventDefault();
          step(e.key === 'ArrowDown' ? 1 : -1);
        }
      }}
    >
      <label className="block font-medium">
        Weld, spool, heat, cylinder or person, by a few letters or by a scan
        <input
          autoFocus
          className="input mt-1 min-h-14 w-full font-figure text-xl"
          value={text}
          onChange={(e) => setText(e.target.value)}
          autoComplete="off"
          spellCheck={false}
        />
      </label>
      <div role="status" className="mt-2 text-sm">
        {error ? `□ ${error}` : found?.length === 0 ? 'Nothing by that name.' : ''}
      </div>
      <ul ref={list} className="max-h-[50vh] overflow-y-auto">
        {found?.map((f) => (
          <li key={`${f.kind}${f.label}${f.href}`} className="border-b border-base-300">
            <a href={f.href} className="flex min-h-12 items-center gap-3 px-1 hover:bg-base-200" onClick={onClose}>
              <span className="font-figure text-lg font-bold whitespace-nowrap">{f.label}</span>
              <span className="min-w-0 truncate text-sm">{f.about}</span>
              <span className="ml-auto text-sm text-base-content/80">{kinds[f.kind] ?? f.kind}</span>
            </a>
          </li>
        ))}
      </ul>
    </form>
  );
}

const here: readonly [string, string][] = [
  ['/', 'find'],
  ['?', 'these keys'],
  ['Tab', 'on to the next field or target'],
  ['arrows', 'walk the clock, the rule, the stages; with Shift they stretch an arc'],
  ['1 to 5, then a digit', 'grade on the Look: group, then tint'],
  ['Ctrl Z', 'undo on the Purge plan; with Shift redo'],
  ['space or Enter', 'on the bench: what stands on the large target; kept down, the hold'],
];

function Keys() {
  return (
    <>
      <h2 className="text-xl font-bold">Keys</h2>
      <dl className="mt-2 grid grid-cols-[max-content_minmax(0,1fr)] gap-x-4 gap-y-1 text-base">
        {here.map(([key, does]) => (
          <div key={key} className="contents">
            <dt className="font-figure font-bold">{key}</dt>
            <dd>{does}</dd>
          </div>
        ))}
        {places.flatMap((g) =>
          g.places.map((p) => (
            <div key={p.id} className="contents">
              <dt className="font-figure font-bold">g {p.key}</dt>
              <dd>{p.name}</dd>
            </div>
          )),
        )}
      </dl>
    </>
  );
}
