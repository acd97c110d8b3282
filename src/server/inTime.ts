/** Whatever is asked of the database is answered within this, or said to be late, ms. */
const DEADLINE = 5000;

export class Late extends Error {}

/** @throws Late when the answer is not there in time; nobody waits then for how it ends */
export function inTime<T>(answer: Promise<T>): Promise<T> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_, fail) => {
    timer = setTimeout(() => fail(new Late()), DEADLINE);
  });
  answer.catch(() => undefined);
  return Promise.race([answer, late]).finally(() => clearTimeout(timer));
}
