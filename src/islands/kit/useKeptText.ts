/** What is typed and not yet recorded: kept for this tab, so that a moved panel or a reload does not lose it. */
import { useEffect, useState } from 'react';

/** @param key names the field among all of the tab's */
export function useKeptText(key: string): [string, (text: string) => void] {
  const [text, setText] = useState('');
  // After the first drawing: the server, which drew the page too, knows nothing of it.
  useEffect(() => setText(sessionStorage.getItem(key) ?? ''), [key]);
  return [
    text,
    (t) => {
      setText(t);
      if (t === '') sessionStorage.removeItem(key);
      else sessionStorage.setItem(key, t);
    },
  ];
}
