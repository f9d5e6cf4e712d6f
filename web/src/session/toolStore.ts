import { inject, Injectable } from '@angular/core';
import type { Id } from '@pencil-bend/document';
import { idle } from '../tools/select/select';
import type { ToolState } from '../tools/contract';
import { Waiting } from '../sync/syncQueue';

/** What of a tool's state outlives a reload: what was placed, not where the pointer is. Null for bending. */
function lasting(state: ToolState): ToolState | null {
  switch (state.tool) {
    case 'bend':
      return null;
    case 'insert':
      return { ...state, aim: null };
    case 'lay':
      return { ...state, pointer: null, closing: false };
    case 'bezier':
      return { ...state, pointer: null, closing: false, grabbed: null };
    case 'freehand':
      return state.phase === 'drawing' ? { ...state, phase: 'settling' } : state;
  }
}

/** What was placed, by identity: the same as long as only the pointer moves. */
const content = (state: ToolState): readonly unknown[] => [
  state.tool,
  'laying' in state && state.laying,
  'places' in state && state.places,
  'anchors' in state && state.anchors,
  'stroke' in state && state.phase !== 'drawing' && state.stroke,
  'options' in state && state.options,
];

/** The tool in hand outlives a reload, with what it has placed. */
@Injectable()
export class ToolKeeper {
  private readonly waiting = inject(Waiting);
  private kept: ToolState = idle;

  keep(project: Id, state: ToolState): void {
    const before = content(this.kept);
    if (content(state).every((each, i) => each === before[i])) return;
    this.kept = state;
    // Storage that fails is said when a change of the drawing is to be stored.
    void this.waiting.keepTool(project, lasting(state)).catch(() => undefined);
  }

  /** The tool that was in hand when the window was left; null for none. */
  async take(project: Id): Promise<ToolState | null> {
    const state = await this.waiting.takeTool(project).catch(() => null);
    if (state) this.kept = state;
    return state;
  }
}
