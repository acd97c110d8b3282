/** Picture files made for the tests, good and bad, with sharp and by hand. */
import { deflateSync, crc32 } from 'node:zlib';
import sharp from 'sharp';

const be32 = (n: number): Buffer => {
  const b = Buffer.alloc(4);
  b.writeUInt32BE(n);
  return b;
};
const chunk = (name: string, data: Buffer): Buffer => {
  const body = Buffer.concat([Buffer.from(name, 'latin1'), data]);
  return Buffer.concat([be32(data.length), body, be32(crc32(body))]);
};

/** A PNG of any size that costs nothing to make: its pixels are not there. */
export function hollowPng(width: number, height: number, { depth = 8, type = 2, animated = false } = {}): Buffer {
  const head = Buffer.concat([be32(width), be32(height), Buffer.from([depth, type, 0, 0, 0])]);
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', head),
    ...(animated ? [chunk('acTL', Buffer.concat([be32(2), be32(0)]))] : []),
    chunk('IDAT', deflateSync(Buffer.alloc(64))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

export const raw = (data: Uint8Array | Uint8ClampedArray, width: number, height: number) =>
  sharp(Buffer.from(data.buffer, data.byteOffset, data.byteLength), { raw: { width, height, channels: 3 } });

/** Every kind of file that must be refused, with its code. `good` is a small picture's pixels. */
export async function badFiles(good: { data: Uint8ClampedArray; width: number; height: number }): Promise<[string, string, Buffer][]> {
  const picture = () => raw(good.data, good.width, good.height);
  const jpeg = await picture().jpeg().toBuffer();
  const frames = Buffer.alloc(3 * 32 * 64, 120);
  frames.fill(60, 0, 3 * 32 * 32);
  return [
    ['a text file named .png', 'not-a-picture', Buffer.from('This is no picture.\n'.repeat(20))],
    ['an empty file', 'not-a-picture', Buffer.alloc(0)],
    ['a bomb of 200 megapixels', 'too-large', hollowPng(20_000, 10_000)],
    [
      'an animated WebP',
      'animated',
      await sharp(frames, { raw: { width: 32, height: 64, channels: 3, pageHeight: 32 } })
        .webp()
        .toBuffer(),
    ],
    ['an animated PNG', 'animated', hollowPng(64, 64, { animated: true })],
    ['a CMYK JPEG', 'cmyk', await picture().toColourspace('cmyk').jpeg().toBuffer()],
    ['a PNG of 16 bits', 'deep', await picture().toColourspace('rgb16').png().toBuffer()],
    ['a grey JPEG', 'grey', await picture().toColourspace('b-w').jpeg().toBuffer()],
    ['a HEIC', 'heic', Buffer.concat([be32(24), Buffer.from('ftypheic', 'latin1'), Buffer.alloc(400)])],
    ['an AVIF', 'heic', Buffer.concat([be32(24), Buffer.from('ftypavif', 'latin1'), Buffer.alloc(400)])],
    ['a JPEG cut short', 'broken', jpeg.subarray(0, Math.floor(jpeg.length / 2))],
    ['a JPEG without a frame', 'broken', jpeg.subarray(0, 40)],
    ['a PNG without pixels', 'broken', hollowPng(300, 200)],
  ];
}
