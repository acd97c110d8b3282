/** Is a purge needed at all? */
export { type Backing, backingNames, type NeedOption, needOptions } from './need';
