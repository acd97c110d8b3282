/**
 * A picture file as pixels: turned as its EXIF says, its embedded profile converted to sRGB, eight bits, three channels. What cannot be read
 * so is refused with a code and a sentence. Decoding is sharp's (libvips); one picture at a time, nothing cached.
 */
import sharp from 'sharp';
import type { InputFault, Picture } from '../../../core/models/grade';

sharp.concurrency(1);
sharp.cache(false);

/** Most pixels a picture may have: one of 50 megapixels takes 150 MB when decoded. */
const MOST_PIXELS = 50_000_000;

export class PictureRefused extends Error {
  constructor(
    readonly code: InputFault,
    text: string,
  ) {
    super(text);
  }
}

/** What the first bytes say. */
function kindOf(bytes: Buffer): 'jpeg' | 'png' | 'webp' | 'heic' | null {
  if (bytes.length < 12) return null;
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return 'jpeg';
  if (bytes.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]))) return 'png';
  const text = bytes.toString('latin1', 0, 12);
  if (text.startsWith('RIFF') && text.endsWith('WEBP')) return 'webp';
  if (text.slice(4, 8) === 'ftyp' && /^(heic|heix|hevc|heim|heis|mif1|msf1|avif|avis)$/.test(text.slice(8))) return 'heic';
  return null;
}

/** An animated PNG names itself by an acTL chunk before its first pixels. */
const isAnimatedPng = (bytes: Buffer): boolean => {
  const at = bytes.indexOf('acTL', 8, 'latin1');
  const pixels = bytes.indexOf('IDAT', 8, 'latin1');
  return at > 0 && (pixels < 0 || at < pixels);
};

export async function decodePicture(bytes: Buffer): Promise<Picture> {
  const kind = kindOf(bytes);
  if (kind === 'heic')
    throw new PictureRefused('heic', 'This is a HEIC or AVIF picture. Set the camera to JPEG ("most compatible"), or export it as JPEG.');
  if (!kind) throw new PictureRefused('not-a-picture', 'This is no JPEG, PNG or WebP picture, whatever its name says.');
  const open = () => sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'truncated' });
  let about: sharp.Metadata;
  try {
    about = await sharp(bytes, { limitInputPixels: false }).metadata();
  } catch {
    throw new PictureRefused('broken', 'The picture is damaged: its head cannot be read. Send it again from the camera.');
  }
  if (about.width * about.height > MOST_PIXELS)
    throw new PictureRefused(
      'too-large',
      `The picture is ${about.width} x ${about.height} pixels; 50 megapixels are the most. Make it smaller, or take it again.`,
    );
  if ((about.pages ?? 1) > 1 || (kind === 'png' && isAnimatedPng(bytes)))
    throw new PictureRefused('animated', 'The file holds several pictures, an animation. Give one still picture.');
  if (about.space === 'cmyk')
    throw new PictureRefused('cmyk', 'The picture is CMYK, made for print; its colours are not those the camera saw. Export it as sRGB.');
  if (about.depth !== 'uchar')
    throw new PictureRefused('deep', 'The picture has 16 bits a channel. Export it as an ordinary JPEG or PNG with 8.');
  if (about.space === 'b-w' || about.channels < 3)
    throw new PictureRefused('grey', 'The picture has no colour, so there is no tint to read.');
  try {
    const { data, info } = await open().autoOrient().toColourspace('srgb').removeAlpha().raw().toBuffer({ resolveWithObject: true });
    return { width: info.width, height: info.height, data, channels: 3 };
  } catch {
    throw new PictureRefused('broken', 'The picture ends before it is whole, or is damaged. Send it again from the camera.');
  }
}
