/** The bench: readable from across it, marked by foot switch, late, undone; sounds that say what; the run as CSV. */
import { expect } from '@playwright/test';
import { bay2, due, hold, pass, press, purging, test, watch } from './hands';

test('the bench by foot switch: phantom presses ignored, a press marks, one press undoes', async ({ page, request }) => {
  const wrongs = watch(page);
  // What the device is asked for: to stay awake, to buzz, to sound.
  await page.addInitScript(() => {
    const asked: string[] = [];
    Object.assign(window, { asked });
    navigator.vibrate = (pattern) => asked.push(`buzz ${(typeof pattern === 'number' ? [pattern] : [...pattern]).join(' ')}`) > 0;
    if ('wakeLock' in navigator)
      navigator.wakeLock.request = (type) => {
        asked.push(`awake ${type}`);
        return Promise.reject(new Error('no screen here'));
      };
    const start: (this: OscillatorNode, when?: number) => void = Reflect.get(OscillatorNode.prototype, 'start');
    OscillatorNode.prototype.start = function (when) {
      asked.push(`tone ${this.frequency.value}`);
      start.call(this, when);
    };
  });
  const asked = () => page.evaluate(() => (window as unknown as { asked: string[] }).asked);
  await bay2(request, { state: 'open', fresh: true, speed: 1, fault: 'none' });
  const {
    welds: [id],
  } = await purging(page, { job: 'Bench', spool: 'B-1', monitor: 'Monitor bay 2' });
  await page.getByRole('link', { name: 'Bench view' }).click();
  await expect(page.locator('[data-phase="filling"]')).toBeVisible();
  await expect(page.getByTestId('big')).toHaveText(/2[01]\.\d/);
  const size = await page.getByTestId('big').evaluate((e) => parseFloat(getComputedStyle(e).fontSize));
  expect(size).toBeGreaterThan(180);
  expect(await page.locator('main button:visible').count()).toBeLessThanOrEqual(6);
  expect(await asked()).toContain('awake screen');
  // Browsers let a page sound and buzz once it was touched.
  await page.getByTestId('big').click();

  await bay2(request, { state: 'on', speed: 30, lag: 1 });
  await expect(page.getByTestId('next')).toHaveText(/At the limit/, { timeout: 60_000 });
  await pass(request, 60);
  await expect(page.locator('[data-ready="true"]')).toBeVisible({ timeout: 90_000 });
  await expect(page.locator('[data-cue="ready"]')).toBeVisible();
  expect(await asked()).toEqual(expect.arrayContaining(['buzz 120 80 300', 'tone 660', 'tone 990']));
  // An arc start next to the cable: a press of a few milliseconds.
  await page.evaluate(() => {
    // Made together, as the switch bounces; each carries the time it was made.
    const [down, up] = [new KeyboardEvent('keydown', { key: ' ' }), new KeyboardEvent('keyup', { key: ' ' })];
    dispatchEvent(down);
    dispatchEvent(up);
  });
  await page.waitForTimeout(400);
  await expect(page.locator('[data-phase="filling"]')).toBeVisible();
  await page.keyboard.press('PageDown', { delay: 120 });
  await expect(page.locator('[data-phase="welding"]')).toBeVisible();
  await press(page, 'Undo last mark');
  await expect(page.locator('[data-phase="filling"]')).toBeVisible();
  await page.keyboard.press(' ', { delay: 120 });
  await expect(page.locator('[data-phase="welding"]')).toBeVisible();

  // The finger goes to Undo and to Closing; the foot stays the first target.
  await expect(page.getByRole('button', { name: 'Undo last mark' })).not.toBeFocused();

  await page.getByRole('button', { name: 'Closing' }).click();
  await expect(page.getByRole('button', { name: 'Closing' })).not.toBeFocused();
  await expect(page.getByText('Vent open, flow down: the pressure rises now.')).toBeVisible();
  await bay2(request, { state: 'open' });
  await expect(page.locator('[data-cue="over"]')).toBeVisible({ timeout: 60_000 });
  await expect(page.getByTestId('next')).toHaveText(/Stop and look/);
  await bay2(request, { state: 'on' });
  await page.getByRole('button', { name: /Arc off/ }).click();
  await page.getByRole('button', { name: 'Hold', exact: true }).click();
  await expect(page.locator('[data-phase="holding"]')).toBeVisible();
  await page.goto(`/welds/${id}`);
  await page.getByLabel(/Dams and tape out/).fill('2');
  await hold(page, 'Done, hold to press');
  await expect(due(page, 'look')).toBeVisible();
  await bay2(request, { speed: 1, lag: 4, state: 'open', fresh: true });
  expect(wrongs).toEqual([]);
});

test('a mark made late counts when it happened; going back is as natural as going on; the run comes out as CSV', async ({ page }) => {
  const { run } = await purging(page, { job: 'Bench', spool: 'B-2' });
  await press(page, 'Grinding');
  await expect(page.getByText('Grinding lets air in. Close up, then mark refill.')).toBeVisible();
  await press(page, 'Closed, refill');
  await press(page, 'Dam out');
  await expect(page.getByText('A dam is out. Set it again, then mark refill.')).toBeVisible();
  await press(page, 'Closed, refill');
  await page.waitForTimeout(1200);
  await page.getByLabel('The next mark happened').selectOption('30');
  await press(page, 'Tack');
  // Half a minute ago the gas was not on yet: asked about, and told so all the same.
  await page.getByRole('button', { name: 'It was so: record that time' }).click();
  await expect(page.getByLabel('The next mark happened')).toHaveValue('0');
  await page.getByText(/5 marks, 1 tacked/).click();
  await expect(page.locator('li').filter({ hasText: 'Tack' })).toContainText('0:00');
  // The page shows a mark at once, the server has it a moment later.
  const told = async () => {
    const csv = await page.request.get(`/api/runs/${run}/readings.csv`);
    expect(csv.headers()['content-type']).toContain('text/csv');
    const [head, ...lines] = (await csv.text()).split('\r\n');
    expect(head).toBe('seconds,utc,oxygen_ppm,quality,flow_l_min,flow_from,mark');
    return lines.filter((l) => /Grinding|Dam out|Tack/.test(l)).length;
  };
  await expect.poll(told).toBe(3);
  await hold(page, 'Abandon, hold');
  expect((await page.request.get('/api/runs/0190aaaa-0000-7000-8000-000000000000/readings.csv')).status()).toBe(404);
});

test('a whole weld by foot alone: tacked, looked at, filled again, struck, slipped, struck again, held, held longer; counted by hand', async ({
  page,
  request,
}) => {
  const wrongs = watch(page);
  await bay2(request, { state: 'open', fresh: true, speed: 1, fault: 'none' });
  const {
    welds: [id],
    run,
  } = await purging(page, { job: 'Bench', spool: 'B-3', monitor: 'Monitor bay 2' });
  await page.goto(`/welds/${id}/bench`);
  const phase = (is: string) => expect(page.locator(`[data-phase="${is}"]`)).toBeVisible();
  const foot = async (ms = 120) => {
    await page.keyboard.press(' ', { delay: ms });
    // A bounce of the same foot is not a second press.
    await page.waitForTimeout(420);
  };
  await phase('filling');
  await expect(page.getByTestId('big')).toHaveText(/2[01]\.\d/);
  for (const n of [1, 2, 3]) {
    await foot();
    await expect(page.getByText(`${n} tacked`).first()).toBeVisible();
  }
  await foot();
  await phase('open');
  await foot();
  await phase('filling');
  await test.step('not ready: the foot waits, and says for what', async () => {
    await expect(page.getByText(/^The foot waits: /)).toBeVisible();
    await foot();
    await phase('filling');
  });
  await bay2(request, { state: 'on', speed: 30, lag: 1 });
  await expect(page.getByTestId('next')).toHaveText(/At the limit/, { timeout: 60_000 });
  await pass(request, 60);
  await expect(page.locator('[data-ready="true"]')).toBeVisible({ timeout: 90_000 });
  for (const is of ['welding', 'between', 'welding', 'between']) {
    await foot();
    await phase(is);
  }
  await test.step('kept down it holds the gas; a press lengthens the hold and never strikes an arc; oxygen stays in sight', async () => {
    await foot(1100);
    await phase('holding');
    await expect(page.getByTestId('second')).toHaveText(/^\d/);
    const left = async () => {
      const [m = 0, s = 0] = ((await page.getByTestId('big').textContent()) ?? '').split(':').map(Number);
      return 60 * m + s;
    };
    const before = await left();
    await foot();
    await expect.poll(left).toBeGreaterThan(before + 20);
    await phase('holding');
    await expect(page.getByRole('button', { name: 'Arc on' })).toHaveCount(0);
    await pass(request, 300);
    await expect(page.getByTestId('next')).toHaveText(/Take the dams out/, { timeout: 60_000 });
    await expect(page.getByTestId('second')).toHaveText(/^\d/);
  });
  await test.step('done asks for the count there, and ends on what comes next', async () => {
    await foot(1100);
    await expect(page.getByTestId('count')).toContainText('2 went in');
    await foot();
    await phase('holding');
    await press(page, '2');
    await hold(page, 'End the purge, hold to press');
    await expect(page.getByText('The purge has ended.')).toBeVisible();
    await expect(page.getByRole('link', { name: 'Go on with Q-7' })).toBeVisible();
  });
  const told = async () => {
    const { events } = (await (await page.request.get(`/api/streams/${run}`)).json()) as {
      events: { type: string; body: { mark?: string; countOut?: number } }[];
    };
    return events.flatMap((e) => e.body.mark ?? e.body.countOut ?? []);
  };
  await expect.poll(told).toEqual(['tack', 'tack', 'tack', 'look', 'refill', 'arc-on', 'arc-off', 'arc-on', 'arc-off', 'hold', 'hold', 2]);
  await bay2(request, { speed: 1, lag: 4, state: 'open', fresh: true });
  expect(wrongs).toEqual([]);
});
