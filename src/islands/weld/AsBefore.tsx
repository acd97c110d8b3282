/** Gas and torch of the last weld alike, taken again by one press while the shift's checks hold; else what has to be looked at first. */
import { useState } from 'react';
import { gasNames, readsOff } from '../../../core/basics/gases';
import { show } from '../../../core/basics/units';
import { gasAgain, gasSaid, monitorOf, type GasAgain, type GasForm } from '../../../core/work/gas';
import type { Carried } from '../../../core/work/record';
import { RefusalNote } from '../kit/notes';
import type { Refusal } from '../post';
import { useShop, useWeld } from './context';
import { useLooks } from './useLooks';

type Hoses = Carried['hoses'];
/** Hoses of the same length, bore and make, in the same order; what nobody knows is no change. */
const sameHoses = (a: Hoses, b: Hoses): boolean =>
  a === null ||
  b === null ||
  (a.length === b.length && a.every((h, i) => h.length === b[i]?.length && h.bore === b[i].bore && h.material === b[i].material));

/** What becomes of the last weld's gas here; null where there is none. */
export function useAgain(form: GasForm): GasAgain | null {
  const { carried, supplies, savedSetup, system } = useShop();
  const looks = useLooks();
  if (!carried?.gas) return null;
  /** when the monitor read the gas; without one nothing of it falls open */
  const read = looks.checked(String(carried.gas.picked['monitor']))?.when ?? Infinity;
  const now = {
    now: looks.now,
    checked: (m: string) => looks.checked(m) !== undefined,
    changed: (c: string) => {
      const supply = supplies.find((x) => x.id === c);
      // Read on the gauge as another bottle: its gas is to be read by the monitor too.
      return supply?.changed === true || (supply?.look?.reading.changed === true && read < supply.look.at);
    },
    off: (m: string) => {
      const { state: is, factor } = looks.meter(m);
      return is === 'drifting' ? 'The meter drifts.' : is === 'off' ? `The meter ${readsOff(factor).toLowerCase()}.` : null;
    },
    otherHose: carried.sameSpool && !sameHoses(carried.hoses, savedSetup?.setup.inlets.map((i) => i.hose) ?? null),
  };
  return gasAgain(form, carried.gas, now, system);
}

export function AsBefore({ again }: { again: GasAgain }) {
  const { state, record } = useWeld();
  const { carried, system } = useShop();
  const looks = useLooks();
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [busy, setBusy] = useState(false);
  const { number = '', torch = null } = carried ?? {};
  if (!again.ok)
    return (
      <p className="border-l-8 border-base-content bg-base-100 p-2 text-sm">
        □ Not simply as {number}: {again.because}
      </p>
    );
  const { values, typed } = again;
  const monitor = monitorOf(values.monitor);
  const take = async () => {
    setBusy(true);
    // The gas last: with it this stage is over, and nothing could be said here any more.
    const no = torch && !state.setup ? await record({ stream: state.id, type: 'setup.recorded', body: torch }) : null;
    const gas = gasSaid(values, typed, looks.known(values), system);
    setRefusal(no ?? (await record({ stream: state.id, type: 'gas.recorded', body: gas })));
    setBusy(false);
  };
  return (
    <div className="space-y-2 border-2 border-base-content bg-base-100 p-3">
      <p className="text-sm">
        {gasNames[values.purge.body.gas]} {values.purge.label}
        {[values.cylinder, values.meter].map((x) => x && `, ${x.label}`)}; {monitor ? `${monitor.name}, checked this shift` : 'no monitor'}.
        {torch && ` Cup ${torch.cup}${torch.lens ? ' with lens' : ''}, ${show(torch.flow, 'flow', system)}, ${Math.round(torch.amps)} A.`}
        {torch && torch.reason !== '' && <strong> □ Outside the WPS, with the reason of then: {torch.reason}</strong>}
      </p>
      <RefusalNote refusal={refusal} />
      <button
        type="button"
        className="btn btn-primary h-auto min-h-14 w-full px-2 text-lg leading-tight"
        disabled={busy}
        onClick={() => void take()}
      >
        Gas{torch ? ' and torch' : ''} as {number}
      </button>
    </div>
  );
}
