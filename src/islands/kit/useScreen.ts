/** How wide is the screen? Not on the server, and not before the page has been drawn. */
import { useSyncExternalStore } from 'react';

const at = (media: string) => {
  const watch = (changed: () => void) => {
    const list = matchMedia(media);
    list.addEventListener('change', changed);
    return () => list.removeEventListener('change', changed);
  };
  return (): boolean =>
    useSyncExternalStore(
      watch,
      () => matchMedia(media).matches,
      () => false,
    );
};

/** Too narrow for words on a drawing. */
export const usePhone = at('(max-width: 639px)');
