import { chromium } from 'playwright-core';
const [who, where, out, size = '1280x800', ...acts] = process.argv.slice(2) as [string, string, string, string, ...string[]];
const [width = 1280, height = 800] = size.split('x').map(Number);
const base = 'http://127.0.0.1:4321';
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--headless', '--disable-gpu'] });
const page = await b.newPage({ viewport: { width, height } });
page.on('console', (m) => m.type() === 'error' && console.log('console', m.text().slice(0, 300)));
page.on('pageerror', (e) => console.log('pageerror', e.message.slice(0, 300)));
await page.goto(`${base}/people`);
const people = (await (await page.request.get(`${base}/api/people`)).json()) as { id: string; name: string }[];
await page.request.post(`${base}/api/session`, { data: { person: people[Number(who)]?.id }, headers: { origin: base } });
let path = where;
if (!where.startsWith('/')) {
  const { found } = (await (await page.request.get(`${base}/api/find?q=${where}`)).json()) as { found: { kind: string; label: string; href: string }[] };
  path = found.find((f) => f.kind === 'weld' && f.label === where.split(' ')[0])?.href ?? '/';
}
await page.goto(base + path);
await page.waitForTimeout(2500);
for (const a of acts) {
  const [what, ...rest] = a.split(':');
  const arg = rest.join(':');
  try {
    if (what === 'click') await page.getByRole('button', { name: arg, exact: true }).first().click();
    if (what === 'text') await page.getByText(arg).first().click();
    if (what === 'go') await page.goto(base + path + arg);
    if (what === 'fill') { const [l = '', v = ''] = arg.split('='); await page.getByLabel(l, { exact: true }).first().fill(v); }
    if (what === 'pick') { const [l = '', v = ''] = arg.split('='); const s = page.getByLabel(l, { exact: true }).first(); const t = await s.locator('option').filter({ hasText: v }).first().textContent(); await s.selectOption({ label: t ?? '' }); }
    if (what === 'scroll') await page.locator(arg).first().evaluate((e) => e.scrollIntoView({ block: 'start' }));
  } catch (e) { console.log(a, (e as Error).message.slice(0, 300)); }
  await page.waitForTimeout(700);
}
await page.screenshot({ path: out });
await b.close();
