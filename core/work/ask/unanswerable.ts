/** A question that cannot be asked like this: the field it lies in, and what to do. */
export class Unanswerable extends Error {
  constructor(
    readonly at: string,
    text: string,
  ) {
    super(text);
  }
}
