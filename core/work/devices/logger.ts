/**
 * A logger's table read as oxygen over time, whatever its make: the columns of time and value are found by their headers and
 * by what stands in them; the unit by header, cell or size; a line that says nothing is dropped with its reason.
 */
import { AIR_OXYGEN_PPM } from '../../basics/gases';

export type LoggerReading = { line: number; at: number; raw: number; ppm: number };
export type LoggerRead = {
  columns: string[];
  timeColumn: number;
  /** a second column when date and time stand apart */
  dateColumn: number | null;
  valueColumn: number;
  unit: 'ppm' | 'percent';
  /** the unit was told from the size of the numbers alone */
  unitGuessed: boolean;
  /** the finest step in which it was written, ppm: 0 in a file of whole percent says under 10 000 */
  step: number;
  /** days and months could be either way round */
  dateAmbiguous: boolean;
  readings: LoggerReading[];
  dropped: { line: number; reason: string }[];
};
export type LoggerWishes = {
  timeColumn?: number;
  valueColumn?: number;
  unit?: 'ppm' | 'percent';
  /** minutes the logger's wall clock is ahead of UTC */
  zone: number;
  /** ms: times that count from nought, or name no day, are laid from here */
  start: number;
  dayFirst?: boolean;
};

/** Longer than a time or a number with its unit: such a cell is text, and no pattern is laid on it. */
const LONGEST_CELL = 60;
/** More columns than a logger has; what stands beyond is not looked at. */
const MOST_COLUMNS = 200;

/** "1234.5", "1.234,5", "0,02 %": the number, the unit beside it, and one of its last digit. */
function numberIn(cell: string): { value: number; step: number; unit: 'ppm' | 'percent' | null } | null {
  if (cell.length > LONGEST_CELL) return null;
  const m = /^\s*([+-]?[\d.,]+(?:e[+-]?\d+)?)\s*(ppm|%|vol\.?\s*%|percent)?\s*$/i.exec(cell);
  if (!m) return null;
  let text = m[1] as string;
  const [comma, point] = [text.lastIndexOf(','), text.lastIndexOf('.')];
  // The mark that comes last is the decimal one; a comma alone is, unless it parts thousands exactly.
  if (comma > point)
    text = /^[+-]?\d{1,3}(,\d{3})+$/.test(text) && point < 0 ? text.replaceAll(',', '') : text.replaceAll('.', '').replace(',', '.');
  else text = text.replaceAll(',', '');
  const value = Number(text);
  if (!Number.isFinite(value)) return null;
  const [digits = '', exponent] = text.toLowerCase().split('e');
  const step = 10 ** (Number(exponent ?? 0) - (digits.split('.')[1]?.length ?? 0));
  return { value, step, unit: m[2] === undefined ? null : /ppm/i.test(m[2]) ? 'ppm' : 'percent' };
}

type Day = { y: number; m: number; d: number };
type Clock = { h: number; min: number; s: number };

const day = (cell: string, dayFirst: boolean): (Day & { ambiguous: boolean }) | null => {
  let m = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})/.exec(cell);
  if (m) return { y: Number(m[1]), m: Number(m[2]), d: Number(m[3]), ambiguous: false };
  m = /^(\d{1,2})([-/.])(\d{1,2})\2(\d{4}|\d{2})/.exec(cell);
  if (!m) return null;
  const [a, b] = [Number(m[1]), Number(m[3])];
  const first = m[2] === '.' || a > 12 || (b <= 12 && dayFirst);
  const y = Number(m[4]);
  return { y: y < 100 ? 2000 + y : y, m: first ? b : a, d: first ? a : b, ambiguous: m[2] !== '.' && a <= 12 && b <= 12 && a !== b };
};
const clockIn = (cell: string): Clock | null => {
  const m = /(\d{1,3}):(\d{2})(?::(\d{2}(?:[.,]\d+)?))?\s*(am|pm)?/i.exec(cell);
  if (!m) return null;
  let h = Number(m[1]);
  if (m[4]) h = (h % 12) + (/pm/i.test(m[4]) ? 12 : 0);
  const [min, s] = [Number(m[2]), m[3] ? Number(m[3].replace(',', '.')) : 0];
  return min < 60 && s < 60 ? { h, min, s } : null;
};

type When = { kind: 'date' | 'clock' | 'count'; ms: number; ambiguous?: boolean };

/** A cell as a time: a date with a clock in UTC or the logger's zone, a clock alone, or a count of seconds. */
function timeIn(cell: string, w: LoggerWishes, header: string, dateCell: string | null): When | null {
  if (cell.length > LONGEST_CELL || (dateCell?.length ?? 0) > LONGEST_CELL) return null;
  const text = dateCell === null ? cell.trim() : `${dateCell.trim()} ${cell.trim()}`;
  if (/^\d{4}-\d\d-\d\dT[\d:.]+(Z|[+-]\d\d:?\d\d)$/.test(text)) {
    const ms = Date.parse(text);
    return Number.isNaN(ms) ? null : { kind: 'date', ms };
  }
  const d = day(text, w.dayFirst ?? false);
  if (d) {
    const c = clockIn(text.slice(6)) ?? { h: 0, min: 0, s: 0 };
    if (d.m < 1 || d.m > 12 || d.d < 1 || d.d > 31 || c.h > 23) return null;
    return { kind: 'date', ms: Date.UTC(d.y, d.m - 1, d.d, c.h, c.min) + c.s * 1000 - w.zone * 60_000, ambiguous: d.ambiguous };
  }
  const c = clockIn(text);
  if (c) return { kind: 'clock', ms: ((c.h * 60 + c.min) * 60 + c.s) * 1000 };
  const n = numberIn(text);
  if (!n || n.unit) return null;
  // Days since 1899-12-30, as spreadsheets count them.
  if (n.value > 30_000 && n.value < 80_000 && !/sec|sek|\bs\b|min|ms/i.test(header))
    return { kind: 'date', ms: Math.round((n.value - 25_569) * 86_400_000) - w.zone * 60_000 };
  const unit = /\bms\b|milli/i.test(header) ? 1 : /min/i.test(header) ? 60_000 : /hour|\bh\b/i.test(header) ? 3_600_000 : 1000;
  return { kind: 'count', ms: n.value * unit };
}

const TIME = /time|date|utc|zeit|datum|stamp|elapsed|seconds|^sec|^t\b|\bmin\b/i;
const OXYGEN = /o2|oxygen|sauerstoff|oxyg/i;

/** The line above the first three lines alike that hold a time and a number. -1 when the table has no header. */
function headerLine(rows: readonly string[][], w: LoggerWishes): number {
  const data = (r: readonly string[] | undefined) =>
    r !== undefined &&
    r.length >= 2 &&
    r.some((c) => timeIn(c, w, '', null)) &&
    r.filter((c) => numberIn(c) !== null || timeIn(c, w, '', null)).length >= 2;
  const first = rows.findIndex((r, i) => data(r) && [1, 2].every((k) => rows[i + k] === undefined || rows[i + k]?.length === r.length));
  return first - 1;
}

/**
 * @param rows the cells of the file, line by line, as a CSV reader gives them
 * @returns the readings in the order of their time, or why there are none
 */
export function readLogger(rows: readonly string[][], w: LoggerWishes): { ok: true; read: LoggerRead } | { ok: false; error: string } {
  const head = headerLine(rows, w);
  const body = rows.slice(head + 1);
  if (body.length === 0 || head === -2) return { ok: false, error: 'No line with a time and a number was found in it.' };
  const width = Math.min(MOST_COLUMNS, Math.max(...body.slice(0, 20).map((r) => r.length)));
  const columns = Array.from(
    { length: width },
    (_, i) => (head >= 0 ? (rows[head]?.[i] ?? '').trim().slice(0, LONGEST_CELL) : '') || `column ${i + 1}`,
  );
  const some = body.slice(0, 50);
  const share = (test: (c: string) => boolean, i: number) => some.filter((r) => test(r[i] ?? '')).length / some.length;
  const times = columns.map((h, i) => share((c) => timeIn(c, w, h, null) !== null && (TIME.test(h) || !/^[\d.,+-]+$/.test(c.trim())), i));
  const timeColumn =
    w.timeColumn ??
    bestOf(
      columns.map(
        (h, i) =>
          (times[i] as number) +
          (TIME.test(h) ? 0.5 : 0) +
          (/date|datum/i.test(h) && share((c) => clockIn(c) !== null, i) < 0.5 ? -0.4 : 0),
      ),
    );
  const dateColumn = columns.findIndex(
    (h, i) =>
      i !== timeColumn && share((c) => day(c, false) !== null && clockIn(c) === null, i) > 0.8 && /date|datum|day|tag|column/i.test(h),
  );
  const values = columns.map((h, i) => {
    if (i === timeColumn || i === dateColumn) return -1;
    const numeric = share((c) => numberIn(c) !== null, i);
    return numeric + (OXYGEN.test(h) ? 2 : /ppm|%/i.test(h) ? 1 : /temp|°c|bar|flow|batt|volt|humid|no\.?$|^#|index/i.test(h) ? -0.9 : 0);
  });
  const valueColumn = w.valueColumn ?? bestOf(values);
  if (valueColumn < 0 || (values[valueColumn] ?? -1) < 0.2)
    return { ok: false, error: 'No column with numbers beside the time was found in it.' };

  const header = columns[valueColumn] ?? '';
  const cells = some.map((r) => numberIn(r[valueColumn] ?? '')).filter((n) => n !== null);
  const said = /ppm/i.test(header) ? 'ppm' : /%|percent|vol/i.test(header) ? 'percent' : (cells.find((c) => c.unit)?.unit ?? null);
  const most = Math.max(...cells.map((c) => c.value));
  const unit = w.unit ?? said ?? (most <= 25 && most > 1 ? 'percent' : 'ppm');
  const dropped: LoggerRead['dropped'] = [];
  const readings: LoggerReading[] = [];
  let step = Infinity;
  let [ambiguous, offDay, before, first] = [false, 0, -1, null as number | null];
  const midnight = Math.floor((w.start + w.zone * 60_000) / 86_400_000) * 86_400_000 - w.zone * 60_000;
  body.forEach((r, i) => {
    const line = head + 2 + i;
    if (r.every((c) => c.trim() === '')) return;
    const no = (reason: string) => void dropped.push({ line, reason });
    const cell = r[valueColumn] ?? '';
    const when = timeIn(r[timeColumn] ?? '', w, columns[timeColumn] ?? '', dateColumn >= 0 ? (r[dateColumn] ?? '') : null);
    if (!when) return no(`"${(r[timeColumn] ?? '').slice(0, 30)}" is no time`);
    const n = numberIn(cell);
    if (!n) return no(cell.trim() === '' ? 'no value' : `"${cell.slice(0, 30)}" is no number`);
    const scale = (n.unit ?? unit) === 'percent' ? 10_000 : 1;
    const ppm = n.value * scale;
    if (ppm < -50) return no(`${n.value} is below what a cell can read`);
    if (ppm > 1.2 * AIR_OXYGEN_PPM) return no(`${n.value} is more oxygen than air holds`);
    step = Math.min(step, n.step * scale);
    ambiguous ||= when.ambiguous === true;
    let at = when.ms;
    if (when.kind === 'clock') {
      if (at + offDay < before - 43_200_000) offDay += 86_400_000; // past midnight
      before = at + offDay;
      at += midnight + offDay;
    } else if (when.kind === 'count') {
      first ??= at;
      at += w.start - first;
    }
    // Beyond what a calendar holds.
    if (!(Math.abs(at) < 8e15)) return no(`"${(r[timeColumn] ?? '').slice(0, 30)}" is no time`);
    readings.push({ line, at: Math.round(at), raw: n.value, ppm });
    return undefined;
  });
  if (readings.length === 0) return { ok: false, error: `No line could be read. The first: ${dropped[0]?.reason ?? 'empty'}.` };
  readings.sort((a, b) => a.at - b.at || a.line - b.line);
  return {
    ok: true,
    read: {
      columns,
      timeColumn,
      dateColumn: dateColumn >= 0 ? dateColumn : null,
      valueColumn,
      unit,
      step,
      unitGuessed: w.unit === undefined && said === null,
      dateAmbiguous: ambiguous && w.dayFirst === undefined,
      readings,
      dropped,
    },
  };
}

function bestOf(scores: readonly number[]): number {
  return scores.reduce((best, s, i) => (s > (scores[best] ?? -1) ? i : best), 0);
}

/** A file that was read, column by column: what goes from a thread to the database without a hundred thousand small objects. */
export type LoggerTable = Pick<LoggerRead, 'unit'> & {
  /** lines that say nothing */
  dropped: number;
  line: Int32Array;
  /** ms since 1970 UTC, in order */
  at: Float64Array;
  raw: Float64Array;
  ppm: Float64Array;
};

export const loggerTable = ({ unit, dropped, readings }: LoggerRead): LoggerTable => ({
  unit,
  dropped: dropped.length,
  line: Int32Array.from(readings, (r) => r.line),
  at: Float64Array.from(readings, (r) => r.at),
  raw: Float64Array.from(readings, (r) => r.raw),
  ppm: Float64Array.from(readings, (r) => r.ppm),
});
