/** What the register knows of a device. */
import { z } from 'zod';
import { OXYGEN_MOST } from '../../models/sensor';
import type { Cell } from '../registers';

export const deviceKindSchema = z.enum(['oxygen-monitor', 'flow-meter', 'foot-switch', 'current-clamp']);

export type DeviceKind = z.infer<typeof deviceKindSchema>;

export const deviceKindNames: Record<DeviceKind, string> = {
  'oxygen-monitor': 'Oxygen monitor',
  'flow-meter': 'Flow meter',
  'foot-switch': 'Foot switch',
  'current-clamp': 'Current clamp',
};

/** How a device is registered; its key is made by the server and shown once. */
export const newDeviceSchema = z.object({
  kind: deviceKindSchema,
  name: z.string().trim().min(1, 'Give it a name that stands on it.').max(60),
  /** where what it measures is taken: vent, joint, inlet; empty for switches and clamps */
  place: z.enum(['vent', 'joint', 'inlet', '']).default(''),
  /** the bay it stands in: a purge there listens to it */
  station: z.string().trim().max(40).default(''),
  /** as its maker declares them, in ppm or L/min */
  resolution: z.number('What is one step of its display?').min(0).max(10_000).default(1),
  noise: z.number('How much does it flicker, one standard deviation?').min(0).max(10_000).default(1),
  top: z.number('Where does its scale end?').positive().max(1_000_000).default(OXYGEN_MOST.value),
  /** s to 90 % of a step; null where nobody said */
  t90: z.number('How many seconds does it take to 90 %?').positive().max(600).nullable().default(null),
});

export type NewDevice = z.infer<typeof newDeviceSchema>;

/** A device as the register knows it. */
export type DeviceRow = {
  id: string;
  kind: DeviceKind;
  name: string;
  place: string;
  station: string;
  resolution: number;
  noise: number;
  top: number;
  t90: number | null;
  revoked: boolean;
  /** on a purge that runs */
  busy: boolean;
  /** ms; null when it never spoke */
  lastSeen: number | null;
  /** items of it that were refused in the last day */
  refused: number;
  cell: Cell;
  sampleFlow: number;
  calibratedOn: string | null;
};
