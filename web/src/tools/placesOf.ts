import type { Vector3 } from '@pencil-bend/core';
import type { ToolState } from './contract';

/** Places that the tool in hand has been given. */
export function placesOf(tool: ToolState): readonly Vector3[] {
  if (tool.tool === 'lay') return tool.places.map(({ at }) => at);
  return tool.tool === 'bezier' ? tool.anchors.map(({ at }) => at) : [];
}

/** Something was given to a tool that Backspace takes back. */
export const hasPlaced = (tool: ToolState): boolean =>
  ('places' in tool && tool.places.length > 0) || ('anchors' in tool && tool.anchors.length > 0) || ('stroke' in tool && tool.stroke.length > 0); // prettier-ignore
