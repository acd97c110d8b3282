/** How an item of a register stands today: good until a day, past it, or retired. */
import type { RegisterItem } from './items';

/** What the day it is good until is called, by kind; kinds that do not age have none. */
export const goodUntilNames: Partial<Record<RegisterItem['kind'], string>> = {
  wps: 'Valid until',
  gas: 'Certificate good until',
  product: 'Use by',
  cylinder: 'Pressure test due',
  meter: 'Calibration due',
};

/** A month: what runs out within it is said before it does, ms. */
const SOON = 30 * 86_400_000;

export type Standing = { state: 'good' | 'soon' | 'over' | 'retired'; text: string };

/** A day in words: 3 March 2027. @param day 2027-03-03 */
export const dayText = (day: string): string =>
  new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' }).format(
    new Date(`${day}T00:00:00Z`),
  );

/** @param today as 2027-03-01, in the shop's time: the last day still counts */
export function standingOf({ expires, retired }: Pick<RegisterItem, 'expires' | 'retired'>, today: string): Standing {
  if (retired) return { state: 'retired', text: `Retired: ${retired.why}` };
  if (!expires) return { state: 'good', text: '' };
  if (expires < today) return { state: 'over', text: `Past its day, ${dayText(expires)}` };
  return { state: Date.parse(expires) - Date.parse(today) < SOON ? 'soon' : 'good', text: `Good until ${dayText(expires)}` };
}

/** The items of a list with what is past its day said behind its name, as a picker shows it. */
export const shelfName = (item: { over?: boolean | undefined }, name: string): string => (item.over ? `${name} (past its day)` : name);
