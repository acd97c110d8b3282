/**
 * One answer for all who ask alike: whoever asks while a look at the database goes on shares the one after it, which has seen
 * everything that happened before they asked.
 */
export function sharing<Q, A>(look: (question: Q) => Promise<A>): (question: Q) => Promise<A> {
  const running = new Map<string, Promise<A>>();
  const next = new Map<string, Promise<A>>();
  const begin = (key: string, question: Q): Promise<A> => {
    const one = look(question).finally(() => {
      if (running.get(key) === one) running.delete(key);
    });
    running.set(key, one);
    return one;
  };
  return (question) => {
    const key = JSON.stringify(question);
    const now = running.get(key);
    if (!now) return begin(key, question);
    const waits =
      next.get(key) ??
      now
        .catch(() => undefined)
        .then(() => {
          next.delete(key);
          return begin(key, question);
        });
    next.set(key, waits);
    return waits;
  };
}
