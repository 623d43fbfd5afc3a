/**
 * Parts of the interface that are fetched when they are first needed, or before that when the browser is at rest: a page that was opened goes on
 * while its server is away. A part that cannot be fetched is tried again until it can, and what waits for it waits.
 */
type Load<T> = () => Promise<T>;

const known: Load<unknown>[] = [];

/** ms until a part that could not be fetched is tried again. */
const AGAIN = 2000;

/** The same load, which does not give up. */
export function part<T>(load: Load<T>): Load<T> {
  known.push(load);
  return async () => {
    for (;;) {
      try {
        return await load();
      } catch {
        await new Promise((done) => setTimeout(done, AGAIN));
      }
    }
  };
}

/** Fetches every part one after the other; what these bring with them is fetched too. What fails waits until it is needed. */
export async function fetchParts(): Promise<void> {
  // The list grows while it is gone through.
  for (const load of known) await load().catch(() => undefined);
}
