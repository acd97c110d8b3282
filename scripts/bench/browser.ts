/** A browser with a desk's screen, signed in to a shop. */
import { chromium, type BrowserContext } from '@playwright/test';

export async function inBrowser<T>(cookie: string, use: (context: BrowserContext) => Promise<T>): Promise<T> {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--headless', '--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    return await use(await browser.newContext({ viewport: { width: 1280, height: 800 }, extraHTTPHeaders: { cookie } }));
  } finally {
    await browser.close();
  }
}
