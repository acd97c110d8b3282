/** Marks that a browser could lose without a word: its storage refused or full, another program on the port, one event that never passes. */
import { expect, type Page, type Route } from '@playwright/test';
import { awake, press, purging, test } from '../e2e/hands';
import { CONTROL } from '../e2e/ports';

// The browser keeps the application here: what is done without a server is done by it.
test.use({ serviceWorkers: 'allow' });

const told = async (page: Page, run: string) =>
  (
    (await (await page.request.get(`/api/streams/${run}`)).json()) as { events: { type: string; body: { mark?: string } }[] }
  ).events.flatMap((e) => e.body.mark ?? []);
const notSaved = (page: Page) => page.getByTestId('unsaved');

/** From the next load on this browser takes nothing in: private, full, or forbidden. */
const refuseStorage = (page: Page) =>
  page.addInitScript(() => {
    const full = () => {
      throw new DOMException('The quota has been exceeded.', 'QuotaExceededError');
    };
    IDBObjectStore.prototype.add = full;
    IDBObjectStore.prototype.put = full;
    Storage.prototype.setItem = full;
  });
const forbidStorage = (page: Page) =>
  page.addInitScript(() => {
    IDBFactory.prototype.open = () => {
      throw new DOMException('The operation is insecure.', 'SecurityError');
    };
  });

for (const [how, refuse] of [
  ['full', refuseStorage],
  ['forbidden', forbidStorage],
] as const)
  test(`a mark on a device whose storage is ${how} is saved all the same while the server answers`, async ({ page }) => {
    const { run } = await purging(page, { job: 'Marks', spool: `MK-${how}` });
    await refuse(page);
    await page.reload();
    await awake(page);
    await press(page, 'Tack');
    await expect(page.getByText('1 mark, 1 tacked')).toBeVisible();
    await expect.poll(() => told(page, run)).toEqual(['tack']);
    await expect(notSaved(page)).toBeHidden();
  });

test('a mark that could be kept nowhere says so, is held by the page, and is saved when the server answers', async ({ page }) => {
  const { run } = await purging(page, { job: 'Marks', spool: 'MK-2' });
  await refuseStorage(page);
  await page.reload();
  await awake(page);
  await page.route('**/api/events', (route) => route.abort());
  await press(page, 'Tack');
  await expect(page.getByText(/Tack could not be kept on this device.*Leave this page open/)).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText('1 mark, 1 tacked')).toBeVisible();
  await page.unrouteAll({ behavior: 'ignoreErrors' });
  await expect.poll(() => told(page, run), { timeout: 60_000 }).toEqual(['tack']);
  await expect(page.getByText(/could not be kept/)).toBeHidden();
});

/** What other programs answer to who asks them for anything; more of them in src/islands/queue.test.ts. */
const others: [string, (route: Route) => Promise<void>][] = [
  [
    'repeats the id it was sent and says taken, without the hash',
    (r) => {
      const sent = r.request().postDataJSON() as { events: { id: string }[] };
      return r.fulfill({ json: { answers: sent.events.map((e) => ({ id: e.id, status: 201, seq: 2, hash: 'x' })), now: 0 } });
    },
  ],
];
for (const [what, answer] of others)
  test(`another program on the port ${what}: the mark waits, and is saved when Sentrel is back`, async ({ page }) => {
    const { run } = await purging(page, { job: 'Marks', spool: `MK-P${others.findIndex(([w]) => w === what)}` });
    let tries = 0;
    await page.route('**/api/events', (route) => (tries++, answer(route)));
    await press(page, 'Tack');
    await expect.poll(() => tries).toBeGreaterThan(1);
    await expect(page.getByText('1 mark, 1 tacked')).toBeVisible();
    await expect(notSaved(page)).toContainText('1 mark is on this device only');
    await page.unrouteAll({ behavior: 'ignoreErrors' });
    await expect.poll(() => told(page, run), { timeout: 60_000 }).toEqual(['tack']);
    await expect(notSaved(page)).toBeHidden();
  });

test('one mark that the server can never take steps aside, is shown, and the others go on', async ({ page }) => {
  const { run } = await purging(page, { job: 'Marks', spool: 'MK-5' });
  let bad = '';
  await page.route('**/api/events', (route) => {
    const [event] = (route.request().postDataJSON() as { events: { id: string }[] }).events;
    bad ||= event?.id ?? '';
    return event?.id === bad ? route.fulfill({ status: 500, json: { error: 'Something went wrong on our side.' } }) : route.continue();
  });
  await press(page, 'Tack');
  await page.getByRole('button', { name: 'Open to look' }).click();
  await press(page, 'Closed, refill');
  await expect.poll(() => told(page, run), { timeout: 60_000 }).toEqual(['look', 'refill']);
  await expect(page.getByText(/Tack is kept here.*Something went wrong on our side/)).toBeVisible();
  await page.unrouteAll({ behavior: 'ignoreErrors' });
  await press(page, 'Try it now');
  await expect.poll(() => told(page, run), { timeout: 60_000 }).toEqual(['look', 'refill', 'tack']);
  await expect(page.getByText(/is kept here/)).toBeHidden();
});

test('an undo that was shown stays done: over a killed server, a reload out of the cache, and a busy machine', async ({
  page,
  request,
}) => {
  const { welds, run } = await purging(page, { job: 'Marks', spool: 'MK-6' });
  const path = `/welds/${welds[0]}`;
  await page.evaluate(async (p) => {
    await navigator.serviceWorker.ready;
    await caches.open('pages').then((c) => c.delete(p));
  }, path);
  // The page as it is kept: with both tacks.
  await press(page, 'Tack');
  await press(page, 'Tack');
  await expect.poll(() => told(page, run)).toEqual(['tack', 'tack']);
  await page.reload();
  await awake(page);
  await expect(page.getByText('2 marks, 2 tacked')).toBeVisible();
  await expect.poll(() => page.evaluate(async (p) => Boolean(await (await caches.open('pages')).match(p)), path)).toBe(true);
  // The undo is saved, and the page is gone before it has the record with it in.
  await page.route(/\/api\/(welds|streams)\//, (route) => route.abort());
  await press(page, 'Undo last mark');
  await expect(page.getByText('1 mark, 1 tacked')).toBeVisible();
  await expect.poll(async () => (await page.request.get(`/api/streams/${run}`)).text()).toContain('run.corrected');
  await request.get(`${CONTROL}/stop-first`);
  try {
    await page.reload();
    await awake(page);
  } finally {
    await request.get(`${CONTROL}/start-first`, { timeout: 60_000 });
  }
  // Just started, and slow: what is asked first is answered "busy", the stream and the record alike.
  let [streams, looks] = [0, 0];
  const busy = { status: 503, json: { error: 'The database did not answer in time.' } };
  await page.unrouteAll({ behavior: 'ignoreErrors' });
  await page.route('**/api/live', (route) => (streams++ < 1 ? route.fulfill(busy) : route.continue()));
  await page.route(/\/api\/(welds|streams)\//, (route) => (looks++ < 3 ? route.fulfill(busy) : route.continue()));
  await expect(page.getByText('1 mark, 1 tacked')).toBeVisible({ timeout: 60_000 });
});
