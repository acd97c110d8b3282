/** What holds for the whole shop: its time zone. The record keeps UTC; paper is in the shop's own time. */
import { z } from 'zod';
import { flag, words } from '../../basics/fields';

const zone = (name: string): boolean => {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
};

export const shopSchema = z.object({
  /** keep a picture as it came from the camera too, with whatever that wrote into it, the place as well */
  keepOriginals: z.boolean().default(false),
  timeZone: z.string().min(1).max(60).refine(zone, 'There is no such time zone. Take one such as Europe/Lisbon or UTC.'),
});
export type Shop = z.infer<typeof shopSchema>;

/** @param zones what is offered to pick from */
export const shopForm = (zones: readonly string[]) => ({
  timeZone: words('Time zone of the shop', {
    ...{ least: 1, most: 60, says: 'Choose a zone.', list: zones },
    hint: 'Paper is printed in this time. The record itself keeps UTC.',
  }),
  keepOriginals: flag('Keep pictures as they came from the camera too. They hold what it wrote in, the place as well.'),
});

/** Making one costs more than writing a page of times with it, so the last one is kept: a shop has one zone. */
let writer: { timeZone: string; format: Intl.DateTimeFormat } | undefined;
function writerIn(timeZone: string): Intl.DateTimeFormat {
  if (writer?.timeZone !== timeZone) {
    const parts = { year: 'numeric', month: '2-digit', day: '2-digit', hour: '2-digit', minute: '2-digit', second: '2-digit' } as const;
    writer = { timeZone, format: new Intl.DateTimeFormat('en-GB', { timeZone, hourCycle: 'h23', ...parts }) };
  }
  return writer.format;
}

/** A moment in the shop's time: 2026-03-01 09:00:00. @param iso ISO 8601 */
export function inShopTime(iso: string, { timeZone }: Pick<Shop, 'timeZone'>): string {
  const parts = writerIn(timeZone).formatToParts(new Date(iso));
  const of = (type: Intl.DateTimeFormatPartTypes) => parts.find((p) => p.type === type)?.value ?? '';
  return `${of('year')}-${of('month')}-${of('day')} ${of('hour')}:${of('minute')}:${of('second')}`;
}

/** How far the shop's time is from UTC at a moment: UTC+01:00, UTC. */
export function offsetText(iso: string, { timeZone }: Pick<Shop, 'timeZone'>): string {
  const minutes = Math.round(
    (Date.parse(`${inShopTime(iso, { timeZone }).replace(' ', 'T')}Z`) - Math.floor(Date.parse(iso) / 1000) * 1000) / 60_000,
  );
  if (minutes === 0) return 'UTC';
  const two = (n: number) => String(n).padStart(2, '0');
  return `UTC${minutes < 0 ? '-' : '+'}${two(Math.floor(Math.abs(minutes) / 60))}:${two(Math.abs(minutes) % 60)}`;
}
