/** Pictures of the demo: rendered by `npm run demo:pictures`, and they say so; put in as a phone would send them, piece by piece. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { v7 as uuid } from 'uuid';
import type { Zone } from '../../core/models/criteria';
import type { Box, GradeAnswer, Line } from '../../core/models/grade';
import { GRADER, PIECE, type PictureRead, type PictureStage, type Taken } from '../../core/work/pictures';
import { bytesHash, fileIsWhole, fileOf, putPiece } from '../files';
import type { Sql } from '../sql';

type Rendered = {
  name: string;
  side: 'inside' | 'outside';
  metal: 'stainless' | 'titanium';
  width: number;
  height: number;
  print: string;
  patch: Box;
  lines: Line[];
  answer: GradeAnswer;
};
const folder = join(import.meta.dirname, 'pictures');
const rendered = (): Rendered[] => JSON.parse(readFileSync(join(folder, 'pictures.json'), 'utf8')) as Rendered[];

export type DemoPicture = {
  name: string;
  stage: PictureStage;
  /** the hours its lines lie at, where somebody has read it */
  at?: readonly number[];
};
type Say = { taken: (b: Taken) => Promise<unknown>; read: (b: PictureRead) => Promise<unknown> };

export async function addPicture(sql: Sql, say: Say, { name, stage, at }: DemoPicture): Promise<void> {
  const p = rendered().find((r) => r.name === name);
  if (!p) throw new Error(`demo: there is no picture ${name}`);
  const bytes = new Uint8Array(readFileSync(join(folder, `${name}.jpg`)));
  const contents = { hash: bytesHash(bytes), bytes: bytes.length };
  const file = uuid();
  await say.taken({
    ...{ file, name: `${name}.jpg`, type: 'image/jpeg', original: contents, stored: contents, keeps: null },
    ...{ width: p.width, height: p.height, print: p.print, clock: 'device', side: p.side, stage, tag: true, mark: true, rendered: true },
  });
  const row = await fileOf(sql, file);
  if (!row) throw new Error(`demo: ${name} is not expected`);
  for (let n = 0; n < row.pieces; n++) await putPiece(sql, row, n, bytes.slice(n * PIECE, (n + 1) * PIECE));
  // Small as it is, it is its own preview.
  await fileIsWhole(sql, row, bytes);
  if (!at) return;
  const zone: Zone = p.side === 'inside' ? 'id-haz' : 'od-haz';
  await say.read({
    ...{ picture: file, grader: GRADER, metal: p.metal, patch: p.patch, card: null, clock: null, flags: p.answer.flags },
    lines: p.lines.map((line, i) => {
      const { worst = null, profile = [], flags = [] } = p.answer.lines[i] ?? {};
      const hour = at[i];
      const arc = hour === undefined ? null : { from: (hour + 11.5) % 12 || 12, to: (hour + 0.5) % 12 || 12 };
      return { name: 'abcdef'.charAt(i), line, zone, arc, worst, profile, flags };
    }),
  });
}
