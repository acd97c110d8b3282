/** The two things that are kept of what a camera writes into a picture: how it was held, and when it was taken (EXIF 2.32, CIPA DC-008). */
import { ascii, be16, be32, big16, big32, bytesOf, joined, le32 } from './bytes';

export interface Exif {
  /** 1 to 8: how the pixels are to be turned. */
  orientation: number;
  /** By the camera's own clock, "2026-11-21T14:02:31", with "+01:00" where it says so; null when it says nothing readable. */
  taken: string | null;
}
export const NO_EXIF: Exif = { orientation: 1, taken: null };

const [ORIENTATION, EXIF_IFD, TAKEN, ZONE] = [0x0112, 0x8769, 0x9003, 0x9011];
/** More entries than any camera writes: a damaged head. */
const MOST_ENTRIES = 512;

/** Reads a TIFF block as EXIF is kept in. What cannot be read says nothing. */
export function readExif(b: Uint8Array): Exif {
  const order = ascii(b, 0, 2);
  if (order !== 'II' && order !== 'MM') return NO_EXIF;
  const big = order === 'MM';
  const u16 = (i: number): number => (big ? be16(b, i) : (b[i] ?? 0) | ((b[i + 1] ?? 0) << 8));
  const u32 = (i: number): number => (big ? be32(b, i) : le32(b, i));
  if (u16(2) !== 42) return NO_EXIF;
  /** Where the value of a tag stands in a directory; null when it is not in it. */
  const find = (dir: number, tag: number): number | null => {
    const n = u16(dir);
    if (dir < 8 || dir + 2 > b.length || n > MOST_ENTRIES) return null;
    for (let k = 0, i = dir + 2; k < n && i + 12 <= b.length; k++, i += 12) if (u16(i) === tag) return i + 8;
    return null;
  };
  const first = u32(4);
  const [turned, more] = [find(first, ORIENTATION), find(first, EXIF_IFD)];
  const orientation = turned === null ? 1 : u16(turned);
  const dir = more === null ? null : u32(more);
  const text = (tag: number, long: number): string => {
    const at = dir === null ? null : find(dir, tag);
    if (at === null) return '';
    const from = long > 4 ? u32(at) : at;
    return ascii(b, from, from + long);
  };
  const when = /^(\d{4}):(\d\d):(\d\d) (\d\d):(\d\d):(\d\d)$/.exec(text(TAKEN, 19));
  const zone = /^[+-]\d\d:\d\d$/.exec(text(ZONE, 6))?.[0] ?? '';
  const taken = when ? `${when[1]}-${when[2]}-${when[3]}T${when[4]}:${when[5]}:${when[6]}${zone}` : null;
  return {
    orientation: orientation >= 1 && orientation <= 8 ? orientation : 1,
    taken: taken !== null && !Number.isNaN(Date.parse(taken)) ? taken : null,
  };
}

/** A TIFF block that says these two things and nothing else; null when there is nothing to say. */
export function writeExif({ orientation, taken }: Exif): Uint8Array | null {
  if (orientation === 1 && taken === null) return null;
  const entry = (tag: number, type: number, count: number, value: Uint8Array) =>
    joined([big16(tag), big16(type), big32(count), joined([value, new Uint8Array(4 - value.length)])]);
  const zone = taken?.slice(19) ?? '';
  const head = joined([bytesOf('MM'), big16(42), big32(8)]);
  const own = entry(ORIENTATION, 3, 1, big16(orientation));
  if (taken === null) return joined([head, big16(1), own, big32(0)]);
  const dir = 8 + 2 + 24 + 4;
  const texts = dir + 2 + (zone ? 24 : 12) + 4;
  const when = `${taken.slice(0, 10).replaceAll('-', ':')} ${taken.slice(11, 19)}\0`;
  return joined([
    ...[head, big16(2), own, entry(EXIF_IFD, 4, 1, big32(dir)), big32(0)],
    ...[big16(zone ? 2 : 1), entry(TAKEN, 2, 20, big32(texts))],
    ...(zone ? [entry(ZONE, 2, 7, big32(texts + 20))] : []),
    ...[big32(0), bytesOf(when), ...(zone ? [bytesOf(`${zone}\0`)] : [])],
  ]);
}
