/** A purge is started: what it serves, what it goes by, what it listens to and what it draws from. */
import { z } from 'zod';
import { clock, timed } from '../../basics/units';
import type { PurgeRules } from '../../models/criteria';
import { backingNames, type Backing } from '../../models/need';
import { type Setup } from '../../models/setup';
import type { Declared } from '../../models/sensor';
import { define, version, type Line } from '../event';
import { one, rulesOf, setupOf } from '../shapes';
import { setupSaid } from './planned';
import type { DeviceKind } from '../devices';

type Named = { id: string; label: string };
export type Started = {
  spool: string;
  welds: string[];
  setup: Setup;
  rules: PurgeRules;
  /** late end of the plan's band, s; null when the plan gave no time */
  planned: number | null;
  device: (Named & { declared?: Declared | undefined }) | null;
  /** the plan's time to the limit at the joint, P10, median and P90, s */
  band: { low: number; value: number; high: number } | null;
  /** flow meter, foot switch, current clamp: what else this purge listens to */
  listens: (Named & { kind: DeviceKind; place?: 'vent' | 'joint' | undefined; declared?: Declared | undefined })[];
  /** the bay, as the Board shows it */
  station: string;
  /** what the gas is drawn from; null when that is not kept, undefined in the first version, which did not say */
  cylinder: Named | null | undefined;
  /** where the oxygen is measured */
  place: 'vent' | 'joint' | 'inlet';
  monitorChecked: boolean;
  /** dams, tape and diffusers that went in */
  countIn: number;
  /** what keeps the air from the root; a run without purge only carries the arcs */
  backing: Backing;
  /** s the joint is said to clear after the vent: a reading there is held at least so long */
  jointLag: number;
  /** why the clock waits less than the trade's own rule; null when it does not */
  shorter: string | null;
};

const common = {
  spool: one.id,
  welds: z.array(one.id).min(1).max(50),
  planned: z.number().positive().nullable(),
  device: one.named.extend({ declared: one.declared.optional() }).nullable(),
  place: one.place,
  monitorChecked: z.boolean(),
  countIn: z.number().int().min(0).max(200),
};
const band = z.object({ low: z.number(), value: z.number(), high: z.number() }).nullable();
const listens = z.array(one.named.extend({ kind: one.deviceKind })).max(8);
const station = z.string().max(40);

const grew = {
  ...common,
  rules: one.rules,
  band: band.optional(),
  listens: listens.optional(),
  station: station.optional(),
  backing: one.backing.optional(),
};
const first = z.union([z.object({ ...grew, setup: one.setup }), z.object({ ...grew, body: one.body })]);
const second = z.object({
  ...common,
  setup: one.setup,
  rules: one.rules.required({ clockAllowed: true }),
  band,
  listens,
  station,
  backing: one.backing,
  cylinder: one.named.nullable(),
});

const third = second.extend({
  jointLag: z.number().min(0).max(86_400),
  shorter: z.string().trim().min(3).max(200).nullable(),
});

/** A second monitor may listen, at a place of its own; a cell may declare how quick it is. */
const declared = one.declared.extend({ t90: z.number().positive().max(600).optional() });
const fourth = third.extend({
  device: one.named.extend({ declared: declared.optional() }).nullable(),
  listens: z
    .array(one.named.extend({ kind: one.deviceKind, place: z.enum(['vent', 'joint']).optional(), declared: declared.optional() }))
    .max(8),
});

export const runStarted = define<Started>()({
  stream: 'run',
  decision: false,
  versions: [
    version(first, (b): Omit<Started, 'jointLag' | 'shorter'> => {
      const { spool, welds, planned, device, place, monitorChecked, countIn } = b;
      return {
        ...{ spool, welds, planned, device, place, monitorChecked, countIn },
        // The size of the tube stands in the record of the weld, not in that of the purge.
        setup: setupSaid(b, null),
        rules: rulesOf(b.rules),
        band: b.band ?? null,
        listens: b.listens ?? [],
        station: b.station ?? '',
        backing: b.backing ?? 'purge',
        cylinder: undefined,
      };
    }),
    // Whether they held for the joint, and whether they waited less than the rule, the first two could not say.
    version(second, (b) => ({ jointLag: 0, shorter: null, ...b, setup: setupOf(b.setup) })),
    version(third, (b): Started => ({ ...b, setup: setupOf(b.setup) })),
    version(fourth, (b): Started => ({ ...b, setup: setupOf(b.setup) })),
  ],
});

export function tellStarted(b: Started): Line {
  return {
    title: 'Purge started',
    details: [
      ...(b.backing === 'purge' ? [] : [`No inside purge: ${backingNames[b.backing].toLowerCase()}`]),
      ...(b.rules.readyBy === 'clock' && b.backing === 'purge'
        ? [
            b.band
              ? `By the clock: the model says ${clock(b.band.low)} to ${timed(b.band.high)} to the limit at the joint, an estimate`
              : 'By the clock, without a model time',
            ...(b.shorter === null ? [] : [`Waits ${timed(b.planned ?? 0)}, less than the trade's rule: ${b.shorter}`]),
          ]
        : []),
      `${b.device ? `${b.device.label} at the ${b.place}${b.monitorChecked ? '' : ', not checked this shift'}` : 'By the clock, oxygen not measured'}; limit ${b.rules.startPpm} ppm to start, ${b.rules.weldPpm} ppm while welding`,
      ...b.listens.flatMap((d) => (d.kind === 'oxygen-monitor' && d.place ? [`Beside it ${d.label} at the ${d.place}`] : [])),
      ...(b.cylinder ? [`Gas from ${b.cylinder.label}`] : []),
      `${b.countIn} dams, tapes and diffusers in`,
    ],
  };
}
