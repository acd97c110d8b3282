/** Pictures on a weld, with real files in a real browser: kept here first, sent in pieces, read along lines, taken by a person; and what goes wrong. */
import { createHash } from 'node:crypto';
import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';
import { unzipSync, strFromU8 } from 'fflate';
import sharp from 'sharp';
import { v7 as uuid } from 'uuid';
import { renderScene, type Scene } from '../../core/models/scenes';
import type { Taken } from '../../core/work/pictures';
import { atPurge, awake, be, field, json, press, tell, test, watch } from './hands';
import { badFiles } from '../reference/pictures';

// The browser keeps the application here: what is done without a server is done by it.
test.use({ serviceWorkers: 'allow' });

type Given = { name: string; mimeType: string; buffer: Buffer };
const jpegOf = (s: Scene) => sharp(Buffer.from(s.data), { raw: { width: s.width, height: s.height, channels: 3 } });
/** A weld past straw, as a camera would file it: with its place, and a clock that was never set. */
const gold = renderScene('tube', 34, { metal: 'stainless', most: 20, width: 960, height: 720 });
const photograph = async (name = 'gold.jpg', quality = 92): Promise<Given> => ({
  name,
  mimeType: 'image/jpeg',
  buffer: await jpegOf(gold)
    .withExif({
      IFD0: { Make: 'Invented' },
      IFD2: { DateTimeOriginal: '2020:01:02 03:04:05', OffsetTimeOriginal: '+00:00' },
      IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1' },
    })
    .jpeg({ quality })
    .toBuffer(),
});
/** Another picture altogether, larger than a piece. */
const large = async (name: string, seed: number): Promise<Given> => {
  const s = renderScene('coupon', seed, { width: 640, height: 480 });
  return { name, mimeType: 'image/png', buffer: await jpegOf(s).resize(900, 675).png({ compressionLevel: 0 }).toBuffer() };
};

const strip = (page: Page) => page.getByRole('region', { name: 'Pictures' });
const thumb = (page: Page, name: string) => strip(page).locator('[data-file]').filter({ hasText: name });
async function openLook(page: Page, spool: string): Promise<string> {
  const [weld = ''] = await atPurge(page, { spool });
  await toLook(page);
  return weld;
}
async function toLook(page: Page): Promise<void> {
  await awake(page);
  await page.locator('[data-stage="look"]').click();
  await expect(strip(page)).toBeVisible();
}
const choose = (page: Page, files: Given[]) => page.getByLabel('Choose pictures').setInputFiles(files);
async function keep(page: Page, side: 'inside' | 'outside', tied = true): Promise<void> {
  const group = page.getByRole('group', { name: 'Pictures to keep' });
  await group.getByRole('button', { name: side, exact: true }).click();
  if (tied) for (const label of ['the tag is in the frame', 'the 12 mark is in the frame']) await group.getByLabel(label).check();
  await group.getByRole('button', { name: /^Keep (it|all)/ }).click();
}
type Files = { files: { id: string; whole: boolean; refused: string | null; have: number; pieces: number }[] };
const filesOf = async (page: Page, weld: string) => ((await (await page.request.get(`/api/welds/${weld}/files`)).json()) as Files).files;
const whole = (page: Page, weld: string) => expect.poll(async () => (await filesOf(page, weld)).map((f) => f.whole), { timeout: 60_000 });
const takenOn = async (page: Page, weld: string): Promise<Taken[]> => {
  const { events } = (await (await page.request.get(`/api/welds/${weld}`)).json()) as { events: { type: string; body: Taken }[] };
  return events.filter((e) => e.type === 'picture.taken').map((e) => e.body);
};
const hash = (b: Uint8Array) => createHash('sha256').update(b).digest('hex');

test('a photograph becomes a grade: kept without its place, read, taken by a person, and in the archive with its hash', async ({
  page,
}) => {
  const wrongs = watch(page);
  const weld = await openLook(page, 'PIC-1');
  const file = await photograph();
  await choose(page, [file]);
  // Nothing that is evidence is preselected.
  const group = page.getByRole('group', { name: 'Pictures to keep' });
  await expect(group.getByRole('button', { name: 'Keep it' })).toBeDisabled();
  await expect(group.getByRole('checkbox', { checked: true })).toHaveCount(0);
  await keep(page, 'outside');
  await whole(page, weld).toEqual([true]);
  const [taken] = await takenOn(page, weld);
  expect(taken).toMatchObject({
    name: 'gold.jpg',
    side: 'outside',
    stage: 'as-welded',
    tag: true,
    mark: true,
    clock: 'device',
    width: 960,
    height: 720,
  });
  expect(taken?.original).toEqual({ hash: hash(file.buffer), bytes: file.buffer.length });
  const kept = await (await page.request.get(`/api/files/${taken?.file}`)).body();
  expect(hash(kept)).toBe(taken?.stored.hash);
  const meta = await sharp(kept).metadata();
  expect(meta.exif?.toString('latin1') ?? '').not.toContain('Invented');
  expect(await sharp(kept).raw().toBuffer()).toEqual(await sharp(file.buffer).raw().toBuffer());

  // The answer: which side of the limit first, then the word.
  await expect(page.getByRole('heading', { name: /^Past the limit: gold\. .*allowed\.$/ })).toBeVisible();
  const lines = page.getByLabel('Lines, as read');
  await expect(lines.locator('[data-line]')).toHaveCount(3);
  await expect(lines).toContainText('nm (model');
  // A line that lies nowhere on the joint is no grade.
  await expect(page.getByRole('button', { name: 'Take what it says' })).toBeDisabled();
  await field(page, 'Line a, place').selectOption({ label: 'at 12' });
  await press(page, 'Take what it says');
  await expect(page.getByRole('button', { name: 'Lines kept' })).toBeVisible();
  const end = page.getByRole('slider', { name: /^End view/ });
  await expect(end).toHaveAttribute('aria-label', /Outside, HAZ, 11:30 to 12:30 o'clock: Gold/);
  // Arcs without a line are not seen.
  await expect(page.getByTestId('verdict')).toBeVisible();
  await page.getByLabel('Inside seen').selectOption('mirror');
  await press(page, 'Record the look, incomplete');
  await expect(page.getByRole('button', { name: 'Look recorded' })).toBeVisible();
  const { events } = (await (await page.request.get(`/api/welds/${weld}`)).json()) as {
    events: { type: string; body: { tints?: object[] } }[];
  };
  expect(events.find((e) => e.type === 'look.recorded')?.body).toMatchObject({
    insideBy: 'mirror',
    tints: [{ zone: 'od-haz', grade: { by: 'band', band: 'gold' }, from: { picture: taken?.file, line: 'a' } }],
  });

  // On paper and in the archive.
  await page.goto(`/welds/${weld}/record`);
  const figure = page.getByRole('region', { name: 'Pictures' }).locator('figure');
  await expect(figure).toContainText('past the limit: gold');
  await expect(figure).toContainText(taken?.stored.hash ?? 'none');
  await expect.poll(() => figure.locator('img').evaluate((i: HTMLImageElement) => i.naturalWidth)).toBeGreaterThan(400);
  const zip = unzipSync(new Uint8Array(await (await page.request.get(`/api/records/${weld}/archive`)).body()));
  const sums = strFromU8(zip['SHA256SUMS'] ?? new Uint8Array())
    .trim()
    .split('\n');
  expect(sums).toHaveLength(2);
  for (const line of sums) {
    const [sum, name = ''] = line.split('  ');
    expect(hash(zip[name] ?? new Uint8Array()), name).toBe(sum);
  }
  const record = JSON.parse(strFromU8(zip['record.json'] ?? new Uint8Array())) as { files: object[] };
  expect(record.files).toEqual([expect.objectContaining({ id: taken?.file, hash: taken?.stored.hash, arrived: true })]);
  expect(wrongs).toEqual([]);
});

test('of several files the bad ones are named with what to do, and the good ones are kept', async ({ page }) => {
  const weld = await openLook(page, 'PIC-2');
  const bad = await badFiles(renderScene('tube', 3, { width: 160, height: 120 }));
  const files = bad
    .filter(([, , b]) => b.length > 0)
    .map(([name, , buffer]): Given => ({ name: `${name}.jpg`, mimeType: 'image/jpeg', buffer }));
  // One is deleted on the phone between choosing and reading.
  await page.evaluate(() => {
    // eslint-disable-next-line @typescript-eslint/unbound-method -- put back on its prototype
    const read = Blob.prototype.arrayBuffer;
    Blob.prototype.arrayBuffer = function (this: Blob) {
      return this instanceof File && this.name === 'gone.jpg' ? Promise.reject(new DOMException('gone', 'NotFoundError')) : read.call(this);
    };
  });
  await choose(page, [
    ...files,
    await photograph('gone.jpg'),
    await photograph('good.jpg'),
    { name: 'empty.jpg', mimeType: 'image/jpeg', buffer: Buffer.alloc(0) },
  ]);
  const alert = page.getByRole('group', { name: 'Pictures to keep' }).getByRole('alert');
  await expect(alert.getByRole('listitem')).toHaveCount(files.length + 2);
  await expect(alert).toContainText('gone.jpg: The file is not there any more');
  await expect(alert).toContainText('50 megapixels are the most');
  await expect(alert).toContainText('Set the camera to JPEG');
  await expect(alert).toContainText('empty.jpg: The file is empty.');
  await keep(page, 'inside', false);
  await expect(strip(page)).toContainText(`1 picture kept, ${files.length + 2} not.`);
  await expect(thumb(page, 'good.jpg')).toContainText('not tied');
  expect((await takenOn(page, weld)).map((t) => t.name)).toEqual(['good.jpg']);
});

test('without network a picture is kept on the device, and sent when there is one; a second tab does not send it twice', async ({
  page,
  context,
}) => {
  const weld = await openLook(page, 'PIC-3');
  // The keeper has the scripts, that of the worker among them.
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await page.reload();
  await toLook(page);
  await context.setOffline(true);
  await choose(page, [await large('offline.png', 5)]);
  await keep(page, 'outside');
  await expect(thumb(page, 'offline.png')).toContainText(/on this device, 0 of \d+ pieces sent/);
  expect(await filesOf(page, weld)).toEqual([]);
  await context.setOffline(false);
  const other = await context.newPage();
  const puts: string[] = [];
  context.on('request', (r) => r.method() === 'PUT' && r.url().includes('/api/files/') && puts.push(r.url()));
  await other.goto(page.url());
  await whole(other, weld).toEqual([true]);
  const [file] = await filesOf(page, weld);
  expect(new Set(puts).size).toBe(puts.length);
  expect(puts.length).toBeLessThanOrEqual(file?.pieces ?? 0);
  await expect(thumb(page, 'offline.png')).not.toContainText('on this device');
  await other.close();
});

test('a cut upload goes on where it stood, also after the page was closed', async ({ page, context }) => {
  const weld = await openLook(page, 'PIC-4');
  let cut = true;
  await context.route('**/api/files/*/2', (route) => (cut ? route.abort('connectionreset') : route.continue()));
  await choose(page, [await large('cut.png', 6)]);
  await keep(page, 'outside');
  await expect(thumb(page, 'cut.png')).toContainText(/on this device, 2 of \d+ pieces sent/);
  await page.close();
  cut = false;
  const sent: number[] = [];
  context.on('request', (r) => r.method() === 'PUT' && r.url().includes('/api/files/') && sent.push(Number(r.url().split('/').at(-1))));
  const again = await context.newPage();
  // From whatever page is open: nobody has to come back to the weld.
  await again.goto('/');
  await whole(again, weld).toEqual([true]);
  // What had come was not sent again.
  expect(Math.min(...sent)).toBe(2);
});

test('a device that is full says what was kept and what was not, and records nothing half', async ({ page }) => {
  const weld = await openLook(page, 'PIC-5');
  await choose(page, [await photograph('one.jpg'), await photograph('two.jpg', 80), await photograph('three.jpg', 70)]);
  await page.evaluate(() => {
    // eslint-disable-next-line @typescript-eslint/unbound-method -- put back on its prototype
    const put = IDBObjectStore.prototype.put;
    let n = 0;
    IDBObjectStore.prototype.put = function (this: IDBObjectStore, value: unknown, key?: IDBValidKey) {
      if (this.name === 'shelf' && (value as { sent: number }).sent === 0 && ++n > 1) throw new DOMException('full', 'QuotaExceededError');
      return key === undefined ? put.call(this, value) : put.call(this, value, key);
    };
  });
  await keep(page, 'outside');
  await expect(page.getByRole('alert').filter({ hasText: 'This device is full' })).toContainText(
    '1 of 3 pictures were kept, two.jpg was not',
  );
  await whole(page, weld).toEqual([true]);
  expect((await takenOn(page, weld)).map((t) => t.name)).toEqual(['one.jpg']);
});

test('what comes damaged is put away by the server and sent again by itself, whole then', async ({ page }) => {
  const weld = await openLook(page, 'PIC-6');
  // The bytes are changed on their way: they are not what the entry announced.
  let damaged = 0;
  await page.route('**/api/files/*/0', async (route) => {
    const body = Buffer.from(route.request().postDataBuffer() ?? Buffer.alloc(0));
    if (damaged++ === 0) body[body.length >> 1] = (body[body.length >> 1] ?? 0) ^ 0xff;
    await route.continue({ postData: body });
  });
  await choose(page, [await photograph('damaged.jpg')]);
  await keep(page, 'outside');
  // Sent again by itself, and whole then.
  await whole(page, weld).toEqual([true]);
  expect(damaged).toBeGreaterThan(1);
});

test('another program that sends a picture with its place in it is refused, and the entry says why', async ({ page }) => {
  const { request } = page;
  const weld = await openLook(page, 'PIC-12');
  const { buffer } = await photograph();
  const id = uuid();
  const own = { hash: hash(buffer), bytes: buffer.length };
  await tell(request, weld, 'picture.taken', {
    ...{ file: id, name: 'placed.jpg', type: 'image/jpeg', original: own, stored: own, keeps: null, width: 960, height: 720 },
    ...{ print: 'a'.repeat(64), clock: 'camera', side: 'outside', stage: 'as-welded', tag: true, mark: true, rendered: false },
  });
  const put = await request.put(`/api/files/${id}/0`, { headers: { ...json, 'content-type': 'application/octet-stream' }, data: buffer });
  expect(put.status()).toBe(422);
  await expect(strip(page)).toContainText('its place perhaps, was not taken out');
  expect((await request.get(`/api/files/${id}`)).status()).toBe(404);
});

test('the same picture on two welds is said on both', async ({ page }) => {
  const first = await openLook(page, 'PIC-7');
  const file = await large('same.png', 9);
  await choose(page, [file]);
  await keep(page, 'inside');
  await whole(page, first).toEqual([true]);
  const second = await openLook(page, 'PIC-8');
  await choose(page, [file]);
  await keep(page, 'inside');
  await expect(strip(page)).toContainText('The same picture is on Q-7.');
  expect((await takenOn(page, second))[0]?.alike).toMatchObject([{ weld: first, same: true }]);
  await page.goto(`/welds/${first}`);
  await toLook(page);
  await expect(strip(page)).toContainText('The same picture is on Q-7.');
  // Taken back on the weld it is not of.
  await press(page, 'Take same.png back');
  await expect(thumb(page, 'same.png')).toHaveCount(0);
});

test('marks are moved by keys and by finger; a clock in the picture gives the lines their hours; a spot has two answers', async ({
  page,
}) => {
  await openLook(page, 'PIC-9');
  await choose(page, [await photograph('keys.jpg')]);
  await keep(page, 'outside');
  const grip = page.getByRole('slider', { name: 'Line a, its end on bare metal' });
  await expect(grip).toBeVisible();
  const at = async () => Number(await grip.getAttribute('aria-valuenow'));
  const before = await at();
  await grip.focus();
  await page.keyboard.press('ArrowRight');
  expect(await at()).toBeGreaterThan(before);
  await page.keyboard.press('Shift+ArrowLeft');
  const keyed = await at();
  const box = await grip.boundingBox();
  if (!box) throw new Error('no grip');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 30, box.y + box.height / 2 - 5, { steps: 4 });
  await page.mouse.up();
  expect(await at()).toBeGreaterThan(keyed + 20);

  await field(page, 'Clock in the picture').selectOption({ label: 'seen from the side' });
  await expect(page.getByRole('slider', { name: 'Clock, the edge of the tube' })).toBeVisible();
  const places = page
    .getByRole('region', { name: 'The picture' })
    .getByRole('listitem')
    .filter({ hasText: /o'clock|not on the tube/ });
  await expect(places).toHaveCount(3);

  const axe = new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']);
  expect((await axe.analyze()).violations.map((v) => [v.id, v.nodes.map((n) => n.target)])).toEqual([]);
  await press(page, 'Tap');
  const picture = page.locator('[data-picture] img');
  const seen = await picture.boundingBox();
  if (!seen) throw new Error('no picture');
  await page.mouse.click(seen.x + seen.width * 0.5, seen.y + seen.height * 0.5);
  const spot = page.getByRole('group', { name: 'The spot' });
  await expect(spot.getByRole('button')).toHaveCount(2);
  await spot.getByRole('button').first().click();
  await expect(page.getByRole('status').filter({ hasText: 'by a spot of the picture' })).toBeVisible();
});

test('two grade the same weld without seeing each other, and the difference is shown afterwards and goes to the engineer', async ({
  page,
}) => {
  const weld = await openLook(page, 'PIC-10');
  await page.getByLabel('Inside seen').selectOption('direct');
  await page.getByRole('button', { name: 'Inside bright, seen directly' }).click();
  await page.getByRole('button', { name: 'Outside bright' }).click();
  await press(page, 'Record the look');
  await expect(page.getByRole('button', { name: 'Look recorded' })).toBeVisible();
  await be(page, /Ines/);
  await toLook(page);
  const who = page.getByRole('region', { name: 'Who else has looked' });
  await expect(who).toContainText('Bram Tarn graded this weld.');
  // Nothing of it is on the page.
  await expect(page.getByRole('slider', { name: /^End view/ })).toHaveAttribute('aria-label', /^(?!.*Bright)/);
  await page.getByRole('button', { name: 'Inside bright, seen directly' }).click();
  await page.getByRole('button', { name: 'Outside bright' }).click();
  await page.getByRole('radio', { name: 'Outside, HAZ' }).click();
  await field(page, 'Arc from').selectOption('10');
  await field(page, 'Arc to').selectOption('1');
  await page.getByLabel('Tint, computed colours').getByRole('button', { name: /^Gold/ }).click();
  await press(page, 'Record the look');
  await expect(who).toContainText("Outside, HAZ, 10 to 1 o'clock: you gold, Bram Tarn");
  await expect(who).toContainText('the limit between');
  await expect(page.getByTestId('verdict')).toHaveText('Refer to the engineer');
  const { events } = (await (await page.request.get(`/api/welds/${weld}`)).json()) as {
    events: { type: string; body: { blind?: boolean } }[];
  };
  expect(events.filter((e) => e.type === 'look.recorded').map((e) => e.body.blind)).toEqual([false, true]);
});

test('what was brushed before anybody looked has no colour as welded: on titanium it is never accepted, and no picture of it is as welded', async ({
  page,
}) => {
  const [weld = ''] = await atPurge(page, { spool: 'PIC-11', alloy: 'Ti-2', criterion: 'TI-A' });
  await tell(page.request, weld, 'clean.recorded', {
    ...{ method: 'brush', side: 'outside', metalTemperature: 30, tintRemains: false },
    ...{ tool: null, product: null, dwell: null, rinse: null, because: null },
  });
  await page.reload();
  await toLook(page);
  await page.getByRole('button', { name: 'Inside bright, seen directly' }).click();
  await page.getByRole('button', { name: 'Outside bright' }).click();
  await expect(page.getByTestId('verdict')).toHaveText('Refer to the engineer');
  await expect(page.getByText('brushed, as-welded colour unknown').first()).toBeVisible();
  await choose(page, [await photograph('late.jpg')]);
  await page.getByRole('group', { name: 'Pictures to keep' }).getByRole('button', { name: 'outside', exact: true }).click();
  // Even said to be as welded it is not.
  await field(page, 'What the pictures show').selectOption('as-welded');
  await expect(strip(page)).toContainText('counts as after cleaning');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(thumb(page, 'late.jpg')).toContainText('outside, after cleaning');
  await expect(page.getByRole('button', { name: 'Take what it says' })).toHaveCount(0);
});
