/** Grading a photograph of twelve megapixels, beside the same reading of its pixels with a general colour library. */
import { converter } from 'culori';
import { answerOf, gradePicture, propose, spotOf, type Picture } from '../../core/models/grade';
import { renderScene } from '../../core/models/scenes';
import { row, time } from './table';

export async function grade(): Promise<void> {
  const scene = renderScene('coupon', 62, { most: 60, metal: 'stainless', width: 1000, height: 750 });
  const [width, height] = [4000, 3000];
  const data = new Uint8Array(3 * width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const from = 3 * ((y >> 2) * 1000 + (x >> 2));
      data.set(scene.data.subarray(from, from + 3), 3 * (y * width + x));
    }
  const picture: Picture = { width, height, data, channels: 3 };
  const large = (of: readonly number[]) => of.map((v) => 4 * v) as [number, number, number, number];
  const question = {
    patch: large(scene.patch),
    lines: scene.lines.map((l) => large(l.line)),
    metal: scene.metal,
    side: scene.side,
  } as const;

  const began = performance.now();
  answerOf(gradePicture(picture, question));
  row('first picture, the family of films worked out', performance.now() - began, 'ms');
  const graded = await time('twelve megapixels graded along three lines', 1, () => answerOf(gradePicture(picture, question)));
  const proposed = await time('patch and lines proposed', 1, () => propose(picture));
  row('proposed and graded', graded + proposed, 'ms; budget 1500 after decoding');

  // The same job a pixel: sRGB to linear light, summed up.
  const all = await time('our reading of every pixel', width * height, () => spotOf(picture, [0, 0, width, height]));
  const toLinear = converter('lrgb');
  const some = 400_000;
  const library = await time('culori, sRGB to linear, a pixel', some, () => {
    let sum = 0;
    for (let i = 0; i < 3 * some; i += 3) {
      const c = toLinear({ mode: 'rgb', r: (data[i] as number) / 255, g: (data[i + 1] as number) / 255, b: (data[i + 2] as number) / 255 });
      sum += c.r + c.g + c.b;
    }
    return sum;
  });
  row('culori over ours, a pixel read', library / all, 'ratio; wanted 10');
  row('culori over every pixel, over proposed and graded', (library * width * height) / (graded + proposed), 'ratio');
}
