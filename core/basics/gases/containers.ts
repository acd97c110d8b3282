/**
 * What gas is bought in: cylinders, bundles and liquid vessels as the trade names them. Volumes and ratings from gas-handling handbooks
 * and CGA data, from memory, medium confidence: what is stamped on the shoulder decides.
 */
import type { Cylinder } from './supply';

export type Container = Pick<Cylinder, 'form' | 'water' | 'rated'> & { id: string; name: string };

const litres = (water: number, bar: number, count = 1): Container => ({
  id: `${count > 1 ? `${count}x` : ''}${water}-${bar}`,
  name: count > 1 ? `Bundle, ${count} x ${water} L, ${bar} bar` : `${water} L, ${bar} bar`,
  form: 'cylinder',
  water: (count * water) / 1000,
  rated: bar * 1e5,
});
const PSI = 6894.757;
/** Named by its content of argon in cubic feet: water volume in litres, rated fill in psi. */
const feet = (content: number, water: number, psi: number): Container => ({
  id: `${content}cf`,
  name: `${content} cu ft, ${psi} psi`,
  form: 'cylinder',
  water: water / 1000,
  rated: psi * PSI,
});
const liquid = (water: number): Container => ({
  id: `liquid-${water}`,
  name: `Liquid vessel, ${water} L`,
  form: 'liquid',
  water: water / 1000,
  rated: 16e5,
});

export const containers: readonly Container[] = [
  litres(10, 200),
  litres(20, 200),
  litres(50, 200),
  litres(50, 300),
  litres(50, 200, 12),
  litres(50, 300, 12),
  litres(50, 200, 16),
  feet(20, 3.9, 2015),
  feet(40, 7.8, 2015),
  feet(60, 11.7, 2015),
  feet(80, 14.1, 2216),
  feet(125, 22.1, 2216),
  feet(150, 26.5, 2216),
  feet(250, 44.1, 2216),
  feet(300, 44.6, 2640),
  feet(336, 49, 2640),
  liquid(160),
  liquid(180),
  liquid(230),
];
