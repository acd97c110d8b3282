/** Whose units a sentence is said in: texts that carry quantities are turned where they are shown. */
import { createContext, useContext } from 'react';
import { inSystem, type System } from '../../../core/basics/units';

export const ReaderUnits = createContext<System | null>(null);

/** Turns the quantities of a sentence into the reader's units. */
export function useWords(): (text: string) => string {
  const system = useContext(ReaderUnits);
  // Where nobody said who reads, a sentence stays as it was written.
  return (text) => (system === null ? text : inSystem(text, system));
}
