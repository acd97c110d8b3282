/** A purge as it was planned for a weld: the set-up, and what the model said of it then. */
import { z } from 'zod';
import type { Size } from '../../basics/sizes';
import { clock, timed } from '../../basics/units';
import { setupWords, type Setup } from '../../models/setup';
import { type Plan } from '../../models/purge';
import { define, version, type Line, type Reader } from '../event';
import { one, planOfOne, setupOf, setupOfBody } from '../shapes';

export type Planned = { setup: Setup; plan: Plan };

const second = z.object({
  setup: one.setup,
  plan: one.plan
    .required({ joint: true, vent: true })
    .extend({ figures: z.array(one.figure.required({ low: true, high: true, note: true, caution: true })) }),
});
/** The first had its figures told apart by their labels; on the first day a straight body stood for a set-up. */
const first = z.union([z.object({ setup: one.setup, plan: one.plan }), z.object({ body: one.body, plan: one.plan })]);
/** What either says of the set-up. */
export const setupSaid = (b: { setup: one.Setup } | { body: one.Body }, size: Size | null): Setup =>
  'setup' in b ? setupOf(b.setup) : setupOfBody(b.body, size);

export const purgePlanned = define<Planned>()({
  stream: 'weld',
  decision: false,
  versions: [
    version(first, (b, { size }): Planned => ({ setup: setupSaid(b, size), plan: planOfOne(b.plan) })),
    version(second, (b): Planned => ({ setup: setupOf(b.setup), plan: b.plan })),
  ],
});

export function tellPlanned({ setup, plan }: Planned, { system }: Reader): Line {
  const time = plan.figures.find((f) => f.id === 'joint');
  return {
    title: 'Purge planned',
    details: [
      ...setupWords(setup, system),
      time?.low != null && time.high !== null
        ? `${time.label}: ${clock(time.low)} to ${timed(time.high)} (model estimate ${plan.model})`
        : `${time?.label ?? 'Time'}: none given. ${time?.caution ?? ''}`,
      ...plan.rules.filter((r) => r.level === 'stop').map((r) => `Rule broken: ${r.text}`),
    ],
  };
}
