import { bend, idle, previewBending, settle } from './bend/bend';
import { promptBending } from './bend/promptBending';
import { draw, finish, previewDrawing, promptDrawing, startDrawing } from './draw/draw';
import { insert, previewInserting, promptInserting, startInserting } from './insert/insert';
import type { Preview, Prompt, ToolContext, ToolInput, ToolState, Transition } from './tool';

/** One input to whichever tool is at work. */
export function step(state: ToolState, input: ToolInput, context: ToolContext): Transition {
  switch (state.tool) {
    case 'bend':
      return bend(state, input, context);
    case 'draw':
      return draw(state, input, context);
    case 'insert':
      return insert(state, input, context);
  }
}

const START = { bend: idle, draw: startDrawing, insert: startInserting } as const;

/** Takes up a tool; the one that is put down first ends what it has: nothing is lost by a change of mind. */
export function takeUp(state: ToolState, tool: ToolState['tool'], context: ToolContext): Transition {
  const left =
    state.tool === 'draw' ? finish(state, false, context) : state.tool === 'bend' ? settle(state, context) : {};
  return { ...left, state: START[tool] };
}

export function preview(state: ToolState, context: ToolContext): Preview {
  switch (state.tool) {
    case 'bend':
      return previewBending(state, context);
    case 'draw':
      return previewDrawing(state);
    case 'insert':
      return previewInserting(state);
  }
}

export function prompt(state: ToolState, context: ToolContext): Prompt {
  switch (state.tool) {
    case 'bend':
      return promptBending(state, context);
    case 'draw':
      return promptDrawing(state);
    case 'insert':
      return promptInserting(state);
  }
}
