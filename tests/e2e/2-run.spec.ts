/** A run in its turns: several welds, tape by arc, marks set right, what it calls for, a logger's file, its chart. */
import { expect, type Page } from '@playwright/test';
import { atPurge, awake, bay2, due, hold, pass, press, purging, session, startPurge, tell, test, watch } from './hands';

const runEvents = async (page: Page, run: string) =>
  ((await (await page.request.get(`/api/streams/${run}`)).json()) as { events: { type: string; body: Record<string, unknown> }[] }).events;

test('one purge serves two welds in turn, peeled by arc: each has its own span, the first goes on to its look', async ({ page }) => {
  const wrongs = watch(page);
  const [a, b] = await atPurge(page, { job: 'Turns', spool: 'TU-1', count: 2 });
  await page.getByLabel('Also serves Q-8, in turn').check();
  await startPurge(page);
  const run = (await page.locator('[data-run]').getAttribute('data-run')) ?? '';
  await expect(page.getByRole('group', { name: 'Weld in hand' }).getByRole('button', { pressed: true })).toContainText('Q-7');

  await page.getByRole('button', { name: /^6-3/ }).click();
  await expect(page.getByRole('button', { name: /^6-3/ })).toContainText('open');
  await page.getByRole('tab', { name: 'End', exact: true }).click();
  await expect(page.getByRole('img', { name: /End view.*Peeled 6-3/ }).first()).toBeVisible();
  await page.getByRole('tab', { name: 'Side', exact: true }).click();
  await press(page, 'Arc on');
  await press(page, 'Arc off');
  await expect(page.getByRole('button', { name: /^6-3/ })).toContainText('welded');
  await expect(page.getByRole('button', { name: 'Tape off 3-12', exact: true })).toBeVisible();
  await press(page, 'Next weld Q-8');
  await expect(page).toHaveURL(new RegExp(`${b}$`));
  await awake(page);
  await expect(page.getByRole('group', { name: 'Weld in hand' }).getByRole('button', { pressed: true })).toContainText('Q-8');
  await expect(page.getByTestId('waits')).toHaveText('Purge running');
  await press(page, 'Arc on');
  await press(page, 'Arc off');
  await page.getByLabel(/Dams and tape out/).fill('2');
  await hold(page, 'Done, hold to press');
  await expect(due(page, 'look')).toBeVisible();
  const arcs = (await runEvents(page, run)).filter((e) => e.body['mark'] === 'arc-on').map((e) => e.body['weld']);
  expect(arcs).toEqual([a, b]);
  await page.goto(`/welds/${a}`);
  await awake(page);
  await page.locator('[data-stage="weld"]').click();
  await expect(page.getByText(/One purge for Q-7, Q-8; this weld’s turn: 0:00 to \d:\d\d\./)).toBeVisible();
  await page.goto(`/welds/${a}/record`);
  await expect(page.getByText(/Tape off, 6-3 at/)).toBeVisible();
  expect(wrongs).toEqual([]);
});

test('a mark is set to the time it happened, or taken back; a time to come is refused', async ({ page }) => {
  const { run } = await purging(page, { job: 'Turns', spool: 'TU-2' });
  await page.waitForTimeout(1500);
  await press(page, 'Open to look');
  await press(page, 'Closed, refill');
  await page.getByText(/2 marks, 0 tacked/).click();
  const refill = page.locator('li').filter({ hasText: 'Closed, refill' });
  await refill.getByRole('button', { name: 'Correct' }).click();
  await page.getByLabel('Happened at').fill('50:00');
  await press(page, 'Set it right');
  await expect(page.getByText('That is still to come.')).toBeVisible();
  await page.getByLabel('Happened at').fill('soon');
  await expect(page.getByText(/Type minutes and seconds/)).toBeVisible();
  await page.getByLabel('Happened at').fill('0:00');
  await press(page, 'Set it right');
  await expect(refill).toContainText('0:00');
  // Closed before it was opened: it stands open, and the record keeps what was first told.
  await expect(page.locator('[data-phase="open"]')).toBeVisible();
  await page.locator('li').filter({ hasText: 'Open to look' }).getByRole('button', { name: 'Correct' }).click();
  await press(page, 'Take it back');
  await expect(page.locator('[data-phase="filling"]')).toBeVisible();
  await expect(page.getByTestId('unsaved')).toBeHidden();
  await expect.poll(async () => (await runEvents(page, run)).length).toBe(5);
  expect((await runEvents(page, run)).map((e) => e.type)).toEqual([
    'run.started',
    'run.marked',
    'run.marked',
    'run.corrected',
    'run.corrected',
  ]);
});

test('two tablets mark the same thing: it happened once', async ({ page, browser, baseURL }) => {
  const { welds } = await purging(page, { job: 'Turns', spool: 'TU-3' });
  const other = await browser.newContext({ baseURL: baseURL ?? '' });
  const tablet = await other.newPage();
  await session(tablet.request, 'Ines Halloway');
  await tablet.goto(`/welds/${welds[0]}/bench`);
  await awake(tablet);
  await Promise.all([press(page, 'Tack'), tablet.getByRole('button', { name: 'Tack' }).click()]);
  await page.getByText(/2 marks, 1 tacked/).click();
  await expect(page.getByText(/told twice, counts once/)).toBeVisible();
  await other.close();
});

test('a frozen monitor and a passed limit call out, here and on the Board, until someone answers', async ({ page, request, context }) => {
  await bay2(request, { state: 'open', fresh: true, speed: 30, lag: 1, fault: 'none' });
  const { welds, run } = await purging(page, { job: 'Turns', spool: 'TU-4', monitor: 'Monitor bay 2' });
  await bay2(request, { state: 'on' });
  await expect(page.getByText(/Holding for the joint, which is not measured/)).toBeVisible({ timeout: 60_000 });
  await pass(request, 60);
  await expect(page.locator('[data-ready="true"]')).toBeVisible({ timeout: 60_000 });
  await bay2(request, { fault: 'freeze' });
  // 20 like readings, a second each; the noise is 1.5 ppm and the step 1 ppm.
  await pass(request, 30);
  await expect(page.locator('[data-alarm="frozen"], [data-sensor="steady"]').first()).toBeVisible({ timeout: 60_000 });
  await bay2(request, { fault: 'none' });
  await press(page, 'Arc on');
  await bay2(request, { state: 'open' });
  await expect(page.locator('[data-alarm="over"]')).toBeVisible({ timeout: 60_000 });
  await bay2(request, { state: 'on' });
  await press(page, 'Arc off');
  // As long as the arc is on for the server, what is read over the limit is a new thing to answer.
  await expect.poll(async () => (await runEvents(page, run)).some((e) => e.body['mark'] === 'arc-off')).toBe(true);
  const board = await context.newPage();
  await board.goto('/');
  await expect(board.locator('[data-alarm="over"]')).toContainText('Q-7');
  await board.locator('[data-alarm="over"]').getByRole('button', { name: 'I have it' }).click();
  await expect(board.locator('[data-alarm="over"]')).toBeHidden();
  await expect(page.locator('[data-alarm="over"]')).toBeHidden();
  expect((await runEvents(page, run)).some((e) => e.type === 'run.answered' && e.body['alarm'] === 'over')).toBe(true);
  await page.goto(`/welds/${welds[0]}/record`);
  await expect(page.getByText(/Answered: over the limit while welding at/)).toBeVisible();
  await tell(page.request, run, 'run.ended', { how: 'abandoned', countOut: 2 });
  await bay2(request, { speed: 1, lag: 4, state: 'open', fresh: true });
});

test('a logger’s file: found, previewed, what is dropped is said, kept once; the chart goes with the weld', async ({ page }) => {
  const { welds, run } = await purging(page, { job: 'Turns', spool: 'TU-5', criterion: 'PIPE-clean' });
  await expect(page.getByText(/left by the clock; model \d+:\d\d to \d+:\d\d min, not measured/)).toBeVisible();
  await press(page, 'Arc on');
  await press(page, 'Arc off');
  await page.getByText('Read in a logger’s file').click();
  const file = (text: string, name = 'logger.csv') =>
    page.getByLabel("Logger's file, CSV").setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
  await file('just words\nno table');
  await expect(page.getByText(/No line with a time and a number/)).toBeVisible();
  const text = 'Logger K-12\nelapsed s;O2 %;bar\n0;20,9;1\n1;4,5;1\n2;oops;1\n3;0,02;1\n';
  await file(text);
  await expect(page.getByText('3 readings')).toBeVisible();
  await expect(page.getByText('□ 1 line is dropped: line 5, "oops" is no number.')).toBeVisible();
  await expect(page.getByRole('table', { name: 'First lines as read' })).toContainText('200 ppm');
  await press(page, 'Keep it beside this purge');
  await expect(page.getByText('3 readings are kept beside this purge.')).toBeVisible();
  await file(text);
  await press(page, 'Keep it beside this purge');
  await expect(page.getByText(/beside this purge already/)).toBeVisible();
  const csv = await (await page.request.get(`/api/runs/${run}/readings.csv`)).text();
  expect(csv.split('\r\n').filter((l) => l.includes(',good,'))).toHaveLength(3);
  const svg = await page.request.get(`/api/runs/${run}/chart.svg`);
  expect(svg.headers()['content-type']).toContain('image/svg+xml');
  expect(await svg.text()).toContain('Arc on');
  await hold(page, 'Done, hold to press');
  await page.goto(`/welds/${welds[0]}/record`);
  await expect(page.getByRole('img', { name: /Oxygen over time/ })).toBeVisible();
  await expect(page.getByText(/By the clock: the model says \d+:\d\d to \d+:\d\d min/)).toBeVisible();
  await expect(page.getByText(/logger.csv: 3 readings in percent, 1 lines dropped/)).toBeVisible();
});
