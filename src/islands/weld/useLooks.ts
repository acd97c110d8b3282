/** What the shop's own looks say of an instrument or a cylinder. */
import { left, meterState } from '../../../core/basics/gases';
import { monitorOf, type GasForm, type GasKnown } from '../../../core/work/gas';
import type { Values } from '../../../core/basics/fields';
import { checksOf, SHIFT, type ItemOf } from '../../../core/work/registers';
import { useNow } from '../kit/useNow';
import { useShop } from './context';

export function useLooks() {
  const { checks, prices, now: madeAt } = useShop();
  const now = useNow(madeAt);
  const checked = (monitor: string) => {
    const last = checksOf(checks, 'monitor', monitor).at(-1);
    return last && now - last.when < SHIFT ? last : undefined;
  };
  /** a monitor's check of this shift: it is not asked for again */
  const shift = (monitor: string) => checked(monitor)?.body;
  const content = (c: ItemOf<'cylinder'>): number | null => left(c.body, checksOf(checks, 'cylinder', c.id).at(-1)?.body ?? null);
  const meter = (id: string) =>
    meterState(
      checksOf(checks, 'meter', id).map((c) => ({ ...c.body, when: c.when })),
      now,
    );
  return {
    ...{ now, checked, shift, content, meter },
    /** what is known of what was picked, when the gas is recorded */
    known: (v: Values<GasForm>): GasKnown => {
      const monitor = monitorOf(v.monitor);
      const is = v.meter && meter(v.meter.id);
      return {
        shift: monitor && v.air === null && v.bottle === null ? shift(monitor.id) : undefined,
        left: v.cylinder && content(v.cylinder),
        meter: is && { factor: is.factor, state: is.state },
        prices,
      };
    },
  };
}
