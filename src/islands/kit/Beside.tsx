/**
 * Puts what belongs to a drawing under it where there is room for two columns, although the stage that
 * computes it stands on the right; on a narrow screen it stays where it is written.
 */
import { useEffect, useState, type ReactNode } from 'react';
import { createPortal } from 'react-dom';

export const BESIDE = 'beside-the-drawing';

export function Beside({ children }: { children: ReactNode }) {
  const [place, setPlace] = useState<HTMLElement | null>(null);
  useEffect(() => {
    const wide = matchMedia('(min-width: 64rem)');
    const settle = () => setPlace(wide.matches ? document.getElementById(BESIDE) : null);
    settle();
    wide.addEventListener('change', settle);
    return () => wide.removeEventListener('change', settle);
  }, []);
  return place ? createPortal(children, place) : children;
}
