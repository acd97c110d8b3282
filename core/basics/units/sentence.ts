/**
 * A sentence in the units of its reader: what rules, sources and old entries say in the units of whoever wrote them. Quantities in the
 * other system are found with their unit, also where several share one ("6 to 8 L/min"), and written in the reader's own. Names of
 * sizes ("2 in tube", "40 x 1 mm tube") stay: they are names.
 */
import type { System } from './system';
import { formatFraction } from './numbers';

type Turn = { to: string; of: (x: number) => number; whole?: boolean };
const by = (to: string, factor: number): Turn => ({ to, of: (x) => x * factor });

const FOOT3 = 0.3048 ** 3;
const toInch: Record<string, Turn> = {
  mm: by('in', 1 / 25.4),
  cm: by('in', 1 / 2.54),
  m: by('ft', 1 / 0.3048),
  'mm/min': by('in/min', 1 / 25.4),
  'mm/s': by('in/min', 60 / 25.4),
  'm/s': by('ft/s', 1 / 0.3048),
  'L/min': by('CFH', 60e-3 / FOOT3),
  L: by('ft³', 1e-3 / FOOT3),
  'm³': by('ft³', 1 / FOOT3),
  bar: by('psi', 1e5 / 6894.757),
  Pa: by('inH2O', 1 / 249.089),
  'kJ/mm': by('kJ/in', 25.4),
  '°C': { to: '°F', of: (x) => (x * 9) / 5 + 32, whole: true },
};
const toMetric: Record<string, Turn> = {
  in: by('mm', 25.4),
  ft: by('m', 0.3048),
  'in/min': by('mm/min', 25.4),
  'ft/s': by('m/s', 0.3048),
  CFH: by('L/min', FOOT3 / 60e-3),
  'ft³': by('L', FOOT3 * 1000),
  psi: by('bar', 6894.757 / 1e5),
  inH2O: by('Pa', 249.089),
  'kJ/in': by('kJ/mm', 1 / 25.4),
  '°F': { to: '°C', of: (x) => ((x - 32) * 5) / 9, whole: true },
};

const NUMBER = String.raw`(?<![\w.,/-])-?\d+(?:-\d+\/\d+|\/\d+|[.,]\d+)?`;
const pattern = (turns: Record<string, Turn>): RegExp => {
  const units = Object.keys(turns)
    .sort((a, b) => b.length - a.length)
    .map((u) => u.replace(/[/°³]/g, (c) => `\\${c}`));
  return new RegExp(
    // Not the name of a tube, not a count of what went in and came out, not a unit that goes on (L/min, m³).
    `((?:${NUMBER})(?:(?:, | to | and | or )(?:${NUMBER}))*) (${units.join('|')})(?![\\w³/²]|(?: x [\\d.]+ mm)? tube|, [\\d?]+ out)`,
    'g',
  );
};
const patterns = { inch: pattern(toInch), metric: pattern(toMetric) };

const valueOf = (text: string): number => {
  const m = /^(-?)(\d+)?(?:-(?=\d+\/))?(?:(\d+)\/(\d+))?([.,]\d+)?$/.exec(text);
  if (!m) return NaN;
  if (m[4] === undefined) return Number(text.replace(',', '.'));
  const mixed = /^(-?)(?:(\d+)-)?(\d+)\/(\d+)$/.exec(text);
  return mixed ? (mixed[1] ? -1 : 1) * (Number(mixed[2] ?? 0) + Number(mixed[3]) / Number(mixed[4])) : NaN;
};
/** Digits that mean something in a number as it is written; two at least. */
const figures = (text: string): number =>
  text.includes('/')
    ? 3
    : Math.max(
        2,
        text
          .replace(/^-?0*[.,]?0*/, '')
          .replace(/[.,]/, '')
          .replace(/^(\d{1,2})0+$/, '$1').length,
      );

function written(text: string, turn: Turn): string {
  const x = turn.of(valueOf(text));
  if (turn.whole) return String(Math.round(x));
  const rounded = Number(x.toPrecision(figures(text)));
  if (turn.to === 'in') return formatFraction(x) ?? String(rounded);
  return String(Number(rounded.toFixed(Math.abs(rounded) >= 100 ? 0 : 6)));
}

/** @returns the sentence with every quantity in the reader's system */
export function inSystem(text: string, system: System): string {
  const turns = system === 'inch' ? toInch : toMetric;
  return text.replace(patterns[system], (all, numbers: string, unit: string) => {
    const turn = turns[unit];
    if (!turn) return all;
    return `${numbers.replace(/-?\d+(?:-\d+\/\d+|\/\d+|[.,]\d+)?/g, (n) => written(n, turn))} ${turn.to}`;
  });
}
