/** Pictures of a weld: taken, tied to it or not, as welded or after; and what was read from them. The tool suggests, a person decides. */
import { z } from 'zod';
import { arcRefusal, arcText, type Seam } from '../../basics/seam';
import { limitSide, wordFor, zoneNames, type Criterion } from '../../models/criteria';
import { answerBand } from '../../models/grade';
import { define, seamOf, version, type Line, type Reader } from '../event';
import { one, seven } from '../shapes';
import { pictureStageNames, type PictureRead, type PictureStage, type ReadLine, type Side, type Taken } from './body';

export * from './body';
export { PIECE, piecesOf } from './pieces';

const taken = z.object({
  file: one.id,
  name: z.string().min(1).max(120),
  type: seven.pictureType,
  original: seven.contents,
  stored: seven.contents,
  keeps: one.id.nullable(),
  width: seven.pixels,
  height: seven.pixels,
  print: seven.print,
  clock: z.enum(['camera', 'file', 'device']),
  side: seven.side,
  stage: seven.pictureStage,
  tag: z.boolean(),
  mark: z.boolean(),
  rendered: z.boolean(),
});
const alike = z.array(z.object({ weld: one.id, number: z.string(), same: z.boolean() })).max(20);
export const pictureTaken = define<Taken>()({
  stream: 'weld',
  decision: false,
  versions: [version(taken, (b): Taken => b)],
  added: z.object({ alike: alike.optional() }),
});

const readBody = z.object({
  picture: one.id,
  grader: z.string().min(1).max(40),
  metal: z.enum(['stainless', 'titanium']),
  patch: seven.box,
  card: seven.box.nullable(),
  clock: seven.clockMark.nullable(),
  lines: z.array(seven.readLine).min(1).max(12),
  flags: z.array(z.string().max(40)).max(40),
});
export const pictureRead = define<PictureRead>()({ stream: 'weld', decision: false, versions: [version(readBody, (b): PictureRead => b)] });

/** A picture as it stands: with what was read from it last, and what it really shows. */
export type PictureNow = Taken & {
  event: string;
  at: number;
  by: string | null;
  /** what it shows: after a brush a picture is never "as welded", whatever was said */
  shows: PictureStage;
  /** the newest reading of it */
  read: (PictureRead & { event: string; at: number; by: string | null }) | null;
};

/** Tied to its weld: its tag and the mark at 12 are in the frame. */
export const isTied = ({ tag, mark }: Pick<Taken, 'tag' | 'mark'>): boolean => tag && mark;

/** What ties it, or what it lacks. */
export const tiedText = ({ tag, mark }: Pick<Taken, 'tag' | 'mark'>): string =>
  tag && mark
    ? 'tied: tag and 12 mark in the frame'
    : `not tied: ${tag ? 'no 12 mark' : mark ? 'no tag' : 'neither tag nor 12 mark'} in the frame`;

/** @param brushed a real cleaning of that side was recorded before the picture was taken */
export const shownIn = (stage: PictureStage, brushed: boolean): PictureStage => (stage === 'as-welded' && brushed ? 'cleaned' : stage);

/** Why a picture cannot be taken in, or corrected, like this; empty when it can. */
export const takenRefusals = (b: Taken, pictures: readonly Taken[]): string[] => {
  const had = pictures.find((p) => p.file === b.file);
  return had && (had.stored.hash !== b.stored.hash || had.original.hash !== b.original.hash)
    ? ['A correction does not exchange a picture. Take it back, and take another.']
    : [];
};

/** Why a reading cannot be of this weld; empty when it can. */
export const readRefusals = (b: PictureRead, pictures: readonly Pick<Taken, 'file'>[], seam: Seam): string[] => [
  ...(pictures.some((p) => p.file === b.picture) ? [] : ['This picture is not on this weld.']),
  ...new Set(b.lines.map((l) => l.arc && arcRefusal(l.arc, seam)).filter((no) => no !== null)),
];

/** A line in the words of the criterion: which side of the limit, then the word with its neighbours. */
export function lineText(l: ReadLine, c: Criterion): string {
  if (!l.worst) return 'not read';
  const [low, band, high] = [l.worst.low, l.worst.band, l.worst.high].map((w) => answerBand(w, l.flags));
  if (!low || !band || !high) return 'not read';
  const word = (b: typeof band) => wordFor(c, b).toLowerCase();
  const range = low === high ? word(band) : `${word(band)}, ${word(low)} to ${word(high)}`;
  return `${limitSide(c, l.zone, band, [low, high])} the limit: ${range}`;
}

export const tellTaken = (b: Taken): Line => ({
  title: `Picture, ${b.side}, ${pictureStageNames[b.stage]}`,
  details: [
    `${b.name}, ${b.width} x ${b.height} pixels${b.rendered ? ', rendered for the demo, no photograph' : ''}`,
    tiedText(b),
    b.clock === 'camera' ? "time by the camera's own clock" : b.clock === 'file' ? 'time by its file' : 'time by this device',
    ...(b.alike ?? []).map((a) => `${a.same ? 'The same' : 'Nearly the same'} picture is on ${a.number}`),
    `SHA-256 as taken ${b.original.hash}`,
    `SHA-256 as kept, without the place ${b.stored.hash}`,
  ],
});

export function tellRead(b: PictureRead, reader: Reader): Line {
  const seam = seamOf(reader);
  return {
    title: 'Picture read',
    details: [
      ...b.lines.map(
        (l) =>
          `line ${l.name}, ${zoneNames[l.zone]}, ${l.arc ? arcText(l.arc, seam, reader.system) : 'place not said'}: ${lineText(l, reader.criterion)}${l.worst?.nm == null ? '' : `; film about ${Math.round(l.worst.nm)} nm (model)`}`,
      ),
      'Suggested by the grader; a person decides',
    ],
  };
}

export const sideOfZone = (zone: string): Side => (zone.startsWith('id') ? 'inside' : 'outside');
