/**
 * A picture file as pixels: turned as its EXIF says, its embedded profile converted to sRGB, eight bits, three channels. Decoding is
 * sharp's (libvips); one picture at a time, nothing cached. What cannot be read so is refused with a code and a sentence.
 */
import sharp from 'sharp';
import { BROKEN, headOf, MOST_PIXELS, type FileFault, type Picture } from '../../../core/models/grade';

sharp.concurrency(1);
sharp.cache(false);

export class PictureRefused extends Error {
  constructor(readonly fault: FileFault) {
    super(fault.text);
  }
}

/** Longer side of a picture in lists and on paper, pixels. */
const PREVIEW = 960;

/** The picture made small, as a JPEG in sRGB without anything else in it; the whole of it was decoded. Throws PictureRefused. */
export async function previewOf(bytes: Buffer): Promise<Buffer> {
  const read = headOf(bytes);
  if ('fault' in read) throw new PictureRefused(read.fault);
  try {
    return await sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'truncated' })
      .autoOrient()
      .toColourspace('srgb')
      .resize({ width: PREVIEW, height: PREVIEW, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#777777' })
      .jpeg({ quality: 84 })
      .toBuffer();
  } catch {
    throw new PictureRefused(BROKEN);
  }
}

/** Throws PictureRefused. */
export async function decodePicture(bytes: Buffer): Promise<Picture> {
  const read = headOf(bytes);
  if ('fault' in read) throw new PictureRefused(read.fault);
  try {
    const { data, info } = await sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'truncated' })
      .autoOrient()
      .toColourspace('srgb')
      .removeAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    return { width: info.width, height: info.height, data, channels: 3 };
  } catch {
    throw new PictureRefused(BROKEN);
  }
}
