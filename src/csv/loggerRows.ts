/** A logger's file cut into cells: by whatever separator cuts most of its lines into more than one. */
import Papa from 'papaparse';

const SEPARATORS = [';', '\t', ',', '|'];

export function loggerRows(text: string): string[][] {
  const body = text.replace(/^\uFEFF/, '');
  const head = body.split('\n', 60).join('\n');
  const cut = (part: string, delimiter: string) => Papa.parse<string[]>(part, { delimiter, skipEmptyLines: false }).data;
  const parted = (delimiter: string) => cut(head, delimiter).filter((r) => r.length > 1).length;
  // A decimal comma parts lines as well as a semicolon does: the first of the list that parts as many wins.
  const best = SEPARATORS.reduce((a, b) => (parted(b) > parted(a) ? b : a));
  return cut(body, best);
}
