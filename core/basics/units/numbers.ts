/** Numbers as the trade writes them: decimals with point or comma, fractions, mixed fractions. */

/** Longer than anything that is typed into a field: such a text is nothing of ours, and no pattern is laid on it. */
export const TOO_LONG = 200;

/**
 * @returns the number, or null when the text is none ("1-1/2" is 1.5, "5/32" is 0.15625, "0,5" is 0.5).
 */
export function parseNumber(text: string): number | null {
  if (text.length > TOO_LONG) return null;
  const t = text.trim().replace(/\s+/g, ' ');
  const mixed = /^([+-]?)(?:(\d+)[ -])?(\d+)\s*\/\s*(\d+)$/.exec(t);
  if (mixed) {
    const [, sign, whole, top, bottom] = mixed;
    if (Number(bottom) === 0) return null;
    return (sign === '-' ? -1 : 1) * (Number(whole ?? 0) + Number(top) / Number(bottom));
  }
  // A comma is a decimal comma, unless it parts thousands: "1,000" is refused rather than guessed. Nothing is parted after a nought.
  if (/^[+-]?[1-9]\d{0,2}(,\d{3})+$/.test(t)) return null;
  const decimal = /^[+-]?(\d+([.,]\d*)?|[.,]\d+)$/.exec(t);
  return decimal ? Number(t.replace(',', '.')) : null;
}

/** One of the last digit of a number as it is written: 0.01 for "0.00", 1 for "20", 1/64 for "5/64". */
export function lastDigit(text: string): number {
  const bottom = /\/\s*(\d+)$/.exec(text.trim())?.[1];
  if (bottom !== undefined) return 1 / Number(bottom);
  return 10 ** -(/[.,](\d*)$/.exec(text.trim())?.[1]?.length ?? 0);
}

const gcd = (a: number, b: number): number => (b ? gcd(b, a % b) : a);

/**
 * Inches as a fraction when the value lies on a 64th (within a thousandth of an inch) and below 4 in.
 * @returns "1-1/2", "5/32", "3", or null when a decimal says it better
 */
export function formatFraction(inches: number): string | null {
  if (inches < 0 || inches > 4 + 1e-9) return null;
  const parts = Math.round(inches * 64);
  if (Math.abs(parts / 64 - inches) > 5e-4) return null;
  if (parts === 0) return inches < 1e-6 ? '0' : null;
  const whole = Math.floor(parts / 64);
  const rest = parts % 64;
  if (rest === 0) return String(whole);
  const d = gcd(rest, 64);
  const fraction = `${rest / d}/${64 / d}`;
  return whole ? `${whole}-${fraction}` : fraction;
}
