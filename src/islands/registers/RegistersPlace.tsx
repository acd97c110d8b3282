/** What stands on the shelves: found by a few letters, what wants seeing to first, forms behind a press. */
import { useCallback, useEffect, useMemo, useState } from 'react';
import { aboutItem, mindsOf, standingOf, type RegisterItem } from '../../../core/work/registers';
import type { System } from '../../../core/basics/units';
import { listening } from '../kit/listening';
import { ReaderUnits } from '../kit/reader';
import { request } from '../post';
import { Item } from './Item';
import { NewItem } from './NewItem';

const titles = {
  heat: 'Heats',
  wps: 'WPSs',
  gas: 'Gas lots',
  cylinder: 'Cylinders',
  meter: 'Flow meters',
  cup: 'Cups',
  shield: 'Trailing shields',
  tool: 'Tools',
  product: 'Products',
  bath: 'Baths',
  strip: 'Trial strips',
  kit: 'Purge kits',
  torch: 'Torches',
} as const satisfies Record<RegisterItem['kind'], string>;
const kinds = Object.keys(titles) as RegisterItem['kind'][];
/** As many as are said before the rest is only counted. */
const SAID = 4;

type Props = { items: RegisterItem[]; unread: { kind: string; label: string }[]; today: string; system: System };

export default listening(RegistersPlace);

function RegistersPlace({ items: first, unread, today, system }: Props) {
  const [items, setItems] = useState(first);
  const [letters, setLetters] = useState('');
  const [kind, setKind] = useState<RegisterItem['kind'] | null>(null);
  const [open, setOpen] = useState<string | null>(null);
  const [adding, setAdding] = useState(false);
  const [past, setPast] = useState(false);
  const look = useCallback(async () => {
    const sent = await request<RegisterItem[]>('GET', '/api/registers?all=yes');
    if (sent.ok) setItems(sent.value);
  }, []);
  useEffect(() => {
    const named = () => {
      const id = location.hash.slice(1);
      if (first.some((i) => i.id === id)) setOpen(id);
    };
    named();
    addEventListener('hashchange', named);
    return () => removeEventListener('hashchange', named);
  }, [first]);
  const wanted = letters.trim().toLowerCase();
  const shown = useMemo(
    () =>
      items.filter(
        (i) =>
          (kind === null || i.kind === kind) &&
          (!i.retired || past || i.id === open || wanted !== '') &&
          `${i.label} ${aboutItem(i, system)}`.toLowerCase().includes(wanted),
      ),
    [items, kind, past, open, wanted, system],
  );
  const retired = items.filter((i) => i.retired).length;
  const press = (on: boolean) => `btn min-h-12 ${on ? 'btn-primary' : 'btn-ghost'}`;
  return (
    <ReaderUnits value={system}>
      <div className="space-y-4">
        <div className="flex flex-wrap items-end gap-x-3 gap-y-2">
          <label className="block grow text-sm font-medium sm:max-w-md">
            Find by a few letters
            <input className="input block min-h-12 w-full" type="search" value={letters} onChange={(e) => setLetters(e.target.value)} />
          </label>
          <button type="button" className="btn min-h-12" aria-expanded={adding} onClick={() => setAdding(!adding)}>
            {adding ? 'Close this' : 'Enter something new'}
          </button>
        </div>
        {adding && (
          <NewItem
            registers={items}
            system={system}
            onKept={async (id) => {
              setAdding(false);
              await look();
              setOpen(id);
            }}
          />
        )}
        {wanted === '' && kind === null && <SeeTo items={items} today={today} onOpen={setOpen} />}
        {unread.length > 0 && (
          <p role="alert" className="border-l-8 border-base-content bg-base-200 p-3">
            □ Kept, but not readable here, and passed over: {unread.map((u) => `${u.kind} ${u.label}`).join(', ')}.
          </p>
        )}
        <div role="group" aria-label="Shelf" className="flex flex-wrap gap-1">
          <button type="button" className={press(kind === null)} aria-pressed={kind === null} onClick={() => setKind(null)}>
            All
          </button>
          {kinds.map((k) => (
            <button key={k} type="button" className={press(kind === k)} aria-pressed={kind === k} onClick={() => setKind(k)}>
              {titles[k]}
            </button>
          ))}
        </div>
        {kinds.map((k) => {
          const some = shown.filter((i) => i.kind === k);
          if (some.length === 0 && (wanted !== '' || (kind !== null && kind !== k))) return null;
          return (
            <section key={k} aria-labelledby={`shelf-${k}`}>
              <h2 id={`shelf-${k}`} className="border-b-2 border-base-content text-lg font-semibold">
                {titles[k]}
              </h2>
              {some.map((i) => (
                <Item key={i.id} item={i} today={today} system={system} open={open === i.id} onOpen={setOpen} onChanged={look} />
              ))}
              {some.length === 0 && (
                <p className="py-2">
                  {k === 'kit' ? 'None yet: keep one from a purge.' : k === 'torch' ? 'None yet: keep one from a set-up.' : 'None yet.'}
                </p>
              )}
            </section>
          );
        })}
        {shown.length === 0 && wanted !== '' && <p>Nothing on the shelves is called so.</p>}
        {retired > 0 && wanted === '' && (
          <button type="button" className="btn min-h-12 btn-ghost" aria-pressed={past} onClick={() => setPast(!past)}>
            {past ? 'Leave out what is retired' : 'Show what is retired too'}
          </button>
        )}
      </div>
    </ReaderUnits>
  );
}

/** What is past its day, soon will be, or whose papers leave something open: worst first. */
function SeeTo({ items, today, onOpen }: { items: readonly RegisterItem[]; today: string; onOpen: (id: string) => void }) {
  const all = items
    .filter((i) => !i.retired)
    .flatMap((i) => {
      const { state, text } = standingOf(i, today);
      const said = state === 'over' || state === 'soon' ? `${text}.` : mindsOf(i)[0];
      return said === undefined ? [] : [{ item: i, said, rank: state === 'over' ? 0 : state === 'soon' ? 1 : 2 }];
    })
    .sort((a, b) => a.rank - b.rank);
  if (all.length === 0) return null;
  return (
    <ul aria-label="To see to">
      {all.slice(0, SAID).map(({ item, said, rank }) => (
        <li key={item.id}>
          <button type="button" className="min-h-11 text-left hover:underline" onClick={() => onOpen(item.id)}>
            <span className={rank === 0 ? 'font-semibold text-error' : 'font-semibold'}>{rank === 0 ? '■' : '□'} </span>
            <strong>{item.label}.</strong> {said}
          </button>
        </li>
      ))}
      {all.length > SAID && <li className="py-1">And {all.length - SAID} more, marked □ below.</li>}
    </ul>
  );
}
