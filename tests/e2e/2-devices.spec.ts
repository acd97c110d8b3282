/** Devices: registered, key shown once, heard, revoked; a foot switch and a clamp mark the purge that listens to them. */
import { expect, type APIRequestContext } from '@playwright/test';
import { v7 as uuid } from 'uuid';
import { atPurge, awake, field, hold, press, session, startPurge, tell, test, watch } from './hands';
import { CLAMP, FIRST, FLOW, FOOT } from './ports';

const knob = async (request: APIRequestContext, at: string, data: object) =>
  expect((await request.post(`${at}/set`, { data })).status()).toBe(200);
const send = (request: APIRequestContext, door: 'readings' | 'signals', id: string, key: string, items: object[], boot = uuid()) =>
  request.post(`/api/intake/v1/${door}`, {
    headers: { 'content-type': 'application/json', 'x-device': id, authorization: `Bearer ${key}` },
    data: { boot, sentAt: new Date().toISOString(), [door]: items },
  });
const now = () => new Date().toISOString();

test('registered, its key shown once, heard, given another key, revoked', async ({ page, request }) => {
  const wrongs = watch(page);
  await session(page.request);
  await page.goto('/devices');
  await awake(page);
  await press(page, 'Register another');
  await press(page, 'Register and show its key');
  await expect(page.getByText('Give it a name that stands on it.')).toBeVisible();
  await field(page, 'Name that stands on it').fill('Monitor O-9');
  await field(page, 'Stands in').last().fill('bay 9');
  await field(page, 'Top of its scale, ppm').fill('lots');
  await press(page, 'Register and show its key');
  await expect(page.getByText('Where does its scale end?')).toBeVisible();
  await field(page, 'Top of its scale, ppm').fill('1000');
  await press(page, 'Register and show its key');
  const [id, key] = await Promise.all([page.getByTestId('device-id').textContent(), page.getByTestId('device-key').textContent()]);
  const card = page.getByRole('article', { name: 'Monitor O-9' });
  await expect(card).toContainText('never heard');
  const reading = { seq: 0, at: now(), raw: 5, ppm: 5, quality: 'good' };
  expect((await send(request, 'readings', id ?? '', key ?? '', [reading])).status()).toBe(200);
  expect((await send(request, 'signals', id ?? '', key ?? '', [{ seq: 0, at: now(), press: 90 }])).status()).toBe(400);
  await page.reload();
  await awake(page);
  await expect(card).toContainText('heard now');
  await expect(page.getByText(key ?? 'no key')).toHaveCount(0);
  await press(page, 'Register another');
  await field(page, 'Name that stands on it').fill('monitor o-9');
  await press(page, 'Register and show its key');
  await expect(page.getByText(/registered already/)).toBeVisible();
  await card.getByText('For whoever wires it').click();
  await card.getByRole('button', { name: 'New key' }).click();
  const second = (await page.getByTestId('device-key').textContent()) ?? '';
  expect((await send(request, 'readings', id ?? '', key ?? '', [reading])).status()).toBe(401);
  expect((await send(request, 'readings', id ?? '', second, [reading])).status()).toBe(200);
  await hold(page, 'Revoke, hold');
  await expect(card).toContainText('revoked');
  expect((await send(request, 'readings', id ?? '', second, [reading])).status()).toBe(403);
  expect(wrongs).toEqual([]);
});

test('-5 ppm is kept, 300 000 ppm and NaN are refused; a clock an hour wrong is set right', async ({ page, request }) => {
  await session(page.request);
  const made = await page.request.post('/api/devices', {
    headers: { origin: FIRST, 'content-type': 'application/json' },
    data: { kind: 'oxygen-monitor', name: 'Monitor E-1' },
  });
  const { id, key } = (await made.json()) as { id: string; key: string };
  const off = (s: number) => new Date(Date.now() + 3_600_000 + s * 1000).toISOString();
  const item = (seq: number, ppm: unknown) => ({ seq, at: off(-seq), raw: 1, ppm, quality: 'good' });
  const answer = await request.post('/api/intake/v1/readings', {
    headers: { 'content-type': 'application/json', 'x-device': id, authorization: `Bearer ${key}` },
    data: { boot: uuid(), sentAt: off(0), readings: [item(1, -5), item(2, 300_000), item(3, 'NaN'), item(4, 12)] },
  });
  const { answers } = (await answer.json()) as { answers: { status: string; reason?: string }[] };
  expect(answers.map((a) => a.status)).toEqual(['taken', 'refused', 'refused', 'taken']);
  expect(answers[1]?.reason).toContain('more oxygen than air holds');
  const { devices } = (await (await page.request.get('/api/devices')).json()) as { devices: { name: string; refused: number }[] };
  expect(devices.find((d) => d.name === 'Monitor E-1')?.refused).toBe(2);
});

test('a foot switch, a current clamp and a flow meter on one purge; phantom presses make no mark', async ({ page, request }) => {
  await knob(request, FLOW, { set: 4, fault: 'none', ratio: 1 });
  const [weld] = await atPurge(page, { job: 'Devices', spool: 'DV-1', monitor: 'Monitor bay 2' });
  for (const name of ['Flow meter bay 2', 'Foot switch bay 2', 'Clamp bay 2'])
    await expect(page.getByLabel(`Listens to ${name}`)).toBeChecked();
  await startPurge(page);
  const panel = page.locator('[data-run]');
  const run = (await panel.getAttribute('data-run')) ?? '';
  await expect(page.getByText(/flow measured, not as set/)).toBeVisible({ timeout: 60_000 });
  await knob(request, FOOT, { press: 6 });
  await knob(request, FOOT, { press: 240 });
  // Not ready yet: a foot says no arc. It is a tack, and the arc is told by hand.
  await expect(page.getByText('1 mark, 1 tacked')).toBeVisible();
  await expect(page.locator('[data-phase="filling"]')).toBeVisible();
  await press(page, 'Arc on');
  await expect(page.locator('[data-phase="welding"]')).toBeVisible();
  await knob(request, CLAMP, { amps: 60 });
  await page.getByText('3 marks, 1 tacked').click();
  await expect(page.getByText(/by Clamp bay 2, 60 A: told twice, counts once/)).toBeVisible();
  await knob(request, CLAMP, { amps: 0 });
  await expect(page.locator('[data-phase="between"]')).toBeVisible();
  const { events } = (await (await page.request.get(`/api/streams/${run}`)).json()) as { events: { body: { mark?: string } }[] };
  expect(events.flatMap((e) => e.body.mark ?? [])).toEqual(['tack', 'arc-on', 'arc-on', 'arc-off']);
  await tell(page.request, run, 'run.ended', { how: 'abandoned', countOut: 2 });
  await page.goto(`/welds/${weld}/record`);
  await expect(page.getByText(/By Foot switch bay 2/).first()).toBeVisible();
  // After the run nobody listens: the press is taken, and marks nothing.
  await knob(request, FOOT, { press: 240 });
  await expect
    .poll(async () => ((await (await request.get(`${FOOT}/state`)).json()) as { status: string }).status)
    .toContain('no purge listened');
});

test('each stand-in has a page of its own for its faults', async ({ page }) => {
  for (const [at, fault] of [
    [FOOT, 'Arc noise on the cable'],
    [CLAMP, 'Arc flickers'],
    [FLOW, 'Float sticks'],
  ] as const) {
    await page.goto(at);
    await page.getByRole('button', { name: fault }).click();
    await expect(page.getByRole('button', { name: fault })).toHaveAttribute('aria-pressed', 'true');
    await page.getByRole('button', { name: 'In order' }).click();
    await expect(page.getByRole('button', { name: fault })).toHaveAttribute('aria-pressed', 'false');
  }
  await page.goto(FOOT);
  await page.getByRole('button', { name: 'Press', exact: true }).click({ delay: 120 });
  await expect(page.locator('#shown')).toHaveText(/1\d\d ms|2\d\d ms/);
});
