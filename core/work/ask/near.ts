/** Names that are meant: the nearest of a list, by how many letters would have to change. */

function apart(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, i) => i);
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    for (let j = 1; j <= b.length; j++)
      next.push(Math.min((row[j] ?? 0) + 1, (next[j - 1] ?? 0) + 1, (row[j - 1] ?? 0) + (a[i - 1] === b[j - 1] ? 0 : 1)));
    row = next;
  }
  return row[b.length] ?? 0;
}

/** @returns of `names` the one a word most likely means */
export function nearest(word: string, names: readonly string[]): string {
  const plain = (s: string) => s.toLowerCase().replace(/[^a-z0-9]/g, '');
  const score = (n: string) =>
    apart(plain(word), plain(n)) - (plain(n).startsWith(plain(word)) || plain(word).startsWith(plain(n)) ? 0.5 : 0);
  return names.reduce((best, n) => (score(n) < score(best) ? n : best));
}
