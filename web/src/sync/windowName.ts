import { newId } from '../state/ids';

const KEY = 'pencil-bend-window';
const lockOf = (name: string): string => `pencil-bend window ${name}`;

/** How long the page before this one may take to let go of the name; a duplicated window never does. */
const LET_GO_MS = 1000;
/** Of a reloaded page the one before is certain to go, however busy the machine is. */
const RELOADED_MS = 20_000;

/** Locks are missing where the browser does not trust the address; then every other window may be open. */
const locks = (): LockManager | undefined => (navigator as Partial<Navigator>).locks;

/**
 * The name of this window: the same after a reload, another in a duplicated window. It is held as a lock, so that
 * other windows can tell whether this one is still open (Web Locks API, w3.org/TR/web-locks).
 */
export async function claimWindowName(storage: Storage | null): Promise<string> {
  const known = storage?.getItem(KEY);
  if (known && (await hold(known))) return known;
  const fresh = newId();
  await hold(fresh);
  storage?.setItem(KEY, fresh);
  return fresh;
}

/** Names of windows that are open now; null when that cannot be told. */
export async function openWindows(): Promise<ReadonlySet<string> | null> {
  const held = (await locks()?.query())?.held;
  const prefix = lockOf('');
  return held ? new Set(held.flatMap(({ name }) => (name?.startsWith(prefix) ? name.slice(prefix.length) : []))) : null;
}

/** Holds a name until the window is closed; false when another window has it. */
function hold(name: string): Promise<boolean> {
  const manager = locks();
  if (!manager) return Promise.resolve(true);
  const patience = wasReloaded() ? RELOADED_MS : LET_GO_MS;
  return new Promise((resolve) => {
    const held = () => {
      resolve(true);
      return new Promise<never>(() => undefined);
    };
    manager.request(lockOf(name), { signal: AbortSignal.timeout(patience) }, held).catch(() => resolve(false));
  });
}

const wasReloaded = (): boolean =>
  performance.getEntriesByType('navigation').some((entry) => (entry as PerformanceNavigationTiming).type === 'reload');
