/** Heat and cover: the field that is drawn, beside the same pass by explicit finite differences; the plan of a torch, and what would cover more. */
import { foretellInside } from '../../core/models/foretold';
import { courseOf, fieldSeen, planTorch, shieldAdvice, windowOf, type TorchPlan } from '../../core/models/shield';
import { overOf, planTyped, torchKnown } from '../../core/work/torch';
import { findSize, type Size } from '../../core/basics/sizes';
import { weldOnPlate } from '../../tests/reference/plate';
import { row, time } from './table';

export async function heat(): Promise<void> {
  const design = { size: findSize('inch-tube', '2') as Size, alloyA: '316L', joint: 'square-butt', seam: { kind: 'round' } } as const;
  const over = overOf(design);
  const plan = planTyped(torchKnown(null, design), '316L') as TorchPlan;
  const began = performance.now();
  const planned = planTorch(plan, over, null, 'metric');
  const course = courseOf(plan, over, planned);
  const at = { t: course.off, ...windowOf(plan, over, planned, 2) };
  fieldSeen(course, planned, plan, at);
  row('torch and its first field, cold', performance.now() - began, 'ms; budget 100');
  const field = await time('field 200 x 100 of a whole turn', 1, () => fieldSeen(course, planned, plan, at), 'ms; budget 10 warm');
  const run = { alloy: '316L', wall: over.wall, travel: plan.travel, netPower: planned.heat.pool.netPower, sigma: 1.1e-3 } as const;
  const cells = await time('the same pass, explicit finite differences, 1 mm', 1, () =>
    weldOnPlate({ ...run, along: over.seam + 0.05, aside: 0.05, cell: 1e-3 }),
  );
  row('finite differences over field', cells / field, 'ratio');
  await time('plan of a torch, its ring too', 1, () => planTorch(plan, over, null, 'metric'));
  const tube = { alloy: '316L', wall: 1.65e-3, od: 0.0508, travel: 2e-3, current: 45 } as const;
  const gas = { ppm: 50, dewPoint: -60, flow: 1.3e-4 };
  const coupon = { wall: 1.65e-3, od: 0.0508, travel: 2e-3, current: 45, flow: 1.3e-4, ppm: 200, dewPoint: -60, band: 'gold' } as const;
  const told = await time('tint foretold inside, 256 draws', 1, () => foretellInside(tube, gas));
  const taught = await time('the same with a coupon', 1, () => foretellInside(tube, gas, { coupons: [coupon] }));
  row('with a coupon over without', taught / told, 'ratio');
  await time('what would cover more', 1, () => shieldAdvice(plan, over, { cups: [], shields: [] }, () => null, 'metric'));
}
