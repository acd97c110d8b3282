/** Tint: the colour of thin oxide on metal, in computed colours and in words. */
export { bandAt, bandHex, bandNames, bandRange, bandSchema, bandsOf, filmBands, type Band } from './bands';
export { adapt, D65_WHITE, hex, srgb } from './colour';
export { filmsOf, reflectance, stackAt, tintHex, tintXYZ, type Film } from './film';
export { d65, observer, tristimulus, wavelengths, type Triple } from './light';
