/** Paper: the wrong one is said at once, nothing is evidence by itself, late marks are asked about, bad input is said where it stands. */
import { expect, type Page } from '@playwright/test';
import {
  allBright,
  atPurge,
  awake,
  be,
  due,
  enterWork,
  field,
  hold,
  pass,
  press,
  purging,
  startPurge,
  test,
  watch,
  weldedWithoutPurge,
} from './hands';

test('a titanium heat on 316L is said as it is picked, recorded only when it is so, and stands on the record until it is right', async ({
  page,
}) => {
  const wrongs = watch(page);
  await page.goto('/');
  await be(page, /Ines Halloway/);
  const id = await enterWork(page, { job: 'Paper', spool: 'PA-1' });
  await test.step('nothing is there before it was given', async () => {
    for (const label of ['Narrowest at', 'Widest at', 'Heat, end A', 'Heat, end B', 'WPS'])
      await expect(field(page, label)).toHaveValue('');
    await field(page, 'Narrowest gap').fill('0.3 mm');
    await field(page, 'Widest gap').fill('0.1 mm');
    await field(page, 'High-low').fill('2 mm');
    await field(page, 'High-low').blur();
    await expect(page.getByText('Wider than the widest. Change one of the two.')).toBeVisible();
    await expect(page.getByText(/More than the wall of 1.65 mm: the ends do not meet/)).toBeVisible();
  });
  await field(page, 'Heat, end A').selectOption({ label: 'DEMO-T0511' });
  await expect(page.getByText(/Wrong paper. Heat of end A is Titanium Gr 2; the drawing asks for 316L/)).toBeVisible();
  await field(page, 'WPS').selectOption({ label: 'DEMO-WPS-Ti2 rev 0' });
  await expect(page.getByText(/The WPS is for Titanium Gr 2; this joint has 316L/)).toBeVisible();
  await field(page, 'Heat, end B').selectOption({ label: 'DEMO-H1042' });
  await field(page, 'Narrowest gap').fill('0.05 mm');
  await field(page, 'Narrowest at').selectOption('12');
  await field(page, 'Widest at').selectOption('6');
  await field(page, 'High-low').fill('0.1 mm');
  await press(page, 'Record the fit-up');
  await expect(page.getByText(/Pick the right paper. If it is so on the pipe, say so/)).toBeVisible();
  await expect(due(page, 'fitup')).toBeVisible();
  await field(page, 'It is so on the pipe: record it as a deviation').check();
  await press(page, 'Record the fit-up');
  await expect(due(page, 'gas')).toBeVisible();
  await expect(page.locator('[data-stage="fitup"]')).toContainText('■ Wrong paper. Heat of end A is Titanium Gr 2');
  await page.goto(`/welds/${id}/record`);
  await expect(page.getByRole('list', { name: 'Deviations' })).toContainText('Deviation, open. Heat of end A is Titanium Gr 2');
  await page.goto(`/welds/${id}`);
  await page.locator('[data-stage="fitup"]').first().click();
  await field(page, 'Heat, end A').selectOption({ label: 'DEMO-H1041' });
  await field(page, 'WPS').selectOption({ label: 'DEMO-WPS-T1 rev 3' });
  await press(page, 'Record the fit-up again');
  await expect(page.locator('[data-stage="fitup"]')).toContainText('high-low 0.1 mm');
  await page.goto(`/welds/${id}/record`);
  await expect(page.getByRole('list', { name: 'Deviations' })).toContainText('Deviation, settled.');
  await expect(page.getByText(/Wrong paper: Heat of end A is Titanium Gr 2/)).toBeVisible();
  expect(wrongs).toEqual([]);
});

test('an air check in the wrong unit is said at the field, and a check entered wrongly can be taken back', async ({ page }) => {
  await page.goto('/');
  await be(page, /Ines Halloway/);
  await page.goto('/gas');
  await awake(page);
  const m = page.getByRole('article', { name: 'Monitor bay 1', exact: true });
  await m.getByRole('button', { name: 'Check it' }).click();
  await m.getByLabel('Reads in air').fill('209 %');
  await m.getByLabel('Reads in air').blur();
  await expect(m.getByText('More than 25 %: air holds 20.9 %. Check the unit.').first()).toBeVisible();
  await expect(m.getByLabel('Reads in air')).toHaveValue('209 %');
  await m.getByLabel('Reads in air').fill('18.2');
  await expect(m.getByText('= 18.2 %')).toBeVisible();
  await m.getByLabel('In bottle gas').fill('4');
  await m.getByRole('button', { name: 'Keep the check' }).click();
  await expect(m.getByTestId('glance')).toContainText('Off in air');
  await m.getByRole('button', { name: 'Take the last check back' }).click();
  await m.getByRole('button', { name: 'Take it back' }).click();
  await expect(m.getByText(/Say in a few words what was wrong with it/).first()).toBeVisible();
  await m.getByLabel('What was wrong with it').fill('20.8 was meant');
  await m.getByRole('button', { name: 'Take it back' }).click();
  await expect(m.getByTestId('glance')).not.toContainText('Off in air');
  await page.reload();
  await expect(page.getByRole('article', { name: 'Monitor bay 1', exact: true }).getByTestId('glance')).not.toContainText('Off in air');
  const flow = page.getByRole('article', { name: 'Meter M-1', exact: true });
  await awake(page);
  await flow.getByText('Another flow, gas or pressure').click();
  await flow.getByLabel('Air pressure here').fill('abc');
  await flow.getByLabel('Air pressure here').blur();
  await expect(flow.getByText('"abc" is not a gauge pressure.')).toBeVisible();
  await expect(flow.getByText(/no answer while a field above cannot be read/)).toBeVisible();
});

test('a plan is not the answer to a flow that is no number; a spool without a weld is no spool', async ({ page }) => {
  await atPurge(page, { job: 'Paper', spool: 'PA-2', count: 3 });
  await expect(page.getByTestId('time-joint')).toHaveText(/\d+:\d\d/, { timeout: 60_000 });
  await field(page, 'Flow').fill('abc');
  await expect(page.getByText(/Not the answer to what is typed: Flow cannot be read/)).toBeVisible();
  await startPurge(page);
  await expect(page.getByText(/Flow cannot be read: the plan is of what stood there before/)).toBeVisible();
  await expect(field(page, 'Flow')).toHaveValue('abc');
  await field(page, 'Flow').fill('8 L/min');
  await expect(page.getByText(/Not the answer to what is typed/)).toBeHidden();
  await page.getByRole('tab', { name: 'Spool', exact: true }).click();
  const line = field(page, 'The spool in one line');
  await line.fill('10');
  await press(page, 'Lay it out');
  await expect(page.getByText(/No joint is marked: put the word weld/)).toBeVisible();
  await expect(line).toHaveValue('10');
  await line.fill('40 x 1 mm tube: 300 mm, weld, 200 mm, weld, elbow up, 300 mm');
  await press(page, 'Lay it out');
  await expect(line).toHaveValue(/40 x 1 mm tube: .*weld, .*weld, elbow up/);
});

/** Opens to look with a tack made, and tells what it showed. */
async function lookAtTacks(page: Page): Promise<void> {
  await press(page, 'Tack');
  await press(page, 'Open to look');
  await press(page, 'Tacks blue or grey');
  await expect(page.getByText('Gas is lost or blown through there: find it, close up, then mark refill.')).toBeVisible();
  await page.getByRole('group', { name: 'Where blue or grey' }).getByRole('button', { name: '6-3' }).click();
  await press(page, 'Closed, refill');
}

test('a late mark that does not fit is asked about, the look at the tacks has a result, and the record prints on A4 and letter', async ({
  page,
  request,
}) => {
  const {
    welds: [weld = ''],
  } = await purging(page, { job: 'Paper', spool: 'PA-3' });
  await lookAtTacks(page);
  await pass(request, 300);
  await press(page, 'Arc on');
  await pass(request, 60);
  await press(page, 'Arc off');
  await field(page, 'The next mark happened').selectOption('600');
  await press(page, 'Hold');
  const asked = page.getByRole('alertdialog', { name: 'When was it?' });
  await expect(asked).toContainText(/Hold would be \d:\d\d min before the gas came on. Nothing is recorded yet./);
  await asked.getByRole('button', { name: 'Choose another time' }).click();
  await field(page, 'The next mark happened').selectOption('120');
  await press(page, 'Hold');
  await expect(asked).toContainText('At that time the purge was filling: hold does not follow.');
  await asked.getByRole('button', { name: 'It was just now' }).click();
  await expect(page.locator('[data-phase="holding"]')).toBeVisible();
  await pass(request, 70);
  await page.getByLabel(/Dams and tape out/).fill('2');
  await hold(page, 'Done, hold to press');
  await expect(due(page, 'look')).toBeVisible();
  await allBright(page);
  await press(page, 'Record the look');
  await expect(page.getByRole('button', { name: 'Look recorded' })).toBeVisible();
  await page.goto(`/welds/${weld}/record`);
  const summary = page.getByRole('region', { name: 'Summary' });
  for (const label of [
    'Welder',
    'Heats',
    'Gas',
    'Oxygen at arc on',
    'Highest with the arc on',
    'Gas on before the arc',
    'Cleaned',
    'Gas used',
  ])
    await expect(summary.getByText(label, { exact: true })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Conclusion' })).toContainText('Open: verdict');
  await expect(page.locator('[data-told="Tacks inside: blue or grey, 6-3"]')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Missing' })).toContainText('Oxygen when the arc was struck.');
  // The summary stands before the drawings, the drawings before the story.
  const order = await page.evaluate(() =>
    ['[aria-label="Summary"]', '[aria-label="Missing"]', 'article svg', '[aria-label="Story"]'].map(
      (s) => document.querySelector(s)?.getBoundingClientRect().top ?? -1,
    ),
  );
  expect([...order].sort((a, b) => a - b)).toEqual(order);
  // A sheet less its margins, in px of 1/96 in: what must stay whole is whole, fits, and nothing runs out at the side.
  await page.emulateMedia({ media: 'print' });
  for (const [width, height] of [
    [210 - 28, 297 - 28],
    [215.9 - 28, 279.4 - 28],
  ].map((mm) => mm.map((x) => Math.floor((x * 96) / 25.4))) as [number, number][]) {
    await page.setViewportSize({ width, height });
    const cut = await page.evaluate((h) => {
      const blocks = [...document.querySelectorAll('article > :not([aria-label="Story"]), article li, article figure, [data-told]')].filter(
        (b) => b.getClientRects().length > 0,
      );
      const free = new Set(['FOOTER', 'HEADER']);
      return {
        wide: document.documentElement.scrollWidth - document.documentElement.clientWidth,
        loose: blocks.filter((b) => !free.has(b.tagName) && !b.closest('.sheet')).map((b) => b.outerHTML.slice(0, 80)),
        tall: [...document.querySelectorAll('.sheet')].filter((b) => b.getBoundingClientRect().height > h).length,
        kept: [...document.querySelectorAll('.sheet')].every((b) => getComputedStyle(b).breakInside === 'avoid'),
      };
    }, height);
    expect(cut).toEqual({ wide: 0, loose: [], tall: 0, kept: true });
  }
});

test('a weld that was not looked at is not bright, and a bath takes nothing for granted', async ({ page }) => {
  const [weld = ''] = await atPurge(page, { job: 'Paper', spool: 'PA-4' }, false);
  await weldedWithoutPurge(page, weld);
  await expect(field(page, 'Inside seen')).toHaveValue('');
  // Bright inside cannot be said without saying how it was seen.
  await expect(page.getByRole('button', { name: 'Inside bright', exact: true })).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Inside bright, seen directly' })).toBeVisible();
  await page.locator('[data-stage="passivate"]').first().click();
  for (const label of ['Bath', 'Product and lot', 'Dwell']) await expect(field(page, label)).toHaveValue('');
  await field(page, 'Bath temperature').fill('-20 °F');
  await press(page, 'Start the dwell');
  await expect(page.getByText('Colder than ice. Check the unit.')).toBeVisible();
  await page.locator('[data-stage="clean"]').first().click();
  await field(page, 'Metal, measured').fill('900 °F');
  await press(page, 'Record the cleaning');
  await expect(page.getByText('Hotter than any cleaning. Check the unit.')).toBeVisible();
  for (const label of ['Method', 'Side', 'Looked again: tint left?']) await expect(field(page, label)).toHaveValue('');
});

/** What a page says, everything opened, without lists to pick from. */
async function textOf(page: Page, path: string): Promise<string> {
  await page.goto(path);
  return page.evaluate(() => {
    document.querySelectorAll('details').forEach((d) => (d.open = true));
    const copy = document.body.cloneNode(true) as HTMLElement;
    copy.querySelectorAll('select, script, style, input').forEach((n) => n.remove());
    document.body.append(copy);
    const said = copy.innerText + [...document.querySelectorAll('[placeholder]')].map((i) => i.getAttribute('placeholder')).join('\n');
    copy.remove();
    return said;
  });
}
/** Names of sizes are names, in whatever units. */
const others = {
  inch: /[^\n]{0,40}\d ?(mm|°C|L\/min|m³|bar|kPa|m\/s|mm\/min)(?![\w/]| tube)[^\n]{0,20}|[^\n]*a m³[^\n]*/g,
  metric: /[^\n]{0,40}\d ?(CFH|°F|psi|ft³|inH2O|mph|ft\/s|in\/min)(?!\w)[^\n]{0,20}|[^\n]{0,40}\d in(?![\w,)]| tube| \d)[^\n]{0,20}/g,
};

for (const [system, name] of [
  ['inch', /Bram Tarn/],
  ['metric', /Ines Halloway/],
] as const)
  test(`nothing in other units for who reads in ${system}`, async ({ page, request }) => {
    await page.goto('/');
    await be(page, name);
    const { welds } = (await (await request.get('/api/board')).json()) as { welds: { id: string; due: string }[] };
    const stages = [...new Map(welds.map((w) => [w.due, w.id])).values()];
    const found: Record<string, string[]> = {};
    const pages = ['/', '/gas', '/registers', '/devices', '/criteria', '/people', '/work/new', '/cautions'];
    for (const path of [
      ...pages,
      ...stages.map((id) => `/welds/${id}`),
      ...stages.map((id) => `/welds/${id}/record`),
      `/welds/${stages[0]}/sheet`,
    ]) {
      const hits = (await textOf(page, path)).match(others[system]);
      if (hits) found[path] = [...new Set(hits.map((h) => h.trim()))];
    }
    expect(found).toEqual({});
  });

test.describe('before a page listens', () => {
  // What a service worker has kept comes past the route that holds it up.
  test.use({ serviceWorkers: 'block' });
  test('a page takes no choice before it listens: what is chosen then is not lost, it cannot be made', async ({ page }) => {
    const [weld = ''] = await atPurge(page, { job: 'Paper', spool: 'PA-9' }, false);
    await weldedWithoutPurge(page, weld);
    let go = () => undefined as void;
    const held = new Promise<void>((r) => (go = r));
    await page.route('**/_astro/WeldPage*.js', async (route) => {
      await held;
      await route.continue();
    });
    await page.goto(`/welds/${weld}`, { waitUntil: 'commit' });
    const seen = field(page, 'Inside seen');
    await expect(seen).toBeVisible();
    await expect(seen).toBeDisabled();
    await expect(page.getByRole('button', { name: 'Outside bright' })).toBeDisabled();
    go();
    await seen.selectOption('borescope');
    await expect(seen).toHaveValue('borescope');
    await expect(page.getByRole('button', { name: 'Inside bright, by borescope' })).toBeEnabled();
  });
});
