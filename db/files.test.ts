/** The file store: expected by an event, taken in pieces, whole; and a picture that is on two welds. */
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { PIECE, type Taken } from '../core/work/pictures';
import { enter, makeWorld, say, type World } from '../tests/database';
import {
  alikeOf,
  alikeOn,
  bytesHash,
  dropPieces,
  fileIsWhole,
  fileOf,
  filesOf,
  pieceOf,
  putPiece,
  wholeBytes,
  type FileRow,
} from './files';
import { eventsOf, weldRecord } from './record/stored';
import { verify } from './tools/verify';

let w: World;
beforeAll(async () => {
  w = await makeWorld();
});
afterAll(() => w.end());

const contents = Uint8Array.from({ length: 2 * PIECE + 1000 }, (_, i) => (i * 31 + (i >> 8) * 7 + (i >> 16)) % 256);
const pieceAt = (n: number) => contents.slice(n * PIECE, (n + 1) * PIECE);
const picture = (over: Partial<Taken> = {}): Taken => ({
  file: uuid(),
  name: 'root at 6.jpg',
  type: 'image/jpeg',
  original: { hash: 'a'.repeat(64), bytes: contents.length + 500 },
  stored: { hash: bytesHash(contents), bytes: contents.length },
  keeps: null,
  width: 1200,
  height: 900,
  print: '0123456789abcdef'.repeat(4),
  clock: 'camera',
  side: 'inside',
  stage: 'as-welded',
  tag: true,
  mark: true,
  rendered: false,
  ...over,
});
let spool = 0;
const newWeld = async () => (await enter(w, { spool: `F-${++spool}` })).welds[0] as string;
/** A picture whose entry is saved. */
async function expected(over: Partial<Taken> = {}): Promise<{ weld: string; file: FileRow; body: Taken }> {
  const weld = await newWeld();
  const body = picture(over);
  expect((await say(w, weld, 'picture.taken', body)).status).toBe(201);
  return { weld, body, file: (await fileOf(w.sql, body.file)) as FileRow };
}

describe('a picture', () => {
  it('is in the record before a byte of it has come, and still on the device', async () => {
    const { weld, body } = await expected();
    expect((await weldRecord(w.sql, weld))?.state.pictures).toMatchObject([{ file: body.file, shows: 'as-welded', read: null }]);
    expect(await filesOf(w.sql, weld)).toMatchObject([{ id: body.file, role: 'picture', pieces: 3, have: 0, whole: false, refused: null }]);
  });
  it('comes in pieces in any order, each as often as it likes', async () => {
    const { file } = await expected();
    expect(await putPiece(w.sql, file, 2, pieceAt(2))).toEqual({ status: 201, complete: false });
    expect(await putPiece(w.sql, file, 0, pieceAt(0))).toEqual({ status: 201, complete: false });
    expect(await putPiece(w.sql, file, 0, pieceAt(0))).toEqual({ status: 200, complete: false });
    expect(await putPiece(w.sql, file, 1, pieceAt(1))).toEqual({ status: 201, complete: true });
    expect(bytesHash(await wholeBytes(w.sql, file))).toBe(file.hash);
    await fileIsWhole(w.sql, file, new Uint8Array([1]));
    const whole = (await fileOf(w.sql, file.id)) as FileRow;
    expect((await verify(w.sql)).faults).toEqual([]);
    expect((await verify(w.sql)).files).toBeGreaterThan(0);
    // A sender that never heard the answer sends it again: nothing is looked at anew.
    expect(await putPiece(w.sql, whole, 1, pieceAt(1))).toEqual({ status: 200, complete: false });
  });
  it('refuses a piece that was cut, that is another, or that is none of it', async () => {
    const { file } = await expected();
    expect(await putPiece(w.sql, file, 0, pieceAt(0).slice(0, 5000))).toMatchObject({
      status: 422,
      error: expect.stringContaining('cut') as string,
    });
    expect((await putPiece(w.sql, file, 3, pieceAt(0))).status).toBe(422);
    expect((await putPiece(w.sql, file, -1, pieceAt(0))).status).toBe(422);
    await putPiece(w.sql, file, 0, pieceAt(0));
    expect((await putPiece(w.sql, file, 0, pieceAt(1))).status).toBe(409);
    expect(await pieceOf(w.sql, file.id, 0)).toEqual(Buffer.from(pieceAt(0)));
    await dropPieces(w.sql, file.id);
    expect((await putPiece(w.sql, file, 0, pieceAt(1))).status).toBe(201);
  });
  it('sent by two tabs at once is kept once', async () => {
    const { file } = await expected();
    const puts = await Promise.all([0, 0, 1, 1, 2, 2].map((n) => putPiece(w.sql, file, n, pieceAt(n))));
    expect(puts.filter((p) => p.status === 201)).toHaveLength(3);
    expect(puts.some((p) => p.complete)).toBe(true);
  });
  it('an id that stands for another file already is refused, and nothing half is left', async () => {
    const { body } = await expected();
    const other = await newWeld();
    const answer = await say(w, other, 'picture.taken', picture({ file: body.file }));
    expect(answer.status).toBe(409);
    expect(await eventsOf(w.sql, other)).toHaveLength(1);
  });
  it('the original is expected too where the shop keeps it', async () => {
    const keeps = uuid();
    const { weld } = await expected({ keeps });
    expect((await filesOf(w.sql, weld)).map((f) => [f.role, f.pieces])).toEqual(
      expect.arrayContaining([
        ['original', 3],
        ['picture', 3],
      ]) as unknown,
    );
  });
});

describe('a picture on two welds', () => {
  const print = 'f'.repeat(32) + '0'.repeat(32);
  const near = 'f'.repeat(31) + 'e' + '0'.repeat(32);
  const far = '0'.repeat(32) + 'f'.repeat(32);
  it('is said with the second, the same or nearly the same; another is not', async () => {
    const first = await expected({ print, original: { hash: 'b'.repeat(64), bytes: 9 } });
    const second = await expected({
      print: near,
      original: { hash: 'c'.repeat(64), bytes: 9 },
      stored: { hash: 'd'.repeat(64), bytes: 9 },
    });
    const third = await expected({ print: far, original: { hash: 'e'.repeat(64), bytes: 9 }, stored: { hash: 'e'.repeat(64), bytes: 9 } });
    const alike = (e: { body: unknown }[]) => (e.at(-1)?.body as Taken).alike;
    expect(alike(await eventsOf(w.sql, second.weld))).toMatchObject([{ weld: first.weld, same: false }]);
    expect(alike(await eventsOf(w.sql, third.weld))).toBeUndefined();
    expect(await alikeOn(w.sql, third.weld, first.body)).toMatchObject([
      { weld: first.weld, same: true },
      { weld: second.weld, same: false },
    ]);
    // The first weld hears of it too, though its own entry is older.
    expect(await alikeOf(w.sql, first.weld)).toMatchObject([{ file: first.body.file, weld: second.weld }]);
  });
});

describe('a picture in the record', () => {
  it('taken after its side was cleaned is never as welded, whatever was said', async () => {
    const weld = await newWeld();
    await say(w, weld, 'clean.recorded', {
      ...{ method: 'brush' as const, side: 'outside' as const, metalTemperature: 30, tintRemains: false },
      ...{ tool: null, product: null, dwell: null, rinse: null, because: null },
    });
    await say(w, weld, 'picture.taken', picture({ side: 'outside' }));
    await say(w, weld, 'picture.taken', picture({ side: 'inside' }));
    const state = (await weldRecord(w.sql, weld))?.state;
    expect(state?.pictures.map((p) => [p.side, p.shows])).toEqual([
      ['outside', 'cleaned'],
      ['inside', 'as-welded'],
    ]);
    expect(state?.contradictions.join()).toContain('it is not as welded');
  });
  it('a reading is of a picture of this weld, or refused', async () => {
    const { weld, body } = await expected();
    const read = (file: string) =>
      say(w, weld, 'picture.read', {
        picture: file,
        grader: 'test',
        metal: 'stainless',
        patch: [0, 0, 40, 40],
        card: null,
        clock: null,
        lines: [
          {
            ...{ name: 'a', line: [10, 10, 200, 10], zone: 'id-haz', arc: { from: 5, to: 7 } },
            worst: { band: 'gold', nm: 24, low: 'straw', high: 'bronze', sure: 0.9 },
            profile: [{ t: 0, nm: 1, band: 'bright' }],
            flags: [],
          },
        ],
        flags: [],
      });
    expect((await read(uuid())).status).toBe(422);
    expect((await read(body.file)).status).toBe(201);
    expect((await weldRecord(w.sql, weld))?.state.pictures[0]?.read?.lines[0]?.worst?.band).toBe('gold');
  });
});
