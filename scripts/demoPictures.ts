/** Renders the pictures of the demo, and reads them with the grader: db/demo/pictures. Run again when the scenes or the grader change. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { answerOf, gradePicture } from '../core/models/grade';
import { printOf } from '../core/models/pictures';
import { renderScene, type SceneKind, type SceneOptions } from '../core/models/scenes';
import { decodePicture } from '../src/server/pictures/decode';

const folder = join(import.meta.dirname, '../db/demo/pictures');
type Wanted = { name: string; kind: SceneKind; seed: number; options: SceneOptions };
/** The same seed with less film is the same weld after it was cleaned. */
const wanted: Wanted[] = [
  { name: 'outside-gold', kind: 'tube', seed: 34, options: { metal: 'stainless', most: 20 } },
  { name: 'inside-pale', kind: 'inside', seed: 32, options: { metal: 'stainless', most: 12 } },
  { name: 'outside-bronze', kind: 'tube', seed: 21, options: { metal: 'stainless', most: 29 } },
  { name: 'outside-cleaned', kind: 'tube', seed: 21, options: { metal: 'stainless', most: 1.5 } },
  { name: 'titanium-purple', kind: 'coupon', seed: 5, options: { metal: 'titanium', most: 30 } },
];
mkdirSync(folder, { recursive: true });
const all: object[] = [];
for (const { name, kind, seed, options } of wanted) {
  const scene = renderScene(kind, seed, { ...options, width: 960, height: 720 });
  const file = await sharp(scene.data, { raw: { width: 960, height: 720, channels: 3 } })
    .jpeg({ quality: 84 })
    .toBuffer();
  writeFileSync(join(folder, `${name}.jpg`), file);
  // Read from the file, as a page would: the pixels are those it holds.
  const picture = await decodePicture(file);
  const lines = scene.lines.map((l) => l.line);
  const answer = answerOf(gradePicture(picture, { patch: scene.patch, lines, metal: scene.metal, side: scene.side }));
  const [width, height] = [960, 720];
  all.push({
    name,
    side: scene.side === 'id' ? 'inside' : 'outside',
    metal: scene.metal,
    width,
    height,
    print: printOf(picture),
    patch: scene.patch,
    lines,
    answer,
  });
  console.log(name, file.length, answer.worst?.band, 'truth', scene.lines.map((l) => l.worst.band).join(), answer.flags.join());
}
writeFileSync(join(folder, 'pictures.json'), `${JSON.stringify(all)}\n`);
