/**
 * What the hose itself lets in: oxygen and water through its wall, q = P A_lm dp / wall. Permeabilities from memory, good
 * to a factor of two or three; worked for a 6 x 10 mm hose of 10 m at 8 L/min and 50 % humidity, and in
 * proportion to length over flow (the ratio of the diameters decides, not the bore).
 */
import type { HoseMaterial } from './setup';

/** ppm of oxygen and of water for 10 m at 8 L/min */
const through: Record<HoseMaterial, [number, number]> = {
  silicone: [88, 325],
  'natural-rubber': [3.5, 19],
  epdm: [3, 16],
  pvc: [0.3, 5],
  polyurethane: [0.4, 24],
  ptfe: [0.7, 0.1],
  polyamide: [0.01, 1.6],
};
export const hoseNames: Record<HoseMaterial, string> = {
  silicone: 'silicone',
  'natural-rubber': 'natural rubber',
  epdm: 'EPDM',
  pvc: 'plasticised PVC',
  polyurethane: 'polyurethane',
  ptfe: 'PTFE',
  polyamide: 'polyamide',
};

/** Oxygen and water, ppm by volume, that a hose adds at a flow (m³/s). */
export function hoseBrings(material: HoseMaterial, length: number, flow: number): { oxygen: number; water: number } {
  if (flow <= 0) return { oxygen: 0, water: 0 };
  const share = (length / 10) * (8e-3 / 60 / flow);
  const [oxygen, water] = through[material];
  return { oxygen: oxygen * share, water: water * share };
}
