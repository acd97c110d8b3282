/** Grades and proposes off the page's own thread. A picture is decoded once and kept; its pixels are those the server would have. */
import * as Comlink from 'comlink';
import {
  answerOf,
  BROKEN,
  candidatesAt,
  coloursAlong,
  faultOf,
  gradePicture,
  headOf,
  propose,
  type Box,
  type Candidate,
  type Fault,
  type FileFault,
  type GradeAnswer,
  type Line,
  type Metal,
  type Picture,
  type Proposal,
  type Question,
} from '../../core/models/grade';
import { plainPicture, printOf } from '../../core/models/pictures';

/** A file as sRGB pixels, turned as its EXIF says. */
async function decode(file: Blob, bytes?: Uint8Array): Promise<Picture | FileFault> {
  const read = headOf(bytes ?? new Uint8Array(await file.arrayBuffer()));
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

const hashOf = async (bytes: Uint8Array<ArrayBuffer>): Promise<string> =>
  [...new Uint8Array(await crypto.subtle.digest('SHA-256', bytes))].map((b) => b.toString(16).padStart(2, '0')).join('');

/** A file as it goes into the record: without the place it was taken at, its hashes, its print. */
export interface Prepared {
  plain: Uint8Array<ArrayBuffer>;
  type: 'image/jpeg' | 'image/png' | 'image/webp';
  original: { hash: string; bytes: number };
  stored: { hash: string; bytes: number };
  width: number;
  height: number;
  print: string;
  /** by the camera's own clock; null where it says nothing */
  taken: string | null;
}
/** What is being done, in words, and how far it is, 0 to 1. */
export type Tell = (what: string, share: number) => void;
/** Asks for a breath between steps, so that what was told is seen. */
const breath = () => new Promise((done) => setTimeout(done));

const grader = {
  /** Looks at a file before it is kept: is it a picture, and what is kept of it. */
  async prepare(file: Blob): Promise<Prepared | FileFault> {
    const bytes = new Uint8Array(await file.arrayBuffer());
    const read = await decode(new Blob([bytes]), bytes);
    if ('code' in read) return read;
    const plain = plainPicture(bytes);
    const type = plain.bytes[0] === 0xff ? 'image/jpeg' : plain.bytes[0] === 0x89 ? 'image/png' : 'image/webp';
    const of = async (b: Uint8Array<ArrayBuffer>) => ({ hash: await hashOf(b), bytes: b.length });
    return Comlink.transfer(
      {
        ...{ plain: plain.bytes, type, original: await of(bytes), stored: await of(plain.bytes) },
        ...{ width: read.width, height: read.height, print: printOf(read), taken: plain.exif.taken },
      },
      [plain.bytes.buffer],
    );
  },
  /** Takes a picture in hand and proposes patch and lines; or says why it cannot be read. */
  async open(file: Blob, tell?: Tell): Promise<{ width: number; height: number; proposal: Proposal } | FileFault> {
    tell?.('Reading the picture', 0.1);
    const read = await decode(file);
    if ('code' in read) return read;
    picture = read;
    tell?.('Looking for the weld', 0.6);
    await breath();
    return { width: read.width, height: read.height, proposal: propose(read) };
  },
  /** Grades the picture in hand. */
  grade(question: Question): GradeAnswer | Fault {
    if (!picture) throw new Error('No picture is open.');
    return faultOf(picture, question) ?? answerOf(gradePicture(picture, question));
  },
  /** The picture's own colours along lines that lie in it. */
  colours(lines: readonly Line[]): string[][] {
    const of = picture;
    if (!of) throw new Error('No picture is open.');
    return lines.map((l) => coloursAlong(of, l));
  },
  /** What a tapped spot may be. */
  tap(patch: Box, spot: Box, metal: Metal): [Candidate, Candidate] {
    if (!picture) throw new Error('No picture is open.');
    return candidatesAt(picture, patch, spot, metal);
  },
};
export type Grader = typeof grader;
Comlink.expose(grader);
