/** Four Gauss points of a panel from -1 to 1, and their weights (Abramowitz and Stegun table 25.4). */
export const GAUSS: readonly (readonly [at: number, weight: number])[] = [
  [-0.8611363115940526, 0.3478548451374538],
  [-0.3399810435848563, 0.6521451548625461],
  [0.3399810435848563, 0.6521451548625461],
  [0.8611363115940526, 0.3478548451374538],
];
