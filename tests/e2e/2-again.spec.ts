/** Two welds alike on one spool: the second is struck after six touches and graded after four; what is evidence is given anew. */
import { expect, type Page } from '@playwright/test';
import { v7 as uuid } from 'uuid';
import {
  allBright,
  awake,
  bay2,
  be,
  checkGas,
  due,
  enterWork,
  field,
  fitUp,
  hold,
  json,
  pass,
  press,
  setUp,
  startPurge,
  test,
} from './hands';

/** Counts presses of the pointer and keys on every page of this tab. */
async function touches(page: Page): Promise<() => Promise<number>> {
  let count = 0;
  await page.exposeFunction('touched', () => void count++);
  await page.addInitScript(() => {
    const touched = () => void (window as unknown as { touched: () => void }).touched();
    addEventListener('pointerdown', touched, true);
    addEventListener('keydown', touched, true);
  });
  // What was pressed last has come here when something asked later has.
  return async () => {
    await page.evaluate(() => new Promise((r) => setTimeout(r, 50)));
    return count;
  };
}

/** Purges the open weld until the monitor says ready, and strikes the arc. */
async function struck(page: Page): Promise<void> {
  const { request } = page;
  await bay2(request, { state: 'open', fresh: true, speed: 1 });
  await startPurge(page);
  await expect(page.locator('[data-phase="filling"]')).toBeVisible();
  await bay2(request, { state: 'on' });
  await expect(async () => {
    await pass(request, 60);
    await expect(page.locator('[data-ready="true"]')).toBeVisible({ timeout: 1500 });
  }).toPass({ timeout: 60_000 });
  await press(page, 'Arc on');
  await expect(page.locator('[data-phase="welding"]')).toBeVisible();
}

/** Welds on for a minute, holds the gas as long as is asked, and ends the purge with what went in. */
async function welded(page: Page): Promise<void> {
  await pass(page.request, 60);
  await press(page, 'Arc off');
  await press(page, 'Hold');
  await pass(page.request, 61);
  await field(page, 'Dams and tape out (2 in)').fill('2');
  await hold(page, 'Done, hold to press');
  await expect(due(page, 'look')).toBeVisible();
}

test('six touches to the arc of the second, four to its grade; gap, count, tint and oxygen are asked anew', async ({ page }) => {
  const touched = await touches(page);
  await page.goto('/');
  await be(page, /Bram Tarn/);
  await enterWork(page, { job: 'Twice', spool: 'TW-1', count: '2' });
  await fitUp(page);
  await checkGas(page);
  await setUp(page);
  await struck(page);
  await welded(page);
  await allBright(page);
  await press(page, 'Record the look');

  await page.goto('/');
  await page.getByRole('link', { name: /Q-8.*TW-1/ }).click();
  await expect(due(page, 'fitup')).toBeVisible();
  await awake(page);
  // Known already: papers. Not known: whatever is measured.
  await expect(field(page, 'Heat, end A').locator('option:checked')).toHaveText('DEMO-H1041');
  await expect(field(page, 'WPS').locator('option:checked')).toHaveText('DEMO-WPS-T1 rev 3');
  for (const label of ['Narrowest gap', 'Widest gap', 'High-low']) await expect(field(page, label)).toHaveValue('');
  const opened = await touched();
  await press(page, 'Tight all round, flush');
  await press(page, 'Record the fit-up');
  await press(page, 'Gas and torch as Q-7');
  await expect(due(page, 'purge')).toBeVisible();
  await expect(field(page, 'Dams and tape in, count')).toHaveValue('');
  await struck(page);
  expect((await touched()) - opened).toBeLessThanOrEqual(6);

  await welded(page);
  await expect(field(page, 'Inside seen')).toHaveValue('');
  const looking = await touched();
  await press(page, 'Inside bright, by borescope');
  await press(page, 'Outside bright');
  await press(page, 'Record the look');
  await press(page, 'Give the verdict');
  await expect(due(page, 'look')).toHaveCount(0);
  expect((await touched()) - looking).toBeLessThanOrEqual(4);
});

test('the shift’s check falls open on a changed bottle: then the gas is not simply as before', async ({ page }) => {
  await page.goto('/');
  await be(page, /Bram Tarn/);
  await enterWork(page, { job: 'Twice', spool: 'TW-2', count: '2' });
  await fitUp(page);
  const from = field(page, 'Purge drawn from');
  await from.selectOption({ index: 1 });
  const drawn = await from.locator('option:checked').textContent();
  await checkGas(page);
  await setUp(page);
  await startPurge(page);
  const first = page.url();
  // The start has been answered: the next answer is that of the mark.
  await expect(page.getByRole('button', { name: 'Bottle changed', exact: true })).toBeVisible();
  // Saved before anyone looks elsewhere: the button bears the same words as the mark.
  const saved = page.waitForResponse((r) => r.url().endsWith('/api/events') && r.request().method() === 'POST');
  await press(page, 'Bottle changed');
  expect(await (await saved).json()).toMatchObject({ answers: [{ status: 201 }] });
  await page.goto('/');
  await page.getByRole('link', { name: /Q-8.*TW-2/ }).click();
  await awake(page);
  await press(page, 'Tight all round, flush');
  await press(page, 'Record the fit-up');
  await expect(due(page, 'gas')).toBeVisible();
  await expect(page.getByText(/Not simply as Q-7: A bottle was changed on/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^Gas and torch as/ })).toHaveCount(0);
  // Its gauge is read; the monitor has not read its gas yet.
  const registers = (await (await page.request.get('/api/registers')).json()) as { id: string; label: string }[];
  const bottle = registers.find((r) => r.label === drawn);
  const look = { pascal: 1.8e7, celsius: 18, level: null, changed: true };
  const check = { id: uuid(), item: bottle?.id, kind: 'cylinder', body: look };
  expect((await page.request.post('/api/checks', { headers: json, data: check })).status()).toBe(201);
  await page.reload();
  await awake(page);
  await expect(page.getByText(/Not simply as Q-7: A bottle was changed on/)).toBeVisible();
  // The monitor is free again for whoever comes next.
  await page.goto(first);
  await awake(page);
  await hold(page, 'Abandon, hold');
  await expect(page.locator('[data-run]')).toHaveCount(0);
});
