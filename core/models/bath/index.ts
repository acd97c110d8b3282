/** Baths of the shop: their limits, their log, and what is to be added. */
export { bathEntryNames, bathEntrySchema, bathNow, bathSchema, toAdd, type Bath, type BathEntry, type BathNow } from './bath';
