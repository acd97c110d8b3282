/**
 * The demo: three invented jobs and three weeks of believable history, told from a given now and written
 * through the same append function as everything else.
 */
import { v7 as uuid } from 'uuid';
import type { NewRegisterItem } from '../../core/work/registers';
import { seeded } from '../../core/basics/seeded';
import { addCheck, setPrices } from '../checks';
import { handClock } from '../clock';
import { addPerson } from '../people';
import { addRegisterItem } from '../registers';
import type { Sql } from '../sql';
import { addTintEntry } from '../tint';
import { addWork } from '../work';
import { batches } from './jobs';
import { coupons, ownCriterion } from './rules';
import { goodFor, looks, stock, trialStrip, type Stock } from './stock';
import { tell, type Cast } from './story';

const DAY = 86_400_000;

/** @param monitor the stand-in that the one running purge is measured by */
export async function seedDemo(sql: Sql, at: number, monitor: { id: string; name: string }): Promise<void> {
  const random = seeded(20);
  const hand = handClock(at - 22 * DAY);
  const cast: Cast = {
    lead: await addPerson(sql, { name: 'Odile Marrow', stamp: 'L1', role: 'Lead', units: 'inch' }, true),
    welder: await addPerson(sql, { name: 'Bram Tarn', stamp: 'W4', role: 'Welder', units: 'inch' }, true),
    second: await addPerson(sql, { name: 'Ines Halloway', stamp: 'W7', role: 'Welder', units: 'metric' }, true),
    inspector: await addPerson(sql, { name: 'Rufus Pell', stamp: 'Q2', role: 'Inspector', units: 'metric' }, true),
  };
  const have = {} as Stock;
  for (const [key, item] of Object.entries(stock) as [keyof Stock, NewRegisterItem][]) {
    const days = goodFor[key];
    const expires = days === undefined ? null : new Date(at + days * DAY).toISOString().slice(0, 10);
    have[key] = { id: (await addRegisterItem(sql, { ...item, expires }, true)).id, label: item.label };
  }
  await addRegisterItem(sql, trialStrip(have), true);
  for (const [key, days, kind, body] of looks)
    await addCheck(sql, { id: uuid(), item: have[key].id, kind, body }, null, new Date(at - days * 86_400_000));
  await setPrices(sql, { currency: 'EUR', perM3: { argon: 9.5, helium: 42, nitrogen: 3.2 } });

  await ownCriterion(sql, hand, cast.inspector);
  for (const c of coupons) await addTintEntry(sql, { id: uuid(), kind: 'coupon', ...c }, cast.inspector, new Date(at - 20 * DAY), true);

  // In the order of time, as it would have been told: one monitor measures one weld after the other.
  const welds = batches(have).flatMap((batch) => batch.welds.map((spec, i) => ({ batch, spec, i })));
  for (const { batch, spec, i } of welds.sort((a, b) => b.spec.day - a.spec.day)) {
    hand.set(at - spec.day * DAY);
    const who = { person: i % 2 ? cast.second : cast.welder, identified: 'picked' };
    const weld = uuid();
    const { spool } = await addWork(
      sql,
      hand.clock,
      { ...who, person: cast.lead },
      { ...batch.work, firstNumber: spec.number, count: 1 },
      [{ event: uuid(), weld }],
      true,
    );
    await tell(sql, hand, { batch, spec, weld, spool, cast, have, monitor, random, welder: who.person, now: at, beside: 'Odile Marrow' });
  }
}
