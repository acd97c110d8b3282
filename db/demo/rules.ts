/** What the demo has of its own rules: one scheme of the shop in two versions, and what was learnt of tint. All invented. */
import { current, editedOf, moveLimit, zoneSchema, type Criterion } from '../../core/models/criteria';
import type { Coupon } from '../../core/models/foretold';
import { filmBands } from '../../core/models/tint';
import type { handClock } from '../clock';
import { keepCriterion } from '../criteria';
import type { Sql } from '../sql';

const INSPECTOR = { name: 'Rufus Pell', stamp: 'Q2' };

/** The oat line's own: colour outside is brushed anyway; later its oxygen was brought down. */
export async function ownCriterion(sql: Sql, { clock }: ReturnType<typeof handClock>, inspector: string): Promise<void> {
  const base = current.find((c) => c.id === 'House-MP') as Criterion;
  const maker = { id: inspector, ...INSPECTOR };
  const outside = (c: Criterion) =>
    Object.fromEntries(
      zoneSchema.options.map((z) => [z, z.startsWith('od') ? moveLimit(c.zones[z], 0, filmBands.indexOf('bronze')) : c.zones[z]]),
    ) as Criterion['zones'];
  const kept = await keepCriterion(
    sql,
    clock,
    maker,
    {
      from: { id: base.id, version: base.version },
      id: 'Lowmarsh-MP',
      why: 'The contract of the oat line lets colour outside up to gold stand until it is brushed',
      edited: { ...editedOf(base), title: 'Oat-base line, inside bright, outside to gold', zones: outside(base) },
    },
    true,
  );
  if (!kept.ok) throw new Error(kept.error);
  const { criterion: first } = kept;
  const next = await keepCriterion(
    sql,
    clock,
    maker,
    {
      from: { id: first.id, version: 1 },
      id: first.id,
      why: 'The dairy side asks for 30 ppm',
      edited: {
        ...editedOf(first),
        purge: { ...first.purge, startPpm: 30 },
        confirmed: { oxygen: { document: 'Contract LO-7 (invented)', edition: '2', clause: '4.1' } },
      },
    },
    true,
  );
  if (!next.ok) throw new Error(next.error);
}

/** Practice tubes that were cut open and graded. */
export const coupons: { alloy: '316L'; body: Coupon }[] = [
  { alloy: '316L', body: { wall: 1.65e-3, od: 0.0508, travel: 1.7e-3, current: 42, flow: 1.2e-4, ppm: 200, dewPoint: -62, band: 'straw' } },
];
