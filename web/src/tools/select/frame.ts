import {
  add,
  type Affine,
  angleIn,
  dot,
  type Plane,
  normalOf,
  inPlane,
  fromPlane,
  rotation,
  scale,
  scaling,
  subtract,
  translation,
  type Vector3,
} from '@pencil-bend/core';
import {
  type Id,
  type CommandCall,
  itemExtent,
  type Project,
  type Selection,
  placed,
  type TransformKind,
} from '@pencil-bend/document';
import { type Frame, near } from '../contract';

/** What of a frame is dragged: all of it, its knob to turn it, or one of its corners from the lower left on. */
export type FramePart = 'all' | 'knob' | 0 | 1 | 2 | 3;

/** A frame that is being dragged. */
export interface Framing {
  readonly part: FramePart;
  readonly frame: Frame;
  readonly from: Vector3;
  readonly to: Vector3;
}

/** The knob stands so many reaches of a click above the frame. */
const KNOB = 3;

const known = new WeakMap<
  Selection,
  { readonly project: Project; readonly plane: Plane; readonly frame: Frame | null }
>();

/** The frame of several selected items, computed once; null where handles are selected, or one item alone has its own. */
export function frameOf(project: Project | null, selection: Selection, plane: Plane): Frame | null {
  if (!project || selection.items.length < 2 || selection.handles.length > 0) return null;
  let found = known.get(selection);
  if (found?.project !== project || found.plane !== plane) {
    found = { project, plane, frame: frameAroundItems(project, selection.items, plane) };
    known.set(selection, found);
  }
  return found.frame;
}

export function frameAroundItems(project: Project | null, items: readonly Id[], plane: Plane): Frame | null {
  return (
    project &&
    frameAround(
      items.flatMap((id) => itemExtent(project, id)),
      plane,
    )
  );
}

function frameAround(places: readonly Vector3[], plane: Plane): Frame | null {
  if (places.length === 0) return null;
  const low: [number, number, number] = [Infinity, Infinity, Infinity];
  const high: [number, number, number] = [-Infinity, -Infinity, -Infinity];
  for (const place of places) {
    const inside = inPlane(plane, place);
    for (let c = 0; c < 3; c++) {
      low[c] = Math.min(low[c], inside[c]);
      high[c] = Math.max(high[c], inside[c]);
    }
  }
  return { plane, low, high };
}

export const cornersOf = ({ plane, low: [x, y, z], high: [X, Y] }: Frame): readonly Vector3[] => {
  const corners: Vector3[] = [
    [x, y, z],
    [X, y, z],
    [X, Y, z],
    [x, Y, z],
  ];
  return corners.map((corner) => fromPlane(plane, corner));
};

export const knobOf = ({ plane, low, high }: Frame, reach: number): Vector3 =>
  fromPlane(plane, [(low[0] + high[0]) / 2, high[1] + KNOB * reach, low[2]]);

const middleOf = ({ plane, low, high }: Frame): Vector3 => fromPlane(plane, scale(add(low, high), 0.5));

/** What of a frame lies under the pointer: corners and the knob first, then its edges. */
export function framePartAt(frame: Frame, point: Vector3, reach: number): FramePart | null {
  const { plane, low, high } = frame;
  const [x, y] = inPlane(plane, point);
  const flat = fromPlane(plane, [x, y, low[2]]);
  const corner = cornersOf(frame).findIndex((place) => near(flat, place, reach));
  if (corner >= 0) return corner as 0 | 1 | 2 | 3;
  if (near(flat, knobOf(frame, reach), reach)) return 'knob';
  const inside = (by: number) => x >= low[0] - by && x <= high[0] + by && y >= low[1] - by && y <= high[1] + by;
  const edge = reach / 2;
  return inside(edge) && !inside(-edge) ? 'all' : null;
}

/** What dragging a frame does to the selection: moving, turning about its middle, scaling about the opposite corner. */
export function framed(framing: Framing, items: readonly Id[]): CommandCall | null {
  const made = mapOf(framing);
  return made && { command: 'transformItems', args: { items, ...made } };
}

/** The frame where it has been dragged to; null while it is turned, when it is no box along the axes any more. */
export function frameDragged(framing: Framing): Frame | null {
  const { part, frame } = framing;
  const made = part === 'knob' ? null : mapOf(framing);
  if (!made) return null;
  const [low, , high] = cornersOf(frame).map((corner) => inPlane(frame.plane, placed(made.map, corner)));
  return { plane: frame.plane, low, high };
}

function mapOf({ part, frame, from, to }: Framing): { how: TransformKind; map: Affine } | null {
  if (part === 'all') return { how: 'move', map: translation(subtract(to, from)) };
  if (part === 'knob') {
    const middle = middleOf(frame);
    const angle = angleIn(frame.plane, subtract(to, middle)) - Math.PI / 2;
    return { how: 'rotate', map: rotation(normalOf(frame.plane), angle, middle) };
  }
  const corners = cornersOf(frame);
  const fixed = corners[(part + 2) % 4];
  const diagonal = subtract(corners[part], fixed);
  const factor = dot(subtract(to, fixed), diagonal) / dot(diagonal, diagonal);
  return factor > 1e-6 && Number.isFinite(factor) ? { how: 'scale', map: scaling(factor, fixed) } : null;
}
