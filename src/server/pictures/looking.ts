/** Asks the thread that looks at pictures: one at a time. */
import { asking } from '../asking';

export type PictureQuestion = { bytes: Uint8Array };
export type PictureLooked = { ok: true; preview: Uint8Array } | { ok: false; text: string; ours: boolean };

/** "busy" when too many wait or it takes too long. A fifty-megapixel picture takes 150 MB, outside of the thread's own heap. */
export const lookAtPicture = asking<PictureQuestion, PictureLooked>('pictureThread', { longest: 40_000, most: 12, memory: 256 });
