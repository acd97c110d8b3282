/** What the stages of the weld page go by: the shop as the page came with it, the record as it grows, and the desk (desk.ts). */
import { createContext, useContext } from 'react';
import type { Criterion } from '../../../core/models/criteria';
import type { DeviceRow } from '../../../core/work/devices';
import { ROUND, type Seam } from '../../../core/basics/seam';
import type { SpoolWeld, WeldPlace } from '../../../core/work/jobs';
import type { Person } from '../../../core/work/people';
import type { Learnt } from '../../../core/models/foretold';
import type { Setup } from '../../../core/models/setup';
import type { Check, Prices, RegisterItem } from '../../../core/work/registers';
import type { System } from '../../../core/basics/units';
import type { BoardCylinder, ShopPriors } from '../../../core/work/run';
import type { Carried, WeldState } from '../../../core/work/record';
import type { Refusal, Said } from '../post';
import type { Waiting } from '../queue';

/** The set-up of the spool as it was last kept. */
export type SavedSetup = { setup: Setup; joints: Record<string, string>; version: number };

/** Registers, instruments and people, as they were when the page was made. */
export type Shop = {
  place: WeldPlace;
  registers: RegisterItem[];
  devices: DeviceRow[];
  checks: Check[];
  prices: Prices | null;
  /** welds of this spool, and of its job, that still wait for their arc, this one too */
  weldsLeft: { spool: number; job: number };
  savedSetup: SavedSetup | null;
  /** welds of the same spool that are welded already */
  spoolDone: string[];
  /** every weld of the spool, and what it waits for */
  spoolWelds: SpoolWeld[];
  /** what this weld takes over from the last one alike; null where there is none */
  carried: Carried | null;
  /** the cylinders, and what has drawn from them since they were looked at */
  supplies: readonly BoardCylinder[];
  /** what coupons and welds of the shop teach of this metal's tint */
  learnt: Learnt;
  /** what the shop's own purges say of how long the next one takes */
  priors: ShopPriors;
  /** the shop keeps pictures as they came from the camera too */
  keepOriginals: boolean;
  people: Person[];
  person: Person | null;
  /** server time the page was made, ms: what the first drawing goes by, so that server and browser draw the same */
  now: number;
};

/** The weld as its events say it now, and a way to say more. */
export type InHand = {
  state: WeldState;
  criterion: Criterion;
  /** marked on this device and not saved yet */
  unsaved: Waiting[];
  live: boolean;
  unsay: (id: string) => Promise<boolean>;
  /** records; the page then shows it. @returns what was refused, or null */
  record: (event: Said) => Promise<Refusal | null>;
};

/** @property tested the looks at instruments and cups, one more or one less */
export const ShopContext = createContext<(Shop & { system: System; tested: (checks: Check[]) => void }) | null>(null);
export const WeldContext = createContext<InHand | null>(null);

export function useShop() {
  const shop = useContext(ShopContext);
  if (!shop) throw new Error('no shop');
  return shop;
}
export function useWeld(): InHand {
  const weld = useContext(WeldContext);
  if (!weld) throw new Error('no weld');
  return weld;
}

/** The number of a weld of the same spool, as people call it. */
export const numberIn =
  (spoolWelds: Shop['spoolWelds']) =>
  (id: string): string =>
    spoolWelds.find((w) => w.id === id)?.number ?? 'a weld';

/** What the places of a weld of the same spool lie on. */
export const seamIn =
  (spoolWelds: Shop['spoolWelds']) =>
  (id: string | null): Seam =>
    spoolWelds.find((w) => w.id === id)?.seam ?? ROUND;
