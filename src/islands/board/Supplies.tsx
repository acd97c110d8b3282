/** The gas that running purges draw, counting down. */
import { left, leftNow } from '../../../core/basics/gases';
import { Bottle } from '../../draw/Bottle';
import { show, type System, timed } from '../../../core/basics/units';
import { DRY_SOON, type BoardCylinder } from '../../../core/work/run';

export function Supplies({ cylinders, now, system }: { cylinders: readonly BoardCylinder[]; now: number; system: System }) {
  if (cylinders.length === 0) return null;
  return (
    <section aria-labelledby="supplies">
      <h2 id="supplies" className="mb-2 text-lg font-semibold">
        Gas drawn now
      </h2>
      <ul>
        {cylinders.map((c) => {
          const is = leftNow(c.body, c.look, c.draws, now, c.changed);
          const full = left(c.body, { pascal: c.body.rated, celsius: 15, level: 1, changed: false }) ?? 0;
          const low = is?.dryIn != null && is.dryIn < DRY_SOON;
          return (
            <li key={c.id} className="flex items-center gap-3 border-b border-base-300 py-2">
              <Bottle form={c.body.form} share={is && full > 0 ? is.left / full : null} low={low} className="w-7 shrink-0" />
              <span className="grow">
                <strong>{c.label}</strong>
                {c.body.station && !c.label.includes(c.body.station) ? `, ${c.body.station}` : ''}
              </span>
              {is ? (
                <span className={`text-right ${low ? 'font-semibold text-error' : ''}`}>
                  {low && '■ '}
                  <span className="font-figure text-2xl font-bold">{show(is.left, 'volume', system)}</span>
                  {is.dryIn !== null && (
                    <span className="block text-sm">
                      runs out in {is.dryIn < 7200 ? `${timed(is.dryIn)}` : `${Math.floor(is.dryIn / 3600)} h`}
                    </span>
                  )}
                </span>
              ) : (
                <span className="text-sm">{c.changed ? 'changed: read the new gauge' : 'never read: read the gauge'}</span>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
