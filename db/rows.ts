/** Rows that may have been written by another time: what can be read, and what is passed over and said. */

/** @param read null for a row that cannot be read here */
export function sift<Row, T>(rows: readonly Row[], read: (row: Row) => T | null): { good: T[]; passedOver: Row[] } {
  const good: T[] = [];
  const passedOver: Row[] = [];
  for (const row of rows) {
    const known = read(row);
    if (known === null) passedOver.push(row);
    else good.push(known);
  }
  return { good, passedOver };
}
