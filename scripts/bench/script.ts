/** How much script a screen waits for: what a browser that was never here fetches until the page answers. */
import { inBrowser } from './browser';
import { row } from './table';

/** kB of 1000 bytes, as they went over the wire; workers and charts come when first needed. */
const scriptOf = (url: string, cookie: string): Promise<number> =>
  inBrowser(cookie, async (context) => {
    const page = await context.newPage();
    const files: Promise<number>[] = [];
    page.on('requestfinished', (r) => {
      if (/\/_astro\/.*\.js$/.test(r.url()) && !/\.worker/.test(r.url())) files.push(r.sizes().then((s) => s.responseBodySize));
    });
    await page.goto(url);
    await page.waitForFunction(() => document.querySelector('astro-island[ssr]') === null);
    return (await Promise.all([...files])).reduce((sum, bytes) => sum + bytes, 0) / 1000;
  });

export async function scripts(url: string, weld: string, cookie: string): Promise<void> {
  row('script for the Board, pressed', await scriptOf(`${url}/`, cookie), 'kB; budget 180');
  row('script for a weld, pressed', await scriptOf(`${url}/welds/${weld}`, cookie), 'kB; budget 180');
}
