/** A picture file without its place, against sharp (libvips) and its EXIF reader; its print; the clock in it. */
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { renderScene } from '../scenes';
import { arcsOfLines, hourIn, NEARLY, plainPicture, printOf, printsApart, type ClockMark } from './index';

const scene = renderScene('tube', 3, { width: 320, height: 240 });
const shot = (more: sharp.ExifDir = {}) =>
  sharp(scene.data, { raw: { width: 320, height: 240, channels: 3 } }).withExif({
    IFD0: { Make: 'Invented', Copyright: 'Nobody in particular' },
    IFD2: { DateTimeOriginal: '2026:11:21 14:02:31', OffsetTimeOriginal: '+01:00' },
    IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1', GPSLongitudeRef: 'E', GPSLongitude: '3/1 30/1 0/1' },
    ...more,
  });
const pixels = (b: Uint8Array) => sharp(b).raw().toBuffer();
const own = (b: Buffer) => new Uint8Array(b);

describe.each([
  ['JPEG', () => shot().jpeg({ quality: 90 })],
  ['progressive JPEG', () => shot().jpeg({ quality: 90, progressive: true })],
  ['PNG', () => shot().png()],
  ['WebP', () => shot().webp({ quality: 90 })],
])('a %s', (_, make) => {
  it.each([1, 6])('held as %i keeps its pixels, its turn and its time, and loses the place and the maker', async (orientation) => {
    const file = own(await make().withMetadata({ orientation }).toBuffer());
    const before = await sharp(file).metadata();
    // sharp wrote the place, or there is nothing to take out.
    expect(
      before.exif?.includes('GPS') === true ||
        before.exif?.includes(Buffer.from([0x25, 0x88])) ||
        before.exif?.includes(Buffer.from([0x88, 0x25])),
    ).toBe(true);
    const { bytes, exif } = plainPicture(file);
    const after = await sharp(bytes).metadata();
    expect(await pixels(bytes)).toEqual(await pixels(file));
    expect(after.orientation ?? 1).toBe(orientation);
    expect(after).toMatchObject({ width: before.width, height: before.height, space: before.space });
    expect(exif).toEqual({ orientation, taken: '2026-11-21T14:02:31+01:00' });
    const text = Buffer.from(bytes).toString('latin1');
    expect(text).not.toContain('Invented');
    expect(text).not.toContain('Nobody');
    expect(after.exif?.includes(Buffer.from([0x88, 0x25]))).not.toBe(true);
    // Done twice it is the same: the hash of what is kept can be made again.
    expect(plainPicture(bytes).bytes).toEqual(bytes);
    expect(plainPicture(bytes).exif).toEqual(exif);
  });
});

describe('what a file may hold besides', () => {
  it('a colour profile stays: without it the colours are others', async () => {
    const file = own(await shot().withIccProfile('p3').jpeg().toBuffer());
    const kept = await sharp(plainPicture(file).bytes).metadata();
    expect(kept.icc).toEqual((await sharp(file).metadata()).icc);
  });
  it('what hangs on behind the picture is cut off, XMP and comments go', async () => {
    const jpeg = own(await shot().withXmp('<x:xmpmeta xmlns:x="adobe:ns:meta/"><place>the yard</place></x:xmpmeta>').jpeg().toBuffer());
    const long = new Uint8Array([...jpeg, ...new TextEncoder().encode('a film that hangs on behind')]);
    const text = Buffer.from(plainPicture(long).bytes).toString('latin1');
    expect(Buffer.from(long).toString('latin1')).toContain('the yard');
    expect(text).not.toContain('the yard');
    expect(text).not.toContain('hangs on');
    expect(text.endsWith('\xff\xd9')).toBe(true);
  });
  it('without any of it a file keeps its length to the byte', async () => {
    const bare = own(
      await sharp(scene.data, { raw: { width: 320, height: 240, channels: 3 } })
        .jpeg()
        .toBuffer(),
    );
    expect(plainPicture(bare)).toEqual({ bytes: bare, exif: { orientation: 1, taken: null } });
  });
  it('a file cut short, or of noise, comes out without a throw', async () => {
    const jpeg = own(await shot().jpeg().toBuffer());
    for (const n of [0, 3, 12, 30, 200, jpeg.length >> 1]) expect(plainPicture(jpeg.slice(0, n)).bytes.length).toBeLessThanOrEqual(n + 80);
    expect(plainPicture(new Uint8Array(500).map((_, i) => (i * 97) % 256)).exif.taken).toBeNull();
  });
});

describe('the print of a picture', () => {
  const raw = (b: Buffer, width: number, height: number) => ({ width, height, data: new Uint8Array(b), channels: 3 as const });
  it('is nearly the same made smaller and pressed harder, and far off for other welds', async () => {
    const print = printOf({ width: 320, height: 240, data: scene.data, channels: 3 });
    expect(print).toMatch(/^[0-9a-f]{64}$/);
    const small = await sharp(scene.data, { raw: { width: 320, height: 240, channels: 3 } })
      .resize(200, 150)
      .jpeg({ quality: 40 })
      .toBuffer();
    expect(printsApart(print, printOf(raw(await pixels(small), 200, 150)))).toBeLessThanOrEqual(NEARLY);
    for (const seed of [1, 2, 4, 5, 6]) {
      const other = renderScene('tube', seed, { width: 320, height: 240 });
      expect(printsApart(print, printOf({ width: 320, height: 240, data: other.data, channels: 3 })), `seed ${seed}`).toBeGreaterThan(
        NEARLY,
      );
    }
  });
  it('counts bits', () => {
    expect(printsApart('f0', '0f')).toBe(8);
    expect(printsApart('a', 'b')).toBe(1);
  });
});

describe('the clock in a picture', () => {
  const along: ClockMark = { way: 'along', middle: [100, 100], edge: [0, 0], at: [100, 20], hour: 12, turn: 1 };
  it('seen along the tube hours are angles; from the other end 3 and 9 change places', () => {
    expect(hourIn(along, [180, 100])).toBeCloseTo(3, 9);
    expect(hourIn(along, [100, 300])).toBeCloseTo(6, 9);
    expect(hourIn({ ...along, turn: -1 }, [180, 100])).toBeCloseTo(9, 9);
    expect(hourIn({ ...along, at: [180, 100], hour: 3 }, [100, 20])).toBeCloseTo(0, 9);
    expect(hourIn(along, [100, 100])).toBeNull();
  });
  it('from the side half-way out is one hour on, not one and a half', () => {
    const side: ClockMark = { way: 'side', middle: [200, 100], edge: [300, 100], at: [200, 100], hour: 12, turn: 1 };
    expect(hourIn(side, [250, 40])).toBeCloseTo(1, 9); // asin(0.5) is 30 degrees, an hour
    expect(hourIn(side, [300, 0])).toBeCloseTo(3, 9);
    expect(hourIn(side, [100, 0])).toBeCloseTo(9, 9);
    expect(hourIn(side, [420, 0])).toBeNull();
  });
  it('a line speaks for half an hour, and up to its neighbour within two', () => {
    expect(arcsOfLines([0])).toEqual([{ from: 11.5, to: 0.5 }]);
    expect(arcsOfLines([0, 1.5, null, 6])).toEqual([{ from: 11.5, to: 0.75 }, { from: 0.75, to: 2 }, null, { from: 5.5, to: 6.5 }]);
    expect(arcsOfLines([11.5, 0.5])).toEqual([
      { from: 11, to: 12 },
      { from: 12, to: 1 },
    ]);
  });
});
