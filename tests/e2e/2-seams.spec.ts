/** Seams that do not go round a tube: a straight one on its rule, a nipple on its saddle. */
import AxeBuilder from '@axe-core/playwright';
import { expect } from '@playwright/test';
import { findSize } from '../../core/basics/sizes';
import { allBright, atPurge, awake, be, due, field, press, purging, test, watch, weldedWithoutPurge } from './hands';

const LONG = 0.4;
const corner = { joint: 'corner' as const, seam: { kind: 'straight' as const, length: LONG } };

test('a corner on its rule: gap set by press and drag, looked at by stretches, told in lengths; nothing goes over its edges', async ({
  page,
}) => {
  const wrongs = watch(page);
  await page.goto('/');
  await be(page, /Bram Tarn/);
  await page.goto('/work/new');
  for (const [name, text] of [
    ['Job', 'Own seams'],
    ['Line', 'Own line'],
    ['Spool', 'SEAM-1'],
    ['Size', '2'],
    ['First weld number', 'C-1'],
  ] as const)
    await field(page, name).fill(text);
  await field(page, 'Size series').selectOption('inch-tube');
  await field(page, 'Criterion').selectOption('House-MP');
  await field(page, 'Joint').selectOption('corner');
  await press(page, 'Enter the welds');
  await expect(page.getByText(/Enter a length, such as/)).toBeVisible();
  await field(page, 'Length of the seam').fill('400 mm');
  await press(page, 'Enter the welds');
  await page.getByRole('link', { name: 'Open the first' }).click();
  await expect(due(page, 'fitup')).toBeVisible();
  await awake(page);

  const seam = page.locator('[role=tabpanel]').getByRole('img', { name: /^Seam view/ });
  await expect(seam).toBeVisible();
  await expect(page.getByText('Start off the edge, with less pedal:')).toBeVisible();
  await expect(page.getByText(/9 tacks or more: one at either end/)).toBeVisible();
  const box = await seam.boundingBox();
  if (!box) throw new Error('no seam');
  const y = box.y + (box.height * 90) / 220;
  // Well beyond the first edge: it is caught there, not lost.
  await page.mouse.click(box.x + 4, y);
  await expect(field(page, 'Narrowest at')).toHaveValue('0 in');
  await page.mouse.click(box.x + box.width * 0.7, y);
  await expect(field(page, 'Widest at')).toHaveValue(/^1\d\.?\d* in$/);
  await page.mouse.move(box.x + box.width * 0.7, y);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width - 4, y, { steps: 6 });
  await page.mouse.up();
  await expect(field(page, 'Widest at')).toHaveValue(/^15/);
  await field(page, 'Widest at').fill('500 mm');
  await press(page, 'Record the fit-up');
  await expect(page.getByText('Beyond the end of the seam.')).toBeVisible();
  expect(wrongs).toEqual([]);
});

test('a straight seam is peeled by quarters on the drawing and graded by stretch; what runs backwards is said', async ({ page }) => {
  const {
    welds: [weld],
  } = await purging(page, { job: 'Own seams', spool: 'SEAM-2', ...corner });
  await page.getByRole('tab', { name: 'Seam' }).click();
  const seam = page.locator('[role=tabpanel]').getByRole('img', { name: /^Seam view/ });
  await expect(seam).toBeVisible();
  const first = async () => {
    const box = await seam.boundingBox();
    if (!box) throw new Error('no seam');
    await page.mouse.click(box.x + box.width * 0.2, box.y + box.height * (80 / 220));
  };
  await first();
  await expect(page.getByRole('img', { name: /^Seam view.*Peeled 1st quarter/ }).first()).toBeVisible();
  await expect(page.getByRole('group', { name: 'Tape by arc' }).getByRole('button', { name: '1st open' })).toBeVisible();
  await first();
  await expect(page.getByRole('group', { name: 'Tape by arc' }).getByRole('button', { name: '1st taped' })).toBeVisible();
  expect(weld).toBeTruthy();
});

test('what was seen on a straight seam stands in lengths on its record', async ({ page }) => {
  const [weld = ''] = await atPurge(page, { job: 'Own seams', spool: 'SEAM-3', ...corner }, false);
  await weldedWithoutPurge(page, weld);
  await allBright(page);
  await page.getByRole('radio', { name: 'Outside, HAZ' }).click();
  await field(page, 'Stretch from').fill('200 mm');
  await field(page, 'Stretch to').fill('100 mm');
  await field(page, 'Stretch to').press('Enter');
  await expect(page.getByText('It ends before it begins.')).toBeVisible();
  await field(page, 'Stretch from').fill('50 mm');
  await field(page, 'Stretch from').press('Enter');
  await page.getByRole('button', { name: 'Full blue' }).click();
  const slider = page.getByRole('slider', { name: /^Seam view.*Outside, HAZ, 1-31.32 in to 3-15.16 in: dark blue/i });
  await expect(slider).toBeVisible();
  // By keyboard: on along the rule, and no further than its edge.
  await slider.focus();
  const looked = page.getByRole('slider', { name: /^Seam view/ });
  for (let i = 0; i < 14; i++) await page.keyboard.press('ArrowRight');
  await expect(looked).toHaveAttribute('aria-valuetext', /^14/);
  for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowLeft');
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByText(/^Also seen, 6.* in to 11/)).toBeVisible();
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']).analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(' | ')}`)).toEqual([]);
  await press(page, 'Record the look');
  await expect(page.getByRole('button', { name: 'Look recorded' })).toBeVisible();
  await page.goto(`/welds/${weld}/record`);
  await expect(page.getByText(/Outside, HAZ, 1-31\/32 in to 3-15\/16 in: full blue/).first()).toBeVisible();
  await expect(page.getByRole('img', { name: /^Seam view/ })).toBeVisible();
});

test('a nipple on its saddle: read on a clock, and how far the seam falls from crown to flank', async ({ page }) => {
  const onto = findSize('inch-tube', '4');
  if (!onto) throw new Error('no size');
  await atPurge(page, { job: 'Own seams', spool: 'SEAM-4', joint: 'nipple', seam: { kind: 'saddle', onto } });
  await page.getByRole('tab', { name: 'End' }).click();
  await expect(page.getByText('12 and 6 lie along the run.')).toBeVisible();
  // 50.8 - sqrt(50.8² - 25.4²) = 6.81 mm: a 2 in nipple on a 4 in tube (geometry)
  await expect(page.getByText('At 3 and 9 the seam is 0.268 in lower.')).toBeVisible();
});
