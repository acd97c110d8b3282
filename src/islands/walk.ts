/** The walk of a first weld on this device: offered once, left at any point, and never back uninvited. */
import { keep, kept } from './kept';

const KEY = 'sentrel_walk';
const LEFT = 'left';

/** The weld that is walked; null when none is. */
export const walked = (): string | null => (kept(KEY) === LEFT ? null : kept(KEY) || null);
/** Has it been neither taken nor declined on this device? */
export const isNew = (): boolean => !kept(KEY);
export const walk = (weld: string): void => keep(KEY, weld);
export const leave = (): void => keep(KEY, LEFT);
