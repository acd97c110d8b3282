/**
 * What a picture file says of itself before anything is decoded, so that browser and server refuse the same files in the same words: a
 * bomb, an animation, a picture for print. JPEG (ITU T.81), PNG (W3C, third edition), WebP (RFC 9649).
 */
import type { InputFault } from './answer';

/** Most pixels a picture may have: fifty megapixels take 150 MB when decoded. */
export const MOST_PIXELS = 50_000_000;

export interface Head {
  kind: 'jpeg' | 'png' | 'webp';
  width: number;
  height: number;
  /** Bits a channel. */
  depth: number;
  colours: 'grey' | 'colour' | 'cmyk';
  animated: boolean;
}
export interface FileFault {
  code: InputFault;
  text: string;
}

const text = (b: Uint8Array, from: number, to: number): string => String.fromCharCode(...b.subarray(from, to));
const be16 = (b: Uint8Array, i: number): number => ((b[i] ?? 0) << 8) | (b[i + 1] ?? 0);
const be32 = (b: Uint8Array, i: number): number => be16(b, i) * 65_536 + be16(b, i + 2);
const le24 = (b: Uint8Array, i: number): number => (b[i] ?? 0) | ((b[i + 1] ?? 0) << 8) | ((b[i + 2] ?? 0) << 16);

/** Segments up to the frame header, SOF0 to SOF15 without DHT, JPG and DAC. */
function jpegHead(b: Uint8Array): Head | null {
  for (let i = 2; i + 9 < b.length;) {
    if (b[i] !== 0xff) return null;
    const marker = b[i + 1] as number;
    if (marker === 0xff) {
      i++;
      continue;
    }
    if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker)) {
      const parts = b[i + 9];
      return {
        kind: 'jpeg',
        width: be16(b, i + 7),
        height: be16(b, i + 5),
        depth: b[i + 4] as number,
        colours: parts === 1 ? 'grey' : parts === 4 ? 'cmyk' : 'colour',
        animated: false,
      };
    }
    i += 2 + be16(b, i + 2);
  }
  return null;
}

/** IHDR, and whether an acTL chunk stands before the first pixels. */
function pngHead(b: Uint8Array): Head | null {
  if (b.length < 33 || text(b, 12, 16) !== 'IHDR') return null;
  let animated = false;
  for (let i = 8; i + 8 <= b.length && text(b, i + 4, i + 8) !== 'IDAT'; i += 12 + be32(b, i))
    if (text(b, i + 4, i + 8) === 'acTL') animated = true;
  const type = b[25] as number;
  return {
    kind: 'png',
    width: be32(b, 16),
    height: be32(b, 20),
    depth: Math.max(8, b[24] as number),
    colours: type === 0 || type === 4 ? 'grey' : 'colour',
    animated,
  };
}

/** VP8X says of animation and size; a plain file holds one lossy or lossless picture. */
function webpHead(b: Uint8Array): Head | null {
  const head = { kind: 'webp', depth: 8, colours: 'colour', animated: false } as const;
  switch (text(b, 12, 16)) {
    case 'VP8X':
      return { ...head, width: le24(b, 24) + 1, height: le24(b, 27) + 1, animated: ((b[20] as number) & 2) !== 0 };
    case 'VP8 ':
      return { ...head, width: le24(b, 26) & 0x3fff, height: le24(b, 28) & 0x3fff };
    case 'VP8L': {
      const bits = le24(b, 21) + (b[24] as number) * 2 ** 24;
      return { ...head, width: (bits & 0x3fff) + 1, height: (Math.floor(bits / 2 ** 14) & 0x3fff) + 1 };
    }
    default:
      return null;
  }
}

/** The head of a picture, or why it is refused. Wants the whole file, or as much of it as lies before the pixels. */
export function headOf(b: Uint8Array): { head: Head } | { fault: FileFault } {
  const refuse = (code: InputFault, why: string) => ({ fault: { code, text: why } });
  const broken = refuse('broken', 'The picture is damaged: its head cannot be read. Send it again from the camera.');
  if (b.length >= 12 && text(b, 4, 8) === 'ftyp' && /^(heic|heix|hevc|heim|heis|mif1|msf1|avif|avis)$/.test(text(b, 8, 12)))
    return refuse('heic', 'This is a HEIC or AVIF picture. Set the camera to JPEG ("most compatible"), or export it as JPEG.');
  const read =
    b[0] === 0xff && b[1] === 0xd8 && b[2] === 0xff
      ? jpegHead
      : be32(b, 0) === 0x89504e47 && be32(b, 4) === 0x0d0a1a0a
        ? pngHead
        : text(b, 0, 4) === 'RIFF' && text(b, 8, 12) === 'WEBP'
          ? webpHead
          : null;
  if (!read) return refuse('not-a-picture', 'This is no JPEG, PNG or WebP picture, whatever its name says.');
  const head = read(b);
  if (!head || head.width === 0 || head.height === 0) return broken;
  if (head.width * head.height > MOST_PIXELS)
    return refuse(
      'too-large',
      `The picture is ${head.width} x ${head.height} pixels; 50 megapixels are the most. Make it smaller, or take it again.`,
    );
  if (head.animated) return refuse('animated', 'The file holds several pictures, an animation. Give one still picture.');
  if (head.colours === 'cmyk')
    return refuse('cmyk', 'The picture is CMYK, made for print; its colours are not those the camera saw. Export it as sRGB.');
  if (head.depth > 8) return refuse('deep', 'The picture has more than 8 bits a channel. Export it as an ordinary JPEG or PNG.');
  if (head.colours === 'grey') return refuse('grey', 'The picture has no colour, so there is no tint to read.');
  return { head };
}

/** Said when a picture with a good head cannot be decoded. */
export const BROKEN: FileFault = {
  code: 'broken',
  text: 'The picture ends before it is whole, or is damaged. Send it again from the camera.',
};
