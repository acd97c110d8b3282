/** A scanner types like a very fast hand and ends with Enter: what it read goes to the field that waits for it, and never records anything. */
import { useEffect, useRef } from 'react';

/** No hand types letters closer than this, ms. */
const GAP = 45;
/** Fewer signs are no label. */
const LEAST = 4;

/** A list that had the focus when a scan began, as it stood: the first letter may have moved it before anyone knew of a scan. */
export type Before = { name: string; value: string } | null;

/** @param onCode takes what was read; false when no field here waits for it */
export function useScan(onCode: (code: string, before: Before) => boolean): void {
  const take = useRef(onCode);
  take.current = onCode;
  useEffect(() => {
    let [code, last] = ['', -Infinity];
    let before: Before = null;
    const keys = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey) return;
      const near = e.timeStamp - last < GAP;
      if (e.key.length === 1) {
        const list = e.target instanceof HTMLSelectElement ? e.target : null;
        if (!near) before = list && { name: list.name, value: list.value };
        else if (list) e.preventDefault();
        code = near ? code + e.key : e.key;
        last = e.timeStamp;
      } else if (e.key === 'Enter') {
        const read = near && code.length >= LEAST ? code.trim() : '';
        // Whatever comes next begins anew, however soon it comes: the list in its hand is another.
        [code, last] = ['', -Infinity];
        if (read === '') return;
        const typed = e.target instanceof HTMLInputElement || e.target instanceof HTMLTextAreaElement;
        // Into a field of words the letters have gone already; only its Enter is kept from recording.
        if (!typed && !take.current(read, before)) return;
        e.preventDefault();
        e.stopImmediatePropagation();
      }
    };
    document.addEventListener('keydown', keys, true);
    return () => document.removeEventListener('keydown', keys, true);
  }, []);
}

/** The entry of a list that a label names: it begins with it, or has it as one of its words. */
export function entryOf(options: readonly { value: string; label: string }[], code: string): string | null {
  const wanted = code.toLowerCase();
  const names = (label: string) =>
    label.toLowerCase().startsWith(wanted) ||
    label
      .toLowerCase()
      .split(/[ ,()]+/)
      .includes(wanted);
  return options.find((o) => o.value !== '' && names(o.label))?.value ?? null;
}
