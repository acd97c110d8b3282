/** A file travels in pieces, so that a cut connection costs one of them and not the whole. */

/** Bytes of a piece; the last has what is left. */
export const PIECE = 256 * 1024;
export const piecesOf = (bytes: number): number => Math.ceil(bytes / PIECE);
