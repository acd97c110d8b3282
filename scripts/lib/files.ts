/** Small files that must be whole or not there: written aside and renamed, read back only when they can be read. */
import { closeSync, fsyncSync, openSync, readFileSync, renameSync, writeSync } from 'node:fs';
import type { z } from 'zod';

/** Writes a file so that whoever reads it sees the old text or the new one, never half of it. */
export function writeWhole(file: string, text: string, mode = 0o600): void {
  const aside = `${file}.${process.pid}.new`;
  const fd = openSync(aside, 'w', mode);
  try {
    writeSync(fd, text);
    fsyncSync(fd);
  } finally {
    closeSync(fd);
  }
  renameSync(aside, file);
}

/** What a JSON file says, or null when it is missing, empty, cut short or of another shape. */
export function readWhole<S extends z.ZodType>(file: string, schema: S): z.output<S> | null {
  try {
    return schema.safeParse(JSON.parse(readFileSync(file, 'utf8'))).data ?? null;
  } catch {
    return null;
  }
}
