/**
 * Tube and pipe sizes. A bare "2" is 50.8, 53, 60.3 or 52 mm by school, so a size is never
 * taken without its series.
 */
import { formatFraction, parseNumber, TOO_LONG, type System } from '../units';
import { isOwn, ownSize } from './own';
import { pipeRows, schedules } from './pipe';
import { en10357Rows, inchRows, iso1127Rows } from './tube';

import { seriesSchema, type Series, type Size } from './size';

export { schedules } from './pipe';
export { seriesSchema, sizeSchema, type Series, type Size } from './size';
export { gauges, isOwn } from './own';

export const seriesNames: Record<Series, string> = {
  'inch-tube': 'Inch hygienic tube',
  'metric-tube': 'Metric hygienic tube, EN 10357 A',
  'iso-tube': 'Metric tube, ISO 1127',
  pipe: 'Schedule pipe, NPS',
};

const INCH = 0.0254;
const tube =
  (series: Series, unit: number) =>
  (row: readonly [string, number, number]): Size => ({
    series,
    nominal: row[0],
    schedule: null,
    od: row[1] * unit,
    wall: row[2] * unit,
  });

/** Every size of a series, smallest first; pipe has one entry a schedule. */
export function sizesOf(series: Series): Size[] {
  if (series === 'inch-tube') return inchRows.map(tube(series, INCH));
  if (series === 'metric-tube') return en10357Rows.map(tube(series, 1e-3));
  if (series === 'iso-tube') return iso1127Rows.map(tube(series, 1e-3));
  return pipeRows.flatMap(([nominal, od, walls]) =>
    walls.flatMap((wall, i) =>
      wall === null ? [] : [{ series, nominal, schedule: schedules[i] ?? null, od: od * INCH, wall: wall * INCH }],
    ),
  );
}

/** The size of that name, or null. */
export const findSize = (series: Series, nominal: string, schedule: string | null = null): Size | null =>
  sizesOf(series).find((s) => s.nominal === nominal && s.schedule === schedule) ?? null;

/** Inside diameter, m. */
export const bore = (s: Size): number => s.od - 2 * s.wall;
/** Inside cross-section, m². */
export const boreArea = (s: Size): number => (Math.PI / 4) * bore(s) ** 2;
/** Short name in the words of its series: 2 in tube, DN 50 EN 10357 A, NPS 6 Sch 10S. */
export function sizeName(s: Size): string {
  if (isOwn(s)) {
    const unit = s.series === 'inch-tube' ? INCH : 1e-3;
    const n = (m: number) => (unit === INCH && formatFraction(m / unit)) || String(Number((m / unit).toFixed(3)));
    return `${n(s.od)} x ${Number((s.wall / unit).toFixed(3))} ${unit === INCH ? 'in' : 'mm'} tube`;
  }
  if (s.series === 'inch-tube') return `${s.nominal} in tube`;
  if (s.series === 'pipe') return `NPS ${s.nominal} Sch ${s.schedule ?? '?'}`;
  return `DN ${s.nominal} ${s.series === 'iso-tube' ? 'ISO 1127' : 'EN 10357 A'}`;
}

/**
 * Outside diameter as its table prints it: pipe to a tenth of a millimetre, whole from NPS 18 up (ASME B36.10M, B36.19M); in inches to
 * three places for pipe, as a fraction for tube.
 */
export function odText(s: Size, system: System): string {
  if (system === 'inch') {
    const x = s.od / INCH;
    return `${(s.series !== 'pipe' && formatFraction(x)) || String(Number(x.toFixed(3)))} in`;
  }
  const mm = s.od * 1000;
  // Half a tenth goes down, as the table has 273.0 and 323.8 of 10.75 and 12.75 in.
  return `${s.series === 'pipe' && mm > 450 ? Math.round(mm) : Math.ceil(mm * 10 - 0.5 - 1e-6) / 10} mm`;
}
/** Wall as its table prints it: three places in inches, two in millimetres. */
export const wallText = (s: Size, system: System): string =>
  system === 'inch' ? `${Number((s.wall / INCH).toFixed(3))} in` : `${Number((s.wall * 1000 + 1e-9).toFixed(2))} mm`;

export type SizeText = { ok: true; size: Size } | { ok: false; error: string; candidates: Size[] };

/**
 * Reads a size as typed: "2 in tube", "DN 50", "6 10S", "NPS 6 sch 40S", "2" with a series chosen, "40 x 1 mm" of one's own.
 * A bare number without a series is refused, with every size it could mean and its outside diameter.
 */
export function parseSize(text: string, series: Series | null): SizeText {
  const t = text.trim();
  if (t.length > TOO_LONG) return { ok: false, error: 'That is too long for a size. Type one such as "2 in tube".', candidates: [] };
  const own = ownSize(t);
  if (own) return own.ok ? own : { ...own, candidates: [] };
  const shape =
    /^(?:(nps|dn)\s*)?([\d]+(?:[ -]\d+\/\d+|\/\d+|[.,]\d+)?)\s*(?:(in\b|inch\b|")\s*(tube)?)?\s*(?:sch(?:edule)?\.?\s*)?(5s|10s|40s|80s|40|std|60|80|xs|10)?$/i.exec(
      t,
    );
  const nominalValue = shape?.[2] === undefined ? null : parseNumber(shape[2].replace(' ', '-'));
  if (!shape || nominalValue === null)
    return { ok: false, error: `"${t}" is no size. Type one such as "2 in tube", "DN 50" or "NPS 6 10S".`, candidates: [] };
  const schedule = shape[5]?.toUpperCase() ?? null;
  const said: Series | null =
    schedule || /nps/i.test(shape[1] ?? '')
      ? 'pipe'
      : shape[4]
        ? 'inch-tube'
        : /dn/i.test(shape[1] ?? '') && series !== 'iso-tube'
          ? 'metric-tube'
          : null;
  const chosen = said ?? series;
  const same = (s: Size) => parseNumber(s.nominal) === nominalValue;
  if (!chosen) {
    const all = seriesSchema.options.flatMap(sizesOf).filter(same);
    const candidates = all.filter((s, i) => all.findIndex((o) => o.series === s.series) === i);
    return { ok: false, error: `A bare "${t}" could be ${candidates.length} different tubes. Choose the series.`, candidates };
  }
  const candidates = sizesOf(chosen).filter(same);
  if (candidates.length === 0) return { ok: false, error: `There is no ${shape[2]} in ${seriesNames[chosen]}.`, candidates: [] };
  if (chosen !== 'pipe') return { ok: true, size: candidates[0] as Size };
  const exact = candidates.find((s) => s.schedule === schedule);
  if (exact) return { ok: true, size: exact };
  return {
    ok: false,
    error:
      schedule !== null && schedule !== '10'
        ? `There is no schedule ${schedule} of NPS ${shape[2]}. It comes in ${candidates.map((c) => c.schedule).join(', ')}.`
        : schedule === '10'
          ? 'Schedule 10 and 10S differ on large pipe. Say 10S, or give the wall by another schedule.'
          : `Choose the schedule of NPS ${shape[2]}.`,
    candidates,
  };
}
