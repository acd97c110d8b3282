/** Fields that cannot be read just now: what is computed from the others is the answer to what stood before, and says so. */
import { createContext, useContext, useEffect, useId } from 'react';

export type Wrong = { id: string; label: string };
type Tell = (id: string, label: string | null) => void;

export const WrongFields = createContext<Tell>(() => undefined);

/** Tells whoever computes from this field that it cannot be read. @param error empty while it can */
export function useWrong(label: string, error: string): void {
  const tell = useContext(WrongFields);
  const id = useId();
  useEffect(() => {
    tell(id, error === '' ? null : label);
    return () => tell(id, null);
  }, [tell, id, label, error]);
}
