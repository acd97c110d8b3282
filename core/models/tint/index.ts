/** Tint: the colour of thin oxide on metal, in computed colours and in words. */
export { bandAt, bandHex, bandNames, bandRange, bandSchema, bandsOf, bandStarts, filmBands, wordAt, type Band } from './bands';
export { adapt, D65_WHITE, decode, encode, hex, lch, linearOf, oklab, srgb, xyzOf } from './colour';
export { filmsOf, reflectance, stackAt, stackOf, tintHex, tintXYZ, type Film, type Stack } from './film';
export { grownFilm, parabolic, parabolicTitanium, sherwood, streamReynolds, transferRate, TRANSIENT, type PurgeStream } from './growth';
export { d65, observer, tristimulus, wavelengths, type Triple } from './light';
export { locusOf, THICKEST, type Locus } from './locus';
