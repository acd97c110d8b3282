/** Is a purge needed at all? */
export { type Backing, backingNames, backingSchema, type NeedOption, needOptions } from './need';
