/**
 * The grader's worker in a real browser against the command's pixels: the same file is the same picture, turned by EXIF or in
 * another profile, and the same bad files are refused in the same words. The worker is built as the pages build theirs; no page has it yet.
 */
import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import sharp from 'sharp';
import { build } from 'vite';
import { answerBands, answerOf, gradePicture, type GradeAnswer } from '../../core/models/grade';
import { renderScene } from '../../core/models/scenes';
import { decodePicture, PictureRefused } from '../../src/server/pictures/decode';
import { badFiles, raw } from '../reference/pictures';

const root = join(import.meta.dirname, '../..');
async function bundled(entry: string, name: string): Promise<string> {
  const made = await build({
    root,
    configFile: false,
    logLevel: 'error',
    build: { write: false, lib: { entry, name, formats: ['iife'] }, minify: false },
  });
  const [one] = Array.isArray(made) ? made : [made];
  if (!one || !('output' in one)) throw new Error('Nothing was built.');
  return one.output[0].code;
}

/** What the page keeps: the worker behind Comlink. */
interface Held {
  grader: {
    open(file: Blob): Promise<{ width: number; height: number } | { code: string; text: string }>;
    grade(question: unknown): Promise<GradeAnswer>;
  };
}
const ORIGIN = 'http://127.0.0.1:9/';

async function withWorker(page: Page): Promise<void> {
  const [worker, comlink] = await Promise.all([
    bundled(join(root, 'src/workers/grade.worker.ts'), 'worker'),
    bundled(join(root, 'node_modules/comlink/dist/esm/comlink.mjs'), 'Comlink'),
  ]);
  await page.route(`${ORIGIN}**`, (route) =>
    route.request().url().endsWith('worker.js')
      ? route.fulfill({ contentType: 'text/javascript', body: worker })
      : route.fulfill({ contentType: 'text/html', body: '<!doctype html><title>worker</title>' }),
  );
  await page.goto(ORIGIN);
  await page.addScriptTag({ content: comlink });
  await page.evaluate(() => {
    const { Comlink } = window as unknown as { Comlink: { wrap(w: Worker): Held['grader'] } };
    (window as unknown as Held).grader = Comlink.wrap(new Worker('/worker.js'));
  });
}
const opened = (page: Page, bytes: Buffer) =>
  page.evaluate(async (text) => {
    const data = Uint8Array.from(atob(text), (c) => c.charCodeAt(0));
    return (window as unknown as Held).grader.open(new Blob([data]));
  }, bytes.toString('base64'));
const graded = (page: Page, question: object) => page.evaluate((q) => (window as unknown as Held).grader.grade(q), question);

test('browser and command read the same pixels and refuse the same files', async ({ page }) => {
  const scene = renderScene('half-tube', 62, { most: 36, metal: 'stainless', width: 720, height: 540 });
  const question = { patch: scene.patch, lines: scene.lines.map((l) => l.line), metal: scene.metal, side: scene.side };
  const picture = () => raw(scene.data, scene.width, scene.height);
  await withWorker(page);

  const files: [string, Buffer][] = [
    ['sRGB', await picture().jpeg({ quality: 92 }).toBuffer()],
    ['Display P3', await picture().jpeg({ quality: 92 }).withIccProfile('p3').toBuffer()],
    ['turned by EXIF', await picture().rotate(-90).jpeg({ quality: 92 }).withMetadata({ orientation: 6 }).toBuffer()],
    ['PNG in Display P3', await picture().png().withIccProfile('p3').toBuffer()],
    ['WebP', await picture().webp({ quality: 92 }).toBuffer()],
  ];
  for (const [name, bytes] of files)
    await test.step(name, async () => {
      // The profile is there: without it these would be other colours.
      if (name.includes('P3')) expect((await sharp(bytes).metadata()).icc).toBeTruthy();
      expect(await opened(page, bytes), name).toMatchObject({ width: scene.width, height: scene.height });
      const there = await graded(page, question);
      const here = answerOf(gradePicture(await decodePicture(bytes), question));
      expect(there.lines).toHaveLength(here.lines.length);
      const number = (a: GradeAnswer['lines'][number] | undefined) => answerBands.indexOf(a?.worst.band ?? 'grey-black');
      there.lines.forEach((line, i) => {
        expect(Math.abs(number(line) - number(here.lines[i])), `${name}, line ${i}`).toBeLessThanOrEqual(1);
        expect(Math.abs((line.worst.nm ?? 0) - (here.lines[i]?.worst.nm ?? 0)), `${name}, line ${i}`).toBeLessThanOrEqual(3);
      });
    });

  await test.step('bad files', async () => {
    for (const [name, code, bytes] of await badFiles(scene)) {
      const there = await opened(page, bytes);
      const here = await decodePicture(bytes).catch((e: unknown) => (e instanceof PictureRefused ? e.fault : null));
      expect(there, name).toEqual(here);
      expect(there, name).toMatchObject({ code });
    }
  });
});
