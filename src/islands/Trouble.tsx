/** What is wrong with the machinery behind the pages, as the server tells it: on every page until it is over. */
import { useEffect, useState } from 'react';
import { listen } from './live';

/** @param first as the page was made */
export function useTrouble(first: readonly string[]): readonly string[] {
  const [trouble, setTrouble] = useState(first);
  useEffect(() => listen({ onTrouble: (now) => setTrouble((had) => (had.join() === now.join() ? had : now)) }), []);
  return trouble;
}

export default function Trouble({ first }: { first: readonly string[] }) {
  const trouble = useTrouble(first);
  return (
    <>
      {trouble.map((text) => (
        <p key={text} role="status" className="border-b border-base-300 border-l-8 border-l-base-content bg-base-200 p-3 print:hidden">
          □ {text}
        </p>
      ))}
    </>
  );
}
