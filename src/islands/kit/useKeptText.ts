/** What is typed and not yet recorded: kept for this tab, so that a moved panel or a reload does not lose it. */
import { useEffect, useState } from 'react';
import { keep, kept } from '../kept';

/** @param key names the field among all of the tab's */
export function useKeptText(key: string): [string, (text: string) => void] {
  const [text, setText] = useState('');
  // After the first drawing: the server, which drew the page too, knows nothing of it.
  useEffect(() => setText(kept(key, 'session') ?? ''), [key]);
  return [
    text,
    (t) => {
      setText(t);
      keep(key, t, 'session');
    },
  ];
}
