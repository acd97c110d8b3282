/** What a person does with the interface, in a few words each. */
import { expect, type APIRequestContext, type Locator, type Page } from '@playwright/test';
import { BAY2, FIRST } from './ports';

export const json = { 'content-type': 'application/json', origin: FIRST };

/** Picks who the browser is. */
export async function be(page: Page, name: RegExp): Promise<void> {
  const pick = page.getByLabel('Who I am', { exact: true });
  const label = await pick.locator('option').filter({ hasText: name }).first().textContent();
  await Promise.all([page.waitForEvent('load'), pick.selectOption({ label: label ?? '' })]);
  await expect(pick.locator('option:checked')).toHaveText(name);
}

/** Lets time pass for every process, device and browser at once. */
export async function pass(request: APIRequestContext, seconds: number): Promise<void> {
  const { now } = (await (await request.get('/api/health')).json()) as { now: number };
  const answer = await request.post('/api/test/clock', {
    headers: json,
    data: { offsetMs: Math.round(now - Date.now() + seconds * 1000) },
  });
  expect(answer.status()).toBe(200);
}

/** Turns a knob of the simulated monitor in bay 2. */
export async function bay2(request: APIRequestContext, settings: Record<string, unknown>): Promise<void> {
  expect((await request.post(`${BAY2}/set`, { data: settings })).status()).toBe(200);
}

export const field = (page: Page, label: string): Locator => page.getByLabel(label, { exact: true });
export const press = (page: Page, name: string): Promise<void> => page.getByRole('button', { name, exact: true }).click();

export async function hold(page: Page, name: string): Promise<void> {
  const button = page.getByRole('button', { name, exact: true });
  await button.scrollIntoViewIfNeeded();
  await button.hover();
  await page.mouse.down();
  await page.waitForTimeout(1100);
  await page.mouse.up();
}

/** The stage that is due, as the page shows it. */
export const due = (page: Page, stage: string): Locator => page.locator(`[data-stage="${stage}"][data-due="true"]`);

/** Collects what no page may do: console errors, refused scripts, requests to elsewhere. */
export function watch(page: Page): string[] {
  const wrongs: string[] = [];
  page.on('pageerror', (e) => wrongs.push(`error: ${e.message}`));
  page.on(
    'console',
    (m) => m.type() === 'error' && !/Failed to load resource|ERR_|EventSource/.test(m.text()) && wrongs.push(`console: ${m.text()}`),
  );
  page.on('request', (r) => !/^(http:\/\/127\.0\.0\.1:4390\d|data:|blob:)/.test(r.url()) && wrongs.push(`request: ${r.url()}`));
  return wrongs;
}

/** Enters one's own work and gives the id of its first weld. */
export async function enterWork(
  page: Page,
  over: { job?: string; spool?: string; count?: string; criterion?: string; alloy?: string } = {},
): Promise<string> {
  await page.goto('/work/new');
  await field(page, 'Job').fill(over.job ?? 'Own job');
  await field(page, 'Line').fill('Own line');
  await field(page, 'Spool').fill(over.spool ?? 'OWN-1');
  await field(page, 'Size series').selectOption('inch-tube');
  await field(page, 'Size').fill('2');
  if (over.alloy) {
    await field(page, 'Alloy, end A').selectOption(over.alloy);
    await field(page, 'Alloy, end B').selectOption(over.alloy);
  }
  await field(page, 'Criterion').selectOption(over.criterion ?? 'House-MP');
  await field(page, 'First weld number').fill('Q-7');
  await field(page, 'Welds alike').fill(over.count ?? '1');
  await press(page, 'Enter the welds');
  await page.getByRole('link', { name: 'Open the first' }).click();
  await expect(due(page, 'fitup')).toBeVisible();
  return page.url().split('/').at(-1) ?? '';
}

export async function fitUp(page: Page): Promise<void> {
  await field(page, 'Narrowest gap').fill('0.05 mm');
  await field(page, 'Widest gap').fill('0.1 mm');
  await field(page, 'High-low').fill('0.1 mm');
  await field(page, 'Heat, end A').selectOption({ label: 'DEMO-H1041' });
  await field(page, 'Heat, end B').selectOption({ label: 'DEMO-H1042' });
  await field(page, 'WPS').selectOption({ label: 'DEMO-WPS-T1 rev 3' });
  await press(page, 'Record the fit-up');
  await expect(due(page, 'gas')).toBeVisible();
}

export async function checkGas(page: Page, monitor = 'Monitor bay 2'): Promise<void> {
  await field(page, 'Purge gas').selectOption({ index: 1 });
  await field(page, 'Torch gas').selectOption({ index: 1 });
  await field(page, 'Oxygen monitor').selectOption({ label: monitor });
  if (monitor.startsWith('Monitor')) {
    await field(page, 'Reads in air').fill('20.8 %');
    await field(page, 'Reads in bottle gas').fill('4 ppm');
  }
  await press(page, 'Record the gas');
  await expect(due(page, 'setup')).toBeVisible();
}

export async function setUp(page: Page): Promise<void> {
  await press(page, 'Record the set-up');
  await expect(due(page, 'purge')).toBeVisible();
}
