/** Work that many ask for at once is done once for all of them. */

/**
 * Whoever asks gets an answer whose work began after the question, so that it holds everything written before it: those who ask while one is being worked out
 * share the next.
 */
export function shared<T>(work: () => Promise<T>): () => Promise<T> {
  let running: Promise<T> | undefined;
  let next: Promise<T> | undefined;
  const start = (): Promise<T> => {
    const begun = work().finally(() => {
      if (running === begun) running = undefined;
    });
    running = begun;
    return begun;
  };
  return () => {
    if (running === undefined) return start();
    next ??= running
      .then(
        () => undefined,
        () => undefined,
      )
      .then(() => {
        next = undefined;
        return start();
      });
    return next;
  };
}
