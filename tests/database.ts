/** A fresh, migrated database for one test file, with what a weld needs in it. */
import { ROUND } from '../core/basics/seam';
import { v7 as uuid } from 'uuid';
import { inject } from 'vitest';
import { append, type Answer, type Who } from '../db/record/append';
import { migrate } from '../db/migrate';
import { addPerson } from '../db/people';
import { addDevice } from '../db/devices';
import { intake } from '../db/record/readings';
import { shipCriteria } from '../db/criteria';
import { connect, type Sql } from '../db/sql';
import { addWork } from '../db/work';
import { startingSetup } from '../core/models/setup';
import { shipped } from '../core/models/criteria';
import { findSize, type Size } from '../core/basics/sizes';
import { LOOK_UNSAID } from '../core/work/look';
import type { NewWork } from '../core/work/jobs';
import { versionOf, type BodyOf, type EventType, type SaidOf } from '../core/work/record';

export type World = { url: string; owner: Sql; sql: Sql; person: string; device: string; key: string; end: () => Promise<void> };

export async function makeWorld(): Promise<World> {
  const admin = connect(inject('databaseUrl'), { max: 1, role: null });
  const name = `t_${uuid().replaceAll('-', '')}`;
  await admin.unsafe(`create database ${name}`);
  await admin.end();
  const url = inject('databaseUrl').replace(/\/postgres$/, `/${name}`);
  const owner = connect(url, { max: 2, role: null });
  await migrate(owner);
  await shipCriteria(owner);
  const sql = connect(url);
  const person = await addPerson(sql, { name: 'Test Person', stamp: 'T1', role: 'Welder', units: 'metric' });
  const device = uuid();
  const key = 'a-key-for-tests-only';
  await addDevice(owner, { id: device, name: 'Test monitor', place: 'vent', key, resolution: 1, noise: 1.5 });
  return {
    url,
    owner,
    sql,
    person,
    device,
    key,
    end: async () => {
      await sql.end();
      await owner.end();
    },
  };
}

export const tube = findSize('inch-tube', '2') as Size;

export const work = (over: Partial<NewWork> = {}): NewWork => ({
  job: 'A job',
  service: 'test',
  line: 'A line',
  spool: 'A-1',
  firstNumber: 'W-1',
  count: 1,
  design: {
    size: tube,
    alloyA: '316L',
    alloyB: '316L',
    joint: 'square-butt',
    seam: ROUND,
    criterion: { id: 'House-MP', version: 1 },
    looking: 'from A to B',
    insideReachable: true,
  },
  ...over,
});

/** Enters welds; returns their ids and the spool. */
export const enter = async (w: World, over: Partial<NewWork> = {}, clock = Date.now): Promise<{ spool: string; welds: string[] }> => {
  const given = work(over);
  return addWork(
    w.sql,
    clock,
    { person: w.person, identified: 'picked' },
    given,
    Array.from({ length: given.count }, () => ({ event: uuid(), weld: uuid() })),
  );
};

/** Appends one event as the test person. */
export function say<T extends EventType>(
  w: World,
  stream: string,
  type: T,
  body: SaidOf<T>,
  more: { id?: string; seen?: number | null; clock?: () => number; happenedAt?: string; who?: Who } = {},
): Promise<Answer> {
  const clock = more.clock ?? Date.now;
  return append(w.sql, clock, more.who ?? { person: w.person, identified: 'picked' }, {
    id: more.id ?? uuid(),
    stream,
    type,
    version: versionOf(type),
    happenedAt: more.happenedAt ?? new Date(clock()).toISOString(),
    offsetMs: 0,
    seen: more.seen ?? null,
    body,
  });
}

const papers = (label: string) => ({ id: uuid(), label });
/** A fit-up with papers that stand in no register, unless others are given. */
export const fittedUp = (w: Pick<World, 'person'>, over: Partial<SaidOf<'fitup.recorded'>> = {}): SaidOf<'fitup.recorded'> => ({
  gapNarrow: { value: 1e-4, at: 12 },
  gapWide: { value: 3e-4, at: 6 },
  highLow: 2.5e-4,
  heatA: papers('H-A'),
  heatB: papers('H-B'),
  filler: null,
  wps: { ...papers('WPS-1'), revision: '2' },
  welder: w.person,
  ...{ figures: [], advice: [], ovality: null, flux: null },
  ...over,
});

export const runBody = (
  w: Pick<World, 'device'>,
  spool: string,
  welds: string[],
  over: Partial<SaidOf<'run.started'>> = {},
): SaidOf<'run.started'> => ({
  spool,
  welds,
  setup: startingSetup(tube),
  rules: shipped[0]?.purge as SaidOf<'run.started'>['rules'],
  planned: 120,
  device: { id: w.device, label: 'Test monitor' },
  place: 'vent',
  monitorChecked: true,
  countIn: 2,
  backing: 'purge',
  band: null,
  listens: [],
  station: '',
  cylinder: null,
  jointLag: 0,
  shorter: null,
  ...over,
});

export const allBright: BodyOf<'look.recorded'> = {
  ...LOOK_UNSAID,
  insideBy: 'borescope',
  defects: [],
  insideReachable: true,
  tints: (['id-bead', 'id-haz', 'od-bead', 'od-haz'] as const).map((zone) => ({
    zone,
    arc: { from: 12, to: 12 },
    grade: { by: 'band', band: 'bright' },
  })),
};

/** Registers a monitor of its own. */
export async function addMonitor(w: World): Promise<{ id: string; label: string }> {
  const d = { id: uuid(), label: `M ${uuid().slice(-6)}` };
  await addDevice(w.owner, { id: d.id, name: d.label, place: 'vent', key: 'k', resolution: 1, noise: 1.5 });
  return d;
}

/** One reading a second from one time to another (ms), with the flicker of a live cell. */
export const measure = (w: World, device: string, from: number, to: number, ppm: (s: number) => number) =>
  intake(
    w.sql,
    () => to,
    { id: device, kind: 'oxygen-monitor' },
    {
      boot: uuid(),
      sentAt: new Date(to).toISOString(),
      readings: Array.from({ length: Math.floor((to - from) / 1000) }, (_, i) => {
        const value = Math.max(0, ppm(i) + ((i * 7) % 4));
        return { seq: i, at: new Date(from + (i + 1) * 1000).toISOString(), raw: value, ppm: value, quality: 'good' };
      }),
    },
  );
