/** Getting about: found by a few letters, gone to by two keys, on a phone along the bottom edge; the wall for no hands. */
import { expect } from '@playwright/test';
import { atPurge, awake, be, due, enterWork, field, press, purging, tell, test, watch } from './hands';

test('"/" finds a weld, a heat and a person by a few letters, by keyboard alone; what is not there is said', async ({ page }) => {
  const wrongs = watch(page);
  await page.goto('/');
  await be(page, /Bram Tarn/);
  await atPurge(page, { job: 'About', spool: 'AB-77' }, false);
  await page.goto('/gas');
  await awake(page);
  await page.keyboard.press('/');
  const dialog = page.getByRole('dialog', { name: 'Find' });
  await page.keyboard.type('ab-7');
  await expect(dialog.getByRole('link', { name: /AB-77.*spool/ })).toBeVisible();
  // A per cent sign is a letter here, not "anything".
  await dialog.getByRole('textbox').fill('%');
  await expect(dialog.getByText('Nothing by that name.')).toBeVisible();
  await dialog.getByRole('textbox').fill('H1041');
  await expect(dialog.getByRole('link', { name: /DEMO-H1041.*heat/ })).toBeVisible();
  await dialog.getByRole('textbox').fill('hallo');
  await expect(dialog.getByRole('link', { name: /Ines Halloway.*person/ })).toBeVisible();
  // A scan ends with Enter: the first that is found is opened.
  await dialog.getByRole('textbox').fill('HR-605');
  await expect(dialog.getByRole('link', { name: /HR-605/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(due(page, 'look')).toBeVisible();
  await awake(page);
  await page.keyboard.press('g');
  await page.keyboard.press('d');
  await expect(page).toHaveURL(/\/devices$/);
  await awake(page);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' }).getByText('Lots and tools')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  expect(wrongs).toEqual([]);
});

test('letters typed into a field go nowhere; a connection that is lost is said in the dialog', async ({ page }) => {
  await page.goto('/work/new');
  await awake(page);
  // One letter alone goes nowhere either, also right after the page came.
  await page.keyboard.press('d');
  await page.getByLabel('Job', { exact: true }).click();
  await page.keyboard.type('g/d');
  await expect(page.getByLabel('Job', { exact: true })).toHaveValue(/g\/d$/);
  await expect(page).toHaveURL(/\/work\/new$/);
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.route('**/api/find*', (route) => route.abort());
  await page.getByRole('button', { name: /^Find/ }).click();
  await page.getByRole('dialog', { name: 'Find' }).getByRole('textbox').fill('HR');
  await expect(page.getByRole('dialog').getByRole('status')).toContainText('□');
});

test('on a phone the places stand along the bottom edge, in four groups', async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const page = await context.newPage();
  await page.goto('/people');
  const bar = page.getByRole('navigation', { name: 'Places, in groups' });
  for (const group of ['now', 'work', 'stores', 'rules']) await expect(bar.getByText(group, { exact: true })).toBeVisible();
  await bar.getByText('stores', { exact: true }).tap();
  await bar.getByRole('link', { name: 'Lots and tools' }).tap();
  await expect(page).toHaveURL(/\/registers$/);
  await context.close();
});

test('the wall shows state first, the reading by digits of a twelfth of its height at least, and nothing to press but the bay', async ({
  page,
}) => {
  const { run } = await purging(page, { job: 'About', spool: 'AB-78', monitor: 'Monitor bay 2' });
  await page.setViewportSize({ width: 1920, height: 1080 });
  await page.goto('/wall');
  await awake(page);
  const bay = page.getByRole('link', { name: /AB-78/ });
  await expect(bay).toContainText(/Filling|At the limit|Ready/);
  const digits = bay.getByTestId('big');
  await expect.poll(() => digits.evaluate((e) => e.getBoundingClientRect().height)).toBeGreaterThan(80);
  await expect(page.getByRole('button')).toHaveCount(0);
  expect(await page.evaluate(() => document.documentElement.scrollHeight <= innerHeight)).toBe(true);
  await tell(page.request, run, 'run.ended', { how: 'abandoned', countOut: null });
});

test('the first minutes: what it is for is offered once, a first weld is walked together, left at any point, and is not back uninvited', async ({
  browser,
}) => {
  const context = await browser.newContext();
  const page = await context.newPage();
  const offer = page.getByRole('region', { name: 'First minutes' });
  await page.goto('/');
  await expect(offer).toContainText('The inside of a weld goes black from air nobody sees.');
  await page.getByRole('button', { name: 'I look about by myself' }).click();
  await page.reload();
  await awake(page);
  await expect(page.getByRole('button', { name: 'Walk a first weld', exact: true })).toBeVisible();
  await expect(offer).toHaveCount(0);
  // Invited, it comes: as a weld of the demo, with somebody's name, one step ahead of what is due.
  await page.getByRole('button', { name: 'Walk a first weld', exact: true }).click();
  await page.waitForURL(/\/welds\//);
  const band = page.getByRole('region', { name: 'First weld' });
  await expect(band).toContainText('Press “Tight all round, flush”');
  await awake(page);
  await press(page, 'Tight all round, flush');
  for (const end of ['A', 'B']) await field(page, `Heat, end ${end}`).selectOption({ label: 'DEMO-H1041' });
  await field(page, 'WPS').selectOption({ label: 'DEMO-WPS-T1 rev 3' });
  await press(page, 'Record the fit-up');
  await expect(band).toContainText('it reads 20.9 in air');
  await page.reload();
  await expect(band).toContainText('it reads 20.9 in air');
  await page.getByRole('button', { name: 'Leave the walk' }).click();
  await expect(band).toHaveCount(0);
  await page.reload();
  await awake(page);
  await expect(band).toHaveCount(0);
  await page.goto('/');
  await awake(page);
  await expect(offer).toHaveCount(0);
  await context.close();
});

test('a scan goes to the field that waits for it, whatever has the focus, and records nothing', async ({ page }) => {
  await page.goto('/');
  await be(page, /Bram Tarn/);
  await enterWork(page, { job: 'Scanned', spool: 'SC-1' });
  await awake(page);
  /** As a scanner does it: letters without a pause, and Enter. */
  const scan = (code: string) =>
    page.evaluate(
      (keys) => {
        for (const key of keys)
          (document.activeElement ?? document.body).dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
      },
      [...code, 'Enter'],
    );
  const picked = (label: string) => field(page, label).locator('option:checked');
  await scan('DEMO-H1041');
  await expect(picked('Heat, end A')).toHaveText('DEMO-H1041');
  await scan('DEMO-H1042');
  await expect(picked('Heat, end B')).toHaveText('DEMO-H1042');
  await field(page, 'Heat, end A').focus();
  await scan('DEMO-H1042');
  await expect(picked('Heat, end A')).toHaveText('DEMO-H1042');
  await scan('DEMO-WPS-T1');
  await expect(picked('WPS')).toHaveText('DEMO-WPS-T1 rev 3');
  // The first letter has moved the list in hand before anyone knows of a scan: it is put back.
  await field(page, 'WPS').focus();
  await page.evaluate(
    (rest) => {
      const list = document.activeElement as HTMLSelectElement;
      // Their times are those of the scanner, however long the page takes over each.
      const events = ['D', ...rest].map((key) => new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
      for (const [i, event] of events.entries()) {
        list.dispatchEvent(event);
        if (i > 0) continue;
        list.selectedIndex = 1;
        list.dispatchEvent(new Event('change', { bubbles: true }));
      }
    },
    [...'EMO-H1041', 'Enter'],
  );
  await expect(picked('Heat, end A')).toHaveText('DEMO-H1041');
  await expect(picked('WPS')).toHaveText('DEMO-WPS-T1 rev 3');
  await field(page, 'Narrowest gap').focus();
  await scan('DEMO-T0511');
  await expect(picked('Heat, end A')).toHaveText('DEMO-H1041');
  await expect(due(page, 'fitup')).toBeVisible();
});
