/** What measures and marks by itself: registered here, its key shown once, heard or not, revoked. */
import { useEffect, useState } from 'react';
import {
  CALIBRATED_DAYS,
  declaredMost,
  deviceForm,
  deviceKindNames,
  deviceSaid,
  monitorPlaces,
  shownIn,
  type DeviceKind,
  type DeviceRow,
  type NewDevice,
} from '../../../core/work/devices';
import { SHIFT } from '../../../core/work/registers';
import type { System } from '../../../core/basics/units';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { HoldButton } from '../kit/HoldButton';
import { LivePick } from '../kit/LiveField';
import { RefusalNote } from '../kit/notes';
import { useNow } from '../kit/useNow';
import { ago } from '../gas/check';
import { request, type Refusal } from '../post';
import { listening } from '../kit/listening';

export type DeviceCard = DeviceRow & { checkedAt: number | null };
type Key = { id: string; key: string; name: string };
const round = (x: number): number => Number(x.toPrecision(3));

export default listening(DevicesPlace);

function DevicesPlace({ devices: first, now: made, system }: { devices: DeviceCard[]; now: number; system: System }) {
  const now = useNow(made, 5000);
  const [devices, setDevices] = useState(first);
  const [key, setKey] = useState<Key | null>(null);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [adding, setAdding] = useState(first.length === 0);
  const look = async () => {
    const sent = await request<{ devices: DeviceCard[] }>('GET', '/api/devices');
    if (sent.ok) setDevices(sent.value.devices.map((d) => ({ ...d, checkedAt: devices.find((x) => x.id === d.id)?.checkedAt ?? null })));
  };
  const act = async <T,>(sent: Promise<{ ok: true; value: T } | { ok: false; refusal: Refusal }>): Promise<T | null> => {
    const answer = await sent;
    setRefusal(answer.ok ? null : answer.refusal);
    if (answer.ok) await look();
    return answer.ok ? answer.value : null;
  };
  return (
    <div className="space-y-4">
      {key && <KeyOnce made={key} onSeen={() => setKey(null)} />}
      <RefusalNote refusal={refusal} />
      {devices.length === 0 && <p className="py-3">None yet: a purge goes by the clock, and by what is typed. Register the first.</p>}
      <div className="grid gap-x-8 md:grid-cols-2">
        {devices.map((d) => (
          <Card
            system={system}
            key={d.id}
            device={d}
            now={now}
            onKey={async () => {
              const made = await act(request<{ id: string; key: string }>('POST', `/api/devices/${d.id}/key`));
              if (made) setKey({ ...made, name: d.name });
            }}
            onRevoke={() => void act(request('DELETE', `/api/devices/${d.id}`))}
            onCard={(change) => void act(request('PUT', `/api/devices/${d.id}`, change))}
          />
        ))}
      </div>
      <button type="button" className="btn min-h-12" aria-expanded={adding} onClick={() => setAdding(!adding)}>
        {adding ? 'Close this' : 'Register another'}
      </button>
      {adding && (
        <Register
          system={system}
          onRegister={async (wish) => {
            const sent = await request<{ id: string; key: string }>('POST', '/api/devices', wish);
            if (!sent.ok) return sent.refusal;
            setKey({ ...sent.value, name: wish.name ?? '' });
            await look();
            return null;
          }}
        />
      )}
    </div>
  );
}

function KeyOnce({ made: { id, key, name }, onSeen }: { made: Key; onSeen: () => void }) {
  return (
    <div role="alert" className="space-y-2 border-4 border-base-content p-3">
      <p className="font-semibold">Key of {name}: write it down or set it on the device now. It is not shown again.</p>
      <dl className="font-mono text-sm break-all">
        <dt className="font-sans text-xs">X-Device</dt>
        <dd data-testid="device-id">{id}</dd>
        <dt className="font-sans text-xs">Authorization: Bearer</dt>
        <dd data-testid="device-key">{key}</dd>
      </dl>
      <button type="button" className="btn min-h-12 btn-primary" onClick={onSeen}>
        It is on the device
      </button>
    </div>
  );
}

function Card({
  system,
  device: d,
  now,
  onKey,
  onRevoke,
  onCard,
}: {
  system: System;
  device: DeviceCard;
  now: number;
  onKey: () => Promise<void>;
  onRevoke: () => void;
  onCard: (change: Record<string, unknown>) => void;
}) {
  const shown = shownIn(d.kind, system);
  const [station, setStation] = useState(d.station);
  const heard = d.lastSeen !== null && now - d.lastSeen < 15_000;
  const speaks = d.kind === 'oxygen-monitor' || d.kind === 'flow-meter';
  const checked = d.checkedAt !== null && now - d.checkedAt < SHIFT;
  const monitor = d.kind === 'oxygen-monitor';
  const days = d.calibratedOn ? Math.round((now - Date.parse(d.calibratedOn)) / 86_400_000) : null;
  const silent = !d.revoked && speaks && d.lastSeen !== null && !heard;
  return (
    <article className={`border-b border-base-300 py-3 ${d.revoked ? 'text-base-content/80' : ''}`} aria-label={d.name}>
      <h2 className="text-sm">
        <strong className="text-base">{d.name}</strong>
        {d.station && !d.name.includes(d.station) && ` ${d.station},`} {deviceKindNames[d.kind].toLowerCase()}
        {d.place && ` at the ${d.place}`}
      </h2>
      <p className={`text-xl font-semibold ${silent ? 'text-error' : ''}`}>
        {d.revoked
          ? '□ revoked'
          : d.lastSeen === null
            ? '□ never heard'
            : heard
              ? '✓ heard now'
              : `${silent ? '■ silent, last' : 'last'} heard ${ago(now - d.lastSeen)}`}
        {d.busy && ', on a running purge'}
      </p>
      {monitor && !d.revoked && (
        <p className="text-sm">
          {checked ? (
            'Checked this shift. '
          ) : (
            <>
              □ Not checked this shift: check it{' '}
              <a className="link" href={`/gas#${d.id}`}>
                at Gas
              </a>
              .{' '}
            </>
          )}
          {days !== null && days > CALIBRATED_DAYS && `□ Calibration due, the last was ${days} days ago.`}
        </p>
      )}
      {!d.revoked && (
        <details className="text-sm">
          <summary className="min-h-11 cursor-pointer list-none py-2 font-medium">For whoever wires it ›</summary>
          <p>
            {shown &&
              `Shows steps of ${round(d.resolution / shown.one)} ${shown.unit}, flickers by ${round(d.noise / shown.one)}, up to ${round(d.top / shown.one).toLocaleString('en')}. `}
            {d.refused > 0 && `${d.refused} of its items were refused in the last day. `}
          </p>
          <div className="mt-1 flex flex-wrap items-end gap-2">
            {monitor && (
              <LivePick
                label="Measures at the"
                className="w-28"
                value={d.place}
                options={monitorPlaces.map((p) => ({ value: p, label: p }))}
                onValue={(place) => onCard({ place })}
              />
            )}
            <label className="block text-sm font-medium">
              Stands in
              <input
                className="input block min-h-12 w-28"
                value={station}
                placeholder="bay 2"
                onChange={(e) => setStation(e.target.value)}
                onBlur={() => station !== d.station && onCard({ station })}
              />
            </label>
            {monitor && (
              <label className="block text-sm font-medium">
                Calibrated on
                <input
                  type="date"
                  className="input block min-h-12 w-40"
                  value={d.calibratedOn ?? ''}
                  onChange={(e) => onCard({ calibratedOn: e.target.value || null })}
                />
              </label>
            )}
            <button type="button" className="btn min-h-12" onClick={() => void onKey()}>
              New key
            </button>
            <HoldButton className="min-h-12" onHeld={onRevoke}>
              Revoke, hold
            </HoldButton>
          </div>
        </details>
      )}
    </article>
  );
}

function Register({ system, onRegister }: { system: System; onRegister: (wish: Partial<NewDevice>) => Promise<Refusal | null> }) {
  return (
    <section aria-labelledby="register" className="max-w-3xl space-y-2">
      <h2 id="register" className="border-b-2 border-base-content text-lg font-semibold">
        Register a device
      </h2>
      <p className="max-w-2xl text-sm">
        A device speaks plain HTTP and JSON: <code>POST /api/intake/v1/readings</code> for oxygen and flow, <code>/signals</code> for
        switches and clamps, with its id and key in two headers. The whole of it, enough to build one, is in <code>docs/protocol.md</code>.
      </p>
      <Form
        of={deviceForm}
        typed={declaredMost('oxygen-monitor')}
        system={system}
        label="Register and show its key"
        again
        onRecord={(v) => onRegister(deviceSaid(v, system))}
      >
        {({ read, typed, set }) => {
          const { kind = 'oxygen-monitor' } = read;
          const shown = shownIn(kind, system);
          return (
            <div className="grid grid-cols-2 items-start gap-2">
              <Declared kind={kind} set={set} />
              {kind === 'foot-switch' && (
                <p className="caution col-span-full bg-base-200 p-2 pl-6 text-sm">
                  The mark switch is never the amperage pedal and stands apart from it: the wrong pedal strikes an arc. On a ladder take a
                  clicker.
                </p>
              )}
              {(Object.keys(deviceForm) as (keyof typeof deviceForm)[]).map((name) => {
                const { asked, label } = deviceForm[name];
                const measured = name === 'resolution' || name === 'noise' || name === 'top';
                return (
                  (!asked || asked(typed)) && (
                    <Field key={name} name={name} {...(measured && shown && { label: `${label}, ${shown.unit}` })} />
                  )
                );
              })}
            </div>
          );
        }}
      </Form>
    </section>
  );
}

/** Fills in what most of a kind declare when another kind is picked. */
function Declared({ kind, set }: { kind: DeviceKind; set: (name: 'resolution' | 'noise' | 'top', typed: string) => void }) {
  const [last, setLast] = useState(kind);
  useEffect(() => {
    if (kind === last) return;
    setLast(kind);
    const most = declaredMost(kind);
    for (const name of ['resolution', 'noise', 'top'] as const) set(name, most[name]);
  });
  return null;
}
