import type { Vector3 } from '@pencil-bend/core';
import type { ToolState } from './tool';

/** Places that the tool in hand has been given. */
export function placesOf(tool: ToolState): readonly Vector3[] {
  if (tool.tool === 'lay') return tool.places.map(({ at }) => at);
  return tool.tool === 'bezier' ? tool.anchors.map(({ at }) => at) : [];
}
