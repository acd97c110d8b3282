/** Is there room for two columns? Not on the server, and not before the page has been drawn. */
import { useSyncExternalStore } from 'react';

const WIDE = '(min-width: 64rem)';
const watch = (changed: () => void) => {
  const wide = matchMedia(WIDE);
  wide.addEventListener('change', changed);
  return () => wide.removeEventListener('change', changed);
};

export const useWide = (): boolean =>
  useSyncExternalStore(
    watch,
    () => matchMedia(WIDE).matches,
    () => false,
  );
