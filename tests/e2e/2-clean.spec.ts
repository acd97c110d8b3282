/** Cleaning on its clocks and with its tools: products that are on, what touches a weld, trial strips. */
import { expect, type Page } from '@playwright/test';
import { atPurge, awake, be, due, enterWork, field, json, pass, press, session, tell, test, weldedWithoutPurge, type Work } from './hands';
import { CONTROL } from './ports';

// The browser keeps the application here: what is done without a server is done by it.
test.use({ serviceWorkers: 'allow' });

/** A weld that is to be cleaned, gold inside from 4 to 8 and purple outside all round. */
async function toClean(page: Page, over: Work): Promise<string> {
  const [weld = ''] = await atPurge(page, over, false);
  await weldedWithoutPurge(page, weld);
  const band = (name: string) => ({ by: 'band' as const, band: name as 'gold' });
  const all = { from: 12, to: 12 };
  await tell(page.request, weld, 'look.recorded', {
    ...{ insideBy: 'borescope', insideReachable: true, defects: [], scope: '', lamp: '', lux: null, blind: false, after: [] },
    tints: [
      { zone: 'id-bead', arc: all, grade: band('bright'), from: null },
      { zone: 'id-haz', arc: { from: 8, to: 4 }, grade: band('bright'), from: null },
      { zone: 'id-haz', arc: { from: 4, to: 8 }, grade: band('straw'), from: null },
      { zone: 'od-bead', arc: all, grade: band('bright'), from: null },
      { zone: 'od-haz', arc: all, grade: band('purple'), from: null },
    ],
  });
  await page.reload();
  await awake(page);
  await press(page, 'Give the verdict');
  await expect(due(page, 'clean')).toBeVisible();
  return weld;
}

const region = (page: Page, side: string) => page.getByRole('region', { name: `DEMO pickling paste, ${side}` });
const face = (page: Page, side: string) => page.locator('[data-dwell]').filter({ hasText: side });

/** All that is asked before hydrofluoric acid goes on. */
async function ready(page: Page): Promise<void> {
  await field(page, 'Beside you').selectOption({ index: 1 });
  await field(page, 'Gel good until').fill('2199-12-31');
  await field(page, 'Gauntlets').selectOption('neoprene');
  for (const label of ['Over the sleeve', 'Running water within reach', 'Face shield over goggles']) await field(page, label).check();
}
async function putOn(page: Page, side: 'inside' | 'outside'): Promise<void> {
  await field(page, 'Product and lot').selectOption({ index: 1 });
  await field(page, 'Side').selectOption(side);
  await field(page, 'Metal, measured').fill('70 °F');
}

test('two products at once, each on its clock: asked first, wetted late, off at the bench, seen on the Board, rinsed to the end, offline too', async ({
  page,
  request,
}) => {
  const weld = await toClean(page, { job: 'Dwells', spool: 'DW-1', name: 'Ines Halloway' });
  await press(page, 'With a product');
  await putOn(page, 'outside');
  // The sheet speaks for metal of 18 to 30 °C; 70 °F is 21 °C.
  await expect(page.getByTestId('stays')).toContainText("Stays on 30 min to 1 h, wetted every 30 minBy the product's sheet.");
  await ready(page);
  await field(page, 'Gauntlets').selectOption('nitrile-thin');
  await field(page, 'Running water within reach').uncheck();
  await press(page, 'It is on: start its clock');
  await expect(page.getByText(/No running water within reach\. Thin nitrile is no protection/).first()).toBeVisible();
  await expect(page.getByText(/Do not do it like this/)).toBeVisible();
  await expect(page.locator('[data-dwell]')).toHaveCount(0);
  await ready(page);
  await press(page, 'It is on: start its clock');
  await expect(face(page, 'outside')).toHaveAttribute('data-call', 'dwells');

  await pass(request, 600);
  // Nothing of what was asked stands there for the next: it is asked every time.
  await expect(field(page, 'Product and lot')).toHaveValue('');
  await putOn(page, 'inside');
  await expect(field(page, 'Beside you')).toHaveValue('');
  await expect(field(page, 'Over the sleeve')).not.toBeChecked();
  await ready(page);
  await press(page, 'It is on: start its clock');
  await expect(page.locator('[data-dwell]')).toHaveCount(2);
  await expect(face(page, 'inside')).toContainText(/(30:00|29:\d\d).*until it may come off/);

  await pass(request, 1260);
  await expect(face(page, 'outside')).toHaveAttribute('data-call', 'wet');
  await field(page, 'The next mark happened').selectOption('300');
  await region(page, 'outside').getByRole('button', { name: 'Wetted again' }).click();
  await expect(face(page, 'outside')).toHaveAttribute('data-call', 'due');
  const events = async () =>
    (
      (await (await page.request.get(`/api/welds/${weld}`)).json()) as {
        events: { type: string; happenedAt: string; receivedAt: string }[];
      }
    ).events;
  await expect.poll(async () => (await events()).filter((e) => e.type === 'dwell.marked').length).toBe(1);
  const wetted = (await events()).find((e) => e.type === 'dwell.marked');
  expect((Date.parse(wetted?.receivedAt ?? '') - Date.parse(wetted?.happenedAt ?? '')) / 1000).toBeCloseTo(300, -1);

  await page.goto('/');
  await expect(
    page.getByRole('list', { name: 'Products that are on' }).getByRole('link').filter({ hasText: 'Q-7, outside' }),
  ).toContainText('May come off');
  await page.goto(`/welds/${weld}/bench`);
  await awake(page);
  await region(page, 'outside').getByRole('button', { name: 'Off, under water' }).click();
  await expect(region(page, 'outside').getByRole('link', { name: 'Rinse: measure and record it' })).toBeVisible();

  await page.goto(`/welds/${weld}`);
  await awake(page);
  await expect(face(page, 'outside')).toHaveAttribute('data-call', 'rinse');
  const outside = region(page, 'outside');
  const rinse = async (of: typeof outside, ph: string) => {
    await of.getByLabel('Neutralised with', { exact: true }).selectOption({ index: 1 });
    await of.getByLabel('pH of the feed water', { exact: true }).fill('7.1');
    await of.getByLabel('pH of the runoff', { exact: true }).fill(ph);
    await of.getByLabel('Dried', { exact: true }).check();
    await of.getByLabel('Looked again: tint left?', { exact: true }).selectOption('no');
    await of.getByRole('button', { name: 'Record the rinse' }).click();
  };
  await rinse(outside, '3');
  await expect(outside.getByText(/Runoff is pH 3, the feed pH 7.1/).first()).toBeVisible();
  await expect(page.locator('[data-dwell]')).toHaveCount(2);
  await rinse(outside, '6.8');
  await expect(page.locator('[data-dwell]')).toHaveCount(1);
  await expect(due(page, 'clean')).toBeVisible();

  await pass(request, 660);
  // Without network the mark is kept here, and the first aid can be read.
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
    const deadline = Date.now() + 20_000;
    while (!(await caches.match('/first-aid', { ignoreSearch: true })) && Date.now() < deadline)
      await new Promise((r) => setTimeout(r, 200));
  });
  await request.get(`${CONTROL}/stop-first`);
  try {
    await region(page, 'inside').getByRole('button', { name: 'Off, under water' }).click();
    await expect(face(page, 'inside')).toHaveAttribute('data-call', 'rinse');
    await page.goto('/first-aid');
    await expect(page.getByText('Water. Now. Much of it.')).toBeVisible();
  } finally {
    await request.get(`${CONTROL}/start-first`, { timeout: 60_000 });
  }
  await page.goto(`/welds/${weld}`);
  await awake(page);
  await expect.poll(async () => (await events()).filter((e) => e.type === 'dwell.marked').length, { timeout: 60_000 }).toBe(3);
  await rinse(region(page, 'inside'), '7');
  await expect(due(page, 'passivate')).toBeVisible();
  await page.goto(`/welds/${weld}/record`);
  await expect(page.getByText('DEMO pickling paste put on').first()).toBeVisible();
  await expect(page.getByText(/gauntlets neoprene over the sleeve/).first()).toBeVisible();
});

test('what touches it: a wrong clamp is stopped before it does; a brush that was on mild steel once is refused from then on', async ({
  page,
}) => {
  await page.goto('/');
  await be(page, /Ines Halloway/);
  await enterWork(page, { job: 'Touches', spool: 'TO-1' });
  await page.getByText('What touches it ›').click();
  const pick = field(page, 'Clamp, hammer, file, brush: pick or scan');
  await pick.selectOption({ label: 'Clamp C-3, carbon-steel' });
  await expect(
    page.getByText('Clamp C-3 is marked for carbon steel: it plants rust. Take one marked for stainless.').first(),
  ).toBeVisible();
  await press(page, 'It touched it: record');
  await expect(page.getByText(/Do not do it like this/)).toBeVisible();
  // Scanned like any label: the scanner types fast and ends with Enter.
  await pick.focus();
  await page.keyboard.type('Clamp S-1');
  await page.keyboard.press('Enter');
  await expect(page.getByText('✓ Clamp S-1 belongs to this metal')).toBeVisible();
  await press(page, 'It touched it: record');
  await expect(page.getByText(/1 recorded/)).toBeVisible();

  const made = await page.request.post('/api/registers', {
    headers: json,
    data: {
      ...{ kind: 'tool', label: 'Brush E-1', expires: null },
      body: {
        what: 'Hand brush',
        metal: 'stainless',
        grit: null,
        kind: 'hand-brush',
        ratedRpm: null,
        ra: null,
        takes: null,
        bore: 0.02,
        lies: '',
      },
    },
  });
  expect(made.status()).toBe(201);
  const { id } = (await made.json()) as { id: string };
  const tool = {
    id,
    label: 'Brush E-1',
    tool: { what: 'Hand brush', metal: 'stainless' as const, grit: null, kind: 'hand-brush' as const, ratedRpm: null },
  };
  const [steel = ''] = await atPurge(page, { job: 'Touches', spool: 'TO-2', alloy: 'mild', name: 'Ines Halloway' }, false);
  await tell(page.request, steel, 'tool.touched', { tool });
  await toClean(page, { job: 'Touches', spool: 'TO-3', name: 'Ines Halloway' });
  await field(page, 'Method').selectOption('brush');
  await field(page, 'Tool and its mark').selectOption({ label: 'Brush E-1, stainless' });
  await expect(
    page.getByText("This tool was used on carbon steel: it is carbon steel's for good. Take one marked for stainless.").first(),
  ).toBeVisible();
  await page.goto('/registers');
  await awake(page);
  await page.getByLabel('Find by a few letters').fill('Brush E-1');
  await page.getByRole('button', { name: /^Brush E-1/ }).click();
  await expect(page.getByText(/It has touched carbon steel/)).toBeVisible();
});

test('a stretch at a time: the machine too fast is stopped, what is cleaned is ticked, what is left stays due', async ({ page }) => {
  await toClean(page, { job: 'Arcs', spool: 'AR-1', name: 'Ines Halloway' });
  const ladder = page.getByTestId('ladder');
  await ladder.getByRole('button', { name: /^Take Wheel S-8, outside/ }).click();
  await expect(page.getByText('6000 stands on the tool')).toBeVisible();
  await field(page, 'Machine, turns a minute').fill('11000');
  await field(page, 'Arbor').selectOption('maker');
  await expect(page.getByText(/The machine turns 11000 a minute, this tool is rated for 6000: it can burst/).first()).toBeVisible();
  await field(page, 'Machine, turns a minute').fill('4500');
  await expect(page.getByText(/it can burst/)).toHaveCount(0);
  await field(page, 'Metal, measured').fill('25 °C');
  await field(page, 'Heat number and marks').selectOption('photographed');
  await page.getByText('Measured: finish, wall ›').click();
  await field(page, 'Ra before').fill('0.5 µm');
  await field(page, 'Ra after').fill('0.4 µm');
  await field(page, 'Wall after').fill('1.4 mm');
  await field(page, 'Least wall').fill('1.5 mm');
  await expect(page.getByText(/The wall is 1.4 mm, the least is 1.5 mm/).first()).toBeVisible();
  await field(page, 'Wall after').fill('1.62 mm');
  await field(page, 'Looked again: tint left?').selectOption('no');
  await press(page, 'Record the cleaning');
  await expect(ladder.locator('[data-side="outside"]')).toContainText('✓');
  await expect(ladder.locator('[data-side="inside"]')).not.toContainText('✓');
  // The form has begun again: what is taken from now on stays in it.
  await expect(field(page, 'Method')).toHaveValue('');
  await ladder
    .getByRole('button', { name: /^Take .*, inside/ })
    .first()
    .click();
  await expect(field(page, 'Stretch').locator('option:checked')).toHaveText("4 to 8 o'clock");
});

test('a trial strip is entered section by section with its picture; from then on the plan goes by it', async ({ page }) => {
  await page.goto('/registers');
  await session(page.request, 'Ines Halloway');
  await page.reload();
  await awake(page);
  await press(page, 'Enter something new');
  await press(page, 'Trial strip');
  await press(page, 'Put it on the shelf');
  await expect(page.getByText('Enter it as marked.')).toBeVisible();
  await field(page, 'Tool').selectOption({ label: 'Pad S-5' });
  await field(page, 'It took off').selectOption('all');
  await field(page, 'Ra after it').fill('0.45 µm');
  await field(page, 'Looks').fill('even, lines by hand');
  await page.getByLabel('Picture of the section').setInputFiles('public/icon-192.png');
  await press(page, 'Add the section');
  await expect(page.getByRole('list', { name: 'Sections so far' })).toContainText(
    'Pad S-5, cold: took all off; Ra 0.45 µm; even, lines by hand',
  );
  await field(page, 'Name').fill('Strip E-2');
  await field(page, 'Thickest tint on it').selectOption('light-blue');
  await press(page, 'Put it on the shelf');
  const strip = page.getByRole('article', { name: 'Strip E-2' });
  await expect(strip.getByRole('list', { name: 'Sections' }).locator('img')).toHaveJSProperty('complete', true);
  expect(await strip.locator('img').evaluate((i: HTMLImageElement) => i.naturalWidth)).toBeGreaterThan(100);
  await toClean(page, { job: 'Strips', spool: 'ST-1', name: 'Ines Halloway' });
  // Nobody has tried the wheel on purple; the pad has been.
  await expect(page.getByTestId('ladder').locator('[data-side="outside"]')).toContainText(/Wheel S-8.*a guess/);
});

test('an electrolytic pad and a passivating gel on their clocks: what is asked, dried out, off, set to its time, seen on the Board, too short a time kept', async ({
  page,
  request,
}) => {
  const weld = await toClean(page, { job: 'Pads', spool: 'EL-1', name: 'Ines Halloway' });
  await press(page, 'With a product');
  await field(page, 'Product and lot').selectOption({ label: 'DEMO weld electrolyte, lot E-3' });
  await field(page, 'Side').selectOption('both');
  await field(page, 'Metal, measured').fill('75 °F');
  await expect(page.getByTestId('stays')).toContainText("Stays on 2 min to 2:30 minBy the product's sheet.");
  await press(page, 'It is on: start its clock');
  await expect(page.locator('[data-dwell]')).toHaveCount(0);
  await field(page, 'Current').selectOption('ac');
  await field(page, 'Pad').selectOption('worn');
  await press(page, 'It is on: start its clock');
  await expect(page.getByText(/worn through: bare metal arcs and burns pits/).first()).toBeVisible();
  await field(page, 'Pad').selectOption('whole');
  await press(page, 'It is on: start its clock');
  const pad = page.getByRole('region', { name: 'DEMO weld electrolyte, inside and outside' });
  await expect(pad).toContainText('Keep the pad wet and moving');
  await pass(request, 130);
  await expect(page.locator('[data-dwell]')).toHaveAttribute('data-call', 'due');
  await pad.getByRole('button', { name: 'Off, under water' }).click();
  await pad.getByLabel('Neutralised with', { exact: true }).selectOption({ index: 1 });
  await pad.getByLabel('pH of the feed water', { exact: true }).fill('7');
  await pad.getByLabel('pH of the runoff', { exact: true }).fill('7');
  await pad.getByLabel('Dried', { exact: true }).check();
  await pad.getByLabel('Looked again: tint left?', { exact: true }).selectOption('no');
  await pad.getByRole('button', { name: 'Record the rinse' }).click();
  await expect(due(page, 'passivate')).toBeVisible();

  await field(page, 'Bath').selectOption('citric');
  await field(page, 'Product and lot').selectOption({ label: 'DEMO passivating gel, lot G-5' });
  await page.getByLabel(/^Strength/).fill('6');
  await field(page, 'Bath temperature').fill('24 °C');
  await field(page, 'Dwell').fill('30');
  await press(page, 'Start the dwell');
  const face = page.locator('[data-dwell]');
  await expect(face).toContainText(/(30:00|29:\d\d)\s*until it may come off; wet again in 15 min/);
  await pass(request, 960);
  await expect(face).toHaveAttribute('data-call', 'wet');
  const gel = page.getByRole('region', { name: 'DEMO passivating gel, passivating' });
  await gel.getByRole('button', { name: 'Dried out' }).click();
  await expect(face).toHaveAttribute('data-call', 'again');
  await gel.getByRole('button', { name: 'Put on again' }).click();
  await expect(face).toContainText(/(30:00|29:\d\d)\s*until it may come off/);
  await page.goto('/');
  await expect(page.getByRole('list', { name: 'Products that are on' }).getByRole('link').filter({ hasText: 'passivating' })).toContainText(
    /Q-7, passivating, DEMO passivating gel/,
  );
  await pass(request, 600);
  await page.goto(`/welds/${weld}`);
  await awake(page);
  await gel.getByRole('button', { name: 'Off, under water' }).click();
  await expect(face).toContainText(/10:\d\d\s*it was on/);
  // Told with the wrong time, the last mark is set to another; what lies ahead is refused.
  await gel.getByText('It happened at another time ›').click();
  const now = ((await (await request.get('/api/health')).json()) as { now: number }).now;
  const typed = (ms: number) => new Date(ms).toISOString().slice(0, 16);
  await gel.getByLabel('It happened at', { exact: true }).fill(typed(now + 3_600_000));
  await gel.getByRole('button', { name: 'Set its time' }).click();
  await expect(gel.getByText('Give the day and hour it happened.')).toBeVisible();
  await gel.getByLabel('It happened at', { exact: true }).fill(typed(now - 240_000));
  await expect(gel.getByText('Give the day and hour it happened.')).toHaveCount(0);
  // The mark before it may not have come back from the server yet: then it is told to look again, and pressed again.
  const set = /[56]:\d\d\s*it was on/;
  await expect(async () => {
    if (!set.test(await face.innerText())) await gel.getByRole('button', { name: 'Set its time' }).click({ timeout: 5000 });
    await expect(face).toContainText(set, { timeout: 5000 });
  }).toPass();

  await field(page, 'Neutralised with').selectOption('none');
  await field(page, 'pH of the feed water').fill('7');
  await field(page, 'pH of the runoff').fill('7');
  await field(page, 'Test').selectOption('none');
  await press(page, 'Record rinse and test');
  await expect(page.getByText(/its sheet asks for 30 min: it does not count as passivated/).first()).toBeVisible();
  await field(page, 'Why').fill('Shift ended');
  await press(page, 'Record rinse and test');
  await expect(due(page, 'record')).toBeVisible();
  await page.goto(`/welds/${weld}/record`);
  await expect(page.getByText(/Pad whole and wet, fed with alternating current/).first()).toBeVisible();
  await expect(page.getByText('Dried out').first()).toBeVisible();
  await expect(page.getByText(/Why: Shift ended/).first()).toBeVisible();
});

test('a bath of the shop: its log says what it is, what is to be added and how long its iron lasts; a weld that hangs in it goes by that', async ({
  page,
}) => {
  await page.goto('/');
  await be(page, /Ines Halloway/);
  await page.goto('/registers');
  await awake(page);
  await press(page, 'Enter something new');
  await press(page, 'Bath');
  await field(page, 'Name').fill('Bath T-9');
  await field(page, 'Holds').selectOption('nitric');
  await field(page, 'How much').fill('200 L');
  await field(page, 'Strength from, %').fill('25');
  await field(page, 'Strength to, %').fill('20');
  await field(page, 'Temperature').fill('70 to 90 °F');
  await field(page, 'Iron at most, g/L').fill('20');
  await field(page, 'Measured every, days').fill('7');
  await press(page, 'Put it on the shelf');
  await expect(page.getByText(/From the weaker to the stronger/)).toBeVisible();
  await field(page, 'Strength from, %').fill('20');
  await field(page, 'Strength to, %').fill('24');
  await press(page, 'Put it on the shelf');
  const bath = page.getByRole('article', { name: 'Bath T-9' });
  await expect(bath.getByTestId('bath-now')).toHaveText('empty: made up by nobody, or dumped');
  const log = async (what: string, figures: Record<string, string>) => {
    await bath.getByLabel('What was done', { exact: true }).selectOption({ label: what });
    for (const [label, text] of Object.entries(figures)) await bath.getByLabel(label, { exact: true }).fill(text);
    await bath.getByRole('button', { name: 'Put it in the log' }).click();
  };
  await log('measured', {});
  await expect(bath.getByText(/Nothing was measured/)).toBeVisible();
  await log('made up anew', { 'Strength, %': '22', 'Iron, g/L': '0', Temperature: '77 °F' });
  await expect(bath.getByTestId('bath-now')).toContainText('22 %, 25 °C, iron 0 of 20 g/L, measured today, 0 pieces since it was made up');
  await expect(bath.getByLabel('Strength, %', { exact: true })).toHaveValue('');
  await log('measured', { 'Strength, %': '16' });
  // By hand: 200 L of 16 % come to 22 % with 200 · 6 / 78 = 15.4 L.
  await expect(bath.getByText(/Add 15\.4 L of acid as bought to come to 22 %/)).toBeVisible();
  await expect(bath.getByText(/Out of its limits as it was measured last: too weak/)).toBeVisible();

  const weld = await toClean(page, { job: 'Baths', spool: 'BA-1', name: 'Ines Halloway' });
  await tell(page.request, weld, 'clean.recorded', {
    ...{
      method: 'abrasive',
      side: 'both',
      metalTemperature: 20,
      product: null,
      dwell: null,
      rinse: null,
      because: null,
      tintRemains: false,
    },
    tool: {
      id: '0197f000-0000-7000-8000-000000000902',
      label: 'Pad',
      tool: { what: '', metal: 'stainless', grit: 180, kind: null, ratedRpm: null },
    },
  });
  const nitric = await page.request.post('/api/registers', {
    headers: json,
    data: {
      ...{ kind: 'product', label: 'Nitric T', expires: null },
      body: { kind: 'nitric', lot: 'T', dwellSeconds: null, hydrofluoric: false, mostCelsius: null, contents: '', sheet: null },
    },
  });
  expect(nitric.status()).toBe(201);
  await page.goto(`/welds/${weld}`);
  await awake(page);
  await field(page, 'Bath').selectOption('nitric');
  await field(page, 'Product and lot').selectOption({ label: 'Nitric T, lot T' });
  await field(page, 'Bath of the shop').selectOption({ label: 'Bath T-9' });
  await expect(page.getByText(/16 %, 25 °C, iron 0 of 20 g\/L/)).toBeVisible();
  await page.getByLabel(/^Strength/).fill('22');
  await field(page, 'Bath temperature').fill('25 °C');
  await field(page, 'Dwell').fill('30');
  await press(page, 'Start the dwell');
  await expect(page.getByText(/Bath T-9 is weaker than its limit/).first()).toBeVisible();
  await field(page, 'Why').fill('Acid added, measured at 22 %');
  await press(page, 'Start the dwell');
  await expect(page.locator('[data-dwell]')).toContainText(/until it may come off/);
  await expect.poll(async () => (await page.request.get(`/api/welds/${weld}`)).text()).toContain('passivate.started');
  await page.goto('/registers');
  await awake(page);
  await bath.getByRole('button').first().click();
  await expect(bath.getByTestId('bath-now')).toContainText('1 piece since it was made up');
  await expect(bath.getByText(/Hung in it/).getByRole('link', { name: 'Q-7' })).toHaveAttribute('href', `/welds/${weld}`);
  await log('dumped', {});
  await expect(bath.getByTestId('bath-now')).toHaveText('empty: made up by nobody, or dumped');
});
