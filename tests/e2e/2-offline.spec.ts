/** Without network: the bench goes on, keeps its marks over a closed tab, and says honestly what is not saved. */
import { expect } from '@playwright/test';
import { seeded } from '../../core/basics/seeded';
import { awake, be, press, purging, session, test } from './hands';
import { CONTROL } from './ports';

// The browser keeps the application here: what is done without a server is done by it.
test.use({ serviceWorkers: 'allow' });

test('the server gone: marks are kept, the tab closed and opened again, and all are saved in order, once', async ({
  page,
  context,
  request,
}) => {
  const { welds, run } = await purging(page, { job: 'Offline', spool: 'OFF-1' });
  const bench = `/welds/${welds[0]}/bench`;
  await page.goto(bench);
  await awake(page);
  // The keeper is there and has this page.
  await page.evaluate(async (path) => {
    await navigator.serviceWorker.ready;
    const deadline = Date.now() + 20_000;
    while (!(await (await caches.open('pages')).match(path)) && Date.now() < deadline) await new Promise((r) => setTimeout(r, 200));
  }, bench);
  await page.getByRole('button', { name: 'Tack' }).click();
  // On the server, not only on its way.
  const told = async () => ((await (await page.request.get(`/api/streams/${run}`)).json()) as { events: unknown[] }).events.length;
  await expect.poll(told).toBe(2);
  await expect(page.getByTestId('unsaved')).toBeHidden();

  await request.get(`${CONTROL}/stop-first`);
  try {
    await page.getByRole('button', { name: 'Tack' }).click();
    await page.getByRole('button', { name: /^Arc on/ }).click();
    await expect(page.locator('[data-phase="welding"]')).toBeVisible();
    // Under the hood nothing is said of it.
    await expect(page.getByTestId('unsaved')).toBeHidden();
    await page.close();

    const again = await context.newPage();
    await again.goto(bench);
    await expect(again.locator('[data-phase="welding"]')).toBeVisible({ timeout: 60_000 });
    await again.getByRole('button', { name: /Arc off/ }).click();
    await expect(again.locator('[data-phase="between"]')).toBeVisible();
    await expect(again.getByTestId('unsaved')).toContainText('3 marks are on this device only, not saved yet: Tack, Arc on, Arc off', {
      timeout: 60_000,
    });
    // Taken back before it was ever sent: it leaves no trace.
    await again.getByRole('button', { name: 'Hold', exact: true }).click();
    await expect(again.locator('[data-phase="holding"]')).toBeVisible();
    await press(again, 'Undo last mark');
    await expect(again.locator('[data-phase="between"]')).toBeVisible();
    await expect(again.getByText(/hexavalent chromium/)).toBeVisible();

    // A page that was never opened here: the cautions stand in for it.
    const lost = await context.newPage();
    await lost.goto('/criteria');
    await expect(lost.getByText(/Sentrel cannot be reached/)).toBeVisible();
    await expect(lost.getByRole('heading', { name: 'Cautions, step by step' })).toBeVisible();
    await lost.close();

    await request.get(`${CONTROL}/start-first`, { timeout: 60_000 });
    await expect(again.getByTestId('unsaved')).toBeHidden({ timeout: 60_000 });
  } finally {
    if ((await request.get('/api/health').catch(() => null)) === null) await request.get(`${CONTROL}/start-first`, { timeout: 60_000 });
  }
  const { events } = (await (await request.get(`/api/streams/${run}`)).json()) as {
    events: { id: string; body: { mark?: string }; happenedAt: string; receivedAt: string }[];
  };
  expect(events.flatMap((e) => e.body.mark ?? [])).toEqual(['tack', 'tack', 'arc-on', 'arc-off']);
  expect(new Set(events.map((e) => e.id)).size).toBe(events.length);
  const arc = events.find((e) => e.body.mark === 'arc-on');
  expect(Date.parse(arc?.receivedAt ?? '') - Date.parse(arc?.happenedAt ?? '')).toBeGreaterThan(2000);
});

test('the browser ended at random moments: every mark that was shown is saved, none twice', async ({ page, context }) => {
  const chance = seeded(3);
  const { welds, run } = await purging(page, { job: 'Offline', spool: 'OFF-3' });
  await page.close();
  for (let made = 1; made <= 5; made++) {
    const tab = await context.newPage();
    await tab.goto(`/welds/${welds[0]}`);
    await awake(tab);
    // Slow answers: the tab ends before most of them.
    await tab.route('**/api/events', async (route) => {
      await new Promise((r) => setTimeout(r, 400 + 600 * chance()));
      await route.continue().catch(() => undefined);
    });
    await press(tab, 'Tack');
    await expect(tab.getByText(`${made} tacked`)).toBeVisible();
    await tab.waitForTimeout(700 * chance());
    await tab.close();
  }
  const last = await context.newPage();
  await last.goto(`/welds/${welds[0]}`);
  await expect(last.getByTestId('unsaved')).toBeHidden({ timeout: 60_000 });
  await expect
    .poll(async () => {
      const { events } = (await (await last.request.get(`/api/streams/${run}`)).json()) as {
        events: { id: string; body: { mark?: string } }[];
      };
      return [events.filter((e) => e.body.mark === 'tack').length, new Set(events.map((e) => e.id)).size - events.length];
    })
    .toEqual([5, 0]);
});

test('a mark the server refuses stays with its reason and holds up no other', async ({ page }) => {
  const { welds, run } = await purging(page, { job: 'Offline', spool: 'OFF-2' });
  await page.route('**/api/events', (route) => route.abort());
  await press(page, 'Tack');
  await expect(page.getByTestId('unsaved')).toContainText('1 mark is on this device only');
  await page.getByRole('button', { name: 'Open to look' }).click();
  await expect(page.getByTestId('unsaved')).toContainText('2 marks');
  // Laid over the one before, so that no try slips through between the two.
  await page.route('**/api/events', async (route) => {
    const sent = route.request().postDataJSON() as { events: { id: string; body: { mark?: string } }[] };
    if (sent.events[0]?.body.mark !== 'tack') return route.continue();
    return route.fulfill({
      json: { answers: [{ id: sent.events[0].id, status: 422, error: 'The purge is not on this spool.' }], now: Date.now() },
    });
  });
  await expect(page.getByText('Tack was not taken.')).toBeVisible({ timeout: 60_000 });
  await expect(page.locator('[data-phase="open"]')).toBeVisible();
  await expect(page.getByTestId('unsaved')).toBeHidden();
  await page.unrouteAll();
  await press(page, 'I have seen it');
  await expect(page.getByText('Tack was not taken.')).toBeHidden();
  await session(page.request, 'Odile Marrow');
  const { events } = (await (await page.request.get(`/api/streams/${run}`)).json()) as { events: { body: { mark?: string } }[] };
  expect(events.flatMap((e) => e.body.mark ?? [])).toEqual(['look']);
  expect(welds).toHaveLength(1);
});

test('an undo behind marks the page has not heard of is taken, also after a reload', async ({ page }) => {
  const { run } = await purging(page, { job: 'Offline', spool: 'OFF-4' });
  // The marks are saved, the page does not learn of it, and the correction does not leave the device.
  await page.route(/\/api\/(welds|streams)\//, (route) => route.abort());
  await page.route('**/api/events', (route) => (route.request().postData()?.includes('run.corrected') ? route.abort() : route.continue()));
  const told = async () =>
    ((await (await page.request.get(`/api/streams/${run}`)).json()) as { events: { type: string }[] }).events.map((e) => e.type);
  await press(page, 'Tack');
  await press(page, 'Tack');
  await expect.poll(told).toEqual(['run.started', 'run.marked', 'run.marked']);
  await expect(page.getByText('2 marks, 2 tacked')).toBeVisible();
  await press(page, 'Undo last mark');
  await expect(page.getByTestId('unsaved')).toContainText('A correction');
  await page.unrouteAll({ behavior: 'ignoreErrors' });
  await page.reload();
  await expect(page.getByText('1 mark, 1 tacked')).toBeVisible();
  await expect.poll(told).toEqual(['run.started', 'run.marked', 'run.marked', 'run.corrected']);
  await expect(page.getByTestId('unsaved')).toBeHidden();
  await expect(page.getByText(/was not taken/)).toHaveCount(0);
});

test('what is not saved is said on every page, sent from any, and keeps its maker', async ({ page }) => {
  const { run } = await purging(page, { job: 'Offline', spool: 'OFF-5', name: 'Ines Halloway' });
  await page.route('**/api/events', (route) => route.abort());
  await press(page, 'Tack');
  await page.goto('/devices');
  await awake(page);
  await expect(page.getByText('1 not saved yet')).toBeVisible();
  await page.getByLabel('Who I am').selectOption({ label: 'Bram Tarn (W4)' });
  await expect(page.getByText('1 mark of Ines Halloway must be saved before somebody else takes over.')).toBeVisible();
  await expect(page.getByLabel('Who I am').locator('option:checked')).toHaveText(/Ines Halloway/);
  await page.unrouteAll({ behavior: 'ignoreErrors' });
  await expect(page.getByText('1 not saved yet')).toBeHidden({ timeout: 60_000 });
  await be(page, /Bram Tarn/);
  const people = (await (await page.request.get('/api/people')).json()) as { id: string; name: string }[];
  const { events } = (await (await page.request.get(`/api/streams/${run}`)).json()) as { events: { type: string; actor: string }[] };
  expect(people.find((p) => p.id === events.find((e) => e.type === 'run.marked')?.actor)?.name).toBe('Ines Halloway');
});

test('it can be installed: a manifest with its icons, a worker that keeps the pages', async ({ request }) => {
  const manifest = (await (await request.get('/manifest.webmanifest')).json()) as {
    display: string;
    icons: { src: string; sizes: string }[];
  };
  expect(manifest.display).toBe('standalone');
  expect(manifest.icons.map((i) => i.sizes)).toEqual(expect.arrayContaining(['192x192', '512x512']));
  for (const { src } of manifest.icons) expect((await request.get(src)).status()).toBe(200);
  expect((await request.get('/sw.js')).headers()['content-type']).toContain('javascript');
});
