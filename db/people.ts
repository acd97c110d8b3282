/** People and the sessions that say who a browser is. */
import { randomBytes } from 'node:crypto';
import { v7 as uuid } from 'uuid';
import type { NewPerson, Person } from '../core/work/people';
import { sha256 } from './record/chain';
import type { Clock } from './clock';
import type { Db, Sql } from './sql';

export const people = (db: Db): Promise<Person[]> =>
  db<Person[]>`select id, name, stamp, role, units from person where not cleared order by name`;

export async function addPerson(db: Db, p: NewPerson, demo = false): Promise<string> {
  const id = uuid();
  await db`insert into person (id, name, stamp, role, units, demo) values (${id}, ${p.name}, ${p.stamp}, ${p.role}, ${p.units}, ${demo})`;
  return id;
}

export async function setUnits(db: Db, person: string, units: 'inch' | 'metric'): Promise<void> {
  await db`update person set units = ${units} where id = ${person}`;
}

/** Opens a session for a picked person; the token goes to the browser, its hash stays. */
export async function openSession(sql: Sql, clock: Clock, person: string): Promise<string | null> {
  const [found] = await sql`select 1 from person where id = ${person} and not cleared`;
  if (!found) return null;
  const token = randomBytes(32).toString('base64url');
  await sql`insert into session (token_hash, person, identified, created_at) values (${sha256(token)}, ${person}, 'picked', ${new Date(clock())})`;
  return token;
}

export async function whoHolds(db: Db, token: string): Promise<{ person: Person; identified: string } | null> {
  const [row] = await db<(Person & { identified: string })[]>`
    select p.id, p.name, p.stamp, p.role, p.units, s.identified from session s join person p on p.id = s.person
    where s.token_hash = ${sha256(token)} and not p.cleared`;
  if (!row) return null;
  const { identified, ...person } = row;
  return { person, identified };
}

export async function closeSession(db: Db, token: string): Promise<void> {
  await db`delete from session where token_hash = ${sha256(token)}`;
}

/** Everybody a record may name, also those cleared away since. */
export const peopleOfRecord = (db: Db): Promise<Person[]> => db<Person[]>`select id, name, stamp, role, units from person`;
