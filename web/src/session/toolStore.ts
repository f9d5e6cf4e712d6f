import { inject, Injectable } from '@angular/core';
import type { Id } from '@pencil-bend/document';
import { SyncQueue } from '../sync/syncQueue';
import type { ToolState } from '../tools/contract';

/** The tool in hand outlives a reload, with what it has placed. */
@Injectable()
export class ToolStore {
  private readonly queue = inject(SyncQueue);
  private kept: ToolState | null = null;

  /** Keeps what of a tool's state outlives a reload; null for nothing. As long as only the pointer moves it is the same. */
  keep(project: Id, state: ToolState | null): void {
    if (isSame(this.kept, state)) return;
    this.kept = state;
    // Storage that fails is said when a change of the drawing is to be stored.
    void this.queue.storeTool(project, state).catch(() => undefined);
  }

  /** The tool that was in hand when the window was left; null for none. */
  async take(project: Id): Promise<ToolState | null> {
    const state = await this.queue.takeTool(project).catch(() => null);
    if (state) this.kept = state;
    return state;
  }
}

/** Whether all members are the same. */
function isSame(a: ToolState | null, b: ToolState | null): boolean {
  if (a === null || b === null) return a === b;
  const [before, now] = [a, b].map((state) => Object.entries(state));
  return (
    before.length === now.length && now.every(([name, value], i) => before[i][0] === name && before[i][1] === value)
  );
}
