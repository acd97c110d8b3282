/** A logger's file, and what is found in it under what somebody wishes; read in a worker of its own. */
import * as Comlink from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { LoggerWishes } from '../../../core/work/devices';
import type { Looked, LoggerWorker } from '../../workers/logger.worker';

type Open = { api: Comlink.Remote<LoggerWorker>; end: () => void };

/**
 * @param text of the file; null while there is none
 * @returns what is in it; null until it is read
 */
export function useLoggerLook(text: string | null, wishes: LoggerWishes, from: number, to: number): Looked | null {
  const [looked, setLooked] = useState<Looked | null>(null);
  const opened = useRef<Open | null>(null);
  useEffect(() => {
    setLooked(null);
    if (text === null) return;
    const raw = new Worker(new URL('../../workers/logger.worker.ts', import.meta.url), { type: 'module', name: 'logger' });
    opened.current = { api: Comlink.wrap<LoggerWorker>(raw), end: () => raw.terminate() };
    void opened.current.api.open(text);
    return () => {
      opened.current?.end();
      opened.current = null;
    };
  }, [text]);
  const asked = JSON.stringify([wishes, from, to]);
  useEffect(() => {
    let old = false;
    opened.current?.api
      .look(wishes, from, to)
      .then((l) => old || setLooked(l))
      .catch((e: unknown) => old || setLooked({ ok: false, error: `It cannot be read: ${(e as Error).message}.` }));
    return () => void (old = true);
    // Everything asked is in the key.
  }, [text, asked]);
  return looked;
}
