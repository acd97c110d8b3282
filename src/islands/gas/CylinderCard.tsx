/** A cylinder or liquid vessel: what is left, how long it lasts, and the next look at its gauge. */
import { gasNames, left, leftNow, LEAST, NEARLY_EMPTY } from '../../../core/basics/gases';
import { cylinderCheckForm, cylinderKnown, cylinderSaid, type CheckOf, type ItemOf } from '../../../core/work/registers';
import { show, type System } from '../../../core/basics/units';
import type { BoardCylinder } from '../../../core/work/run';
import { newId } from '../post';
import { ago, Card, CheckForm, TakeBack, type OnCheck } from './check';

export function CylinderCard({
  item,
  checks,
  time,
  supply,
  system,
  onCheck,
  onBack,
}: {
  item: ItemOf<'cylinder'>;
  checks: CheckOf<'cylinder'>[];
  time: number;
  /** what has drawn from it; none when it is new */
  supply: BoardCylinder | undefined;
  system: System;
  onCheck: OnCheck;
  onBack: (id: string) => void;
}) {
  const c = item.body;
  const last = checks.at(-1);
  const at = Math.max(time, last?.when ?? 0);
  const liquid = c.form === 'liquid';
  const full = left(c, { pascal: c.rated, celsius: 15, level: 1, changed: false }) ?? 0;
  // Since the last look purges went on drawing, and liquid went on boiling.
  const changedSince = supply?.changed === true && last !== undefined && supply.look?.at === last.when;
  const is = last ? leftNow(c, { reading: last.body, at: last.when }, supply?.draws ?? [], at, changedSince) : null;
  const now = is?.left ?? null;
  const lasts = is?.dryIn ?? null;
  const low = now !== null && full > 0 && now < NEARLY_EMPTY * full;
  return (
    <Card
      label={item.label}
      about={`${gasNames[c.gas]}${c.station ? `, ${c.station}` : ''}`}
      glance={<span className="font-figure text-2xl font-bold">{now === null ? '–' : show(now, 'volume', system)}</span>}
      bad={low}
    >
      <svg
        viewBox="0 0 100 4"
        preserveAspectRatio="none"
        className="my-1 h-3 w-full border border-base-content"
        role="img"
        aria-label={now === null ? 'content not known' : `${Math.round((100 * now) / (full || 1))} % left`}
      >
        <rect
          width={now === null ? 0 : Math.min(100, (100 * now) / (full || 1))}
          height="4"
          className={low ? 'fill-error' : 'fill-base-content'}
        />
      </svg>
      <p className="text-sm">
        {now === null
          ? 'Never read. Read the gauge.'
          : `${low ? 'Nearly empty: change it between two welds. ' : ''}${last ? `Read ${ago(at - last.when)}${liquid ? '' : `, ${show(last.body.pascal, 'gauge', system)}`}.` : ''} ${lasts === null ? 'Nothing draws from it now.' : `At what is drawn now it lasts ${show(lasts, 'time', system)}.`}`}
        {!liquid && ` Usable down to ${show(LEAST, 'gauge', system)}.`}
      </p>
      <CheckForm
        of={cylinderCheckForm(c, system)}
        known={cylinderKnown}
        system={system}
        label="Keep the reading"
        check={(v) => ({ id: newId(), item: item.id, kind: 'cylinder', body: cylinderSaid(c, v) })}
        onCheck={onCheck}
      />
      {last && <TakeBack key={last.id} id={last.id} what="The last reading" system={system} onBack={onBack} />}
    </Card>
  );
}
