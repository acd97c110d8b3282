/** A cylinder or liquid vessel: what is left, how long it lasts, and the next look at its gauge. */
import { gasNames, left, leftNow, LEAST, NEARLY_EMPTY } from '../../../core/basics/gases';
import { cylinderCheckForm, cylinderKnown, cylinderSaid, type CheckOf, type ItemOf } from '../../../core/work/registers';
import { show, type System } from '../../../core/basics/units';
import type { BoardCylinder } from '../../../core/work/run';
import { Bottle } from '../../draw/Bottle';
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
      id={item.id}
      label={item.label}
      about={`${c.station && !item.label.includes(c.station) ? `${c.station}, ` : ''}${gasNames[c.gas].toLowerCase()}`}
      glance={
        now === null
          ? changedSince
            ? 'Changed: read the new gauge'
            : 'Never read'
          : `${show(now, 'volume', system)} left${low ? ', nearly empty' : ''}`
      }
      bad={low}
      drawing={<Bottle form={c.form} share={now === null ? null : now / (full || 1)} low={low} className="w-9 shrink-0 self-start" />}
    >
      <p className="text-sm">
        {now !== null &&
          [
            low && 'Change it between two welds.',
            last && `Read ${ago(at - last.when)}${liquid ? '' : `, ${show(last.body.pascal, 'gauge', system)}`}.`,
            lasts === null ? 'Nothing draws from it now.' : `At what is drawn now it lasts ${show(lasts, 'time', system)}.`,
            !liquid && `Usable down to ${show(LEAST, 'gauge', system)}.`,
          ]
            .filter(Boolean)
            .join(' ')}
      </p>
      <CheckForm
        ask={liquid ? 'Read the level' : 'Read the gauge'}
        of={cylinderCheckForm(c, system)}
        known={cylinderKnown}
        system={system}
        label="Keep the reading"
        check={(v) => ({ id: newId(), item: item.id, kind: 'cylinder', body: cylinderSaid(c, v) })}
        onCheck={onCheck}
      >
        {last && <TakeBack key={last.id} id={last.id} what="the last reading" system={system} onBack={onBack} />}
      </CheckForm>
    </Card>
  );
}
