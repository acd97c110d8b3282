/** The whole record of a weld for a page or an export. */
import { now } from '../../db/clock';
import { weldRecord, type WeldRecord } from '../../db/record/stored';
import { filesOf, type FileRow } from '../../db/files';
import { placeOf } from '../../db/work';
import type { WeldPlace } from '../../core/work/jobs';
import { peopleOfRecord } from '../../db/people';
import type { Person } from '../../core/work/people';
import { recordFile, type WeldRecordFile } from '../../core/work/record';
import { db } from './db';

/** Reads a weld with its place, its files and the people its events name; null when there is none. */
export async function wholeRecord(
  id: string,
): Promise<{ record: WeldRecord; place: WeldPlace; people: Person[]; file: WeldRecordFile; files: FileRow[] } | null> {
  const place = await placeOf(db(), id);
  const record = place && (await weldRecord(db(), place.id));
  if (!place || !record) return null;
  const [people, files] = await Promise.all([peopleOfRecord(db()), filesOf(db(), place.id)]);
  const named = new Set([...record.events, ...Object.values(record.runEvents).flat()].map((e) => e.actor));
  if (record.state.fitup) named.add(record.state.fitup.welder);
  const file = recordFile({
    exportedAt: new Date(now()).toISOString(),
    weld: { id: place.id, number: place.number, job: place.job, line: place.line, spool: place.spoolNumber, service: place.service },
    criterion: record.criterion,
    people: people.filter((p) => named.has(p.id)).map(({ id, name, stamp, role }) => ({ id, name, stamp, role })),
    events: record.events,
    runEvents: record.runEvents,
    files: files.map(({ id, role, name, type, bytes, hash, whole }) => ({ id, role, name, type, bytes, hash, arrived: whole })),
  });
  return { record, place, people, file, files };
}
