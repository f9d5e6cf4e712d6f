/** @jest-environment node */
import '../tools/otherTools';
import { toolOf } from '../tools/table';
import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { type Step, titleOf } from '@pencil-bend/document';
import { SyncQueue } from './syncQueue';

const step = (id: string): Step => ({
  id,
  kind: 'do',
  of: null,
  title: { command: 'earlier', text: id },
  time: '',
  patch: [],
  inverse: [],
});
const names = (steps: readonly Step[]) => steps.map(({ title }) => titleOf(title));

/** A browser with several windows: each has its own session storage, all share locks and IndexedDB. */
class Browser {
  private readonly held = new Set<string>();
  private readonly sessions = new Map<string, Map<string, string>>();
  private readonly waiting = new Map<AbortController, number>();

  constructor() {
    jest.spyOn(AbortSignal, 'timeout').mockImplementation((ms) => {
      const controller = new AbortController();
      this.waiting.set(controller, ms);
      return controller.signal;
    });
  }

  /** A new page in a window; `session` names the window's storage. */
  page(session: string): SyncQueue {
    const stored = this.sessions.get(session) ?? new Map<string, string>();
    this.sessions.set(session, stored);
    const sessionStorage = {
      getItem: (key: string) => stored.get(key) ?? null,
      setItem: (key: string, value: string) => stored.set(key, value),
    };
    const request = async (name: string, { signal }: { signal: AbortSignal }, work: () => Promise<void>) => {
      while (this.held.has(name)) {
        signal.throwIfAborted();
        await new Promise(setImmediate);
      }
      this.held.add(name);
      await work();
    };
    const query = () => Promise.resolve({ held: [...this.held].map((name) => ({ name })) });
    Object.defineProperty(globalThis, 'window', { value: { sessionStorage }, configurable: true });
    Object.defineProperty(globalThis, 'navigator', { value: { locks: { request, query } }, configurable: true });
    return new SyncQueue();
  }

  close(): void {
    this.held.clear();
  }

  /** What waited for less is given up. */
  afterSeconds(seconds: number): void {
    for (const [controller, ms] of this.waiting) if (ms <= 1000 * seconds) controller.abort();
  }
}

let browser: Browser;
beforeEach(() => {
  jest.restoreAllMocks();
  globalThis.indexedDB = new IDBFactory();
  browser = new Browser();
});

describe('waiting steps', () => {
  it('come back in order after a reload, each with the revision it was made on', async () => {
    const before = browser.page('one');
    await before.put('kettle', 4, [step('a'), step('b')]);
    await before.put('kettle', 6, [step('c')]);
    await before.put('other', 0, [step('x')]);
    browser.close();
    const [batch, ...more] = await browser.page('one').batches('kettle');
    expect(more).toEqual([]);
    expect(batch.base).toBe(4);
    expect(names(batch.steps)).toEqual(['a', 'b', 'c']);
  });

  it('are forgotten as far as the server has them', async () => {
    const page = browser.page('one');
    await page.put('kettle', 4, [step('a'), step('b'), step('c')]);
    await page.saved('kettle', 6);
    const [{ base, steps }] = await page.batches('kettle');
    expect([base, names(steps)]).toEqual([6, ['c']]);
    await page.saved('kettle', 7);
    expect(await page.batches('kettle')).toEqual([]);
  });

  it('of a window that is open are its own; of one that was closed they are found by the next', async () => {
    await browser.page('one').put('kettle', 0, [step('a')]);
    const two = browser.page('two');
    expect(await two.batches('kettle')).toEqual([]);
    browser.close();
    const three = browser.page('three');
    const [batch] = await three.batches('kettle');
    expect(names(batch.steps)).toEqual(['a']);
    await three.drop(batch);
    expect(await three.batches('kettle')).toEqual([]);
  });

  it('a duplicated window has a name of its own', async () => {
    const one = browser.page('same');
    await one.put('kettle', 0, [step('a')]);
    // The duplicate gets a copy of the session storage while the first window holds its name.
    const duplicate = browser.page('same');
    browser.afterSeconds(1);
    await duplicate.put('kettle', 0, [step('b')]);
    expect((await one.batches('kettle')).flatMap(({ steps }) => names(steps))).toEqual(['a']);
    expect((await duplicate.batches('kettle')).flatMap(({ steps }) => names(steps))).toEqual(['b']);
  });

  it('a reloaded window keeps its name, however long the page before it takes to go', async () => {
    await browser.page('one').put('kettle', 0, [step('a')]);
    jest.spyOn(performance, 'getEntriesByType').mockReturnValue([{ type: 'reload' } as PerformanceNavigationTiming]);
    const batches = browser.page('one').batches('kettle');
    browser.afterSeconds(3);
    await new Promise(setImmediate);
    browser.close();
    expect((await batches).flatMap(({ steps }) => names(steps))).toEqual(['a']);
  });

  it('set aside, they are not touched by what this window stores and forgets afterwards', async () => {
    const page = browser.page('one');
    await page.put('kettle', 4, [step('late'), step('later')]);
    const aside = await page.setAside((await page.batches('kettle'))[0]);
    await page.put('kettle', 5, [step('new')]);
    await page.saved('kettle', 6);
    const left = await page.batches('kettle');
    expect(left).toEqual([aside]);
    expect(names(left[0].steps)).toEqual(['late', 'later']);
    await page.dropOwn('kettle');
    expect(await page.batches('kettle')).toHaveLength(1);
  });
});

describe('the tool in hand', () => {
  const drawing = { ...toolOf('through').start({}), places: [{ at: [1, 2, 0] as const, on: null, caught: null }] };

  it('comes back after a reload, with what it has placed', async () => {
    await browser.page('one').storeTool('kettle', drawing);
    browser.close();
    const page = browser.page('one');
    expect(await page.takeTool('kettle')).toEqual(drawing);
    await page.storeTool('kettle', null);
    expect(await page.takeTool('kettle')).toBeNull();
  });

  it('of an open window stays there; of a closed one it is taken once', async () => {
    await browser.page('one').storeTool('kettle', drawing);
    expect(await browser.page('two').takeTool('kettle')).toBeNull();
    browser.close();
    expect(await browser.page('three').takeTool('kettle')).toEqual(drawing);
    expect(await browser.page('four').takeTool('kettle')).toBeNull();
  });
});
