/** What was measured, a line each. Times are the machine's; the ratios are what can be compared. */
const lines: string[] = [];

/** Says one line and keeps it for the table at the end. */
export function row(name: string, value: number, note: string): void {
  lines.push(`${name.padEnd(70)} ${value.toFixed(value < 100 ? 2 : 0).padStart(8)} ${note}`);
  console.log(lines.at(-1));
}

/** Times what is done now and again, ms a piece. @returns the median @param note unit, and what is wanted */
export async function time(name: string, pieces: number, work: () => unknown, note = 'ms'): Promise<number> {
  await work();
  const each: number[] = [];
  for (let i = 0; i < 7; i++) {
    const began = performance.now();
    await work();
    each.push((performance.now() - began) / pieces);
  }
  const median = each.sort((a, b) => a - b)[3] as number;
  row(name, median, note);
  return median;
}

export const table = (): string => lines.join('\n');
