/**
 * Units at the edge: what a welder types becomes SI, what is stored becomes what a welder reads.
 * Conversion factors: NIST SP 811 (inch 25.4 mm exactly; cubic foot 0.0283168466 m³; inH2O at 4 °C 249.089 Pa;
 * psi 6894.757 Pa), exact or to the digits printed there.
 */
import type { Quantity } from '../figure';
import { formatFraction, lastDigit, parseNumber, TOO_LONG } from './numbers';
import type { System } from './system';

export { formatFraction, parseNumber, TOO_LONG } from './numbers';
export { inSystem } from './sentence';

export type { System } from './system';
/** `step`: one of the last digit as it was typed, in SI: "0.00 %" was read in steps of 100 ppm. */
export type Parsed = { ok: true; value: number; unit: string; step: number } | { ok: false; error: string };

type Unit = { name: string; words: string[]; toSI: (x: number) => number; fromSI: (x: number) => number };

const scaled = (name: string, factor: number, ...words: string[]): Unit => ({
  name,
  words: [name, ...words],
  toSI: (x) => x * factor,
  fromSI: (x) => x / factor,
});

const FOOT3 = 0.3048 ** 3;
const mm = scaled('mm', 1e-3, 'millimetre', 'millimetres');
const inch = scaled('in', 0.0254, '"', '”', 'inch', 'inches');
const lpm = scaled('L/min', 1e-3 / 60, 'l/min', 'lpm', 'litre/min');
const cfh = scaled('CFH', FOOT3 / 3600, 'cfh', 'scfh', 'ft3/h', 'ft³/h');
const celsius: Unit = { name: '°C', words: ['°c', 'c', 'degc', 'deg c'], toSI: (x) => x, fromSI: (x) => x };
const fahrenheit: Unit = {
  name: '°F',
  words: ['°f', 'f', 'degf', 'deg f'],
  toSI: (x) => ((x - 32) * 5) / 9,
  fromSI: (x) => (x * 9) / 5 + 32,
};
const plain = scaled('', 1);

const known: Record<Quantity, Unit[]> = {
  length: [mm, inch, scaled('cm', 1e-2), scaled('m', 1, 'metre', 'metres'), scaled('ft', 0.3048, "'", '’', 'feet', 'foot')],
  area: [scaled('mm²', 1e-6, 'mm2'), scaled('in²', 0.0254 ** 2, 'in2')],
  volume: [scaled('L', 1e-3, 'l', 'litre', 'litres', 'liter'), scaled('ft³', FOOT3, 'ft3', 'cu ft'), scaled('m³', 1, 'm3')],
  time: [scaled('s', 1, 'sec', 'second', 'seconds'), scaled('min', 60, 'minute', 'minutes'), scaled('h', 3600, 'hour', 'hours')],
  flow: [lpm, cfh],
  pressure: [
    scaled('Pa', 1, 'pa'),
    scaled('inH2O', 249.089, 'inh2o', 'in h2o', 'inwc'),
    scaled('mbar', 100),
    scaled('bar', 1e5),
    scaled('psi', 6894.757),
  ],
  /** what a cylinder gauge shows */
  gauge: [scaled('bar', 1e5), scaled('psi', 6894.757, 'psig'), scaled('MPa', 1e6), scaled('kPa', 1e3)],
  oxygen: [scaled('ppm', 1), scaled('%', 1e4, 'percent', 'pct', '% o2')],
  current: [scaled('A', 1, 'a', 'amp', 'amps')],
  temperature: [celsius, fahrenheit],
  count: [plain],
  fraction: [scaled('', 1), scaled('%', 0.01)],
  dissolved: [scaled('ppm', 1, 'mg/l', 'mg/kg')],
  wind: [scaled('m/s', 1), scaled('mph', 0.44704), scaled('ft/s', 0.3048), scaled('km/h', 1 / 3.6, 'kph')],
  speed: [scaled('mm/s', 1e-3), scaled('in/min', 0.0254 / 60, 'ipm'), scaled('mm/min', 1e-3 / 60)],
  voltage: [scaled('V', 1, 'volt', 'volts')],
  /** of a weld: what goes in along each length of it */
  heat: [scaled('kJ/mm', 1e6, 'kj/mm'), scaled('kJ/in', 1e3 / 0.0254, 'kj/in'), scaled('kJ/cm', 1e5, 'kj/cm')],
  /** Ra of a surface */
  roughness: [scaled('µm', 1e-6, 'um', 'micron', 'micrometre'), scaled('µin', 0.0254e-6, 'uin', 'microinch')],
};

/** The unit a bare number is taken in, and figures are shown in. */
const shown: Record<System, Record<Quantity, string>> = {
  inch: {
    length: 'in',
    area: 'in²',
    volume: 'ft³',
    time: 's',
    flow: 'CFH',
    pressure: 'inH2O',
    gauge: 'psi',
    oxygen: 'ppm',
    current: 'A',
    temperature: '°F',
    count: '',
    fraction: '%',
    speed: 'in/min',
    dissolved: 'ppm',
    wind: 'mph',
    voltage: 'V',
    heat: 'kJ/in',
    roughness: 'µin',
  },
  metric: {
    length: 'mm',
    area: 'mm²',
    volume: 'L',
    time: 's',
    flow: 'L/min',
    pressure: 'Pa',
    gauge: 'bar',
    oxygen: 'ppm',
    current: 'A',
    temperature: '°C',
    count: '',
    fraction: '%',
    speed: 'mm/s',
    dissolved: 'ppm',
    wind: 'm/s',
    voltage: 'V',
    heat: 'kJ/mm',
    roughness: 'µm',
  },
};

const unitNamed = (quantity: Quantity, name: string): Unit | undefined => {
  const wanted = name.trim().toLowerCase().replace(/\s+/g, ' ');
  return known[quantity].find((u) => u.words.some((w) => w.toLowerCase() === wanted));
};

/** The unit symbol of a quantity in a system of units, as printed behind a figure. */
export const unitOf = (quantity: Quantity, system: System): string => shown[system][quantity];

/** All unit symbols a quantity can be given in. */
export const unitsOf = (quantity: Quantity): string[] => known[quantity].map((u) => u.name);

const words: Record<Quantity, string> = {
  length: 'a length',
  area: 'an area',
  volume: 'a volume',
  time: 'a time',
  flow: 'a flow',
  pressure: 'a pressure',
  gauge: 'a gauge pressure',
  oxygen: 'an oxygen reading',
  current: 'a current',
  temperature: 'a temperature',
  count: 'a number',
  fraction: 'a share',
  speed: 'a speed',
  dissolved: 'a concentration',
  wind: 'a wind',
  voltage: 'a voltage',
  heat: 'a heat input',
  roughness: 'a roughness',
};
const example: Record<Quantity, string> = {
  length: '5/32 in or 4 mm',
  area: '12 mm²',
  volume: '4 L',
  time: '90 s or 3 min',
  flow: '35 CFH or 8 L/min',
  pressure: '0.2 inH2O',
  gauge: '150 bar or 2200 psi',
  oxygen: '50 ppm or 0.02 %',
  current: '60 A',
  temperature: '40 °C',
  count: '3',
  fraction: '10 %',
  speed: '6 ipm',
  dissolved: '20 ppm or 20 mg/L',
  wind: '0.5 m/s or 1 mph',
  voltage: '10 V',
  heat: '0.5 kJ/mm or 12 kJ/in',
  roughness: '0.8 µm or 32 µin',
};

/**
 * Reads what was typed: "5/32", "1-1/2 in", "35 cfh", "0.02 %".
 * @param system the unit of a bare number (metric mm, inch in, ...)
 * @param min lowest value taken, SI; most quantities cannot be negative
 * @param bare the unit of a bare number where it is not the person's own: min for a dwell, % for an air check
 * @returns the value in SI, or an error that says what to type
 */
export function parseQuantity(
  text: string,
  quantity: Quantity,
  system: System,
  min = quantity === 'temperature' ? -273.15 : 0,
  bare = shown[system][quantity],
): Parsed {
  const trimmed = text.trim();
  if (trimmed === '') return { ok: false, error: `Enter ${words[quantity]}, such as ${example[quantity]}.` };
  if (trimmed.length > TOO_LONG)
    return { ok: false, error: `That is too long for ${words[quantity]}. Type a number, such as ${example[quantity]}.` };
  const counted = quantity === 'time' ? readClock(trimmed) : null;
  if (counted !== null) return { ok: true, value: counted, unit: 's', step: 1 };
  const match = /^([+-]?[\d\s.,/-]*\d)\s*(.*)$/.exec(trimmed);
  const number = match?.[1] === undefined ? null : parseNumber(match[1]);
  const suffix = match?.[2] ?? '';
  // A power of ten is how a machine writes: nobody types a length so.
  if (number === null || /^e[+-]?\d/i.test(suffix))
    return { ok: false, error: `"${trimmed}" is not ${words[quantity]}. Type a number, such as ${example[quantity]}.` };
  const unit = unitNamed(quantity, suffix === '' ? bare : suffix);
  if (!unit)
    return { ok: false, error: `"${suffix}" is no unit for ${words[quantity]}. Use ${unitsOf(quantity).filter(Boolean).join(', ')}.` };
  const value = unit.toSI(number);
  if (!Number.isFinite(value) || (match?.[1] ?? '').replace(/\D/g, '').length > 15)
    return { ok: false, error: `"${trimmed}" has more digits than anybody can read off. Check it.` };
  if (value < min) return { ok: false, error: min === 0 ? `${trimmed} is below zero.` : `${trimmed} is lower than it can be.` };
  return { ok: true, value, unit: unit.name, step: Math.abs(unit.toSI(lastDigit(match?.[1] ?? '')) - unit.toSI(0)) };
}

/** Seconds of a time as a counter reads, the way `clock` writes it: 4:07, 4:07 min, 1:12:30 h; null for anything else. */
function readClock(text: string): number | null {
  const [, a = '', b = '', c] = /^(\d{1,4}):([0-5]\d)(?::([0-5]\d))?(?:\s*(?:min|h))?$/.exec(text) ?? [];
  if (a === '' || (c === undefined && /h$/.test(text))) return null;
  return c === undefined ? Number(a) * 60 + Number(b) : Number(a) * 3600 + Number(b) * 60 + Number(c);
}

/** Digits that mean something: three figures, no trailing noise. */
const digits = (x: number): string => {
  const size = Math.abs(x);
  if (size >= 100 || x === 0) return String(Math.round(x));
  const places = size >= 10 ? 1 : size >= 1 ? 2 : 3;
  return String(Number(x.toFixed(places)));
};

/** Seconds as a counter reads: 4:07, 1:12:30. */
export function clock(seconds: number): string {
  const s = Math.max(0, Math.floor(seconds));
  const [h, m] = [Math.floor(s / 3600), Math.floor((s % 3600) / 60)];
  const two = (n: number) => String(n).padStart(2, '0');
  return h ? `${h}:${two(m)}:${two(s % 60)}` : `${m}:${two(s % 60)}`;
}

/** A counter with its unit: "4:07 min", "1:06:43 h". */
export const timed = (seconds: number): string => `${clock(seconds)} ${Math.floor(seconds) >= 3600 ? 'h' : 'min'}`;

/** A time in words, its unit with it: "42 s", "4:07 min", "24 h". */
export const duration = (seconds: number): string =>
  seconds < 60
    ? `${Math.round(seconds)} s`
    : seconds % 3600 === 0
      ? `${seconds / 3600} h`
      : seconds % 60 === 0 && seconds < 7200
        ? `${seconds / 60} min`
        : timed(seconds);

/**
 * A stored value as a welder reads it, number and unit apart (the unit is set smaller).
 * Inch lengths below 4 in that lie on a 64th are written as fractions; oxygen from 1 % up reads in percent.
 */
export function format(value: number, quantity: Quantity, system: System): { number: string; unit: string } {
  if (!Number.isFinite(value)) return { number: '–', unit: '' };
  if (quantity === 'time')
    return value < 60
      ? { number: digits(value), unit: 's' }
      : value < 36_000
        ? { number: clock(value), unit: value < 3600 ? 'min' : 'h' }
        : { number: digits(value / 3600), unit: 'h' };
  if (quantity === 'oxygen' && value >= 10_000) return { number: digits(value / 1e4), unit: '%' };
  if (quantity === 'volume' && system === 'metric' && value >= 1) return { number: digits(value), unit: 'm³' };
  if (quantity === 'fraction') return { number: digits(value * 100), unit: '%' };
  const name = shown[system][quantity];
  const unit = unitNamed(quantity, name);
  const x = unit ? unit.fromSI(value) : value;
  if (quantity === 'length' && system === 'inch') return { number: formatFraction(x) ?? digits(x), unit: name };
  if (quantity === 'current' || quantity === 'temperature') return { number: String(Math.round(x)), unit: name };
  return { number: digits(x), unit: name };
}

/** `format` in one string. */
export function show(value: number, quantity: Quantity, system: System): string {
  const { number, unit } = format(value, quantity, system);
  return unit ? `${number} ${unit}` : number;
}

/** Steps a model's figure is worth, in the unit it is shown in: finer would be claimed and not known. */
const worth: Record<System, Partial<Record<Quantity, (x: number) => number>>> = {
  inch: { length: (x) => (x < 0.4 ? 1 / 16 : x < 4 ? 1 / 8 : 1 / 4), temperature: () => 10, flow: () => 1, speed: () => 0.5 },
  metric: { length: () => 1, temperature: () => 5, flow: () => 0.5, speed: () => 0.1 },
};
/** A model's figure to what it is worth, SI. Times to a second, to five from twenty on. */
export function rough(value: number, quantity: Quantity, system: System): number {
  if (quantity === 'time') return value < 20 ? Math.round(value) : Math.round(value / 5) * 5;
  const unit = unitNamed(quantity, shown[system][quantity]);
  const step = worth[system][quantity];
  if (!unit || !step) return value;
  const x = unit.fromSI(value);
  return unit.toSI(Math.round(x / step(x)) * step(x));
}
/** `rough` as it is shown. */
export const showRough = (value: number, quantity: Quantity, system: System): string =>
  show(rough(value, quantity, system), quantity, system);
