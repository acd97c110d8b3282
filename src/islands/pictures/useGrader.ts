/** The grader's worker with one picture in hand: opened with progress, ended to cancel, asked again when a mark moves; the newest question counts. */
import * as Comlink from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Box, Candidate, GradeAnswer, Metal, Proposal, Question } from '../../../core/models/grade';
import type { Grader } from '../../workers/grade.worker';

export type Opened = { width: number; height: number; proposal: Proposal };
export type Stand =
  | { is: 'closed' }
  | { is: 'opening'; what: string; share: number }
  | { is: 'open'; opened: Opened }
  /** it cannot be read, and what to do */
  | { is: 'fault'; text: string };

const NO_PICTURE = 'The picture could not be fetched: the connection is lost. It is kept where it is. Open it again later.';

/** @param from gives the picture's bytes; null: none is open */
export function useGrader(key: string | null, from: () => Promise<Blob | null>) {
  const [stand, setStand] = useState<Stand>({ is: 'closed' });
  const api = useRef<Comlink.Remote<Grader> | null>(null);
  const fetchIt = useRef(from);
  fetchIt.current = from;
  const [times, setTimes] = useState(0);
  useEffect(() => {
    if (key === null) return setStand({ is: 'closed' });
    let gone = false;
    const raw = new Worker(new URL('../../workers/grade.worker.ts', import.meta.url), { type: 'module', name: 'grader' });
    const own = Comlink.wrap<Grader>(raw);
    const tell = (what: string, share: number) => void (!gone && setStand({ is: 'opening', what, share }));
    raw.onerror = () => void (!gone && setStand({ is: 'fault', text: 'The grader stopped. Open the picture again.' }));
    tell('Fetching the picture', 0);
    void (async () => {
      const blob = await fetchIt.current().catch(() => null);
      if (gone) return;
      if (!blob) return setStand({ is: 'fault', text: NO_PICTURE });
      const read = await own.open(blob, Comlink.proxy(tell)).catch(() => null);
      if (gone) return;
      if (read === null) return setStand({ is: 'fault', text: 'This device could not read the picture: it has too little memory for it.' });
      if ('code' in read) return setStand({ is: 'fault', text: read.text });
      api.current = own;
      setStand({ is: 'open', opened: read });
    })();
    return () => {
      gone = true;
      api.current = null;
      own[Comlink.releaseProxy]();
      raw.terminate();
    };
  }, [key, times]);
  const again = useCallback(() => setTimes((n) => n + 1), []);
  const grade = useCallback(
    async (question: Question): Promise<{ answer: GradeAnswer; colours: string[][] } | { fault: string } | null> => {
      const own = api.current;
      if (!own) return null;
      const answer = await own.grade(question).catch(() => null);
      if (answer === null) return null;
      if ('text' in answer) return { fault: answer.text };
      const colours = await own.colours(question.lines).catch(() => null);
      return colours && { answer, colours };
    },
    [],
  );
  const tap = useCallback(
    (patch: Box, spot: Box, metal: Metal): Promise<[Candidate, Candidate] | null> =>
      api.current?.tap(patch, spot, metal).catch(() => null) ?? Promise.resolve(null),
    [],
  );
  return { stand, again, grade, tap };
}
