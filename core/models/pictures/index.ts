/** Picture files and what is marked on them: a file without the place it was taken at, its print, the clock in it. */
export { arcsOfLines, hourIn, type ClockMark } from './clock';
export { type Exif } from './exif';
export { plainPicture, type Plain } from './plain';
export { NEARLY, printOf, printsApart } from './print';
