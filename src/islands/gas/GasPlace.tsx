/** The gas side of the shop: what is left and how long it lasts, meters and monitors and their checks, prices, what is let out. */
import { useMemo, useState } from 'react';
import { gasNames, type Gas } from '../../../core/basics/gases';
import { checksOf, itemsOf, type Check, type NewCheck, type Prices, type RegisterItem } from '../../../core/work/registers';
import { show, type System } from '../../../core/basics/units';
import type { BoardCylinder } from '../../../core/work/run';
import { ReaderUnits } from '../kit/reader';
import { useNow } from '../kit/useNow';
import { request, type Refusal } from '../post';
import { TakeBack } from './check';
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
  system: System;
  now: number;
  /** checks that are kept and cannot be read here */
  unread: { id: string; item: string; when: number }[];
};

export default listening(GasPlace);

function GasPlace({ registers, checks: first, monitors, prices, running, supplies, system, now: made, unread: first_ }: Props) {
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
  const nameOf = (id: string) =>
    registers.find((r) => r.id === id)?.label ?? monitors.find((m) => m.id === id)?.name ?? 'an item that is gone';
  return (
    <ReaderUnits value={system}>
      <div className="grid gap-x-8 gap-y-6 lg:grid-cols-2">
        {unread.length > 0 && (
          <div role="alert" className="border-l-8 border-base-content bg-base-200 p-3 lg:col-span-2">
            <p className="font-semibold">
              □ {unread.length} {unread.length === 1 ? 'check' : 'checks'} cannot be read and {unread.length === 1 ? 'is' : 'are'} passed
              over.
            </p>
            {unread.map((u) => (
              <TakeBack
                key={u.id}
                id={u.id}
                what={`The check of ${nameOf(u.item)}`}
                system={system}
                onBack={(id) => setUnread((all) => all.filter((x) => x.id !== id))}
              />
            ))}
          </div>
        )}
        <section aria-labelledby="cylinders">
          <h2 id="cylinders" className="border-b-2 border-base-content text-lg font-semibold">
            Cylinders
          </h2>
          {cylinders.length === 0 && <Nothing what="cylinder" />}
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
          <Released running={running} system={system} />
          <PriceForm prices={prices} system={system} />
        </section>
        <section aria-labelledby="meters">
          <h2 id="meters" className="border-b-2 border-base-content text-lg font-semibold">
            Flow meters
          </h2>
          {meters.length === 0 && <Nothing what="flow meter" />}
          {meters.map((m) => (
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
          <h2 className="mt-6 border-b-2 border-base-content text-lg font-semibold">Oxygen monitors</h2>
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
        </section>
      </div>
    </ReaderUnits>
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
    <div className="mt-4">
      <h2 className="border-b-2 border-base-content text-lg font-semibold">Gas let out now</h2>
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
    </div>
  );
}
