/** scripts/grade PICTURE --patch ... --line ...: exactly one JSON object out. Exit 0 with an answer, 2 for a refusal, 1 when we failed. */
import { readFile, stat } from 'node:fs/promises';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import {
  answerOf,
  faultOf,
  flagText,
  gradePicture,
  inputFaults,
  refusals,
  refused,
  warnings,
  type AnswerFlag,
  type Box,
  type GradeAnswer,
  type Line,
} from '../core/models/grade';
import { decodePicture, PictureRefused } from '../src/server/pictures/decode';

const list = (codes: Record<string, string>) => Object.entries(codes).map(([code, text]) => `  ${code.padEnd(16)}${text}`);
const help = [
  'scripts/grade PICTURE --patch x,y,w,h --line x1,y1,x2,y2 [--line ...] [--card x,y,w,h] --metal stainless|titanium --side id|od',
  '',
  'Grades the heat tint along lines from clean metal to the middle of the bead. Pixels are counted from the top left corner of the',
  'picture as it is seen, after turning as its EXIF says; an embedded profile is converted to sRGB first. A line is read as a band of a',
  'few pixels: half its width is a 200th of the shorter side, 2 to 12 pixels. JPEG, PNG, WebP; at most 50 megapixels.',
  'A white or grey card in the picture (--card) tells whether the patch is bare.',
  '',
  'One JSON object on standard output (public/schemas/grade-1.json), messages on standard error. Exit 0: an answer, warnings may come with',
  'it. 2: refused, "worst" is null. 1: a fault of ours. The top level is the line with the worst tint. "sure" is that the band is right',
  'within one. A model film of so many nm is a place on the colour series, not a measurement. An aid, never an acceptance: the criterion,',
  'its pictures and the inspector decide.',
  '',
  'Flags, a closed list. Refused, the picture or its marks cannot be read:',
  ...list(inputFaults),
  'Refused, the picture shows no answer:',
  ...list(refusals),
  'Warnings, with an answer:',
  ...list(warnings),
].join('\n');

function say(answer: GradeAnswer, code: number): never {
  process.stdout.write(JSON.stringify(answer) + '\n');
  process.exit(code);
}
function refuse(flags: AnswerFlag[], ...texts: string[]): never {
  for (const text of texts) console.error(text);
  return say(refused(flags), 2);
}

/** Four numbers with commas; refuses anything else. */
function four(name: string, text: string | undefined): [number, number, number, number] {
  const numbers = (text ?? '').split(',').map((n) => (/^\s*-?\d+(\.\d+)?\s*$/.test(n) ? Number(n) : NaN));
  if (numbers.length !== 4 || numbers.some(Number.isNaN))
    refuse(['question'], `${name} wants four numbers with commas between${text === undefined ? '' : `, not "${text}"`}.`);
  return numbers as [number, number, number, number];
}
function one<T extends string>(name: string, text: string | undefined, of: readonly T[]): T {
  if (!(of as readonly string[]).includes(text ?? '')) refuse(['question'], `${name} is one of: ${of.join(', ')}.`);
  return text as T;
}

/** Joins an option to a value that begins with a minus: it is a number, not another option. */
const joined = (args: readonly string[]): string[] =>
  args.reduce<string[]>((all, a) => {
    const before = all.at(-1);
    return /^-\d/.test(a) && (before === '--patch' || before === '--card' || before === '--line')
      ? [...all.slice(0, -1), `${before}=${a}`]
      : [...all, a];
  }, []);

function asked() {
  try {
    return parseArgs({
      args: joined(process.argv.slice(2)),
      allowPositionals: true,
      options: {
        patch: { type: 'string' },
        card: { type: 'string' },
        line: { type: 'string', multiple: true },
        metal: { type: 'string' },
        side: { type: 'string' },
        help: { type: 'boolean', short: 'h' },
      },
    });
  } catch (error) {
    return refuse(['question'], error instanceof Error ? error.message : String(error), 'scripts/grade --help shows how.');
  }
}

async function main(): Promise<never> {
  const { values, positionals } = asked();
  if (values.help) {
    console.log(help);
    process.exit(0);
  }
  if (positionals.length !== 1) refuse(['question'], 'Name one picture. scripts/grade --help shows how.');
  const file = resolve(process.env.SENTREL_FROM ?? '.', positionals[0] ?? '');
  const patch: Box = four('--patch', values.patch);
  const card: Box | null = values.card === undefined ? null : four('--card', values.card);
  const lines: Line[] = (values.line ?? []).map((l) => four('--line', l));
  const metal = one('--metal', values.metal, ['stainless', 'titanium']);
  const side = one('--side', values.side, ['id', 'od']);

  const about = await stat(file).catch(() => null);
  if (!about?.isFile()) refuse(['question'], `There is no file ${file}.`);
  const picture = await decodePicture(await readFile(file));
  const fault = faultOf(picture, { patch, card, lines });
  if (fault) refuse([fault.code], fault.text);
  const grading = gradePicture(picture, { patch, card, lines, metal, side });
  if (!grading.ok) refuse(grading.refused, ...grading.refused.map(flagText));
  const answer = answerOf(grading);
  for (const flag of new Set([...grading.graded.flags, ...grading.graded.lines.flatMap((l) => l.flags)])) console.error(flagText(flag));
  say(answer, 0);
}

main().catch((error: unknown) => {
  if (error instanceof PictureRefused) refuse([error.fault.code], error.message);
  console.error(error);
  say(refused([]), 1);
});
