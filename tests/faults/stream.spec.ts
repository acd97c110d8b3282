/** The live stream broken off in every way: pages that say so, say what to do, and come back by themselves. */
import { expect } from '@playwright/test';
import { awake, bay2, purging, test, tell } from '../e2e/hands';
import { CONTROL } from '../e2e/ports';

// The browser keeps the application here: what is done without a server is done by it.
test.use({ serviceWorkers: 'allow' });

/** Marks from elsewhere: what a page knows only when it is live. */
const elsewhere = (page: Parameters<typeof purging>[0], run: string, weld: string) =>
  tell(page.request, run, 'run.marked', { mark: 'tack', weld });

test('one answer that is not 200 does not leave a page dead: it opens the stream again and shows what it missed', async ({ page }) => {
  const { welds, run } = await purging(page, { job: 'Stream', spool: 'STR-1' });
  let refused = 0;
  let well = false;
  await page.route('**/api/live', (route) => {
    if (well) return route.continue();
    refused++;
    return route.fulfill({ status: 503, body: '' });
  });
  await page.reload();
  await awake(page);
  await expect.poll(() => refused).toBeGreaterThan(0);
  await expect(page.getByTestId('unsaved')).toContainText('the connection is lost');
  well = true;
  await elsewhere(page, run, welds[0] ?? '');
  await expect(page.getByText('1 mark, 1 tacked')).toBeVisible({ timeout: 60_000 });
  await expect(page.getByTestId('unsaved')).toBeHidden();
});

test('a tab that cannot hear hands the stream on: the other tab is live, and tells the first', async ({ page, context }) => {
  const { welds, run } = await purging(page, { job: 'Stream', spool: 'STR-2' });
  await page.route('**/api/live', (route) => route.fulfill({ status: 503, body: '' }));
  await page.reload();
  await awake(page);
  await expect(page.getByTestId('unsaved')).toContainText('the connection is lost');
  const other = await context.newPage();
  await other.goto(page.url());
  await awake(other);
  await elsewhere(page, run, welds[0] ?? '');
  for (const tab of [other, page]) await expect(tab.getByText('1 mark, 1 tacked')).toBeVisible({ timeout: 60_000 });
  await other.close();
});

test('a tab that sleeps with the lock in its hand loses it to one that is looked at', async ({ page, context }) => {
  const { welds, run } = await purging(page, { job: 'Stream', spool: 'STR-5' });
  const weld = page.url();
  await page.goto('/cautions');
  const asleep = await context.newPage();
  await asleep.goto('/cautions');
  await asleep.evaluate(() => void navigator.locks.request('sentrel-live', { steal: true }, () => new Promise(() => undefined)));
  await page.clock.install();
  await page.goto(weld);
  await awake(page);
  await page.waitForTimeout(1000);
  await elsewhere(page, run, welds[0] ?? '');
  await page.clock.fastForward(60_000);
  await expect(page.getByText('1 mark, 1 tacked')).toBeVisible({ timeout: 60_000 });
  await asleep.close();
});

test('a look that failed is made again: a page that came back is not left with what it knew before', async ({ page }) => {
  const { welds, run } = await purging(page, { job: 'Stream', spool: 'STR-3' });
  // The record cannot be had for a while, though the stream is there: as when a server has just been started on a busy machine.
  let asked = 0;
  await page.route(/\/api\/(welds|streams)\//, (route) =>
    asked++ < 3 ? route.fulfill({ status: 503, json: { error: 'busy' } }) : route.continue(),
  );
  await elsewhere(page, run, welds[0] ?? '');
  await expect(page.getByText('1 mark, 1 tacked')).toBeVisible({ timeout: 60_000 });
});

test('under the hood nothing is said; at arc off the bench says what to do, and how old the reading is', async ({ page, request }) => {
  const { welds, run } = await purging(page, { job: 'Stream', spool: 'STR-4', monitor: 'Monitor bay 2' });
  await bay2(request, { state: 'on', fresh: true });
  await page.goto(`/welds/${welds[0]}/bench`);
  await awake(page);
  await page.getByRole('button', { name: /^Arc on/ }).click();
  await expect(page.locator('[data-phase="welding"]')).toBeVisible();
  await expect(page.getByTestId('unsaved')).toBeHidden();
  await request.get(`${CONTROL}/stop-first`);
  try {
    // Long enough for the silence to be noticed; the arc is on.
    await page.waitForTimeout(9000);
    await expect(page.getByTestId('unsaved')).toBeHidden();
    await expect(page.getByText('No reading', { exact: true })).toBeHidden();
    await page.getByRole('button', { name: /Arc off/ }).click();
    const said = /No fresh reading (from Monitor bay 2 )?for \d+:\d\d min: leave the gas on and the vent open, hold by your watch/;
    await expect(page.locator('[data-alarm="lost"]')).toContainText(said);
    // Answered it is not called any more; what to do stays.
    await page.locator('[data-alarm="lost"]').getByRole('button', { name: 'I have it' }).click();
    await expect(page.getByTestId('unsaved')).toContainText(said, { timeout: 60_000 });
  } finally {
    await request.get(`${CONTROL}/start-first`, { timeout: 60_000 });
  }
  await expect(page.getByTestId('unsaved')).toBeHidden({ timeout: 60_000 });
  // The monitor is free for whoever comes next.
  await tell(page.request, run, 'run.ended', { how: 'done', countOut: 2 });
  await bay2(request, { state: 'open' });
});
