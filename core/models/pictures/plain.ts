/**
 * A picture file with nothing in it but the picture: its pixels untouched to the last bit, its colour profile, how it was held and when it was
 * taken. The place it was taken at, the maker's notes, the small picture inside and whatever hangs on behind are left out. JPEG (ITU T.81),
 * PNG (W3C, third edition), WebP (RFC 9649). No library takes out the place and leaves the pixels alone in browser and server alike.
 */
import { ascii, be16, be32, big16, big32, bytesOf, joined, le32, little32 } from './bytes';
import { NO_EXIF, readExif, writeExif, type Exif } from './exif';

export interface Plain {
  bytes: Uint8Array<ArrayBuffer>;
  exif: Exif;
}

const EXIF = 'Exif\0\0';

/** @param b a JPEG, PNG or WebP file; anything else, or one that is damaged, comes back as it is */
export function plainPicture(b: Uint8Array<ArrayBuffer>): Plain {
  if (b[0] === 0xff && b[1] === 0xd8) return plainJpeg(b);
  if (be32(b, 0) === 0x89504e47) return plainPng(b);
  if (ascii(b, 0, 4) === 'RIFF' && ascii(b, 8, 12) === 'WEBP') return plainWebp(b);
  return { bytes: b, exif: NO_EXIF };
}

/** Application segments that belong to the pixels: JFIF, the colour profile, which transform the colours went through. */
const belongs = (b: Uint8Array, marker: number, at: number): boolean =>
  (marker === 0xe0 && ascii(b, at, at + 4) === 'JFIF') ||
  (marker === 0xe2 && ascii(b, at, at + 11) === 'ICC_PROFILE') ||
  (marker === 0xee && ascii(b, at, at + 5) === 'Adobe');

function plainJpeg(b: Uint8Array<ArrayBuffer>): Plain {
  const kept: Uint8Array[] = [];
  let exif = NO_EXIF;
  let i = 2;
  while (i + 4 <= b.length) {
    if (b[i] !== 0xff) return { bytes: b, exif };
    const marker = b[i + 1] as number;
    if (marker === 0xff) {
      i++;
      continue;
    }
    if (marker === 0xd9) break;
    const end = i + 2 + be16(b, i + 2);
    if (marker === 0xe1 && ascii(b, i + 4, i + 10) === EXIF) exif = readExif(b.subarray(i + 10, end));
    const app = (marker >= 0xe0 && marker <= 0xef) || marker === 0xfe;
    if (!app || belongs(b, marker, i + 4)) kept.push(b.subarray(i, end));
    i = end;
    // After a scan's head come its bits, up to the next marker that is neither a stuffed byte nor a restart.
    if (marker === 0xda) {
      const from = i;
      while (i < b.length && !(b[i] === 0xff && b[i + 1] !== 0 && b[i + 1] !== 0xff && ((b[i + 1] ?? 0) < 0xd0 || (b[i + 1] ?? 0) > 0xd7)))
        i++;
      kept.push(b.subarray(from, i));
    }
  }
  const whole = b[i] === 0xff && b[i + 1] === 0xd9;
  const said = writeExif(exif);
  const own = said ? [Uint8Array.of(0xff, 0xe1), big16(said.length + 8), bytesOf(EXIF), said] : [];
  // JFIF wants to be first.
  const [first] = kept;
  const jfif = first?.[1] === 0xe0 ? 1 : 0;
  const end = whole ? [Uint8Array.of(0xff, 0xd9)] : [];
  return { bytes: joined([Uint8Array.of(0xff, 0xd8), ...kept.slice(0, jfif), ...own, ...kept.slice(jfif), ...end]), exif };
}

/** Chunks of a PNG that belong to the pixels. */
const PIXELS = new Set(['IHDR', 'PLTE', 'IDAT', 'IEND', 'tRNS', 'gAMA', 'cHRM', 'sRGB', 'iCCP', 'cICP', 'sBIT', 'pHYs']);

function plainPng(b: Uint8Array<ArrayBuffer>): Plain {
  const kept: Uint8Array[] = [b.subarray(0, 8)];
  let exif = NO_EXIF;
  for (let i = 8; i + 12 <= b.length;) {
    const [name, end] = [ascii(b, i + 4, i + 8), i + 12 + be32(b, i)];
    if (name === 'eXIf') exif = readExif(b.subarray(i + 8, end - 4));
    if (PIXELS.has(name)) kept.push(b.subarray(i, end));
    i = end;
    if (name === 'IEND') break;
  }
  const said = writeExif(exif);
  // Right after the head, before the first pixels.
  if (said) kept.splice(2, 0, chunk('eXIf', said));
  return { bytes: joined(kept), exif };
}

function chunk(name: string, data: Uint8Array): Uint8Array {
  const named = joined([bytesOf(name), data]);
  return joined([big32(data.length), named, big32(crc32(named))]);
}
/** CRC-32 as PNG wants it (ISO 3309), bit by bit: of a few dozen bytes. */
function crc32(b: Uint8Array): number {
  let c = 0xffffffff;
  for (const byte of b) {
    c ^= byte;
    for (let k = 0; k < 8; k++) c = c & 1 ? (c >>> 1) ^ 0xedb88320 : c >>> 1;
  }
  return (c ^ 0xffffffff) >>> 0;
}

function plainWebp(b: Uint8Array<ArrayBuffer>): Plain {
  const kept: Uint8Array[] = [];
  let exif = NO_EXIF;
  let flags = -1;
  const size = Math.min(b.length, 8 + le32(b, 4));
  for (let i = 12; i + 8 <= size;) {
    const [name, end] = [ascii(b, i, i + 4), i + 8 + le32(b, i + 4)];
    if (name === 'EXIF') exif = readExif(b.subarray(ascii(b, i + 8, i + 14) === EXIF ? i + 14 : i + 8, end));
    else if (name !== 'XMP ') {
      const own = new Uint8Array(end - i + (end & 1));
      own.set(b.subarray(i, end));
      const place = kept.push(own) - 1;
      if (name === 'VP8X') flags = place;
    }
    i = end + (end & 1);
  }
  // A file without an extended head has no room for more than pixels, and never had EXIF.
  const said = flags >= 0 ? writeExif(exif) : null;
  const head = kept[flags];
  if (head) head[8] = ((head[8] as number) & ~0x0c) | (said ? 0x08 : 0);
  if (said) kept.push(bytesOf('EXIF'), little32(said.length), said, new Uint8Array(said.length & 1));
  const body = joined(kept);
  return { bytes: joined([bytesOf('RIFF'), little32(body.length + 4), bytesOf('WEBP'), body]), exif };
}
