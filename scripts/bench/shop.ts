/** What is written and heard: marks appended, readings taken in, an event on another screen. Commits reach the disk, as in a shop. */
import { v7 as uuid } from 'uuid';
import { append } from '../../db/record/append';
import { intake } from '../../db/record/readings';
import { markEvent, post, sendReadings, type Shop } from '../../tests/faults/shop';
import { row, time } from './table';

const reading = (seq: number) => ({ seq, at: new Date().toISOString(), raw: seq, ppm: 20, quality: 'good' as const });
const batch = (from: number) => Array.from({ length: 500 }, (_, i) => reading(from + i));

/** One row, committed: what every other write is held against. */
async function bareInsert({ owner }: Shop): Promise<number> {
  await owner`create table bench (id uuid primary key, body jsonb)`;
  return time(
    'bare insert, one row, committed',
    20,
    async () => {
      for (let i = 0; i < 20; i++) await owner`insert into bench values (${uuid()}, ${owner.json({ mark: 'tack' })})`;
    },
    'ms',
  );
}

async function writes(shop: Shop, bare: number) {
  const who = { person: null, identified: 'picked' };
  const appended = await time('append one mark: chained, claimed, summaries rewritten', 20, async () => {
    for (let i = 0; i < 20; i++) await append(shop.owner, Date.now, who, markEvent(shop, uuid(), 'tack', 'bench'));
  });
  row('append over bare insert', appended / bare, 'ratio; grows with the length of the run');
  const device = { id: shop.devices[0]?.id ?? '', kind: 'oxygen-monitor' as const };
  const taken = await time('one reading of a batch of 500', 500, () =>
    intake(shop.owner, Date.now, device, { boot: uuid(), sentAt: new Date().toISOString(), readings: batch(0) }),
  );
  row('reading over bare insert', taken / bare, 'ratio');
  const boot = uuid();
  let sent = 0;
  const sustained = await time('one reading over HTTP, batches of 500 one after the other', 5000, async () => {
    for (let i = 0; i < 10; i++, sent += 500) await sendReadings(shop, 0, boot, batch(sent));
  });
  row('reading over HTTP over bare insert', sustained / bare, 'ratio');
  row('readings a second, sustained', 1000 / sustained, '1/s');
}

/** From the press on one screen until another screen has fetched the weld: what the event stream and the answer take together. */
async function onAnotherScreen(shop: Shop, bare: number) {
  const live = await fetch(`${shop.url}/api/live`, { headers: { cookie: shop.cookie } });
  const waiting = new Set<() => void>();
  void (async () => {
    const text = new TextDecoder();
    for await (const chunk of live.body ?? []) if (text.decode(chunk).includes(shop.run)) for (const heard of waiting) heard();
  })().catch(() => undefined);
  const took: number[] = [];
  for (let i = 0; i < 100; i++) {
    const hint = new Promise<void>((done) => {
      const heard = () => (waiting.delete(heard), done());
      waiting.add(heard);
    });
    const began = performance.now();
    await post(`${shop.url}/api/events`, { events: [markEvent(shop, uuid(), 'tack', 'bench')] }, { origin: shop.url, cookie: shop.cookie });
    await hint;
    await (await fetch(`${shop.url}/api/welds/${shop.weld}`, { headers: { cookie: shop.cookie } })).json();
    took.push(performance.now() - began);
  }
  const p95 = took.sort((a, b) => a - b)[94] as number;
  row('an event on one screen shown on another, p95 of 100', p95, 'ms; budget 250');
  row('event on another screen over bare insert', p95 / bare, 'ratio');
}

export async function writing(shop: Shop): Promise<void> {
  const bare = await bareInsert(shop);
  await writes(shop, bare);
  await onAnotherScreen(shop, bare);
}
