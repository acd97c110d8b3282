/** Pictures of a weld and what was read from them, as the record has them. */
import type { Arc } from '../../basics/seam';
import type { Zone } from '../../models/criteria';
import type { Box, Line } from '../../models/grade';
import type { ClockMark } from '../../models/pictures';

/** The grader that reads pictures now, as a reading names it: another name when its answers change. */
export const GRADER = 'sentrel-grade-1';

export type Side = 'inside' | 'outside';
export type PictureStage = 'as-welded' | 'cleaned' | 'passivated';
export const pictureStageNames: Record<PictureStage, string> = {
  'as-welded': 'as welded',
  cleaned: 'after cleaning',
  passivated: 'after passivation',
};
/** What the time of a picture goes by. */
export type PictureClock = 'camera' | 'file' | 'device';
type Contents = { hash: string; bytes: number };

/** The same or nearly the same picture on another weld. */
export type Alike = { weld: string; number: string; same: boolean };

export type Taken = {
  /** in the file store */
  file: string;
  name: string;
  type: 'image/jpeg' | 'image/png' | 'image/webp';
  /** as it came from the camera, and as it is kept: without the place */
  original: Contents;
  stored: Contents;
  /** the original's own id in the file store, where the shop keeps it; null where it does not */
  keeps: string | null;
  width: number;
  height: number;
  print: string;
  clock: PictureClock;
  side: Side;
  stage: PictureStage;
  /** the weld's tag is in the frame, and the mark at 12: both, or it is not tied to the weld */
  tag: boolean;
  mark: boolean;
  /** drawn by a program: of the demo */
  rendered: boolean;
  /** by the server: other welds with this picture */
  alike?: Alike[] | undefined;
};

export type ReadLine = {
  /** a, b, c */
  name: string;
  line: Line;
  zone: Zone;
  /** null: nobody said where on the seam it lies */
  arc: Arc | null;
  /** null: it was refused, see flags */
  worst: { band: string; nm: number | null; low: string; high: string; sure: number } | null;
  profile: { t: number; nm: number | null; band: string }[];
  flags: string[];
};

export type PictureRead = {
  picture: string;
  /** which grader said so */
  grader: string;
  metal: 'stainless' | 'titanium';
  patch: Box;
  /** a white or grey card in the picture */
  card: Box | null;
  clock: ClockMark | null;
  lines: ReadLine[];
  /** of the picture as a whole */
  flags: string[];
};
