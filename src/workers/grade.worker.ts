/** Grades and proposes off the page's own thread. A picture is decoded once and kept; its pixels are those the server would have. */
import * as Comlink from 'comlink';
import {
  answerOf,
  BROKEN,
  candidatesAt,
  faultOf,
  gradePicture,
  headOf,
  propose,
  type Box,
  type Candidate,
  type Fault,
  type FileFault,
  type GradeAnswer,
  type Metal,
  type Picture,
  type Proposal,
  type Question,
} from '../../core/models/grade';

/** A file as sRGB pixels, turned as its EXIF says. */
async function decode(file: Blob): Promise<Picture | FileFault> {
  const read = headOf(new Uint8Array(await file.arrayBuffer()));
  if ('fault' in read) return read.fault;
  try {
    const bitmap = await createImageBitmap(file, {
      imageOrientation: 'from-image',
      premultiplyAlpha: 'none',
      colorSpaceConversion: 'default',
    });
    const context = new OffscreenCanvas(bitmap.width, bitmap.height).getContext('2d', { colorSpace: 'srgb', willReadFrequently: true });
    if (!context) return BROKEN;
    context.drawImage(bitmap, 0, 0);
    bitmap.close();
    const { width, height, data } = context.getImageData(0, 0, context.canvas.width, context.canvas.height);
    return { width, height, data, channels: 4 };
  } catch {
    return BROKEN;
  }
}

let picture: Picture | null = null;

const grader = {
  /** Takes a picture in hand and proposes patch and lines; or says why it cannot be read. */
  async open(file: Blob): Promise<{ width: number; height: number; proposal: Proposal } | FileFault> {
    const read = await decode(file);
    if ('code' in read) return read;
    picture = read;
    return { width: read.width, height: read.height, proposal: propose(read) };
  },
  /** Grades the picture in hand. */
  grade(question: Question): GradeAnswer | Fault {
    if (!picture) throw new Error('No picture is open.');
    return faultOf(picture, question) ?? answerOf(gradePicture(picture, question));
  },
  /** What a tapped spot may be. */
  tap(patch: Box, spot: Box, metal: Metal): [Candidate, Candidate] {
    if (!picture) throw new Error('No picture is open.');
    return candidatesAt(picture, patch, spot, metal);
  },
};
export type Grader = typeof grader;
Comlink.expose(grader);
