/** An oxygen monitor: checked this shift or not, what its cell is fooled by, its calibration. */
import { useState } from 'react';
import { CALIBRATED_DAYS, checkMonitor } from '../../../core/work/devices';
import { cellFools, cellSchema, monitorCheckForm, SHIFT, type Cell, type CheckOf } from '../../../core/work/registers';
import { show, type System } from '../../../core/basics/units';
import { LivePick } from '../kit/LiveField';
import { RefusalNote } from '../kit/notes';
import { newId, request, type Refusal } from '../post';
import { ago, Card, CheckForm, TakeBack, type OnCheck } from './check';

export type MonitorCard = {
  id: string;
  name: string;
  place: string;
  cell: Cell;
  sampleFlow: number;
  calibratedOn: string | null;
  revoked: boolean;
};

export function MonitorCardView({
  card,
  checks,
  now,
  system,
  onCheck,
  onBack,
}: {
  card: MonitorCard;
  checks: CheckOf<'monitor'>[];
  now: number;
  system: System;
  onCheck: OnCheck;
  onBack: (id: string) => void;
}) {
  const last = checks.at(-1);
  const at = Math.max(now, last?.when ?? 0);
  const fresh = last !== undefined && at - last.when < SHIFT;
  const verdict = last && checkMonitor(last.body.air, last.body.bottle, 10);
  const [cell, setCell] = useState(card.cell);
  const [calibrated, setCalibrated] = useState(card.calibratedOn ?? '');
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const keepCard = async (change: { cell?: MonitorCard['cell']; calibratedOn?: string | null }) => {
    const sent = await request('PUT', `/api/devices/${card.id}`, { cell, calibratedOn: calibrated || null, ...change });
    setRefusal(sent.ok ? null : sent.refusal);
  };
  const days = calibrated ? Math.round((at - Date.parse(calibrated)) / 86_400_000) : null;
  return (
    <Card
      id={card.id}
      label={card.name}
      about={`at the ${card.place}`}
      glance={
        !fresh
          ? 'Not checked this shift'
          : verdict?.ok
            ? `✓ Checked: ${show(last.body.air, 'oxygen', system)} in air, ${show(last.body.bottle, 'oxygen', system)} in the bottle`
            : (verdict?.text ?? '')
      }
      bad={!(fresh && verdict?.ok)}
    >
      <p className="text-sm">
        {last
          ? fresh
            ? `Checked ${ago(at - last.when)}. `
            : `Last checked ${ago(at - last.when)}: ${show(last.body.air, 'oxygen', system)} in air, ${show(last.body.bottle, 'oxygen', system)} in bottle gas. `
          : 'Never checked. '}
        {days === null
          ? 'Calibration date not known.'
          : days > CALIBRATED_DAYS
            ? `Calibrated ${days} days ago: due.`
            : `Calibrated ${days} days ago.`}
      </p>
      <CheckForm
        ask="Check it"
        of={monitorCheckForm}
        system={system}
        label="Keep the check"
        check={(body) => ({ id: newId(), item: card.id, kind: 'monitor', body })}
        onCheck={onCheck}
      >
        {last && <TakeBack key={last.id} id={last.id} what="the last check" system={system} onBack={onBack} />}
      </CheckForm>
      <details className="mt-1 text-sm">
        <summary className="min-h-11 cursor-pointer list-none py-2 font-medium">Its cell, and what fools it ›</summary>
        <p>
          {cellFools[cell]} Its pump draws about {show(card.sampleFlow, 'flow', system)}: the vent must pass more. It is not a personal
          oxygen alarm.
        </p>
        <div className="mt-1 grid grid-cols-2 items-start gap-2">
          <LivePick
            label="Cell"
            value={cell}
            options={cellSchema.options.map((c) => ({ value: c, label: c }))}
            onValue={(c) => {
              setCell(c);
              void keepCard({ cell: c });
            }}
          />
          <label className="block text-sm font-medium">
            Calibrated on
            <input
              type="date"
              className="input min-h-12 w-full"
              value={calibrated}
              onChange={(e) => {
                setCalibrated(e.target.value);
                void keepCard({ calibratedOn: e.target.value || null });
              }}
            />
          </label>
        </div>
      </details>
      <RefusalNote refusal={refusal} />
    </Card>
  );
}
