/** docs/protocol.md taken at its word: its own examples, statuses and thirty lines, spoken to a running server. */
import { readFileSync } from 'node:fs';
import { request as plain } from 'node:http';
import { resolve } from 'node:path';
import { v4, v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { addDevice, revokeDevice } from '../../db/devices';
import { readingsSince } from '../../db/record/readings';
import type { DeviceKind } from '../../core/work/devices';
import { openShop, type Shop } from './shop';

const page = readFileSync(resolve(import.meta.dirname, '../../docs/protocol.md'), 'utf8');
/** Its blocks of code, in their order. */
const blocks = [...page.matchAll(/^```\n([\s\S]*?)^```$/gm)].map((m) => m[1] ?? '');
const block = (holding: string) => blocks.find((b) => b.includes(holding)) ?? '';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop('protocol', 1);
}, 120_000);
afterAll(() => shop.end());

type Answer = { status: number; body: { answers: { index: number; status: string; reason?: string }[]; now: string; error?: string } };
/** Speaks with just the headers the page names. */
async function speak(door: 'readings' | 'signals', device: { id: string; key: string }, body: string): Promise<Answer> {
  const headers = Object.fromEntries(
    block('X-Device')
      .trim()
      .split('\n')
      .map((l) => l.split(/: (.*)/).slice(0, 2) as [string, string]),
  );
  const answer = await fetch(`${shop.url}/api/intake/v1/${door}`, {
    method: 'POST',
    headers: { ...headers, 'X-Device': device.id, Authorization: (headers['Authorization'] ?? '').replace('<key>', device.key) },
    body,
  });
  return { status: answer.status, body: (await answer.json()) as Answer['body'] };
}
async function registered(kind: DeviceKind): Promise<{ id: string; key: string }> {
  const [id, key] = [v4(), uuid()];
  await addDevice(shop.owner, { id, key, kind, name: `${kind} ${id}` });
  return { id, key };
}
const said = (a: Answer) => a.body.answers.map((x) => x.status);

describe('the examples of the page', () => {
  it('the batch of readings is taken as it stands there, and is a repeat the second time', async () => {
    const monitor = await registered('oxygen-monitor');
    const batch = block('"readings": [');
    const [sent, first, second] = [...batch.matchAll(/2026-[\d-]+T[\d:.]+Z/g)].map((m) => Date.parse(m[0]));
    const before = Date.now();
    const answer = await speak('readings', monitor, batch);
    expect(answer.status).toBe(200);
    expect(said(answer)).toEqual(['taken', 'taken']);
    expect(said(await speak('readings', monitor, batch))).toEqual(['repeat', 'repeat']);
    // Its clock is months off: each reading stands as long before the sending as it says.
    const kept = await readingsSince(shop.owner, monitor.id, before - 60_000, Date.now() + 1000);
    expect(kept.map((r) => r.ppm)).toEqual([48, 48]);
    expect((kept[1]?.at ?? 0) - (kept[0]?.at ?? 0)).toBe((second ?? 0) - (first ?? 0));
    expect(Math.abs((kept[1]?.at ?? 0) - before - ((second ?? 0) - (sent ?? 0)))).toBeLessThan(5000);
  });

  it('the presses and arcs are taken, and say why they made no mark', async () => {
    const [press, arc] = block('"press"').trim().split('\n');
    for (const [kind, line] of [
      ['foot-switch', press],
      ['current-clamp', arc],
    ] as const) {
      const device = await registered(kind);
      const at = /"at": "([^"]+)"/.exec(line ?? '')?.[1] ?? '';
      const body = (line ?? '').replace('"..."', `"${v4()}"`).replace('"..."', `"${at}"`);
      const answer = await speak('signals', device, body);
      expect(said(answer)).toEqual(['taken']);
      expect(page).toContain(answer.body.answers[0]?.reason ?? 'nothing was said');
    }
  });

  it('the answer has the shape the page shows', async () => {
    const shown = JSON.parse(block('"answers"')) as Answer['body'];
    const { body } = await speak('readings', await registered('oxygen-monitor'), block('"readings": ['));
    expect(Object.keys(body).sort()).toEqual(Object.keys(shown).sort());
    expect(Object.keys(body.answers[0] ?? {}).sort()).toEqual(Object.keys(shown.answers[0] ?? {}).sort());
    expect(body.now).toMatch(/^\d{4}-\d\d-\d\dT[\d:.]+Z$/);
  });
});

describe('the statuses of the page', () => {
  const batch = (items: object[]) => JSON.stringify({ boot: v4(), sentAt: new Date().toISOString(), readings: items });
  const one = () => batch([{ seq: 0, at: new Date().toISOString(), raw: 1, ppm: 20, quality: 'good' }]);

  it('400: no batch, or the wrong door', async () => {
    const [monitor, foot] = [await registered('oxygen-monitor'), await registered('foot-switch')];
    expect((await speak('readings', monitor, '{"readings":[]}')).status).toBe(400);
    expect((await speak('readings', foot, one())).status).toBe(400);
    expect((await speak('signals', monitor, one())).status).toBe(400);
  });
  it('401: an unknown device and a wrong key get the same answer; 403: a revoked one', async () => {
    const monitor = await registered('oxygen-monitor');
    const [nobody, thief] = [
      await speak('readings', { id: v4(), key: monitor.key }, one()),
      await speak('readings', { ...monitor, key: 'another' }, one()),
    ];
    expect([nobody.status, thief.status, thief.body.error]).toEqual([401, 401, nobody.body.error]);
    await revokeDevice(shop.owner, Date.now, monitor.id);
    expect((await speak('readings', monitor, one())).status).toBe(403);
  });
  it('413: more than it takes at once; 421: another host', async () => {
    const monitor = await registered('oxygen-monitor');
    expect((await speak('readings', monitor, batch([{ note: 'x'.repeat(1_100_000) }]))).status).toBe(413);
    // And the next batch on the same connection is heard: the rest of the large one does not stand before it until it is cut off.
    for (let i = 0; i < 3; i++) {
      expect((await speak('readings', monitor, one())).status).toBe(200);
      expect((await speak('readings', monitor, batch([{ note: 'x'.repeat(1_100_000) }]))).status).toBe(413);
    }
    expect((await speak('readings', monitor, one())).status).toBe(200);
    const status = await new Promise((done, fail) =>
      plain(`${shop.url}/api/intake/v1/readings`, { method: 'POST', headers: { host: 'elsewhere.example' } }, (r) => {
        r.resume();
        done(r.statusCode);
      })
        .on('error', fail)
        .end(one()),
    );
    expect(status).toBe(421);
  });
  it('a bad item costs only itself; unknown fields are ignored; the same number with another content is refused', async () => {
    const monitor = await registered('oxygen-monitor');
    const at = new Date().toISOString();
    const boot = v4();
    const send = (readings: object[]) => speak('readings', monitor, JSON.stringify({ boot, sentAt: at, readings, humidity: 40 }));
    const good = { seq: 0, at, raw: 1, ppm: 20, quality: 'good', colour: 'grey' };
    const answer = await send([good, { ...good, seq: 1, ppm: 'NaN' }, { ...good, seq: 2, ppm: 300_000 }, { ...good, seq: 3, ppm: -5 }]);
    expect(said(answer)).toEqual(['taken', 'refused', 'refused', 'taken']);
    expect(answer.body.answers[1]?.reason).toContain('ppm is no number');
    expect(said(await send([{ ...good, ppm: 21 }]))).toEqual(['refused']);
  });
});

describe('the thirty lines of the page', () => {
  it('lose nothing and double nothing over a server that is killed, answers that are lost, and a batch sent in another order', async () => {
    const monitor = await registered('oxygen-monitor');
    const boot = v4();
    const from = Date.now() - 200_000;
    let queue = Array.from({ length: 200 }, (_, seq) => ({
      seq,
      at: new Date(from + seq * 1000).toISOString(),
      raw: 1000 - seq,
      ppm: 1000 - seq,
      quality: 'good',
    }));
    let lost = 0;
    let killed: Promise<void> = Promise.resolve();
    for (let round = 0; queue.length > 0 && round < 100; round++) {
      const batch = queue.slice(0, 30).sort((a, b) => ((a.seq * 7) % 13) - ((b.seq * 7) % 13));
      if (round === 3) killed = shop.killServer();
      const answer = await speak('readings', monitor, JSON.stringify({ boot, sentAt: new Date().toISOString(), readings: batch })).catch(
        () => null,
      );
      // Every third answer never arrives: the device keeps all of it and sends it again.
      if (answer?.status !== 200 || round % 3 === 1) {
        lost++;
        await new Promise((r) => setTimeout(r, 300));
        continue;
      }
      queue = queue.filter((r) => !batch.includes(r));
    }
    await killed;
    expect(lost).toBeGreaterThan(2);
    const kept = await readingsSince(shop.owner, monitor.id, from - 10_000, Date.now() + 10_000);
    expect(kept.map((r) => r.ppm)).toEqual(Array.from({ length: 200 }, (_, seq) => 1000 - seq));
  });
});
