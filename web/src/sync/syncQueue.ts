import { Injectable } from '@angular/core';
import type { Id, Step } from '@pencil-bend/document';
import { newId } from '../state/ids';
import type { ToolState } from '../tools/contract';
import { openSyncDatabase, type QueuedStep } from './syncDatabase';
import { claimWindowName, openWindows } from './windowName';
import type { QueuedBatch } from '../api/batch';

/** What lies in this browser until the server has it: steps that are not kept yet, and the tool in hand. */
@Injectable({ providedIn: 'root' })
export class SyncQueue {
  // A browser may throw at once where it forbids storage.
  private readonly database = Promise.resolve().then(openSyncDatabase);
  private readonly window = claimWindowName(sessionStorageOrNull());

  constructor() {
    // Each use of it says so again; a browser that forbids storage is no error of ours.
    this.database.catch(() => undefined);
  }

  /** Stores steps of this window; the first of them leads to revision `base + 1`. */
  async put(project: Id, base: number, steps: readonly Step[]): Promise<void> {
    const [database, window] = await Promise.all([this.database, this.window]);
    const { store, done } = database.transaction('steps', 'readwrite');
    steps.forEach((step, i) => void store.put({ project, window, revision: base + i + 1, step }));
    await done;
  }

  /** Forgets the steps of this window up to a revision: the server has them. */
  async saved(project: Id, revision: number): Promise<void> {
    const [database, window] = await Promise.all([this.database, this.window]);
    await database.delete('steps', IDBKeyRange.bound([project, window, 0], [project, window, revision]));
  }

  /** What waits for a project: of this window, and of windows that were closed before their steps were kept. */
  async batches(project: Id): Promise<QueuedBatch[]> {
    const [database, own, open] = await Promise.all([this.database, this.window, openWindows()]);
    const rows = await database.getAll('steps', IDBKeyRange.bound([project], [project, []]));
    const windows = new Map<string, QueuedStep[]>();
    for (const row of rows) {
      if (row.window === own || !open?.has(row.window)) {
        windows.set(row.window, [...(windows.get(row.window) ?? []), row]);
      }
    }
    return [...windows].map(([window, steps]) => ({
      project,
      window,
      base: steps[0].revision - 1,
      steps: steps.map(({ step }) => step),
    }));
  }

  /** Puts a batch apart from what this window stores next, until somebody decides about it. */
  async setAside(batch: QueuedBatch): Promise<QueuedBatch> {
    const { project, base, steps } = batch;
    const window = newId();
    const { store, done } = (await this.database).transaction('steps', 'readwrite');
    void store.delete(allOf(batch));
    steps.forEach((step, i) => void store.put({ project, window, revision: base + i + 1, step }));
    await done;
    return { ...batch, window };
  }

  /** Forgets all steps of a window for a project. */
  async drop(of: Pick<QueuedBatch, 'project' | 'window'>): Promise<void> {
    await (await this.database).delete('steps', allOf(of));
  }

  /** Forgets all steps of this window for a project. */
  async dropOwn(project: Id): Promise<void> {
    await this.drop({ project, window: await this.window });
  }

  /** Keeps the tool in hand; null when it is the one that bends. */
  async storeTool(project: Id, state: ToolState | null): Promise<void> {
    const [database, window] = await Promise.all([this.database, this.window]);
    if (state) await database.put('tools', { state, project, window });
    else await database.delete('tools', [project, window]);
  }

  /** The tool that was in hand when this window, or one that is closed now, was last at a project; taken once. */
  async takeTool(project: Id): Promise<ToolState | null> {
    const [database, own, open] = await Promise.all([this.database, this.window, openWindows()]);
    const all = await database.getAll('tools', IDBKeyRange.bound([project], [project, []]));
    const mine = all.find(({ window }) => window === own) ?? all.find(({ window }) => open && !open.has(window));
    if (!mine) return null;
    const { state, window } = mine;
    if (window !== own)
      await Promise.all([this.storeTool(project, state), database.delete('tools', [project, window])]);
    return state;
  }
}

/** In IndexedDB's order an array stands after every number and text. */
const allOf = ({ project, window }: Pick<QueuedBatch, 'project' | 'window'>): IDBKeyRange =>
  IDBKeyRange.bound([project, window], [project, window, []]);

function sessionStorageOrNull(): Storage | null {
  try {
    return window.sessionStorage;
  } catch {
    return null;
  }
}
