/** The gas side of the shop: what is left and how long it lasts, meters and monitors and their checks, prices, what is let out. */
import { useMemo, useState, type ReactNode } from 'react';
import { gasNames, meterState, type Gas } from '../../../core/basics/gases';
import { checksOf, itemsOf, type Check, type NewCheck, type Prices, type RegisterItem } from '../../../core/work/registers';
import { show, type System } from '../../../core/basics/units';
import type { BoardCylinder, ShopScore } from '../../../core/work/run';
import { ReaderUnits } from '../kit/reader';
import { useNow } from '../kit/useNow';
import { request, type Refusal } from '../post';
import { TakeBack } from './check';
import { Foretelling } from './Foretelling';
import { CylinderCard } from './CylinderCard';
import { MeterCard } from './MeterCard';
import { MonitorCardView, type MonitorCard } from './MonitorCard';
import { PriceForm } from './PriceForm';
import { listening } from '../kit/listening';

export type Running = { id: string; numbers: string[]; flow: number; gas: Gas; cylinder: string | null; bay: string };

type Props = {
  registers: RegisterItem[];
  checks: Check[];
  monitors: MonitorCard[];
  prices: Prices | null;
  running: Running[];
  supplies: BoardCylinder[];
  /** what was foretold of purges and what came */
  foretold: ShopScore;
  system: System;
  now: number;
  /** checks that are kept and cannot be read here */
  unread: { id: string; item: string; when: number }[];
};

export default listening(GasPlace);

function GasPlace({ registers, checks: first, monitors, prices, running, supplies, foretold, system, now: made, unread: first_ }: Props) {
  const now = useNow(made);
  const [checks, setChecks] = useState(first);
  const [unread, setUnread] = useState(first_);
  /** Sends a check; what is refused stays in its field. */
  const take = async (check: NewCheck): Promise<{ refusal: Refusal | null; note: string }> => {
    const sent = await request<{ note: string; when: number }>('POST', '/api/checks', check);
    if (!sent.ok) return { refusal: sent.refusal, note: '' };
    setChecks([...checks, { ...check, when: sent.value.when, by: null }]);
    return { refusal: null, note: sent.value.note };
  };
  const back = (id: string) => setChecks((all) => all.filter((c) => c.id !== id));
  const cylinders = itemsOf(registers, 'cylinder');
  const meters = itemsOf(registers, 'meter');
  // What is wrong stands first; in the order the page came with, so that nothing moves while it is being checked.
  const [wrongFirst] = useState(() => {
    const rank = { off: 0, drifting: 0, unchecked: 1, good: 2 };
    const state = (id: string) =>
      meterState(
        checksOf(first, 'meter', id).map((c) => ({ ...c.body, when: c.when })),
        made,
      ).state;
    return [...meters].sort((a, b) => rank[state(a.id)] - rank[state(b.id)]);
  });
  const nameOf = (id: string) =>
    registers.find((r) => r.id === id)?.label ?? monitors.find((m) => m.id === id)?.name ?? 'an item that is gone';
  return (
    <ReaderUnits value={system}>
      <div className="space-y-5">
        {unread.length > 0 && (
          <div role="alert" className="border-l-8 border-base-content bg-base-200 p-3">
            <p className="font-semibold">
              □ {unread.length} {unread.length === 1 ? 'check' : 'checks'} cannot be read and {unread.length === 1 ? 'is' : 'are'} passed
              over.
            </p>
            {unread.map((u) => (
              <TakeBack
                key={u.id}
                id={u.id}
                what={`the check of ${nameOf(u.item)}`}
                system={system}
                onBack={(id) => setUnread((all) => all.filter((x) => x.id !== id))}
              />
            ))}
          </div>
        )}
        <div className="grid gap-x-8 gap-y-6 md:grid-cols-2 lg:grid-cols-3">
          <Shelf title="Flow meters" empty={meters.length === 0 && 'flow meter'}>
            {wrongFirst.map((m) => (
              <MeterCard
                key={m.id}
                item={m}
                meters={meters}
                checks={checksOf(checks, 'meter', m.id)}
                now={now}
                system={system}
                onCheck={take}
                onBack={back}
              />
            ))}
          </Shelf>
          <Shelf title="Bottles" empty={cylinders.length === 0 && 'cylinder'}>
            {cylinders.map((c) => (
              <CylinderCard
                key={c.id}
                item={c}
                checks={checksOf(checks, 'cylinder', c.id)}
                time={now}
                supply={supplies.find((s) => s.id === c.id)}
                system={system}
                onCheck={take}
                onBack={back}
              />
            ))}
          </Shelf>
          <Shelf title="Oxygen monitors" empty={false}>
            {monitors.length === 0 && (
              <p className="py-3 text-sm">
                No monitor yet. Register it under{' '}
                <a className="link" href="/devices">
                  Devices
                </a>
                ; without one a purge goes by the clock.
              </p>
            )}
            {monitors.map((m) => (
              <MonitorCardView
                key={m.id}
                card={m}
                checks={checksOf(checks, 'monitor', m.id)}
                now={now}
                system={system}
                onCheck={take}
                onBack={back}
              />
            ))}
          </Shelf>
        </div>
        <div className="grid items-start gap-x-8 gap-y-6 lg:grid-cols-[2fr_1fr]">
          <Foretelling first={foretold} system={system} />
          <div className="space-y-6">
            <Released running={running} system={system} />
            <PriceForm prices={prices} system={system} />
          </div>
        </div>
      </div>
    </ReaderUnits>
  );
}

/** One kind of thing in a column; what is wrong stands first. */
function Shelf({ title, empty, children }: { title: string; empty: string | false; children: ReactNode }) {
  const id = title.replace(/\W/g, '').toLowerCase();
  return (
    <section aria-labelledby={id}>
      <h2 id={id} className="border-b-2 border-base-content text-lg font-semibold">
        {title}
      </h2>
      {empty ? <Nothing what={empty} /> : children}
    </section>
  );
}

const Nothing = ({ what }: { what: string }) => (
  <p className="py-3 text-sm">
    No {what} yet. Enter it under{' '}
    <a className="link" href="/registers">
      Lots and tools
    </a>
    .
  </p>
);

/** What the running purges let out into the bay. */
function Released({ running, system }: { running: Running[]; system: System }) {
  const bays = [...new Set(running.map((r) => r.bay))].map((b): [string, Running[]] => [b, running.filter((r) => r.bay === b)]);
  const hour = useMemo(() => running.reduce((s, r) => s + r.flow * 3600, 0), [running]);
  return (
    <section aria-labelledby="out">
      <h2 id="out" className="border-b-2 border-base-content text-lg font-semibold">
        Let out into the room now
      </h2>
      <p className="py-1">
        <span className="font-figure text-2xl font-bold">{show(hour, 'volume', system)}</span> an hour from {running.length}{' '}
        {running.length === 1 ? 'purge' : 'purges'}
      </p>
      <ul className="text-sm">
        {bays.map(([bay, some]) => (
          <li key={bay}>
            <strong>{bay}:</strong>{' '}
            {show(
              some.reduce((x, r) => x + r.flow * 3600, 0),
              'volume',
              system,
            )}{' '}
            an hour (
            {some.map((r) => `${r.numbers.join(', ')} ${show(r.flow, 'flow', system)} ${gasNames[r.gas].toLowerCase()}`).join('; ')})
          </li>
        ))}
      </ul>
      <p className="caution mt-1 bg-base-200 p-3 pl-6 text-sm">
        Argon and nitrogen displace air without warning and lie in pits and low bays; helium gathers under the roof. Ventilate, wear an
        oxygen alarm, never rely on the purge monitor. How much air this room needs is for a qualified person to say.
      </p>
    </section>
  );
}
