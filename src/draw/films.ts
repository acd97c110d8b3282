import { isTitanium, type AlloyId } from '../../core/basics/materials';
import type { Film } from '../../core/models/tint';

/** The films that colour an alloy inside (purged) and outside. */
export const filmsOf = (alloy: AlloyId): { id: Film; od: Film } =>
  isTitanium(alloy) ? { id: 'titanium', od: 'titanium' } : { id: 'steel-id', od: 'steel-od' };
