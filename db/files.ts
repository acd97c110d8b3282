/** The file store: what an event said will come, the pieces that came, and the whole. */
import { createHash } from 'node:crypto';
import { PIECE, piecesOf, type Alike, type Taken } from '../core/work/pictures';
import { NEARLY } from '../core/models/pictures';
import type { Db, Sql, Tx } from './sql';

export const bytesHash = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

export type FileRow = {
  id: string;
  weld: string;
  role: 'picture' | 'original';
  name: string;
  type: string;
  hash: string;
  bytes: number;
  pieces: number;
  whole: boolean;
  refused: string | null;
};

export async function fileOf(db: Db, id: string): Promise<FileRow | null> {
  const [row] = await db<FileRow[]>`select id, weld, role, name, type, hash, bytes, pieces, whole, refused from file where id = ${id}`;
  return row ?? null;
}

/** The files of a weld, and how much of each has come. */
export const filesOf = (db: Db, weld: string): Promise<(FileRow & { have: number })[]> =>
  db<(FileRow & { have: number })[]>`
    select id, weld, role, name, type, hash, bytes, pieces, whole, refused,
      case when whole then pieces else (select count(*)::int from file_piece p where p.file = f.id) end as have
    from file f where weld = ${weld} order by expected_at, id`;

/**
 * A picture's files are expected from now on.
 * @returns false when one of the ids stands for another file already
 */
export async function expectFiles(tx: Tx, weld: string, p: Taken, at: Date): Promise<boolean> {
  const print = `x${p.print}`;
  const expect = async (id: string, role: FileRow['role'], { hash, bytes }: Taken['stored']) => {
    const made = await tx`insert into file (id, weld, role, name, type, hash, bytes, pieces, print, original, expected_at)
      values (${id}, ${weld}, ${role}, ${p.name}, ${p.type}, ${hash}, ${bytes}, ${piecesOf(bytes)},
        ${role === 'picture' ? tx`${print}::bit(256)` : null}, ${role === 'picture' ? p.original.hash : null}, ${at})
      on conflict do nothing returning id`;
    return made.length === 1;
  };
  return (await expect(p.file, 'picture', p.stored)) && (p.keeps === null || (await expect(p.keeps, 'original', p.original)));
}

/** Other welds that have the same picture, or nearly the same. */
export async function alikeOn(db: Db, weld: string, p: Pick<Taken, 'print' | 'original' | 'stored'>): Promise<Alike[]> {
  const print = `x${p.print}`;
  return db<Alike[]>`
    select f.weld, w.number, bool_or(f.original = ${p.original.hash} or f.hash = ${p.stored.hash}) as same
    from file f join weld w on w.id = f.weld
    where f.role = 'picture' and f.weld <> ${weld} and bit_count(f.print # ${print}::bit(256)) <= ${NEARLY}
    group by f.weld, w.number order by w.number limit 20`;
}

/** Which of a weld's own pictures are on other welds too, whichever came first. */
export const alikeOf = (db: Db, weld: string): Promise<(Alike & { file: string })[]> =>
  db<(Alike & { file: string })[]>`
    select f.id as file, o.weld, w.number, bool_or(o.original = f.original or o.hash = f.hash) as same
    from file f join file o on o.role = 'picture' and o.weld <> f.weld and bit_count(o.print # f.print) <= ${NEARLY}
    join weld w on w.id = o.weld
    where f.weld = ${weld} and f.role = 'picture'
    group by f.id, o.weld, w.number order by w.number limit 100`;

export type Put = { status: number; error?: string; complete: boolean };
const no = (status: number, error: string): Put => ({ status, error, complete: false });

/** Takes a piece. The same piece again is no fault; another one in its place is. */
export async function putPiece(db: Db, file: FileRow, n: number, bytes: Uint8Array): Promise<Put> {
  if (!Number.isInteger(n) || n < 0 || n >= file.pieces) return no(422, `Piece ${n} is none of this file: it has ${file.pieces}.`);
  const long = n === file.pieces - 1 ? file.bytes - n * PIECE : PIECE;
  if (bytes.length !== long) return no(422, `Piece ${n} has ${bytes.length} bytes and should have ${long}. It was cut: send it again.`);
  const hash = bytesHash(bytes);
  if (file.refused !== null) return no(422, file.refused);
  const made = file.whole
    ? []
    : await db`insert into file_piece (file, n, hash, bytes) values (${file.id}, ${n}, ${hash}, ${bytes}) on conflict do nothing returning n`;
  if (made.length === 0) {
    const [had] = await db<{ hash: string }[]>`select hash from file_piece where file = ${file.id} and n = ${n}`;
    if (had?.hash !== hash) return no(409, `Piece ${n} of this file came before, and was another.`);
  }
  const [count] = await db<{ have: number }[]>`select count(*)::int as have from file_piece where file = ${file.id}`;
  return { status: made.length ? 201 : 200, complete: !file.whole && count?.have === file.pieces };
}

/** Which pieces have come. */
export const piecesHad = async (db: Db, id: string): Promise<number[]> =>
  (await db<{ n: number }[]>`select n from file_piece where file = ${id} order by n`).map((p) => p.n);

/** One piece; null when it has not come. */
export async function pieceOf(db: Db, id: string, n: number): Promise<Uint8Array | null> {
  const [row] = await db<{ bytes: Uint8Array }[]>`select bytes from file_piece where file = ${id} and n = ${n}`;
  return row?.bytes ?? null;
}

/** All pieces put together. */
export async function wholeBytes(db: Db, file: FileRow): Promise<Buffer> {
  const parts: Uint8Array[] = [];
  for (let n = 0; n < file.pieces; n++) parts.push((await pieceOf(db, file.id, n)) ?? new Uint8Array());
  return Buffer.concat(parts);
}

/** What came is not what was announced: it is put away, and may come again. */
export const dropPieces = async (db: Db, id: string): Promise<void> => void (await db`delete from file_piece where file = ${id}`);

export async function refuseFile(sql: Sql, file: FileRow, why: string): Promise<void> {
  await sql`update file set refused = ${why} where id = ${file.id} and not whole`;
  await hint(sql, file.weld);
}
/** It is all there, and it is what was announced. */
export async function fileIsWhole(sql: Sql, file: FileRow, preview: Uint8Array | null): Promise<void> {
  await sql`update file set whole = true, refused = null, preview = ${preview} where id = ${file.id}`;
  await hint(sql, file.weld);
}
const hint = (sql: Sql, weld: string) =>
  sql`select pg_notify('sentrel', json_build_object('stream', id, 'version', version, 'also', json_build_array())::text) from stream where id = ${weld}`;

export async function previewOf(db: Db, id: string): Promise<Uint8Array | null> {
  const [row] = await db<{ preview: Uint8Array | null }[]>`select preview from file where id = ${id} and whole`;
  return row?.preview ?? null;
}
