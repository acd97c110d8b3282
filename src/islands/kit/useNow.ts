/** The server's time for what is drawn: first the one the page came with, so that server and browser draw the same, then live. */
import { useEffect, useState } from 'react';
import { serverTime } from '../post';

/** @param first ms, the time the page was made @param every ms between two looks */
export function useNow(first: number, every = 15_000): number {
  const [now, setNow] = useState(first);
  useEffect(() => {
    setNow(serverTime());
    const tick = setInterval(() => setNow(serverTime()), every);
    return () => clearInterval(tick);
  }, [every]);
  return now;
}
