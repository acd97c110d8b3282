/** Whether something has gone on for a while: what passes in a moment need not be shown, and must not move what a finger is at. */
import { useEffect, useState } from 'react';

/** @param after ms it must have gone on */
export function useLate(on: boolean, after = 1500): boolean {
  const [late, setLate] = useState(false);
  useEffect(() => {
    if (!on) return;
    const wait = setTimeout(() => setLate(true), after);
    return () => {
      clearTimeout(wait);
      setLate(false);
    };
  }, [on, after]);
  return on && late;
}
