/** Pictures of trial strips: small ones, kept beside the register. */
import type { Db } from './sql';

/** Keeps a picture under an id of its sender's; sent twice it is kept once. @returns false where the id holds another */
export async function addStripPicture(db: Db, id: string, bytes: Uint8Array, by: string | null, at: Date): Promise<boolean> {
  await db`insert into strip_picture (id, bytes, at, by_person) values (${id}, ${Buffer.from(bytes)}, ${at}, ${by}) on conflict (id) do nothing`;
  const [same] = await db`select 1 from strip_picture where id = ${id} and bytes = ${Buffer.from(bytes)}`;
  return same !== undefined;
}
export async function stripPicture(db: Db, id: string): Promise<Uint8Array | null> {
  const [row] = await db<{ bytes: Buffer }[]>`select bytes from strip_picture where id = ${id}`;
  return row?.bytes ?? null;
}
