/** How a purge begins: what is said of it when the gas goes on. */
import { choice, number, several, words } from '../../basics/fields';
import type { Criterion } from '../../models/criteria';
import type { Backing } from '../../models/need';
import type { Declared } from '../../models/sensor';
import { clockGate, jointLag, type Plan, type Ready } from '../../models/purge';
import { startingSetup, type Setup } from '../../models/setup';
import type { DeviceRow } from '../devices';
import type { Design } from '../jobs';
import { rulesFor } from './gate';
import type { Started } from './started';

export type Place = Started['place'];

/** What goes in must come out: dams, tape and diffusers. The event takes no more. */
const MOST_IN = 200;

/** @param vents to be told apart where there are several @param also welds of the spool it can serve in turn @param others what else can listen */
export const startForm = (
  vents: readonly { id: string }[],
  also: readonly { id: string; number: string }[],
  others: readonly DeviceRow[],
) => ({
  place: choice(
    'Oxygen measured at',
    {
      ...(vents.length > 1 ? Object.fromEntries(vents.map((v) => [v.id, `vent ${v.id.slice(1)}`])) : { vent: 'the vent' }),
      joint: 'the joint',
      inlet: 'the inlet',
    },
    { empty: null },
  ),
  countIn: number('Dams and tape in, count', {
    most: MOST_IN,
    whole: true,
    says: 'Count the dams, tape and diffusers that go in, and say how many: the same must come out.',
  }),
  also: several('', Object.fromEntries(also.map((w) => [w.id, `Also serves ${w.number}, in turn`]))),
  listens: several('', Object.fromEntries(others.map((d) => [d.id, `Listens to ${d.name}`]))),
  because: words('Why'),
});
type Begin = Omit<Started, 'cylinder'> & { cylinder: NonNullable<Started['cylinder']> | null };

type Wish = {
  spool: string;
  welds: string[];
  setup: Setup;
  plan: Plan;
  criterion: Criterion;
  waits: Ready;
  device: DeviceRow | null;
  place: Place;
  checked: boolean;
  listens: readonly DeviceRow[];
  cylinder: { id: string; label: string } | null;
  countIn: number;
  /** why the clock waits less than the trade's rule; empty: it does not */
  because: string;
};

/** By the clock, less than the trade's rule: only down to what the model says must be waited for. Null where nothing is to be had. */
export function shorterWait(setup: Setup, plan: Plan, waits: Ready): { rule: number; model: number } | null {
  const { seconds, model } = clockGate(setup, plan);
  return waits.by === 'clock' && seconds !== null && model !== null && model < seconds ? { rule: seconds, model } : null;
}

const declaredBy = ({ resolution, noise, top, t90 }: DeviceRow): Declared => ({ resolution, noise, top, ...(t90 !== null && { t90 }) });

export function begun({ plan, device, place, because, waits, criterion, ...w }: Wish): Begin {
  const less = because === '' ? null : shorterWait(w.setup, plan, waits);
  const { low, value, high } = plan.joint;
  return {
    ...{ spool: w.spool, welds: w.welds, setup: w.setup, place, countIn: w.countIn, monitorChecked: w.checked, backing: 'purge' },
    rules: rulesFor(criterion.purge, device !== null),
    planned: less ? less.model : clockGate(w.setup, plan).seconds,
    jointLag: place === 'vent' ? jointLag(plan) : 0,
    shorter: less ? because : null,
    device: device && {
      ...{ id: device.id, label: device.name },
      declared: declaredBy(device),
    },
    band: low !== null && value !== null && high !== null ? { low, value, high } : null,
    listens: w.listens.map((d) => ({
      ...{ id: d.id, label: d.name, kind: d.kind },
      ...(d.kind === 'oxygen-monitor' && (d.place === 'vent' || d.place === 'joint') && { place: d.place, declared: declaredBy(d) }),
    })),
    cylinder: w.cylinder && { id: w.cylinder.id, label: w.cylinder.label },
    station: device?.station ?? '',
  };
}

/** A weld without an inside purge: only its arcs are marked. */
export const begunUnpurged = (
  spool: string,
  weld: string,
  backing: Exclude<Backing, 'purge'>,
  design: Design,
  criterion: Criterion,
): Begin => ({
  ...{ spool, welds: [weld], backing, rules: criterion.purge, setup: startingSetup(design.size) },
  ...{ planned: null, device: null, place: 'vent', monitorChecked: false, countIn: 0, band: null, listens: [], station: '' },
  ...{ cylinder: null, jointLag: 0, shorter: null },
});
