/** Files somebody chose or photographed, each looked at before anything is kept: what is no picture is said, and holds up no other. */
import * as Comlink from 'comlink';
import type { Taken } from '../../../core/work/pictures';
import type { Grader, Prepared } from '../../workers/grade.worker';

export type Looked = { file: File; prepared: Prepared } | { file: File; fault: string };
export const isGood = (l: Looked): l is Extract<Looked, { prepared: Prepared }> => 'prepared' in l;

/** What an input offers; the heads are read whatever a name says. */
export const ACCEPT = 'image/jpeg,image/png,image/webp';
/** Larger files are no pictures of a weld, bytes. */
const MOST = 60_000_000;

/** @param tell how many have been looked at */
export async function lookAt(files: readonly File[], tell: (done: number) => void, signal: AbortSignal): Promise<Looked[]> {
  const raw = new Worker(new URL('../../workers/grade.worker.ts', import.meta.url), { type: 'module', name: 'pictures' });
  const api = Comlink.wrap<Grader>(raw);
  const stopped = new Promise<null>((done) => signal.addEventListener('abort', () => done(null)));
  // Its script could not be fetched: nobody answers.
  const mute = new Promise<'mute'>((done) => (raw.onerror = () => done('mute')));
  const looked: Looked[] = [];
  try {
    for (const file of files) {
      const one = lookAtOne(api, file);
      const came = await Promise.race([one, stopped, mute]);
      if (came === null) return [];
      if (came === 'mute') return files.map((f) => ({ file: f, fault: MUTE }));
      looked.push(came);
      tell(looked.length);
    }
  } finally {
    api[Comlink.releaseProxy]();
    raw.terminate();
  }
  return looked;
}

const MUTE = 'What reads pictures could not be fetched: the connection is lost. The file is where it was; choose it again when it is back.';

async function lookAtOne(api: Comlink.Remote<Grader>, file: File): Promise<Looked> {
  if (file.size > MOST) return { file, fault: 'The file is larger than 60 MB. Take the picture smaller.' };
  if (file.size === 0) return { file, fault: 'The file is empty.' };
  // Read here first: a file that was deleted meanwhile says so only when it is read.
  const bytes = await file.arrayBuffer().catch(() => null);
  if (bytes === null)
    return { file, fault: 'The file is not there any more: it was deleted or moved before it could be read. Take it again.' };
  const prepared = await api.prepare(new Blob([bytes])).catch(() => null);
  if (prepared === null)
    return { file, fault: 'This device could not read the picture: it has too little memory for it. Take it smaller.' };
  return 'code' in prepared ? { file, fault: prepared.text } : { file, prepared };
}

/**
 * When a picture was taken, ms, and what says so: its camera, else its file, else this device. Never later than now, and never before there was
 * a weld to be seen: a clock that says so was never set.
 */
export function takenAt(file: File, taken: string | null, now: number, welded: number): { at: number; clock: Taken['clock'] } {
  const camera = taken === null ? NaN : Date.parse(taken);
  if (camera >= welded) return { at: Math.min(camera, now), clock: 'camera' };
  // A file made just now was photographed just now.
  if (file.lastModified >= Math.max(1, welded) && now - file.lastModified > 60_000) return { at: file.lastModified, clock: 'file' };
  return { at: now, clock: 'device' };
}
