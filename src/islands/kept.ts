/** Small texts this browser keeps between pages. Where it keeps none (private, full, forbidden) a page goes on without: nothing hangs on them. */

/** For this tab, or for all pages of this browser. */
type Where = 'session' | 'local';
const store = (where: Where): Storage => (where === 'session' ? sessionStorage : localStorage);

export function kept(key: string, where: Where = 'local'): string | null {
  try {
    return store(where).getItem(key);
  } catch {
    return null;
  }
}

/** @param text what to keep; empty takes it away */
export function keep(key: string, text: string, where: Where = 'local'): void {
  try {
    if (text === '') store(where).removeItem(key);
    else store(where).setItem(key, text);
  } catch {
    // kept nowhere, and asked for again
  }
}
