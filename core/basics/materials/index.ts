/** Alloys: what each asks, and which filler joins them. */
export * from './alloys';
export * from './fillers';
