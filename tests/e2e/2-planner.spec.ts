/** The purge planner in the real interface: a spool built, fed, broken, mended, watched, kept and taken to its next weld. */
import { expect, type Page } from '@playwright/test';
import { planPurge, type Plan } from '../../core/models/purge';
import { startingSetup, type Setup } from '../../core/models/setup';
import { findSize, type Size } from '../../core/basics/sizes';
import { awake, atPurge, be, due, enterWork, field, hold, json, press, startPurge, test, watch } from './hands';

async function toPlanning(page: Page, spool: string, count = 1): Promise<string> {
  const [id = ''] = await atPurge(page, { job: 'Planner', spool, count, name: 'Ines Halloway' });
  await expect(page.getByTestId('headline')).toHaveAttribute('data-computing', 'done', { timeout: 60_000 });
  return id;
}
const tab = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click();
const line = (page: Page) => page.getByLabel('The spool in one line');
const computed = (page: Page) => expect(page.getByTestId('headline')).toHaveAttribute('data-computing', 'done', { timeout: 60_000 });
const laid = async (page: Page, list: string) => {
  await line(page).fill(list);
  await press(page, 'Lay it out');
};

test('a spool built by press, by drag and by one line; undone, redone, and still there after a reload', async ({ page }) => {
  const wrongs = watch(page);
  await toPlanning(page, 'PL-1');
  await tab(page, 'Spool');
  await expect(line(page)).toHaveValue('2 in tube: 300 mm, weld, 300 mm');

  await test.step('press: a part goes on the end, its dam goes along', async () => {
    await press(page, 'Elbow 90');
    await expect(line(page)).toHaveValue('2 in tube: 300 mm, weld, 300 mm, elbow up');
    await expect(page.getByTestId('part-editor')).toContainText('Elbow 3');
    await field(page, 'Turns').selectOption('down');
    await expect(line(page)).toHaveValue(/elbow down$/);
  });
  await test.step('drag: a part dropped onto an end snaps on', async () => {
    await computed(page);
    const end = page.getByRole('button', { name: /End b of elbow 3: a part can go on here/ });
    const box = await end.boundingBox();
    const tee = await page.getByRole('button', { name: 'Tee', exact: true }).boundingBox();
    if (!box || !tee) throw new Error('nothing to drag');
    await page.mouse.move(tee.x + tee.width / 2, tee.y + tee.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2, { steps: 12 });
    await page.mouse.up();
    await expect(line(page)).toHaveValue(/elbow down, tee /);
  });
  await test.step('a tee that cannot point that way is named at its place and nothing is lost', async () => {
    await field(page, 'Branch goes').selectOption('down');
    await expect(page.getByRole('alert').getByText(/choose another way for the branch/)).toBeVisible();
    await field(page, 'Branch goes').selectOption('near');
    await expect(page.getByRole('alert')).toBeHidden();
    await computed(page);
  });
  await test.step('undo, redo, reload', async () => {
    const full = await line(page).inputValue();
    await press(page, 'Undo');
    await press(page, 'Undo');
    await press(page, 'Undo');
    await expect(line(page)).toHaveValue(/elbow down$/);
    await page.reload();
    await tab(page, 'Spool');
    await expect(line(page)).toHaveValue(/elbow down$/);
    await press(page, 'Redo');
    await press(page, 'Redo');
    await press(page, 'Redo');
    await expect(line(page)).toHaveValue(full);
  });
  await test.step('one line: what cannot be read is named, the spool stays', async () => {
    const before = await line(page).inputValue();
    await laid(page, '300, elbow, 300');
    await expect(page.getByText(/At "elbow": Say which way the elbow turns.*The spool is as it was/)).toBeVisible();
    await laid(page, '400, weld, tee up [120, cap], 300, elbow up, 200');
    await expect(line(page)).toHaveValue('2 in tube: 400 mm, weld, tee up [120 mm, cap], 300 mm, elbow up, 200 mm');
    expect(before).not.toBe(await line(page).inputValue());
  });
  expect(wrongs).toEqual([]);
});

test('a closed branch is wrong, the best change vents it, one press does it and one undoes it', async ({ page }) => {
  await toPlanning(page, 'PL-2');
  await tab(page, 'Spool');
  await laid(page, '400, weld, nipple up 1 x 150 mm, 400');
  await expect(page.getByText(/A closed branch, 150 mm deep: by diffusion alone its end needs 1:\d\d:\d\d/)).toBeVisible();
  await tab(page, 'What gains');
  await expect(page.getByRole('list', { name: 'What gains most' }).getByRole('listitem').first()).toContainText(/Vent the side nipple 2/, {
    timeout: 60_000,
  });
  await expect(page.getByRole('table', { name: 'What more flow buys here' }).getByRole('row')).toHaveCount(6);
  await page.getByRole('button', { name: /Do it: Vent the side nipple/ }).click();
  await expect(page.getByText(/A closed branch/)).toBeHidden();
  await expect(page.getByRole('button', { name: /^Vent 2 at the high point of dam 2/ })).toBeVisible();
  await press(page, 'Undo');
  await expect(page.getByText(/A closed branch/)).toBeVisible();
});

test('a low vent is the headline, ringed at its spot with the way out beside it; one press mends it, one undoes it', async ({ page }) => {
  await toPlanning(page, 'PL-6');
  const title = page.getByTestId('title');
  await expect(title).toHaveAttribute('data-level', /none|mind/);
  const vent = page.getByRole('button', { name: /^Vent 1 at the high point/ });
  const box = await vent.boundingBox();
  if (!box) throw new Error('no vent');
  await test.step('moved by pointer, as a hand would: down across the face', async () => {
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 + 90, { steps: 8 });
    await page.mouse.up();
    await expect(page.getByRole('button', { name: /^Vent 1 at the low point/ })).toBeVisible();
  });
  await expect(title).toContainText('Vent is low: air stays on top, over the joint.');
  await expect(title).toHaveAttribute('data-level', 'stop');
  const wrong = page.locator('[data-callout^="wrong-vent-height"]');
  await expect(wrong).toContainText('Wrong: vent is low');
  await expect(page.locator('[data-callout="air"]')).toContainText('air left on top, over 1 %');
  await wrong.getByRole('button', { name: /Vent at the high point/ }).click({ timeout: 60_000 });
  await expect(title).not.toContainText('Vent is low');
  await press(page, 'Undo');
  await expect(title).toContainText('Vent is low');
});

test('fit-up: the gap is typed on the clock, beside the hours it was measured at, and stands in the form', async ({ page }) => {
  await page.goto('/');
  await be(page, /Ines Halloway/);
  await enterWork(page, { job: 'Planner', spool: 'PL-7' });
  await awake(page);
  const clock = page.getByRole('img', { name: /^End view/ }).first();
  const face = await clock.boundingBox();
  if (!face) throw new Error('no clock');
  const [x, y] = [face.x + face.width / 2, face.y + face.height / 2];
  // Pressed at twelve, then at six.
  await page.mouse.click(x, y - 150);
  await page.mouse.click(x, y + 150);
  await expect(field(page, 'Narrowest at')).toHaveValue('12');
  await expect(field(page, 'Widest at')).toHaveValue('6');
  await page.getByLabel('narrowest, at 12 on the drawing').fill('0.1 mm');
  await page.getByLabel('widest, at 6 on the drawing').fill('wide');
  await page.getByLabel('high-low on the drawing').fill('0.2 mm');
  await expect(field(page, 'Narrowest gap')).toHaveValue('0.1 mm');
  await expect(field(page, 'High-low')).toHaveValue('0.2 mm');
  await press(page, 'Record the fit-up');
  await expect(page.getByText('"wide" is not a length.')).toBeVisible();
  await page.getByLabel('widest, at 6 on the drawing').fill('0.3 mm');
  await expect(page.getByTestId('title')).toContainText('Gap 0.1 mm to 0.3 mm.');
});

test('bad set-ups are named at their spot: no vent, no inlet, another size, a dam in nothing', async ({ page }) => {
  await toPlanning(page, 'PL-3');
  await tab(page, 'Dams, hose, vent');
  await press(page, 'Vent 1');
  await press(page, 'Take this vent out');
  await expect(page.getByRole('alert').getByText(/There is no vent/)).toBeVisible();
  await expect(page.getByTestId('title')).toContainText('This is no purge yet.');
  await startPurge(page);
  await expect(page.getByText('The purge cannot be planned like this.')).toBeVisible();
  await press(page, 'Undo');
  await press(page, 'Inlet 1');
  await press(page, 'Take this inlet out');
  await expect(page.getByRole('alert').getByText(/There is no inlet/)).toBeVisible();
  await press(page, 'Undo');
  await press(page, 'Dam 2');
  await press(page, 'Take this dam out');
  await expect(page.getByRole('alert').getByText(/This end is open: the space does not close/)).toBeVisible();
  await press(page, 'Undo');
  await computed(page);
  await field(page, 'Flow').fill('0');
  await expect(page.getByText('Must be more than zero.')).toBeVisible();
  await tab(page, 'Spool');
  await page.getByRole('button', { name: 'straight 1', exact: true }).press('Enter');
  await field(page, 'Length').fill('nothing');
  await expect(page.getByText('"nothing" is not a length.')).toBeVisible();
  await field(page, 'Length').fill('450 mm');
  await expect(line(page)).toHaveValue(/450 mm, weld/);
});

test('watch it fill: curves, clock school, scrub, purging again', async ({ page }) => {
  const wrongs = watch(page);
  await toPlanning(page, 'PL-4');
  await tab(page, 'Watch it fill');
  await expect(page.getByRole('img', { name: /Oxygen expected over time/ })).toBeVisible();
  await expect(page.getByRole('list', { name: 'Rules of thumb beside the model' })).toContainText(/Common practice, no source/);
  await expect(page.getByRole('list', { name: 'Rules of thumb beside the model' })).toContainText(
    /model says .* ppm at the joint, waits [\d.]+ times as long/,
  );
  // Air is dots, argon is grey: at the start the one, at the end hardly any.
  await tab(page, 'Times');
  const dots = async () => ((await page.getByTestId('filling').locator('path').last().getAttribute('d')) ?? '').split('M').length - 1;
  const slider = page.getByLabel('Moment shown');
  await slider.fill('0');
  const air = await dots();
  expect(air).toBeGreaterThan(60);
  await slider.fill(await slider.getAttribute('max').then((m) => m ?? '1'));
  expect(await dots()).toBeLessThan(air / 10);
  await tab(page, 'Watch it fill');
  const seconds = (text: string) =>
    text
      .match(/(\d+):(\d\d)/)
      ?.slice(1)
      .reduce((s, x) => s * 60 + Number(x), 0) ?? 0;
  const full = seconds(await page.getByTestId('time-joint').innerText());
  await field(page, 'Purging from').selectOption('opened');
  await field(page, 'The opening faces').selectOption('up');
  await expect(page.getByText(/About \d+ % of the space is air again/)).toBeVisible();
  await computed(page);
  await expect(page.getByText(/purging again/)).toBeVisible();
  expect(seconds(await page.getByTestId('time-joint').innerText())).toBeLessThan(full);
  expect(wrongs).toEqual([]);
});

test('the spool waits for its next weld with the next joint; a kit goes along; two people at once are told', async ({ page, browser }) => {
  const first = await toPlanning(page, 'PL-5', 2);
  await tab(page, 'Spool');
  await laid(page, '350, weld, elbow up, 350');
  await computed(page);
  await tab(page, 'Dams, hose, vent');
  await field(page, 'Keep this as a kit').fill('Planner kit');
  await press(page, 'Keep');
  await expect(field(page, 'Put on a kit').locator('option', { hasText: 'Planner kit' })).toHaveCount(1);

  await test.step('a second browser changes it too: the slower one is told and keeps its own', async () => {
    const other = await browser.newContext();
    const there = await other.newPage();
    await there.goto('/');
    await be(there, /Bram Tarn/);
    await there.goto(`/welds/${first}`);
    await tab(there, 'Spool');
    await expect(line(there)).toHaveValue(/13.8 in, weld, elbow up/);
    await field(there, 'Tilt').selectOption('15');
    await expect(there.getByText('keeping')).toBeVisible();
    await expect(there.getByText('keeping')).toBeHidden();
    await field(page, 'Flow').fill('9 L/min');
    await expect(page.getByText('changed by somebody else: reload')).toBeVisible();
    await other.close();
    await page.reload();
    await tab(page, 'Spool');
    await expect(field(page, 'Tilt')).toHaveValue('15');
  });

  await startPurge(page);
  await press(page, 'Arc on');
  await press(page, 'Arc off');
  await page.getByLabel(/Dams and tape out/).fill('2');
  await hold(page, 'Done, hold to press');
  await expect(due(page, 'look')).toBeVisible();

  await page.goto('/');
  await page.getByRole('link', { name: /Q-0*8.*PL-5/ }).click();
  await tab(page, 'Spool');
  await expect(line(page)).toHaveValue('2 in tube: 350 mm, elbow up, weld, 350 mm');
});

test('the server plans too, in a thread of its own, and says what is wrong where', async ({ page }) => {
  await page.goto('/');
  await be(page, /Ines Halloway/);
  const setup = startingSetup(findSize('inch-tube', '2') as Size, 'argon', 3, 0.5);
  const ask = (over: Partial<Setup>) =>
    page.request.post('/api/plan', { headers: json, data: { setup: { ...setup, ...over }, limitPpm: 100 } });
  const good = await ask({});
  expect(good.status()).toBe(200);
  const { plan, curves } = (await good.json()) as { plan: Plan; curves: { joint: { times: number[] } } };
  const here = planPurge(setup, 100, 'metric');
  expect(here.ok && plan.joint.value).toBeCloseTo((here.ok && here.plan.joint.value) || 0, 6);
  expect(curves.joint.times.length).toBeGreaterThan(10);
  // Other answers come meanwhile: the event loop is free.
  const [, health] = await Promise.all([ask({}), page.request.get('/api/health')]);
  expect(health.status()).toBe(200);
  const bad = await ask({ vents: [] });
  expect([bad.status(), await bad.text()]).toEqual([422, expect.stringContaining('There is no vent')]);
  expect((await page.request.post('/api/plan', { headers: json, data: { setup: 7, limitPpm: 'low' } })).status()).toBe(422);
});

test('new work is its drawing: sizes pressed, parts put on, joints pressed, numbers in their order; the next goes on from it', async ({
  page,
}) => {
  await page.goto('/');
  await be(page, /Bram Tarn/);
  await page.goto('/work/new');
  await awake(page);
  await field(page, 'Size').fill('');
  await field(page, 'Size series').selectOption('inch-tube');
  await page.getByRole('group', { name: 'Sizes' }).getByRole('button', { name: /^2 / }).click();
  await expect(field(page, 'Size')).toHaveValue('2');
  for (const [name, value] of [
    ['Job', 'Drawn job'],
    ['Line', 'Drawn line'],
    ['Spool', 'DR-1'],
    ['First weld number', 'DR-08'],
  ] as const)
    await field(page, name).fill(value);
  await field(page, 'Criterion').selectOption('House-MP');
  for (const part of ['Elbow 90', 'Straight', 'Reducer']) await press(page, part);
  await expect(page.getByText('To be welded: DR-08, DR-09, DR-10, DR-11.')).toBeVisible();
  await page.getByRole('button', { name: /to be welded as DR-08$/ }).click();
  await expect(page.getByText('To be welded: DR-08, DR-09, DR-10.')).toBeVisible();
  await expect(field(page, 'Welds alike')).toHaveValue('3');
  const line = field(page, 'The spool in one line');
  const laid = await line.inputValue();
  await line.fill(`${laid}, wobble`);
  await expect(page.getByText(/At "wobble"/)).toBeVisible();
  await press(page, 'Enter the welds');
  await expect(page.getByText(/The spool cannot be drawn/)).toBeVisible();
  await line.fill(laid);
  await field(page, 'Welds alike').fill('2');
  await press(page, 'Enter the welds');
  await expect(page.getByText('3 joints are pressed for 2 welds. Press fewer, or enter more.')).toBeVisible();
  await field(page, 'Welds alike').fill('3');
  await press(page, 'Enter the welds');
  await expect(page.getByText('3 welds entered')).toBeVisible();
  await page.goto('/work/new');
  await awake(page);
  await expect(field(page, 'Job')).toHaveValue('Drawn job');
  await expect(field(page, 'First weld number')).toHaveValue('DR-11');
  await expect(field(page, 'Spool')).toHaveValue('');
});
