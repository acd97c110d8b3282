/** Parts that can be put on an end of the spool, and ways a spool often lies. */
import type { PartKind, Wish } from '../../../core/basics/spool';

export type Offer = { id: string; label: string; kind: Exclude<PartKind, 'jacket'>; wish: Wish };
export const offers: readonly Offer[] = [
  { id: 'straight', label: 'Straight', kind: 'straight', wish: {} },
  { id: 'elbow', label: 'Elbow 90', kind: 'elbow', wish: { angle: 90 } },
  { id: 'bend', label: 'Elbow 45', kind: 'elbow', wish: { angle: 45 } },
  { id: 'tee', label: 'Tee', kind: 'tee', wish: {} },
  { id: 'nipple', label: 'Nipple', kind: 'nipple', wish: {} },
  { id: 'reducer', label: 'Reducer', kind: 'reducer', wish: {} },
  { id: 'ferrule', label: 'Ferrule', kind: 'ferrule', wish: {} },
  { id: 'vessel', label: 'Vessel', kind: 'vessel', wish: {} },
  { id: 'cap', label: 'Cap', kind: 'cap', wish: {} },
];

export const templates: readonly { id: string; label: string; list: string }[] = [
  { id: 'straight', label: 'Two straights', list: '300 mm, weld, 300 mm' },
  { id: 'elbow', label: 'Straight and elbow', list: '400 mm, weld, elbow up, 300 mm' },
  { id: 'two-elbows', label: 'Offset, two elbows', list: '400 mm, weld, elbow up, 300 mm, elbow right, 300 mm' },
  { id: 'tee', label: 'Tee with a branch', list: '300 mm, weld, tee up [150 mm], 300 mm' },
  { id: 'nipple', label: 'Side nipple', list: '400 mm, weld, nipple up, 400 mm' },
  { id: 'ferrules', label: 'Ferrule to ferrule', list: 'ferrule, weld, 300 mm, ferrule' },
  { id: 'reducer', label: 'Reducer', list: '300 mm, weld, reducer, 300 mm' },
  { id: 'jacket', label: 'Jacketed tube', list: '200 mm, weld, 600 mm, jacket, 200 mm' },
  { id: 'riser', label: 'Standing on end', list: '400 mm, weld, 400 mm' },
];
