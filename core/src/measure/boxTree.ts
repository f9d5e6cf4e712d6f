import { isRational } from '../curve/isRational';
import type { BezierPieces } from '../degree/bezierPieces';
import { evenPieces } from '../degree/evenPieces';
import type { Curve } from '../curve/curve';

/**
 * A balanced binary tree of boxes over the pieces of a curve, as a heap: node i has the children 2i + 1 and 2i + 2,
 * and the leaves, one for each piece, are the last `leaves` nodes. Boxes hold the control points, and so the curve.
 */
export interface BoxTree {
  readonly pieces: BezierPieces;
  /** Euclidean Bézier points x y z, in the order of `pieces.points`. */
  readonly places: Float64Array;
  /** Number of leaves, a power of two; those beyond the pieces are empty boxes. */
  readonly leaves: number;
  /** Least x y z and largest x y z of every node, in mm. */
  readonly boxes: Float64Array;
  /** Some weight differs from the first. */
  readonly rational: boolean;
}

const known = new WeakMap<Curve, BoxTree>();
let lastCurve: Curve | null = null;
let lastTree: BoxTree | null = null;

/** The tree of a curve, remembered by its identity. */
export function boxTree(curve: Curve): BoxTree {
  if (curve === lastCurve && lastTree) return lastTree;
  let tree = known.get(curve);
  if (!tree) {
    tree = planted(curve);
    known.set(curve, tree);
  }
  lastCurve = curve;
  lastTree = tree;
  return tree;
}

function planted(curve: Curve): BoxTree {
  const pieces = evenPieces(curve);
  const { points, degree } = pieces;
  const width = degree + 1;
  const count = pieces.breaks.length - 1;
  const places = new Float64Array((points.length / 4) * 3);
  for (let i = 0, j = 0; i < points.length; i += 4, j += 3) {
    const w = points[i + 3];
    for (let c = 0; c < 3; c++) places[j + c] = points[i + c] / w;
  }
  let leaves = 1;
  while (leaves < count) leaves *= 2;
  const boxes = new Float64Array(6 * (2 * leaves - 1));
  for (let i = 0; i < boxes.length; i++) boxes[i] = i % 6 < 3 ? Infinity : -Infinity;
  for (let k = 0; k < count; k++) {
    const index = 6 * (leaves - 1 + k);
    for (let j = 3 * k * width; j < 3 * (k + 1) * width; j++) {
      const c = j % 3;
      boxes[index + c] = Math.min(boxes[index + c], places[j]);
      boxes[index + 3 + c] = Math.max(boxes[index + 3 + c], places[j]);
    }
  }
  for (let node = leaves - 2; node >= 0; node--) {
    for (const child of [2 * node + 1, 2 * node + 2]) {
      for (let c = 0; c < 3; c++) {
        boxes[6 * node + c] = Math.min(boxes[6 * node + c], boxes[6 * child + c]);
        boxes[6 * node + 3 + c] = Math.max(boxes[6 * node + 3 + c], boxes[6 * child + 3 + c]);
      }
    }
  }
  return { pieces, places, leaves, boxes, rational: isRational(points) };
}

/** The squared distance in mm² from a point to the box of a node; 0 inside, Infinity for an empty one. */
export function toBoxSquared(boxes: Float64Array, node: number, x: number, y: number, z: number): number {
  const i = 6 * node;
  const dx = x < boxes[i] ? boxes[i] - x : x > boxes[i + 3] ? x - boxes[i + 3] : 0;
  const dy = y < boxes[i + 1] ? boxes[i + 1] - y : y > boxes[i + 4] ? y - boxes[i + 4] : 0;
  const dz = z < boxes[i + 2] ? boxes[i + 2] - z : z > boxes[i + 5] ? z - boxes[i + 5] : 0;
  return dx * dx + dy * dy + dz * dz;
}
