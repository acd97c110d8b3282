import { expect, it } from 'vitest';
import { inShopTime, offsetText, shopSchema } from './index';

it('prints a moment in the time of the shop, summer and winter, and how far that is from UTC', () => {
  const lisbon = { timeZone: 'Europe/Lisbon' };
  // IANA time zone data: Lisbon is at UTC in winter and an hour ahead in summer; Kathmandu is at UTC+05:45.
  expect([inShopTime('2026-01-10T23:30:05.900Z', lisbon), offsetText('2026-01-10T23:30:05.900Z', lisbon)]).toEqual([
    '2026-01-10 23:30:05',
    'UTC',
  ]);
  expect([inShopTime('2026-07-10T23:30:05Z', lisbon), offsetText('2026-07-10T23:30:05Z', lisbon)]).toEqual([
    '2026-07-11 00:30:05',
    'UTC+01:00',
  ]);
  expect(offsetText('2026-07-10T23:30:05Z', { timeZone: 'Asia/Kathmandu' })).toBe('UTC+05:45');
  expect(offsetText('2026-07-10T23:30:05Z', { timeZone: 'America/St_Johns' })).toBe('UTC-02:30');
});
it('knows no zone that is none', () => {
  expect(shopSchema.safeParse({ timeZone: 'Europe/Atlantis' }).success).toBe(false);
  expect(shopSchema.safeParse({ timeZone: 'UTC' }).success).toBe(true);
});
