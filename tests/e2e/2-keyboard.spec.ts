/** One whole weld by the keyboard alone, from entering the work to the closed record: Tab, arrows, letters, Enter; nothing is pressed by a pointer. */
import { expect, type Locator, type Page } from '@playwright/test';
import { awake, bay2, due, field, pass, session, test, watch } from './hands';

/** Tabs on until the control has the focus; the page is gone round at most twice. */
async function reach(page: Page, to: Locator): Promise<void> {
  await expect(to).toBeVisible();
  for (let i = 0; i < 200; i++) {
    if (await to.evaluate((el) => el === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`Tab does not come to ${String(to)}`);
}
const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: typeof name === 'string' });
async function go(page: Page, name: string | RegExp): Promise<void> {
  await reach(page, button(page, name));
  await page.keyboard.press('Enter');
}
async function write(page: Page, label: string, text: string): Promise<void> {
  await reach(page, field(page, label));
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type(text);
}
/** A list takes the letters its entry begins with. */
async function pick(page: Page, label: string, text: string): Promise<void> {
  await expect(async () => {
    await reach(page, field(page, label));
    // As a hand types: closer together it would be a scan, and a second apart it would begin anew. Who sees another entry types again.
    await page.keyboard.type(text, { delay: 60 });
    await expect(field(page, label).locator('option:checked')).toHaveText(new RegExp(`^${text}`), { timeout: 1500 });
  }).toPass();
}

test('one whole weld by keyboard alone', async ({ page, request }) => {
  const wrongs = watch(page);
  await session(page.request, 'Bram Tarn');
  await bay2(request, { state: 'open', fresh: true, speed: 1, fault: 'none' });
  await page.goto('/gas');
  await awake(page);
  await page.keyboard.press('g');
  await page.keyboard.press('n');
  await page.waitForURL(/work\/new/);
  await awake(page);

  await test.step('the work, its spool drawn', async () => {
    await write(page, 'Job', 'Keys');
    await write(page, 'Line', 'K');
    await write(page, 'Spool', 'KB-1');
    await pick(page, 'Joint', 'Square butt');
    await pick(page, 'Size series', 'Inch hygienic');
    await write(page, 'Size', '2');
    for (const end of ['A', 'B']) await pick(page, `Alloy, end ${end}`, '316L');
    await pick(page, 'Criterion', 'House-MP');
    await write(page, 'First weld number', 'KB-1');
    await write(page, 'Welds alike', '1');
    await go(page, 'Elbow 90');
    await reach(page, button(page, /^Joint at .*to be welded as KB-2$/));
    await page.keyboard.press(' ');
    await expect(page.getByText('To be welded: KB-1.')).toBeVisible();
    await go(page, 'Enter the welds');
    await reach(page, page.getByRole('link', { name: 'Open the first' }));
    await page.keyboard.press('Enter');
    await expect(due(page, 'fitup')).toBeVisible();
    await awake(page);
  });

  await test.step('fit-up, gas, torch', async () => {
    await go(page, 'Tight all round, flush');
    await pick(page, 'Heat, end A', 'DEMO-H1041');
    await pick(page, 'Heat, end B', 'DEMO-H1042');
    await pick(page, 'WPS', 'DEMO-WPS-T1');
    await go(page, 'Record the fit-up');
    await expect(due(page, 'gas')).toBeVisible();
    await pick(page, 'Purge gas', 'DEMO-AR-7781');
    await pick(page, 'Torch gas', 'DEMO-AR-7781');
    await pick(page, 'Oxygen monitor', 'Monitor bay 2');
    await write(page, 'Reads in air', '20.8 %');
    await write(page, 'Reads in bottle gas', '4 ppm');
    await go(page, 'Record the gas');
    await expect(due(page, 'setup')).toBeVisible();
    await go(page, 'Record the set-up');
    await expect(due(page, 'purge')).toBeVisible();
  });

  await test.step('purge, arc, hold', async () => {
    await write(page, 'Dams and tape in, count', '2');
    await go(page, 'Start the purge');
    await expect(page.locator('[data-phase="filling"]')).toBeVisible();
    await bay2(request, { state: 'on' });
    await expect(async () => {
      await pass(request, 60);
      await expect(page.locator('[data-ready="true"]')).toBeVisible({ timeout: 1500 });
    }).toPass({ timeout: 60_000 });
    await go(page, 'Arc on');
    await expect(page.locator('[data-phase="welding"]')).toBeVisible();
    await go(page, 'Arc off');
    await go(page, 'Hold');
    await pass(request, 61);
    await write(page, 'Dams and tape out (2 in)', '2');
    await reach(page, button(page, 'Done, hold to press'));
    await page.keyboard.down('Enter');
    await page.waitForTimeout(1200);
    await page.keyboard.up('Enter');
    await expect(due(page, 'look')).toBeVisible();
  });

  await test.step('look, verdict, record', async () => {
    await go(page, 'Inside bright, by borescope');
    await go(page, 'Outside bright');
    await go(page, 'Record the look');
    await go(page, 'Give the verdict');
    await expect(due(page, 'look')).toHaveCount(0);
    for (const stage of ['clean', 'passivate']) {
      await expect(due(page, stage)).toBeVisible();
      await reach(page, page.locator('summary', { hasText: 'Skip this step' }));
      await page.keyboard.press('Enter');
      await write(page, 'Reason', 'Cleaned and passivated as a line');
      await go(page, 'Skip it');
    }
    await expect(due(page, 'record')).toBeVisible();
    await go(page, 'Close the record, unsigned');
    await expect(page.getByTestId('waits')).toHaveText('Done');
  });
  expect(wrongs).toEqual([]);
});
