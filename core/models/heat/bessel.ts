/** Modified Bessel function of the second kind, order nought: Abramowitz and Stegun 9.8.5 and 9.8.6, to 2e-7. */

/** e^x K0(x), x > 0: with the exponent outside, a sum of two can be taken before either overflows. */
export function scaledK0(x: number): number {
  if (x <= 2) {
    const y = (x * x) / 4;
    const z = (x / 3.75) ** 2;
    const i0 = 1 + z * (3.5156229 + z * (3.0899424 + z * (1.2067492 + z * (0.2659732 + z * (0.0360768 + z * 0.0045813)))));
    const k0 =
      -Math.log(x / 2) * i0 -
      0.57721566 +
      y * (0.4227842 + y * (0.23069756 + y * (0.0348859 + y * (0.00262698 + y * (0.0001075 + y * 0.0000074)))));
    return Math.exp(x) * k0;
  }
  const y = 2 / x;
  return (
    (1.25331414 + y * (-0.07832358 + y * (0.02189568 + y * (-0.01062446 + y * (0.00587872 + y * (-0.0025154 + y * 0.00053208)))))) /
    Math.sqrt(x)
  );
}
