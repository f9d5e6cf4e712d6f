/** So long at most until the main thread has nothing else to do: a sheet of many curves is drawn in several frames. */
const BUSY_MS = 10_000;

/** Does something when the main thread has nothing to do, in a browser that tells; returns what takes it back. */
export function whenIdle(then: () => void): () => void {
  if (typeof requestIdleCallback !== 'function') {
    then();
    return () => undefined;
  }
  const asked = requestIdleCallback(then, { timeout: BUSY_MS });
  return () => cancelIdleCallback(asked);
}
