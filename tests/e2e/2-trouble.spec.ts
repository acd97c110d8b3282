/** Bad input and trouble: each gets a clear message, and nothing that was acknowledged is lost. */
import { expect, type APIRequestContext } from '@playwright/test';
import { v7 as uuid } from 'uuid';
import { allBright, be, due, enterWork, field, json, press, session, test, weldPath } from './hands';
import { CONTROL, SECOND } from './ports';

type StandIn = { id: string; key: string };
const standIns = async (request: APIRequestContext) => (await (await request.get(`${CONTROL}/devices`)).json()) as StandIn[];

test.describe('who may write', () => {
  test('a POST from a foreign page, without origin, or of another type is refused', async ({ request }) => {
    const data = { events: [{}] };
    expect((await request.post('/api/events', { headers: { ...json, origin: 'http://evil.example' }, data })).status()).toBe(403);
    expect((await request.post('/api/events', { headers: { 'content-type': 'application/json' }, data })).status()).toBe(403);
    expect((await request.post('/api/events', { headers: { ...json, 'content-type': 'text/plain' }, data: 'x' })).status()).toBe(415);
    const nobody = await request.post('/api/events', { headers: json, data });
    expect(nobody.status()).toBe(401);
    expect(((await nobody.json()) as { error: string }).error).toContain('pick your name');
  });
  test('another Host is misdirected, and the security headers are on every answer', async ({ request }) => {
    expect((await request.get('/', { headers: { host: 'sentrel.example' } })).status()).toBe(421);
    for (const path of ['/', '/api/health', '/icon.svg', '/nowhere']) {
      const h = (await request.get(path)).headers();
      expect(h['x-content-type-options'], path).toBe('nosniff');
      expect(h['x-frame-options'], path).toBe('DENY');
    }
    const csp = (await request.get('/')).headers()['content-security-policy'] ?? '';
    expect(csp).toContain("default-src 'self'");
    expect(csp).not.toContain('unsafe-inline');
  });
  test('a body that is too large, no JSON, or out of range says so', async ({ request }) => {
    await session(request, 'Odile Marrow');
    expect((await request.post('/api/events', { headers: json, data: Buffer.from('{"events": [') })).status()).toBe(400);
    expect((await request.post('/api/events', { headers: json, data: { events: ['x'.repeat(300_000)] } })).status()).toBe(413);
    const bad = await request.post('/api/work', { headers: json, data: { work: {}, ids: [] } });
    expect(bad.status()).toBe(422);
    expect(((await bad.json()) as { reasons: string[] }).reasons.join()).toContain('work');
  });
});

test.describe('devices', () => {
  const send = (request: APIRequestContext, id: string, key: string, data: unknown) =>
    request.post('/api/intake/v1/readings', {
      headers: { 'content-type': 'application/json', 'x-device': id, authorization: `Bearer ${key}` },
      data: data as object,
    });
  const at = (s: number) => new Date(Date.now() + s * 1000).toISOString();

  test('unknown or with a wrong key: one and the same refusal', async ({ request }) => {
    const [monitor] = await standIns(request);
    const batch = { boot: uuid(), sentAt: at(0), readings: [{ seq: 0, at: at(0), raw: 5, ppm: 5, quality: 'good' }] };
    const answers = await Promise.all([
      send(request, uuid(), 'x', batch),
      send(request, monitor?.id ?? '', 'guess', batch),
      send(request, 'not an id', '', batch),
    ]);
    expect(answers.map((a) => a.status())).toEqual([401, 401, 401]);
    expect(new Set(await Promise.all(answers.map((a) => a.text()))).size).toBe(1);
  });
  test('twice, out of order, from the future, NaN: answered item by item', async ({ request }) => {
    const [monitor] = await standIns(request);
    if (!monitor) throw new Error('no monitor');
    const boot = uuid();
    const one = { seq: 1, at: at(-3), raw: 9, ppm: 9, quality: 'good' };
    const data = {
      boot,
      sentAt: at(0),
      readings: [{ ...one, seq: 2, at: at(-2) }, one, one, { ...one, seq: 3, at: at(900) }, { ...one, seq: 4, ppm: 'NaN' }],
    };
    const answer = await send(request, monitor.id, monitor.key, data);
    expect(answer.status()).toBe(200);
    const { answers } = (await answer.json()) as { answers: { status: string; reason?: string }[] };
    expect(answers.map((a) => a.status)).toEqual(['taken', 'taken', 'repeat', 'refused', 'refused']);
    expect(answers[3]?.reason).toContain('future');
    expect((await send(request, monitor.id, monitor.key, { readings: [] })).status()).toBe(400);
  });
});

test('two people decide at once: the second is told, loses nothing, and sees what is new', async ({ page, browser }) => {
  await page.goto('/');
  await be(page, /Bram Tarn/);
  await page.goto(await weldPath(page, 'OB-114'));
  await expect(due(page, 'look')).toBeVisible();
  await allBright(page);
  await press(page, 'Record the look');
  const context = await browser.newContext({ baseURL: SECOND });
  const other = await context.newPage();
  await other.goto('/');
  await be(other, /Rufus Pell/);
  await other.goto(new URL(page.url()).pathname);
  // Who comes second grades apart, or asks to see.
  await press(other, 'Show what they saw');
  await expect(other.getByRole('button', { name: 'Give the verdict' })).toBeVisible();
  // Hold back what the second browser would hear, so that it decides on what it saw.
  await other.route(/\/api\/(welds|streams)\//, (route) => route.abort());
  await press(page, 'Give the verdict');
  await expect(due(page, 'clean')).toBeVisible();
  await field(other, 'Verdict').selectOption('reweld');
  await press(other, 'Give the verdict');
  await expect(other.getByText(/Somebody else recorded something in the meantime/)).toBeVisible();
  await other.unroute(/\/api\/(welds|streams)\//);
  await other.reload();
  await expect(due(other, 'clean')).toBeVisible();
  await context.close();
});

test('the database gone in the middle: a clear answer within 5 s, and everything goes on afterwards', async ({ page, request }) => {
  await page.goto('/');
  await be(page, /Bram Tarn/);
  await enterWork(page, { job: 'Outage job', spool: 'OUT-1' });
  await field(page, 'Narrowest gap').fill('0.05 mm');
  await request.get(`${CONTROL}/cut`);
  const answer = await request.get('/api/board', { timeout: 60_000 });
  expect(answer.status()).toBe(503);
  expect(((await answer.json()) as { error: string }).error).toBe('The database cannot be reached. Try again in a moment.');
  expect((await request.get('/', { timeout: 60_000 })).status()).toBe(503);
  await field(page, 'Widest gap').fill('0.1 mm');
  await field(page, 'High-low').fill('0.1 mm');
  await field(page, 'Heat, end A').selectOption({ label: 'DEMO-H1041' });
  await field(page, 'Heat, end B').selectOption({ label: 'DEMO-H1042' });
  await field(page, 'Narrowest at').selectOption('12');
  await field(page, 'Widest at').selectOption('6');
  await field(page, 'WPS').selectOption({ label: 'DEMO-WPS-T1 rev 3' });
  await press(page, 'Record the fit-up');
  await expect(page.getByText(/The database cannot be reached|Sentrel cannot be reached/)).toBeVisible({ timeout: 60_000 });
  await expect(field(page, 'Narrowest gap')).toHaveValue('0.05 mm');
  await request.get(`${CONTROL}/mend`);
  await expect.poll(async () => (await request.get('/api/health')).status(), { timeout: 60_000 }).toBe(200);
  await press(page, 'Record the fit-up');
  await expect(due(page, 'gas')).toBeVisible();
});

test('unknown addresses and ids give a proper page', async ({ page, request }) => {
  for (const path of ['/nowhere', '/welds/nonsense', `/welds/${uuid()}`, `/welds/${uuid()}/record`]) {
    const answer = await page.goto(path);
    expect(answer?.status(), path).toBe(404);
    await expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible();
  }
  for (const path of ['/api/welds/nonsense', `/api/records/${uuid()}`, '/api/runs/x/readings', '/api/streams/x']) {
    const answer = await request.get(path);
    expect(answer.status(), path).toBe(404);
    expect(await answer.json()).toHaveProperty('error');
  }
});
