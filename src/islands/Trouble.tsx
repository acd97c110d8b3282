/** What is wrong with the machinery behind the pages, as the server tells it: on every page until it is over. */
import { useEffect, useState } from 'react';
import { listen, type Trouble } from './live';

/** @param first as the page was made */
export function useTrouble(first: readonly Trouble[]): readonly Trouble[] {
  const [trouble, setTrouble] = useState(first);
  useEffect(() => listen({ onTrouble: (now) => setTrouble((had) => (JSON.stringify(had) === JSON.stringify(now) ? had : now)) }), []);
  return trouble;
}

export default function TroubleNotes({ first }: { first: readonly Trouble[] }) {
  return useTrouble(first).map(({ text }) => (
    <p key={text} role="status" className="border-b border-l-8 border-b-base-300 border-l-base-content bg-base-200 p-3 print:hidden">
      □ {text}
    </p>
  ));
}
