/** How a joint is welded against figures from outside: worked heat inputs, geometry of a turn, the trade's amps, a pulse by arithmetic. */
import { describe, expect, it } from 'vitest';
import { ROUND } from '../../core/basics/seam';
import { findSize, type Size } from '../../core/basics/sizes';
import { startingAmps, turnOf } from '../../core/models/heat';
import { grossHeat, heatByModel, meanOf, passAmps, secondsRound, sharesOf, travelRound, turnsAMinute } from '../../core/models/passes';

const INCH = 0.0254;
const ipm = (x: number) => (x * INCH) / 60;

describe('heat as procedures count it', () => {
  // EN ISO/TR 17671-1 and ASME IX QW-409.1 multiply the same three figures; the worked pairs are arithmetic.
  it.each([
    [10, 60, 100, 0.36],
    [12, 100, 80, 0.9],
  ])('%d V, %d A at %d mm/min is %d kJ/mm', (volts, amps, mmPerMin, kJ) =>
    expect(grossHeat(volts, amps, mmPerMin / 60_000) / 1e6).toBeCloseTo(kJ, 9),
  );
  it('by the volts of the arc itself it lies within a volt of a hand-held meter: 60 A at 1.5 mm is 8.4 to 10.4 V (a judgement, from memory)', () => {
    const volts = heatByModel(60, 1e-3, 1.5e-3) / (60 / 1e-3);
    expect(volts).toBeGreaterThan(8.4);
    expect(volts).toBeLessThan(10.4);
  });
});

describe('a turn', () => {
  it('3 in tube at 6 in/min takes 92 s, by geometry', () => {
    const { od, wall } = findSize('inch-tube', '3') as Size;
    const seam = turnOf(od, wall);
    expect(secondsRound(seam, ipm(6))).toBeCloseTo((Math.PI * (76.2 - 1.65)) / 2.54, 0);
    expect(travelRound(seam, secondsRound(seam, ipm(6)))).toBeCloseTo(ipm(6), 12);
  });
  // A head is timed over the outside of the tube: rpm = v / (pi OD), handbook.
  it('2 in tube at 4 in/min is 0.64 rpm', () => expect(turnsAMinute(ipm(4), 2 * INCH)).toBeCloseTo(4 / (Math.PI * 2), 6));
});

describe('amps', () => {
  it('a pulse of 52 A peak, half the time at peak, a fifth of it between, means 31 A', () =>
    expect(meanOf({ peak: 52, on: 0.5, background: 0.2 })).toBeCloseTo(31.2, 9));
  // Common practice, no source: 55 to 65 A on 3 in x 0.065 in is for about 8 in/min; our rule is for 4 and says less, its top half of that or more.
  it("the trade's 60 A on 0.065 in lies above the range for a slow hand, and below 1 A for each thousandth", () => {
    const { high } = startingAmps(0.065 * INCH);
    expect(high).toBeLessThan(60);
    expect(high).toBeGreaterThan(0.6 * 60);
    expect(60).toBeLessThan(65);
  });
  it.each([
    // Common practice, no source.
    ['root', 7.11e-3, 90, 120],
    ['hot', 10.3e-3, 160, 170],
  ] as const)('%s on heavy pipe holds the trade: %d m, %d to %d A', (pass, wall, low, high) => {
    const f = passAmps(pass, 'tig', { wall, opened: true });
    expect(f.low).toBeLessThanOrEqual(low);
    expect(f.high).toBeGreaterThanOrEqual(high);
    expect(f.source).not.toBe('');
  });
  it('stick by its core, and none for wire: nothing is made up', () => {
    // Makers' leaflets for 1/8 in (3.2 mm) 316L electrodes, from memory: 75 to 110 A and about.
    const f = passAmps('fill', 'stick', { wall: 10e-3, opened: true }, 3.2e-3);
    expect([f.low, f.high]).toEqual([75, 115]);
    expect(passAmps('fill', 'stick', { wall: 10e-3, opened: true }).value).toBeNull();
    expect(passAmps('fill', 'wire', { wall: 10e-3, opened: true }).value).toBeNull();
  });
});

// Own heat of a turn, 316L, per cent of the start power at 90, 180, 270 and 360 degrees: by other code from the same formulas. It holds the arithmetic, not the physics.
describe('current round a turned tube', () => {
  it.each([
    [12.7, 1.24, 5, 29, [100, 99, 93, 82]],
    [76.2, 1.65, 8, 55, [100, 100, 100, 94]],
  ])('%d x %d mm at %d in/min', (od, wall, speed, amps, wanted) => {
    const shares = sharesOf(
      { alloy: '316L', wall: wall / 1000, od: od / 1000, travel: ipm(speed), amps, arcLength: 1.5e-3 },
      'round',
      12,
      ROUND,
      { hold: 'turned', axis: 'level', counter: false },
    );
    shares.forEach((l, i) => expect(Math.abs(100 * l.share - (wanted[i] ?? 0))).toBeLessThan(3));
  });
});
