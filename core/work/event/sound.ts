/** Can it be kept at all: texts a database takes and a page shows, in a depth that somebody meant? Asked before anything else. */

/** Deeper than any body of ours by far. */
const DEEPEST = 40;
/** Characters of one text; whatever is longer is a file, not an entry. */
export const LONGEST = 4000;

/** How deep lists and objects stand in each other, up to one past `most`. */
export function isDeeper(value: unknown, most = DEEPEST): boolean {
  // Level by level and not by a call for each: how deep it goes is not ours to choose.
  let level = [value];
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > most) return true;
    level = level.flatMap((v): unknown[] => (v !== null && typeof v === 'object' ? Object.values(v) : []));
  }
  return false;
}

/** Why a value cannot be kept, in words; null when it can. */
export function unsound(value: unknown, longest = LONGEST): string | null {
  const left = [value];
  while (left.length > 0) {
    const v = left.pop();
    if (typeof v === 'string') {
      if (v.includes('\0') || !v.isWellFormed()) return 'There is a character in it that cannot be kept. Take it out and send it again.';
      if (v.length > longest) return `A text in it is longer than ${longest} characters. Shorten it and send it again.`;
    } else if (v !== null && typeof v === 'object') for (const [key, inner] of Object.entries(v)) left.push(key, inner);
  }
  return null;
}
