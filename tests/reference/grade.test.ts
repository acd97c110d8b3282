/** scripts/grade from outside: one JSON object, the exit code, a sentence for what it refuses. And what its pixels are. */
import { execFile } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Ajv from 'ajv/dist/2020';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { answerBands, gradeJsonSchema, inputFaults, refusals, warnings, type GradeAnswer } from '../../core/models/grade';
import { renderScene, type Scene } from '../../core/models/scenes';
import { decodePicture } from '../../src/server/pictures/decode';
import { badFiles, raw } from './pictures';

const folder = mkdtempSync(join(tmpdir(), 'sentrel-grade-'));
afterAll(() => rmSync(folder, { recursive: true }));

interface Ran {
  code: number;
  answer: GradeAnswer;
  said: string;
}
const script = join(import.meta.dirname, '../../scripts/grade.ts');
const grade = (...args: string[]): Promise<Ran> =>
  new Promise((done, failed) =>
    execFile(process.execPath, ['--import', 'tsx', script, ...args], { maxBuffer: 1e8 }, (error, out, said) => {
      try {
        expect(out.trim().split('\n'), said).toHaveLength(1);
        done({ code: error ? Number(error.code) : 0, answer: JSON.parse(out) as GradeAnswer, said });
      } catch (e) {
        failed(e instanceof Error ? e : new Error('The command failed.'));
      }
    }),
  );

const scene: Scene = renderScene('coupon', 62, { most: 34, metal: 'stainless', width: 720, height: 540 });
const marks = (patch: readonly number[] = scene.patch, lines: readonly (readonly number[])[] = scene.lines.map((l) => l.line)) => [
  `--patch=${patch.join(',')}`,
  ...lines.map((l) => `--line=${l.join(',')}`),
];
const steel = ['--metal', 'stainless', '--side', 'od'];
const put = (name: string, bytes: Buffer): string => {
  const file = join(folder, name);
  writeFileSync(file, bytes);
  return file;
};
let good = '';
beforeAll(async () => {
  good = put('good.jpg', await raw(scene.data, scene.width, scene.height).jpeg({ quality: 92 }).toBuffer());
});
const band = (a: GradeAnswer): number => answerBands.indexOf(a.worst?.band ?? 'bright');

describe('scripts/grade', () => {
  it('answers with one object that keeps to the published schema, the worst line on top', async () => {
    const { code, answer } = await grade(good, ...marks(), ...steel);
    expect(code).toBe(0);
    const valid = new Ajv({ strict: false }).compile(gradeJsonSchema() as object);
    expect(valid(answer), JSON.stringify(valid.errors)).toBe(true);
    expect(answer.lines).toHaveLength(scene.lines.length);
    expect(band(answer)).toBe(Math.max(...answer.lines.map((l) => answerBands.indexOf(l.worst.band))));
    expect(answer.profile.length).toBeGreaterThanOrEqual(40);
    expect(answer.profile[0]?.t).toBe(0);
    expect(answer.profile.at(-1)?.t).toBe(1);
  });
  it('the schema is the one that is published', () => {
    const published = JSON.parse(readFileSync(join(import.meta.dirname, '../../public/schemas/grade-1.json'), 'utf8')) as object;
    expect(published).toEqual(JSON.parse(JSON.stringify(gradeJsonSchema())));
  });
  it('a single line gives both', async () => {
    const { answer } = await grade(good, ...marks(scene.patch, [scene.lines[0]?.line ?? []]), ...steel);
    expect(answer.lines).toHaveLength(1);
    expect(answer.worst).toEqual(answer.lines[0]?.worst);
    expect(answer.profile).toEqual(answer.lines[0]?.profile);
  });
  it('its help names every flag, and how wide a line is read', async () => {
    const help = await new Promise<string>((done) =>
      execFile(process.execPath, ['--import', 'tsx', script, '--help'], (_, out) => done(out)),
    );
    for (const flag of Object.keys({ ...inputFaults, ...refusals, ...warnings })) expect(help).toMatch(new RegExp(`^  ${flag} `, 'm'));
    expect(help).toMatch(/half its width/);
  });

  const refusedWith = ({ code, answer, said }: Ran, flag: string) => {
    expect(code).toBe(2);
    expect(answer).toEqual({ worst: null, profile: [], lines: [], flags: [flag] });
    expect(said.trim()).toMatch(/\.$/);
    expect(said).not.toMatch(/\bat .*:\d+:\d+/); // no stack
  };
  it('refuses every bad file with exit 2, its code and a sentence', async () => {
    const files = await badFiles(scene);
    for (let i = 0; i < files.length; i += 3)
      await Promise.all(
        files.slice(i, i + 3).map(async ([name, flag, bytes], k) => {
          const ran = await grade(put(`bad-${i + k}.png`, bytes), ...marks(), ...steel);
          expect(ran.answer.flags, name).toEqual([flag]);
          refusedWith(ran, flag);
        }),
      );
  }, 60_000);
  it.each([
    ['a patch outside', marks([700, 10, 40, 40]), steel, 'patch-outside', /720 x 540/],
    ['a line outside', marks(scene.patch, [[10, 10, 720, 10]]), steel, 'line-outside', /720 x 540/],
    ['a line that begins left of it', [...marks(scene.patch, []), '--line', '-5,10,200,10'], steel, 'line-outside', /720 x 540/],
    ['a line of five pixels', marks(scene.patch, [[10, 10, 15, 10]]), steel, 'line-length', /5 pixels/],
    ['no line', marks(scene.patch, []), steel, 'line-length', /at least one line/],
    ['no metal named', marks(), ['--side', 'od'], 'question', /stainless, titanium/],
    ['no side named', marks(), ['--metal', 'stainless'], 'question', /id, od/],
    ['words for numbers', ['--patch=a,b,c,d', '--line=1,2,3,4'], steel, 'question', /four numbers/],
    ['an unknown option', [...marks(), '--shape=round'], steel, 'question', /--help/],
  ] as const)('refuses %s', async (_, at, rest, flag, text) => {
    const ran = await grade(good, ...at, ...rest);
    refusedWith(ran, flag);
    expect(ran.said).toMatch(text);
  });
  it('refuses a file that is not there, and a picture of no metal', async () => {
    refusedWith(await grade(join(folder, 'none.jpg'), ...marks(), ...steel), 'question');
    const random = (i: number) => 60 + ((i * 7919) % 61);
    const grass = Uint8ClampedArray.from({ length: 3 * 720 * 540 }, (_, i) => (i % 3 === 1 ? 90 + random(i) : random(i) / 2));
    const green = put('grass.jpg', await raw(grass, 720, 540).jpeg().toBuffer());
    refusedWith(await grade(green, ...marks(), ...steel), 'no-metal');
  });
});

describe('pixels', () => {
  it('are turned as EXIF says: a picture laid on its side reads as the upright one', async () => {
    const turned = await raw(scene.data, scene.width, scene.height)
      .rotate(-90)
      .jpeg({ quality: 92 })
      .withMetadata({ orientation: 6 })
      .toBuffer();
    expect((await sharp(turned).metadata()).width).toBe(scene.height);
    const file = put('turned.jpg', turned);
    const [upright, laid] = await Promise.all([grade(good, ...marks(), ...steel), grade(file, ...marks(), ...steel)]);
    expect(Math.abs(band(upright.answer) - band(laid.answer))).toBeLessThanOrEqual(1);
  });
  it('have an embedded profile taken to sRGB: the same colours in Display P3 are the same pixels', async () => {
    const p3 = await raw(scene.data, scene.width, scene.height).png().withIccProfile('p3').toBuffer();
    // The file's own numbers differ, what is read from it does not.
    const stored = await sharp(p3, { ignoreIcc: true }).raw().toBuffer();
    expect(differ(stored, scene.data)).toBeGreaterThan(1.3);
    const read = await decodePicture(p3);
    expect(differ(read.data, scene.data)).toBeLessThan(0.5);
    const file = put('p3.png', p3);
    const [plain, wide] = await Promise.all([grade(good, ...marks(), ...steel), grade(file, ...marks(), ...steel)]);
    expect(Math.abs(band(plain.answer) - band(wide.answer))).toBeLessThanOrEqual(1);
  });
  const differ = (a: ArrayLike<number>, b: ArrayLike<number>): number => {
    let sum = 0;
    for (let i = 0; i < b.length; i++) sum += Math.abs((a[i] as number) - (b[i] as number));
    return sum / b.length;
  };
});
