import { FRONT, type Vector3 } from '@pencil-bend/core';
import {
  fitRecipe,
  type Project,
  type Recipe,
  type Handle,
  NOTHING,
  type Selection,
  handlesOn,
  plainRecipe,
} from '@pencil-bend/document';
import { RESTING_TOOL, type ToolName } from './catalogue';
import './otherTools';
import { toolOf } from './table';
import type {
  Effects,
  LocatedHandle,
  Hit,
  Options,
  PointerInput,
  Preview,
  Prompt,
  ToolContext,
  ToolInput,
  ToolState,
} from './contract';
import { step } from './hand';

/** A curve through four points, p1 to p4. */
export const ARCH = fitRecipe(
  (
    [
      [0, 0, 0],
      [10, 5, 0],
      [30, 5, 0],
      [40, 0, 0],
    ] as const
  ).map((at, i) => ({ id: `p${i + 1}`, at })),
  false,
);

/** What the tools' specs share: a context with counted ids in which 'c' is a curve beside those of the project, and inputs. */
export function toolContext(
  selection: Selection = NOTHING,
  recipe: Recipe = ARCH,
  project: Project | null = null,
): ToolContext {
  let serial = 0;
  return {
    selection,
    project,
    picture: null,
    recipeOf: (id) => {
      const item = project && Object.hasOwn(project.items, id) ? project.items[id] : null;
      if (item?.kind === 'curve') return plainRecipe(project as Project, item);
      return id === 'c' ? recipe : null;
    },
    tolerance: 0.01,
    view: FRONT,
    normal: [0, 0, 1],
    layer: 'sheet',
    plane: 'front',
    newId: () => `id${++serial}`,
  };
}

export const selected = (...handles: readonly Handle[]): Selection => handlesOn('c', handles);

/** A handle of the curve as what lies under the pointer. */
export const handleAt = (
  handle: Handle,
  x: number,
  y: number,
  stem?: Vector3,
): Hit & { readonly located: LocatedHandle } => ({
  kind: 'handle',
  item: 'c',
  located: { handle, at: [x, y, 0], ...(stem && { stem }) },
});

export const pointer = (
  type: PointerInput['type'],
  x: number,
  y: number,
  hits: Hit | readonly Hit[] | null = null,
  more: Partial<PointerInput> = {},
): PointerInput => ({
  type,
  at: [x, y, 0] as Vector3,
  hits: hits === null ? [] : Array.isArray(hits) ? (hits as readonly Hit[]) : [hits as Hit],
  reach: 1,
  ...more,
});

export const key = (name: 'Enter' | 'Escape' | 'Backspace' | 'Delete'): ToolInput => ({ type: 'key', key: name });

/** Feeds inputs one after the other; answers the last transition with every command on the way. */
export function play(state: ToolState, context: ToolContext, ...inputs: readonly ToolInput[]) {
  const calls: NonNullable<Effects['call']>[] = [];
  let last: Effects & { readonly state: ToolState } = { state };
  for (const input of inputs) {
    last = step(last.state, input, context);
    if (last.call) calls.push(last.call);
  }
  return { ...last, calls };
}

/** A tool as it is taken up. */
export const started = (name: ToolName, options: Options = {}): ToolState => toolOf(name).start(options);

export const idle = started(RESTING_TOOL);

export const preview = (state: ToolState, context: ToolContext): Preview => toolOf(state.tool).preview(state, context);
export const prompt = (state: ToolState, context: ToolContext): Prompt => toolOf(state.tool).prompt(state, context);
