/**
 * npm run pictures: takes the pictures of docs/screenshots from a freshly started demo (scripts/start --fresh).
 * Walks weld OB-116 on the way.
 */
import { chromium, type Page } from '@playwright/test';
import { join, resolve } from 'node:path';

const base = process.env['SENTREL_URL'] ?? 'http://127.0.0.1:4321';
const monitor = process.env['MONITOR_URL'] ?? 'http://127.0.0.1:4323';
const flowMeter = process.env['FLOW_URL'] ?? 'http://127.0.0.1:4324';
const folder = join(resolve(import.meta.dirname, '..'), 'docs/screenshots');

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--headless', '--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-component-update', '--disable-sync'],
});
const desk = await browser.newContext({ viewport: { width: 1280, height: 800 } });
const page = await desk.newPage();

const settle = (p: Page = page) => p.waitForTimeout(1500);
const shot = async (name: string, p: Page = page) => {
  await p.mouse.move(2, 2);
  await settle(p);
  await p.screenshot({ path: join(folder, `${name}.png`) });
};
const field = (label: string) => page.getByLabel(label, { exact: true });
const press = async (name: string) => {
  await page.getByRole('button', { name, exact: true }).click();
  await settle();
};
const knob = (settings: object) =>
  fetch(`${monitor}/set`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(settings) });

await page.goto(base);
await settle();
await Promise.all([page.waitForEvent('load'), field('Who I am').selectOption({ label: 'Bram Tarn (W4)' })]);
await settle();
await page.goto(base);
await press('I look about by myself');
await shot('board');
const running = (await page.getByRole('link', { name: /(Filling|At the limit|Ready).*OB-115/s }).getAttribute('href')) ?? '/';
const weld = (await page.getByRole('link', { name: /OB-116/ }).getAttribute('href')) ?? '/';
for (const [name, path] of [
  ['registers', '/registers'],
  ['gas', '/gas'],
  ['devices', '/devices'],
] as const) {
  await page.goto(base + path);
  await shot(name);
}

await page.goto(`${base}/criteria/Lowmarsh-MP`);
await press('Change it: version 3');
await press('Outside, HAZ');
await page.getByRole('slider', { name: 'Outside, HAZ, limit 1' }).press('ArrowRight');
await shot('criteria');

await page.goto(`${base}/work/new`);
for (const [name, text] of [
  ['Job', 'Lowmarsh Oat Works'],
  ['Line', 'Cleaning skid'],
  ['Spool', 'CS-7'],
  ['First weld number', 'CS-701'],
] as const)
  await field(name).fill(text);
await field('Criterion').selectOption('House-MP');
await field('Size series').selectOption('inch-tube');
await field('Size').fill('2');
for (const part of ['Elbow 90', 'Straight', 'Tee', 'Straight']) await press(part);
await shot('work');
await page.goto(base + running);
const corner = page.getByLabel('Places, who I am, day or dark bay');
await corner.click();
await page.getByRole('button', { name: 'Dark bay' }).click();
await page.goto(`${base}${running}/bench`);
await shot('bench');
await page.goto(base + running);
await page.reload();
await corner.click();
await page.getByRole('button', { name: 'Day' }).click();
await page.reload();

await knob({ state: 'open', fresh: true, speed: 12 });
await fetch(`${flowMeter}/set`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ set: 8 }) });
await page.goto(base + weld);
await settle();
await field('Narrowest gap').fill('1/64');
await field('Widest gap').fill('1/32');
await field('Narrowest at').selectOption('12');
await field('Widest at').selectOption('5');
await field('High-low').fill('0.008');
await field('Heat, end A').selectOption({ label: 'DEMO-H1041' });
await field('Heat, end B').selectOption({ label: 'DEMO-H1042' });
await field('WPS').selectOption({ label: 'DEMO-WPS-T1 rev 3' });
await shot('fitup');
await press('Record the fit-up');
await page.getByText('Is a purge needed?').click();
await field('Purge gas').selectOption({ index: 1 });
await field('Torch gas').selectOption({ index: 1 });
await field('Oxygen monitor').selectOption({ label: 'Monitor bay 2' });
await field('Reads in air').fill('20.8 %');
await field('Reads in bottle gas').fill('4');
await field('Purge drawn from').selectOption({ label: 'Cylinder bay 2' });
await field('Purge meter').selectOption({ label: 'Meter M-2' });
await shot('gas-stage');
await press('Record the gas');
await shot('setup');
await press('How');
await shot('how');
await press('Record the set-up');
const tab = (name: string) => page.getByRole('tab', { name, exact: true }).click();
const computed = () => page.locator('[data-testid="headline"][data-computing="done"]').waitFor({ timeout: 30_000 });
await tab('Dams, hose, vent');
await press('Vent 1');
await field('Vent at').selectOption('low');
await tab('Times');
await computed();
await page.waitForTimeout(4000);
await shot('purge');
await press('Undo');
await tab('Spool');
await field('The spool in one line').fill('16 in, weld, tee up [4 in], 12 in, elbow up, 10 in');
await press('Lay it out');
await computed();
await page.getByRole('button', { name: 'tee 2', exact: true }).press('Enter');
await tab('Times');
await page.waitForTimeout(4000);
await tab('What gains');
await page
  .getByRole('button', { name: /^Do it: Vent the straight/ })
  .first()
  .click();
await computed();
await tab('Spool');
await field('The spool in one line').fill('12 in, weld, 12 in');
await press('Lay it out');
await computed();
await page.getByRole('button', { name: /^Counted:/ }).click();
await press('Start the purge');
// At its own pace, so that what is read and what was planned are of one purge.
await knob({ state: 'on', speed: 1 });
await page.waitForTimeout(50_000);
await press('Tack');
await shot('run');
await knob({ speed: 12 });
await page.locator('[data-ready="true"]').waitFor({ timeout: 120_000 });
await press('Arc on');
await page.waitForTimeout(8000);
await press('Arc off');
await press('Hold');
const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, storageState: await desk.storageState() });
const hand = await phone.newPage();
await hand.goto(`${base}${weld}/bench`);
await shot('bench-phone', hand);
await phone.close();
// A hold that is cut short is for the engineer: the gas stays on as long as it is asked for.
await page
  .getByText(/Take the dams out, count them, then press done/)
  .first()
  .waitFor({ timeout: 120_000 });
await page.getByLabel(/Dams and tape out/).fill('2');
await page.getByRole('button', { name: 'Done, hold to press' }).hover();
await page.mouse.down();
await page.waitForTimeout(1200);
await page.mouse.up();
await settle();
await field('Inside seen').selectOption('borescope');
await press('Inside bright, by borescope');
await press('Outside bright');
await page.getByRole('radio', { name: 'Inside, HAZ' }).click();
await field('Arc from').selectOption('4');
await field('Arc to').selectOption('8');
await page.getByRole('button', { name: /^Light straw/ }).click();
await page.getByRole('radio', { name: 'Outside, HAZ' }).click();
await field('Arc from').selectOption('10');
await field('Arc to').selectOption('2');
await page.getByRole('button', { name: /^Gold/ }).click();
// Beside the eye a picture: on the demo's weld that waits for its look.
const eye = await desk.newPage();
const { found } = (await (await desk.request.get(`${base}/api/find?q=OB-114`)).json()) as { found: { label: string; href: string }[] };
await eye.goto(base + (found.find((f) => f.label === 'OB-114')?.href ?? ''));
await eye.locator('[data-file]').filter({ hasText: 'outside-gold' }).click();
for (const [line, place] of [
  ['a', 'at 12'],
  ['b', 'at 1'],
  ['c', 'at 11'],
])
  await eye.getByLabel(`Line ${line}, place`).selectOption({ label: place ?? '' });
await eye.getByRole('button', { name: 'Take what it says' }).click();
await eye.getByRole('button', { name: 'Lines kept' }).waitFor();
await shot('look', eye);
await eye.close();
await press('Record the look');
await press('Give the verdict');
await field('Method').selectOption('abrasive');
await field('Side').selectOption('both');
await field('Metal, measured').fill('85 °F');
await field('Tool and its mark').selectOption({ label: 'Brush C-9, carbon-steel' });
await shot('clean');
await field('Tool and its mark').selectOption({ label: 'Pad S-5, stainless, grit 180' });
await field('Looked again: tint left?').selectOption('no');
await press('Record the cleaning');
await field('Bath').selectOption('citric');
await field('Product and lot').selectOption({ index: 1 });
await page.getByLabel(/^Strength/).fill('6');
await field('Bath temperature').fill('40 °C');
await field('Dwell').fill('20 min');
await press('Start the dwell');
await shot('passivate');
await page.goto(`${base}${weld}/record`);
await shot('record');
await page.setViewportSize({ width: 1000, height: 1250 });
await page.goto(`${base}${weld}/sheet`);
await shot('sheet');
await browser.close();
