/** A stage of the weld page that cannot be fetched when somebody turns to it. */
import { expect } from '@playwright/test';
import { atPurge, awake, test } from '../e2e/hands';

// What the service worker has kept needs no connection: here it has kept nothing yet.
test.use({ serviceWorkers: 'block' });

test('it is said, nothing else is lost, and it comes when the connection is back', async ({ page }) => {
  await page.route(/\/_astro\/LookStage/, (route) => route.abort());
  const [weld = ''] = await atPurge(page, { job: 'Stages', spool: 'ST-1' });
  await page.goto(`/welds/${weld}`);
  await awake(page);
  await page.locator('[data-stage="look"]').click();
  await expect(page.getByRole('alert').filter({ hasText: 'Look could not be fetched' })).toBeVisible();
  await page.locator('[data-stage="fitup"]').click();
  await expect(page.locator('[data-panel="fitup"]')).toBeVisible();
  await page.locator('[data-stage="look"]').click();
  await page.unrouteAll({ behavior: 'ignoreErrors' });
  await expect(page.locator('[data-panel="look"]')).toBeVisible();
  await expect(page.getByText('could not be fetched')).toHaveCount(0);
});
