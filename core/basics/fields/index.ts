/** Fields as data, forms as tables of them. */
export type { Field, Limit, Option, QuantityShape, Read, Shape, Typed, TypedForm } from './field';
export {
  beyond,
  choice,
  day,
  emptyOf,
  flag,
  hour,
  like,
  moment,
  number,
  optional,
  place,
  quantity,
  ref,
  several,
  when,
  words,
  type QuantityField,
} from './kinds';
export { readForm, readSoFar, writeForm, type Across, type Table, type Values } from './form';
export { within } from './schema';
export { spanExample, spanOf, spanText, type Span } from './span';
