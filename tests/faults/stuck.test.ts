/**
 * What one sender did and another had to suffer: a date, a length or a broken line of one that stopped a device, a mark or the whole
 * shop. Each is named after that.
 */
import { randomUUID } from 'node:crypto';
import { readdirSync, readlinkSync, statSync } from 'node:fs';
import { request, type IncomingMessage } from 'node:http';
import { connect as dial } from 'node:net';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { built } from '../../scripts/lib/built';
import { markEvent, nap, openShop, post, type Shop } from './shop';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop('stuck', 1);
}, 120_000);
afterAll(() => shop.end());

type Told = { answers: { index: number; id: string; status: number | string; reason?: string; error?: string }[]; error?: string };
const hands = () => ({ origin: shop.url, cookie: shop.cookie });
const events = async (list: object[]) => {
  const sent = await post(`${shop.url}/api/events`, { events: list }, hands());
  return { status: sent?.status, ...(sent?.body as Told) };
};
const readings = async (items: object[], sentAt = new Date().toISOString()) => {
  const d = shop.devices[0];
  const sent = await post(
    `${shop.url}/api/intake/v1/readings`,
    { boot: randomUUID(), sentAt, readings: items },
    { 'x-device': d?.id ?? '', authorization: `Bearer ${d?.key ?? ''}` },
  );
  return { status: sent?.status, ...(sent?.body as Told) };
};
const reading = (seq: number, at: string) => ({ seq, at, raw: 1, ppm: 20, quality: 'good' });
/** A request as node sends it, with the answer's status and text. */
const raw = (method: string, path: string, headers: Record<string, string> = {}, body?: string) =>
  new Promise<{ status: number; text: string }>((done, fail) => {
    const asked = request(shop.url + path, { agent: false, method, headers }, (answer: IncomingMessage) => {
      let text = '';
      answer.on('data', (d: Buffer) => (text += d.toString()));
      answer.on('end', () => done({ status: answer.statusCode ?? 0, text }));
    });
    asked.on('error', fail);
    asked.end(body);
  });

describe('a date that no calendar of ours holds', () => {
  const far = ['0000-01-01T00:00:00Z', '0001-01-01T00:00:00Z', '9999-12-31T23:59:59Z'];

  it.each(far)('a reading of %s costs itself alone: the device does not send its batch for ever', async (at) => {
    const sent = await readings([reading(0, new Date().toISOString()), reading(1, at), reading(2, new Date().toISOString())]);
    expect(sent.status).toBe(200);
    expect(sent.answers.map((a) => a.status)).toEqual(['taken', 'refused', 'taken']);
    expect(sent.answers[1]?.reason).toMatch(/clock|future/);
  });

  it.each(far)('a whole device that believes it is %s is told so, item by item', async (at) => {
    const sent = await readings([reading(0, at)], at);
    expect([sent.status, sent.answers[0]?.status]).toEqual([200, 'refused']);
  });

  it('a device that never had its clock set, and stands in 1970, is taken: its offset is measured', async () => {
    const sent = await readings([reading(0, '1970-01-01T00:01:00Z')], '1970-01-01T00:01:01Z');
    expect(sent.answers[0]?.status).toBe('taken');
  });

  it.each(far.slice(0, 2))('a mark of %s is refused in words, and the one after it is taken', async (happenedAt) => {
    const sent = await events([{ ...markEvent(shop, uuid(), 'tack', 's'), happenedAt }, markEvent(shop, uuid(), 'tack', 's')]);
    expect(sent.answers.map((a) => a.status)).toEqual([422, 201]);
    expect(sent.answers[0]?.error).toMatch(/clock/);
  });

  it('a correction cannot lay a mark there either', async () => {
    const mark = markEvent(shop, uuid(), 'tack', 's');
    const taken = (await events([mark])).answers[0] as { seq?: number } | undefined;
    const sent = await events([
      {
        ...mark,
        id: uuid(),
        type: 'run.corrected',
        version: 2,
        seen: taken?.seq,
        body: { corrects: mark.id, reason: 'another time', version: 1, body: mark.body, happenedAt: '0000-01-01T00:00:00Z' },
      },
    ]);
    expect(sent.answers[0]).toMatchObject({ status: 422, error: expect.stringMatching(/time/) as string });
  });
});

describe('a question nobody could mean', () => {
  it('a number past the end of the database’s own is 4xx', async () => {
    for (const path of [
      `/api/streams/${shop.run}?after=2147483648`,
      `/api/streams/${shop.run}?after=1e300`,
      `/api/runs/${shop.run}/readings?since=1e300`,
      `/api/board?page=2147483648`,
    ]) {
      const { status } = await raw('GET', path, { cookie: shop.cookie });
      expect([path, status]).toEqual([path, expect.toSatisfy((s: number) => s < 500)]);
    }
    expect((await raw('GET', `/api/streams/${shop.run}?after=2147483648`)).status).toBe(400);
  });

  it.each(['TRACE', 'PROPFIND', 'PURGE'])('%s is 405', async (method) => {
    for (const path of ['/', '/api/board', '/api/events']) expect((await raw(method, path)).status).toBe(405);
  });

  it('nesting of 3000 is refused, wherever it stands', async () => {
    const deep = '['.repeat(3000) + ']'.repeat(3000);
    const json = { 'content-type': 'application/json', ...hands() };
    const mark = JSON.stringify({ events: [markEvent(shop, uuid(), 'tack', 's')] });
    const corrected = JSON.stringify({
      events: [
        {
          ...markEvent(shop, uuid(), 'tack', 's'),
          type: 'run.corrected',
          version: 2,
          seen: 1,
          body: { corrects: uuid(), reason: 'x y z', version: 1, body: { a: 0 } },
        },
      ],
    });
    for (const body of [mark.replace('"tack"', deep), corrected.replace('"a":0', `"a":${deep}`)]) {
      const sent = await raw('POST', '/api/events', json, body);
      expect([sent.status, (JSON.parse(sent.text) as Told).error]).toEqual([400, expect.stringMatching(/nested/)]);
    }
    const d = shop.devices[0];
    const device = { 'content-type': 'application/json', 'x-device': d?.id ?? '', authorization: `Bearer ${d?.key ?? ''}` };
    const batch = JSON.stringify({ boot: randomUUID(), sentAt: new Date().toISOString(), readings: [0] }).replace('[0]', `[${deep}]`);
    expect((await raw('POST', '/api/intake/v1/readings', device, batch)).status).toBe(400);
  });

  it('a text of a hundred pages is refused, wherever a body takes one', async () => {
    const mark = markEvent(shop, uuid(), 'tack', 's');
    const long = 'x'.repeat(100_000);
    const sent = await events([
      {
        ...mark,
        type: 'run.corrected',
        version: 2,
        seen: 1,
        body: { corrects: uuid(), reason: 'a reason', version: 1, body: { mark: 'tack', note: long } },
      },
    ]);
    expect(sent.answers?.[0]?.status ?? sent.status).toBe(422);
    expect(sent.answers?.[0]?.error ?? sent.error).toMatch(/longer/);
  });

  it('a welder who is nobody fits up nothing', async () => {
    const named = { id: uuid(), label: 'H1' };
    const sent = await events([
      {
        id: uuid(),
        stream: shop.weld,
        type: 'fitup.recorded',
        version: 1,
        happenedAt: new Date().toISOString(),
        offsetMs: 0,
        seen: null,
        body: {
          ...{ gapNarrow: { value: 0, at: 12 }, gapWide: { value: 0, at: 6 }, highLow: 0, heatA: named, heatB: named, filler: null },
          ...{ wps: { ...named, revision: '1' }, welder: uuid(), figures: [], advice: [] },
        },
      },
    ]);
    expect(sent.answers[0]).toMatchObject({ status: 422, error: expect.stringMatching(/welder/i) as string });
  });
});

describe('broken lines', () => {
  it('downloads that are broken off leave no file open', async () => {
    const folder = `${built()}/client/_astro`;
    const script = readdirSync(folder).reduce((a, b) => (statSync(`${folder}/${b}`).size > statSync(`${folder}/${a}`).size ? b : a));
    const openFiles = () =>
      readdirSync(`/proc/${shop.pid()}/fd`).filter((fd) => {
        try {
          return readlinkSync(`/proc/${shop.pid()}/fd/${fd}`).includes('/client/');
        } catch {
          return false;
        }
      }).length;
    const { port } = new URL(shop.url);
    const breakOff = (path: string) =>
      new Promise<void>((done) => {
        const socket = dial(Number(port), '127.0.0.1', () => {
          // It never reads, so that the file cannot be sent to its end; then it is gone.
          socket.pause();
          socket.write(`GET ${path} HTTP/1.1\r\nhost: 127.0.0.1:${port}\r\n\r\n`.repeat(30));
          setTimeout(() => (socket.destroy(), done()), 300);
        });
        socket.on('error', () => done());
      });
    await Promise.all(Array.from({ length: 40 }, () => breakOff(`/_astro/${script}`)));
    await expect.poll(openFiles, { timeout: 5000 }).toBe(0);
  });

  it('who sends slowly is told so; the database is not blamed', async () => {
    const { host, port } = new URL(shop.url);
    const text = await new Promise<string>((done) => {
      let heard = '';
      const socket = dial(Number(port), '127.0.0.1', () =>
        socket.write(
          `POST /api/events HTTP/1.1\r\nhost: ${host}\r\norigin: ${shop.url}\r\ncookie: ${shop.cookie}\r\ncontent-type: application/json\r\ncontent-length: 500\r\n\r\n{"events":`,
        ),
      );
      socket.on('data', (d) => (heard += d.toString()));
      socket.on('close', () => done(heard));
      setTimeout(() => socket.end(), 25_000);
    });
    expect(text).toMatch(/^HTTP\/1.1 408/);
    expect(text).not.toMatch(/database/);
    expect(text).toMatch(/did not arrive/);
  }, 40_000);

  it('five hundred streams of one caller do not shut out the rest', async () => {
    const open: { end: () => void; over: () => boolean }[] = [];
    const stream = (cookie: string) =>
      new Promise<{ status: number; end: () => void; over: () => boolean }>((done, fail) => {
        let over = false;
        const asked = request(`${shop.url}/api/live`, { agent: false, headers: cookie ? { cookie } : {} }, (answer) => {
          answer.on('data', () => undefined);
          answer.on('close', () => (over = true));
          done({ status: answer.statusCode ?? 0, end: () => asked.destroy(), over: () => over });
        });
        asked.on('error', fail);
        asked.end();
      });
    try {
      const mine = await stream(shop.cookie);
      for (let i = 0; i < 510; i++) open.push(await stream(''));
      const late = await stream(shop.cookie);
      open.push(mine, late);
      expect([mine.status, late.status]).toEqual([200, 200]);
      // Nobody but the one who had them all lost any.
      await expect.poll(() => open.filter((s) => s.over()).length).toBeGreaterThan(0);
      expect([mine.over(), late.over()]).toEqual([false, false]);
    } finally {
      for (const s of open) s.end();
    }
  }, 60_000);
});

describe('one that goes wrong on our side', () => {
  it('does not hide the others of its batch: each has an answer of its own, and what was saved is said to be', async () => {
    const list = Array.from({ length: 4 }, () => markEvent(shop, uuid(), 'tack', 's'));
    const bad = list[2]?.id ?? '';
    await shop.owner.unsafe(`create function fail_one() returns trigger language plpgsql as $$
      begin if new.id = '${bad}' then raise exception 'made to fail'; end if; return new; end $$;
      create trigger fail_one before insert on event for each row execute function fail_one()`);
    try {
      const sent = await events(list);
      expect(sent.status).toBe(200);
      expect(sent.answers.map((a) => [a.id, a.status])).toEqual(list.map((e) => [e.id, e.id === bad ? 500 : 201]));
    } finally {
      await shop.owner.unsafe('drop trigger fail_one on event; drop function fail_one');
    }
  });

  it('does not say that nothing was saved when it cannot know: the connection broke while it was being saved', async () => {
    await shop.owner.unsafe(`create function break_off() returns trigger language plpgsql security definer as $$
      begin perform pg_terminate_backend(pg_backend_pid()); return new; end $$;
      create constraint trigger break_off after insert on person deferrable initially deferred for each row execute function break_off()`);
    try {
      const sent = await post(`${shop.url}/api/people`, { name: 'Cut Off', stamp: 'CO', role: 'Welder', units: 'metric' }, hands());
      expect(sent?.status).toBe(503);
      expect((sent?.body as Told).error).not.toMatch(/nothing was saved/i);
    } finally {
      await nap(500);
      await shop.owner.unsafe('drop trigger break_off on person; drop function break_off');
    }
  });
});
