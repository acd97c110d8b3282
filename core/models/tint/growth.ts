/**
 * How thick the film grows while hot metal sees a little oxygen: transfer through the gas and diffusion through the oxide in series,
 * dx/dt = 1/(1/r_g + 2x/k), the linear-parabolic law (Deal and Grove, J. Appl. Phys. 36, 1965). It ranks settings and gives a range of about three
 * words; one word it does not give (docs/physics.md). Growth below some 400 °C follows another law and is not in it.
 */
const R = 8.314462618;
const kelvin = (celsius: number): number => celsius + 273.15;

/** Steady Cr2O3 on 304/316, nm²/s at 1000 °C: 3e-12 g² cm⁻⁴ s⁻¹ with 6.08 µm of oxide to a mg/cm² of oxygen; E in J/mol. From memory, threefold either way. */
const AT_1000 = 110.8;
const ACTIVATION = 230_000;
/** In its first minute the film is a mixed oxide and grows so much faster (calibrated on the trade's oxygen series, not a finding). */
export const TRANSIENT = 30;

/** Parabolic constant k of x² = k t, nm²/s, at so many °C. */
export const parabolic = (celsius: number, transient = TRANSIENT): number =>
  transient * AT_1000 * Math.exp((-ACTIVATION / R) * (1 / kelvin(celsius) - 1 / kelvin(1000)));

/**
 * The same for titanium's oxide, nm²/s: 1e-11 cm²/s at 800 °C, E 200 kJ/mol, from memory and tenfold either way. Some of what grows dissolves in
 * the metal: on the hottest it is less.
 */
export const parabolicTitanium = (celsius: number): number => 1000 * Math.exp((-200_000 / R) * (1 / kelvin(celsius) - 1 / kelvin(800)));

/** Oxide from a mole of oxygen, m³: between Cr2O3 (19.45e-6), Fe2O3 (20.3e-6) and spinel (22e-6). */
const OXIDE_VOLUME = 20.5e-6;
/** Oxygen in argon, m²/s at 293 K, growing as T^1.75 (Fuller's exponent; from memory). */
const DIFFUSIVITY = 0.19e-4;
/** Argon at 293 K: kinematic viscosity, m²/s. */
const VISCOSITY = 1.34e-5;

export interface PurgeStream {
  /** Oxygen in the gas at the joint, share. */
  oxygen: number;
  /** Bore, m. */
  bore: number;
  /** Gas, m³/s at 20 °C and 1 atm. */
  flow: number;
  /** Length of hot wall the gas passes, m. */
  hot?: number;
}

/** Sherwood number of a laminar stream over a hot stretch: (3.66³ + 1.62³ Gz)^(1/3), Gz = Re Sc d/L (Hausen's and Lévêque's limits). */
export function sherwood({ bore, flow, hot = 0.02 }: Omit<PurgeStream, 'oxygen'>): number {
  const speed = flow / ((Math.PI / 4) * bore ** 2);
  const graetz = ((speed * bore) / DIFFUSIVITY) * (bore / hot);
  return Math.cbrt(3.66 ** 3 + 1.62 ** 3 * graetz);
}

/** Reynolds number of the stream as it comes in. */
export const streamReynolds = ({ bore, flow }: Omit<PurgeStream, 'oxygen'>): number =>
  (flow / ((Math.PI / 4) * bore ** 2)) * (bore / VISCOSITY);

/** Fastest the gas can bring oxygen to a wall of so many °C, as oxide, nm/s. */
export function transferRate(stream: PurgeStream, celsius: number): number {
  const film = (kelvin(celsius) + 300) / 2;
  const diffusivity = DIFFUSIVITY * (film / 293) ** 1.75;
  const concentration = (101_325 * stream.oxygen) / (R * film);
  return ((sherwood(stream) * diffusivity) / stream.bore) * concentration * OXIDE_VOLUME * 1e9;
}

/**
 * Film after a thermal cycle, nm. `at` gives °C at a moment (s), `until` the end, `start` the film there is already (nm). Each step is the closed
 * form at its middle temperature, so that no step is too long to be stable.
 * @param constant k of x² = k t at so many °C, nm²/s
 */
export function grownFilm(
  at: (seconds: number) => number,
  until: number,
  rate: (celsius: number) => number,
  { start = 2, steps = 400, constant = parabolic }: { start?: number; steps?: number; constant?: (celsius: number) => number } = {},
): number {
  const dt = until / steps;
  let x = start;
  for (let i = 0; i < steps; i++) {
    const celsius = at((i + 0.5) * dt);
    const [k, g] = [constant(celsius), rate(celsius)];
    if (g <= 0 || k <= 0) continue;
    // x²/k + x/g = x0²/k + x0/g + dt
    const b = k / g;
    x = (-b + Math.sqrt(b * b + 4 * (x * x + b * x + k * dt))) / 2;
  }
  return x;
}
