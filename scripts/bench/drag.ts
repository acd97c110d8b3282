/** How smoothly a dam follows the hand on the Side view, with the processor as it is and slowed four times. */
import { v7 as uuid } from 'uuid';
import { work } from '../../tests/database';
import type { Shop } from '../../tests/faults/shop';
import { inBrowser } from './browser';
import { row } from './table';

/** Moves the dam with every frame for three seconds, from within the page, so that nothing but the page is measured. */
const sway = (x: number, y: number) => `new Promise((done) => {
  const dam = document.querySelector('[role="slider"][aria-label^="Dam 2"]');
  const [began, frames] = [performance.now(), []];
  let i = 0;
  (function frame(now) {
    frames.push(now);
    if (now - began > 3000) return done(1000 * (frames.length - 1) / (now - frames[0]));
    dam.dispatchEvent(new PointerEvent('pointermove', { bubbles: true, clientX: ${x} + 60 * Math.sin(i++ / 20), clientY: ${y}, pointerId: 1 }));
    requestAnimationFrame(frame);
  })(began);
})`;

export async function dragging(shop: Shop): Promise<void> {
  const ids = [{ event: uuid(), weld: uuid() }];
  const headers = { 'content-type': 'application/json', origin: shop.url, cookie: shop.cookie };
  const entered = await fetch(`${shop.url}/api/work`, {
    method: 'POST',
    headers,
    body: JSON.stringify({ work: { ...work(), spool: 'DRAG-1', count: 1 }, ids }),
  });
  if (entered.status !== 201) throw new Error(`The work was not taken: ${await entered.text()}`);
  await inBrowser(shop.cookie, async (context) => {
    const page = await context.newPage();
    await page.goto(`${shop.url}/welds/${ids[0]?.weld}`);
    await page.locator('[data-stage="purge"]').click();
    await page.locator('[data-testid="headline"][data-computing="done"]').waitFor({ timeout: 60_000 });
    const slow = await context.newCDPSession(page);
    for (const rate of [1, 4]) {
      await slow.send('Emulation.setCPUThrottlingRate', { rate });
      const box = await page.getByRole('slider', { name: /^Dam 2/ }).boundingBox();
      if (!box) throw new Error('No dam to drag.');
      const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
      await page.mouse.move(x, y);
      await page.mouse.down();
      row(`a dam dragged, processor slowed ${rate} times`, await page.evaluate<number>(sway(x, y)), 'frames/s; wanted 30');
      await page.mouse.up();
      await page.waitForTimeout(3000);
    }
  });
}
