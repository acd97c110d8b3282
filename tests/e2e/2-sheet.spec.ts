/** The set-up sheet on its three drawings, its WPS over it, the page that hangs beside the work, and the weld as it was done. */
import { expect, type Page } from '@playwright/test';
import AxeBuilder from '@axe-core/playwright';
import { findSize, type Size } from '../../core/basics/sizes';
import {
  allBright,
  atPurge,
  awake,
  be,
  due,
  enterWork,
  field,
  fitUp,
  press,
  session,
  tell,
  test,
  watch,
  weldedWithoutPurge,
} from './hands';

const face = (page: Page, name: string) => page.getByRole('group', { name: 'Sheet' }).getByRole('button', { name, exact: true }).click();
const title = (page: Page) => page.getByTestId('title');
const pipe = findSize('pipe', '6', '40S') as Size;
/** Its own: nothing of these welds is carried to those of other tests. */
const size = findSize('inch-tube', '1-1/2') as Size;

test('a weld is set up on its drawings, outside its WPS only with a reason, printed on one page, and told as it was done', async ({
  page,
}) => {
  const wrongs = watch(page);
  await page.goto('/');
  await be(page, /Ines Halloway/);
  const id = await enterWork(page, { job: 'Sheets', spool: 'SH-1' });
  await fitUp(page);
  await page.locator('[data-stage="setup"]').first().click();
  await awake(page);

  await test.step('how: the order stands first, the start is walked and pressed, another way draws other arcs', async () => {
    await face(page, 'How');
    await expect(title(page)).toContainText('6 to 3, 3 to 12, 6 to 9, 9 to 12.');
    const clock = page.getByRole('slider', { name: 'Where the weld starts' });
    await clock.focus();
    await page.keyboard.press('ArrowRight');
    await expect(field(page, 'Start at')).toHaveValue('7');
    const box = await clock.boundingBox();
    if (!box) throw new Error('no clock');
    await page.mouse.click(box.x + box.width / 2, box.y + box.height - 75);
    await expect(field(page, 'Start at')).toHaveValue('6');
    await field(page, 'Way round').selectOption('opposite');
    await expect(title(page)).toContainText('6 to 9, 12 to 3');
    await field(page, 'Way round').selectOption('quarters');
    await expect(page.locator('[data-tack]')).toHaveCount(3);
    await field(page, 'Tacks').fill('4');
    await expect(page.locator('[data-tack]')).toHaveCount(4);
  });
  await test.step('order: what goes on the tube stands on the tube', async () => {
    await face(page, 'Order');
    await expect(title(page)).toContainText('What must be on the tube before it closes?');
    await field(page, 'On end A before it closes').fill('clamp nut, ring');
    await expect(title(page)).toContainText('On the tube first: clamp nut, ring.');
    await expect(page.getByText('on end A before it closes', { exact: true })).toBeVisible();
  });
  await test.step('outside the WPS it is said at once, and recorded only with a reason that is one', async () => {
    await face(page, 'Torch');
    await field(page, 'Amps').fill('82');
    const out = page.getByRole('list', { name: 'Outside the WPS' });
    await expect(out).toContainText('Amps: 82 A. It gives 30 A to 75 A.');
    await press(page, 'Record the set-up');
    await expect(page.getByText('“ok” is no reason.')).toBeVisible();
    await field(page, 'Why it lies outside the WPS').fill('ok');
    await press(page, 'Record the set-up');
    await expect(due(page, 'gas')).toBeVisible();
    await field(page, 'Why it lies outside the WPS').fill('Heavy end, the lead agreed');
  });
  await test.step('what cannot be read on another drawing turns the page to it', async () => {
    await face(page, 'How');
    await field(page, 'Tacks').fill('many');
    await face(page, 'Torch');
    await press(page, 'Record the set-up');
    await expect(page.getByText('That is no count. Type how many, such as 4.')).toBeVisible();
    await field(page, 'Tacks').fill('4');
    await press(page, 'Record the set-up');
    await expect(page.getByRole('button', { name: 'Record the set-up again' })).toBeVisible();
    await expect(page.getByRole('list', { name: 'Deviations' })).toContainText('Deviation, settled. Amps: 82 A');
  });
  await test.step('back inside nothing stands against it', async () => {
    await field(page, 'Amps').fill('48');
    await press(page, 'Record the set-up again');
    await expect(page.getByRole('list', { name: 'Deviations' })).toHaveCount(0);
  });
  await test.step('the sheet hangs beside the work: one page of A4, its figures as they were set', async () => {
    await page.goto(`/welds/${id}/sheet`);
    await expect(page.getByText('On end A before it closes: clamp nut, ring')).toBeVisible();
    await expect(page.getByText('4 tacks, 48 A.')).toBeVisible();
    await expect(page.locator('article')).toContainText('DEMO-WPS-T1 revision 3');
    for (const format of ['A4', 'Letter']) {
      const pdf = await page.pdf({ format, printBackground: true });
      expect(pdf.toString('latin1').match(/\/Type\s*\/Page\b/g)).toHaveLength(1);
    }
    expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id)).toEqual([]);
  });
  expect(wrongs).toEqual([]);
});

test('passes of an opened joint: each with its process and amps, and none of them invented', async ({ page }) => {
  const [weld = ''] = await atPurge(page, { spool: 'SH-2', size: pipe, joint: 'open-root', criterion: 'PIPE-clean', torch: false });
  await face(page, 'How');
  const passes = page.getByRole('group', { name: 'Passes' });
  await expect(passes.getByRole('button')).toHaveText(['Root', 'Hot pass', 'Cap']);
  await expect(page.getByRole('group', { name: /cut through, its passes/ })).toContainText('Hot pass: amps not set');
  await field(page, 'Root, amps').fill('105');
  await passes.getByRole('button', { name: 'Cap' }).click();
  await field(page, 'Process').selectOption('stick');
  await field(page, 'Amps, mean').fill('85 A');
  await field(page, 'Rod').fill('3.2 mm');
  await expect(page.getByText('Slag off at every restart.')).toBeVisible();
  await expect(page.getByText('The trade: 75 to 115 A')).toBeVisible();
  await test.step('what is wrong of a pass that is not in hand is turned to', async () => {
    await field(page, 'Amps, mean').fill('-4');
    await passes.getByRole('button', { name: 'Root' }).click();
    await face(page, 'Torch');
    await field(page, 'Post-flow').fill('12 s');
    await press(page, 'Record the set-up');
    await expect(page.getByText('-4 A is below zero.')).toBeVisible();
    await expect(passes.getByRole('button', { name: 'Cap' })).toHaveAttribute('aria-pressed', 'true');
    await field(page, 'Amps, mean').fill('85 A');
  });
  await press(page, 'Record the set-up');
  await expect(due(page, 'purge')).toBeVisible();
  await page.goto(`/welds/${weld}/sheet`);
  await expect(page.getByText('slag off at every restart')).toBeVisible();
  await expect(page.getByRole('group', { name: /cut through, its passes/ })).toContainText('Hot pass: amps by the WPS');
});

test('my torch is kept under a name, put on another weld, and its amps stay those of the joint', async ({ page }) => {
  await atPurge(page, { spool: 'SH-3', size, torch: false });
  await page.locator('select[name="cup"]').selectOption('10');
  await page.locator('input[name="stickOut"]').fill('8 mm');
  await field(page, 'Tungsten').selectOption('thoriated');
  await expect(page.getByText(/its dust is radioactive/)).toBeVisible();
  await press(page, 'Keep this as my torch');
  await field(page, 'Keep this as a torch').fill('Bench torch');
  await press(page, 'Keep');
  await expect(field(page, 'Put on a torch')).toContainText('Bench torch');
  await atPurge(page, { spool: 'SH-4', size, torch: false });
  const amps = await field(page, 'Amps').inputValue();
  await field(page, 'Put on a torch').selectOption({ label: 'Bench torch' });
  await expect(page.locator('select[name="cup"]')).toHaveValue('10');
  await expect(page.locator('input[name="stickOut"]')).toHaveValue(/8 mm|0\.315 in/);
  await expect(field(page, 'Tungsten')).toHaveValue('thoriated');
  await expect(field(page, 'Amps')).toHaveValue(amps);
});

test('pulsed amps say which they are, and their mean is what heats', async ({ page }) => {
  await atPurge(page, { spool: 'SH-5', size, torch: false });
  await page.getByLabel('Pulsed', { exact: true }).check();
  await field(page, 'Amps above are').selectOption('peak');
  await field(page, 'Amps, peak').fill('52');
  await field(page, 'Background, %').fill('20');
  await field(page, 'Time at peak, %').fill('50');
  await expect(page.getByText('Peak 52 A, mean 31 A: the mean heats.')).toBeVisible();
  await press(page, 'Record the set-up');
  await expect(page.locator('[data-stage="setup"]')).toContainText('31 A');
});

test('the weld as it was done: one press for the sheet, else what was not, by clock, and it stands in the record', async ({ page }) => {
  const [first = '', second = ''] = await atPurge(page, { spool: 'SH-6', size, count: 2 }, false);
  for (const weld of [first, second]) await weldedWithoutPurge(page, weld);
  await page.goto(`/welds/${first}`);
  await awake(page);
  await page.locator('[data-stage="weld"]').first().click();
  await press(page, 'As the sheet says');
  await expect(page.getByText('Welded as the sheet says.')).toBeVisible();

  await page.goto(`/welds/${second}`);
  await awake(page);
  await page.locator('[data-stage="weld"]').first().click();
  await press(page, 'Something was not');
  await press(page, 'Record how it was welded');
  await expect(page.getByText('Nothing here is otherwise than the sheet.')).toBeVisible();
  await field(page, 'Amps').fill('abc');
  await field(page, 'Amps').blur();
  await expect(page.getByText('"abc" is not a current. Type a number, such as 60 A.')).toBeVisible();
  await field(page, 'Amps').fill('70');
  await press(page, "Slip of the torch at 4 o'clock");
  await expect(page.locator('[data-stop]')).toHaveCount(1);
  await press(page, 'Record how it was welded');
  await expect(page.getByText('Say why it was not as the sheet: “ok” is no reason.')).toBeVisible();
  await field(page, 'Why').fill('The tee drew the heat');
  await press(page, 'Record how it was welded');
  await expect(page.getByText('Not all as the sheet says.')).toBeVisible();
  await page.goto(`/welds/${second}/record`);
  const summary = page.getByRole('region', { name: 'Summary' });
  await expect(summary).toContainText("70 A (sheet: 60 A); slip of the torch at 4 o'clock; The tee drew the heat");
});

test('an essential variable outside the WPS: the verdict refers until a named person has decided', async ({ page }) => {
  const { request } = page;
  await session(request, 'Odile Marrow');
  await page.goto('/registers');
  await awake(page);
  await press(page, 'Enter something new');
  await page.getByRole('group', { name: 'What is new' }).getByRole('button', { name: 'WPS' }).click();
  const box = (name: string) => page.getByRole('textbox', { name, exact: true });
  await box('Number').fill('DEMO-WPS-THIN');
  await box('Revision').fill('1');
  await box('Amps').fill('75 to 40');
  await box('Wall qualified').fill('thin');
  await press(page, 'Put it on the shelf');
  await expect(page.getByText('The first is more than the second. Change one of the two.')).toBeVisible();
  await expect(page.getByText(/Two ends, such as/)).toBeVisible();
  await expect(box('Amps')).toHaveValue('75 to 40');
  await box('Amps').fill('20 to 75 A');
  await box('Wall qualified').fill('to 1.2 mm');
  await press(page, 'Put it on the shelf');
  await expect(page.getByRole('article', { name: 'DEMO-WPS-THIN' })).toContainText('2 ranges');
  const shelf = (await (await request.get('/api/registers')).json()) as { id: string; label: string }[];
  const wps = shelf.find((x) => x.label === 'DEMO-WPS-THIN')?.id ?? '';
  const [weld = ''] = await atPurge(page, { spool: 'SH-7', size, torch: false }, false);
  const welder = await session(request);
  const named = { id: wps, label: 'DEMO-WPS-THIN' };
  await tell(request, weld, 'fitup.recorded', {
    ...{ gapNarrow: { value: 5e-5, at: 12 }, gapWide: { value: 1e-4, at: 6 }, highLow: 1e-4, heatA: named, heatB: named, filler: null },
    ...{ wps: { ...named, revision: '1' }, welder, figures: [], advice: [], ovality: null, flux: null },
  });
  await page.goto(`/welds/${weld}`);
  await awake(page);
  await expect(page.getByRole('list', { name: 'Outside the WPS' })).toContainText('Wall qualified: 0.065 in. It gives to');
  await field(page, 'Why it lies outside the WPS').fill('No other procedure here');
  await press(page, 'Record the set-up');
  await expect(page.locator('[data-stage="setup"]').first()).toContainText('■ Outside the WPS.');
  await weldedWithoutPurge(page, weld);
  await page.goto(`/welds/${weld}`);
  await awake(page);
  await expect(due(page, 'look')).toBeVisible();
  await allBright(page);
  await expect(page.getByTestId('verdict')).toHaveText('Refer to the engineer');
  await page.locator('[data-stage="setup"]').first().click();
  await field(page, 'Referred to whom, and what they decided').fill('Okay.');
  await press(page, 'Record the referral');
  await expect(page.getByText('Say why, and who decided: “ok” is no reason.')).toBeVisible();
  await field(page, 'Referred to whom, and what they decided').fill('Engineer Marrow: covered by another record');
  await press(page, 'Record the referral');
  await page.locator('[data-stage="look"]').first().click();
  await allBright(page);
  await expect(page.getByTestId('verdict')).not.toHaveText('Refer to the engineer');
});

test('a straight seam has no clock: its arcs stand on the rule; a head is asked what it runs, and for its coupon', async ({ page }) => {
  await atPurge(page, { spool: 'SH-8', joint: 'straight', seam: { kind: 'straight', length: 0.42 }, size, torch: false });
  await face(page, 'How');
  await expect(title(page)).toContainText('From edge to edge.');
  await field(page, 'Way round').selectOption('back-step');
  const drawn = page.getByRole('img', { name: /^How it is welded\. Arc 1:/ });
  await expect(drawn).toBeVisible();
  // 420 mm in steps of about two inches.
  await expect(drawn).toHaveAttribute('aria-label', /Arc 8: .*tacks\.$/);
  await field(page, 'Process').selectOption('orbital');
  await expect(page.getByText(/No coupon named/)).toBeVisible();
  await press(page, 'Record the set-up');
  await expect(page.getByText('Enter it as it stands on the machine.').first()).toBeVisible();
  await field(page, 'Head').fill('Head 3');
  await field(page, 'Program').fill('12');
  await field(page, 'Its revision').fill('b');
  await field(page, 'Coupon looked at first').fill('C-4');
  await press(page, 'Record the set-up');
  await expect(due(page, 'purge')).toBeVisible();
});
