import { type Affine, controlPointsOf, dot, rotation, scale, scaling, subtract, translation, type Vector3, vectorAt } from '@pencil-bend/core'; // prettier-ignore
import {
  type Id,
  type CommandCall,
  plainItem,
  type Project,
  resolveRecipe,
  type Selection,
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

const known = new WeakMap<Selection, { readonly project: Project; readonly frame: Frame | null }>();

/** The frame of several selected items, computed once; null for one alone, which has its handles. */
export function frameOf(project: Project | null, selection: Selection): Frame | null {
  if (!project || selection.items.length < 2) return null;
  let found = known.get(selection);
  if (found?.project !== project) {
    found = { project, frame: frameAround(selection.items.flatMap((id) => placesIn(project, id))) };
    known.set(selection, found);
  }
  return found.frame;
}

function frameAround(places: readonly Vector3[]): Frame | null {
  if (places.length === 0) return null;
  const low: [number, number, number] = [Infinity, Infinity, Infinity];
  const high: [number, number, number] = [-Infinity, -Infinity, -Infinity];
  for (const place of places) {
    for (let c = 0; c < 3; c++) {
      low[c] = Math.min(low[c], place[c]);
      high[c] = Math.max(high[c], place[c]);
    }
  }
  return { low, high };
}

/** Places that an item reaches to: of a curve its control points. */
export function placesIn(project: Project, id: Id): Vector3[] {
  const item = plainItem(project, project.items[id]);
  if (item.kind === 'point') return [item.at];
  if (item.kind === 'guide') {
    if (item.guide.kind === 'line') return [item.guide.at];
    const { centre, radius } = item.guide;
    return [-radius, radius].map((r) => [centre[0] + r, centre[1] + r, centre[2]]);
  }
  const resolved = resolveRecipe(item.recipe);
  if (!resolved.ok) return [];
  const points = controlPointsOf(resolved.value.curve);
  return Array.from({ length: points.length / 3 }, (_, i) => vectorAt(points, i));
}

export const cornersOf = ({ low: [x, y, z], high: [X, Y] }: Frame): readonly Vector3[] => [
  [x, y, z],
  [X, y, z],
  [X, Y, z],
  [x, Y, z],
];

export const knobOf = ({ low, high }: Frame, reach: number): Vector3 => [(low[0] + high[0]) / 2, high[1] + KNOB * reach, low[2]]; // prettier-ignore

/** What of a frame lies under the pointer: corners and the knob first, then its edges. */
export function framePartAt(frame: Frame, at: Vector3, reach: number): FramePart | null {
  const flat: Vector3 = [at[0], at[1], frame.low[2]];
  const corner = cornersOf(frame).findIndex((place) => near(flat, place, reach));
  if (corner >= 0) return corner as 0 | 1 | 2 | 3;
  if (near(flat, knobOf(frame, reach), reach)) return 'knob';
  const { low, high } = frame;
  const inside = (by: number) => at[0] >= low[0] - by && at[0] <= high[0] + by && at[1] >= low[1] - by && at[1] <= high[1] + by; // prettier-ignore
  const edge = reach / 2;
  return inside(edge) && !inside(-edge) ? 'all' : null;
}

/** What dragging a frame does to the selection: moving, turning about its middle, scaling about the opposite corner. */
export function framed({ part, frame, from, to }: Framing, items: readonly Id[]): CommandCall | null {
  const made = mapOf(part, frame, from, to);
  return made && { command: 'carry', args: { items, ...made } };
}

function mapOf(part: FramePart, frame: Frame, from: Vector3, to: Vector3): { words: string; map: Affine } | null {
  if (part === 'all') return { words: 'Move', map: translation(subtract(to, from)) };
  const middle = scale([0, 1, 2].map((c) => frame.low[c] + frame.high[c]) as unknown as Vector3, 0.5);
  if (part === 'knob') {
    const angle = Math.atan2(to[1] - middle[1], to[0] - middle[0]) - Math.PI / 2;
    return { words: 'Rotate', map: rotation([0, 0, 1], angle, middle) };
  }
  const corners = cornersOf(frame);
  const fixed = corners[(part + 2) % 4];
  const diagonal = subtract(corners[part], fixed);
  const factor = dot(subtract(to, fixed), diagonal) / dot(diagonal, diagonal);
  return factor > 1e-6 && Number.isFinite(factor) ? { words: 'Scale', map: scaling(factor, fixed) } : null;
}
