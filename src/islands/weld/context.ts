/** What every stage of the weld page needs: the weld, the registers, and a way to record. */
import { createContext, useContext } from 'react';
import type { Arc, Criterion, FoundDefect, Tint, Zone } from '../../../core/models/criteria';
import type { DeviceRow } from '../../../core/work/devices';
import type { WeldPlace } from '../../../core/work/jobs';
import type { Person } from '../../../core/work/people';
import type { Setup } from '../../../core/models/setup';
import type { Check, Prices, RegisterItem } from '../../../core/work/registers';
import type { System } from '../../../core/basics/units';
import type { BoardCylinder } from '../../../core/work/run';
import type { Stored } from '../../../core/work/event';
import type { WeldState } from '../../../core/work/record';
import type { Refusal, Said } from '../post';
import type { Waiting } from '../queue';

/** The drawings as edited, not yet recorded. */
export type Draft = {
  gap?: { narrowAt: number; wideAt: number; narrow?: string; wide?: string };
  setup?: Setup;
  tints?: Tint[];
  defects?: FoundDefect[];
  chosen?: { arc: Arc; zone: Zone } | null;
  cup?: { n: number; lens: boolean };
};

/** The set-up of the spool as it was last kept. */
export type SavedSetup = { setup: Setup; joints: Record<string, string>; version: number };

export type Weld = {
  state: WeldState;
  events: Stored[];
  runEvents: Record<string, Stored[]>;
  criterion: Criterion;
  place: WeldPlace;
  registers: RegisterItem[];
  devices: DeviceRow[];
  checks: Check[];
  prices: Prices | null;
  /** welds of this spool, and of its job, that still wait for their arc, this one too */
  weldsLeft: { spool: number; job: number };
  savedSetup: SavedSetup | null;
  /** the cylinders, and what has drawn from them since they were looked at */
  supplies: readonly BoardCylinder[];
  /** every weld of the spool, and what it waits for */
  spoolWelds: { id: string; number: string; due: string }[];
  numberOf: (weld: string) => string;
  /** marked on this device and not saved yet */
  unsaved: Waiting[];
  live: boolean;
  unsay: (id: string) => Promise<boolean>;
  /** welds of the same spool that are welded already */
  spoolDone: string[];
  people: Person[];
  person: Person | null;
  /** server time the page was made, ms: what the first drawing goes by, so that server and browser draw the same */
  madeAt: number;
  system: System;
  /** what is on the drawings before it is recorded */
  draft: Draft;
  setDraft: (change: Draft) => void;
  /** which drawing is the large one */
  view: 'side' | 'plan' | 'end';
  /** a part dragged onto an end of the spool goes to the stage that listens */
  onDropPart: React.RefObject<((offer: string, end: string) => void) | null>;
  /** hours pressed on the End view go to the stage that listens */
  onHour: React.RefObject<((hour: number) => void) | null>;
  /** records; the page then shows it. @returns what was refused, or null */
  record: (event: Said) => Promise<Refusal | null>;
};

export const WeldContext = createContext<Weld | null>(null);

export function useWeld(): Weld {
  const weld = useContext(WeldContext);
  if (!weld) throw new Error('no weld');
  return weld;
}
