import type { Affine, Vector3 } from '@pencil-bend/core';
import { type Id, placed, type PointSet } from '@pencil-bend/document';
import { BufferAttribute, BufferGeometry, Group, Matrix4, Points, PointsMaterial } from 'three';

/** A measured set to draw: how, besides where. */
export interface PointsShown {
  readonly id: Id;
  readonly pointSet: PointSet;
  /** As they are kept, packed x y z. */
  readonly points: Float64Array;
  readonly colour: string;
  /** In pixels. */
  readonly size: number;
}

/** Points this near to each other on the screen, in pixels, are one: those of a scan lie on each other by the hundred. */
const TOLD_APART = 2;

type Cloud = Points<BufferGeometry, PointsMaterial>;

/** Measured sets: of each content one buffer on the graphics card. A move only places it anew, a zoom chooses others of it. */
export class PointDrawing extends Group {
  private clouds = new Map<Id, { readonly points: Float64Array; readonly cloud: Cloud }>();
  private written: { readonly shown: readonly PointsShown[]; readonly octave: number } | null = null;

  /** Unless these are those that were written last, at nearly the same zoom. */
  write(shown: readonly PointsShown[], mmPerPixel: number): void {
    const octave = Math.floor(Math.log2(mmPerPixel));
    if (this.written?.shown === shown && this.written.octave === octave) return;
    this.written = { shown, octave };
    const before = this.clouds;
    this.clouds = new Map();
    for (const { id, points, pointSet, colour, size } of shown) {
      const known = before.get(id);
      const cloud = known?.points === points ? known.cloud : cloudOf(points);
      if (cloud === known?.cloud) before.delete(id);
      const { map, thinning } = pointSet;
      cloud.geometry.setIndex(chosen(points, thinning, (TOLD_APART * 2 ** octave) / sizeOf(map)));
      cloud.material.color.set(colour);
      cloud.material.size = size * window.devicePixelRatio;
      cloud.matrix.copy(matrixOf(map, originOf(points)));
      cloud.matrixWorldNeedsUpdate = true;
      this.clouds.set(id, { points, cloud });
    }
    for (const { cloud } of before.values()) release(cloud);
    this.remove(...this.children);
    // To add nothing is an error to three.
    for (const { cloud } of this.clouds.values()) this.add(cloud);
  }

  override dispose(): void {
    for (const { cloud } of this.clouds.values()) release(cloud);
  }
}

function release({ geometry, material }: Cloud): void {
  geometry.dispose();
  material.dispose();
}

function cloudOf(points: Float64Array): Cloud {
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', positionsOf(points));
  // Drawn in the order in which they stand in the scene, as lines are: three draws what is not transparent before.
  const material = new PointsMaterial({
    sizeAttenuation: false,
    transparent: true,
    depthTest: false,
    depthWrite: false,
  });
  const cloud = new Points(geometry, material);
  cloud.matrixAutoUpdate = false;
  cloud.frustumCulled = false;
  return cloud;
}

const originOf = (points: Float64Array): Vector3 => [points[0], points[1], points[2]];

const positions = new WeakMap<Float64Array, BufferAttribute>();

/** In single precision about the first of them, once however often and wherever they are drawn. */
function positionsOf(points: Float64Array): BufferAttribute {
  let known = positions.get(points);
  if (!known) {
    const origin = originOf(points);
    known = new BufferAttribute(
      Float32Array.from(points, (value, i) => value - origin[i % 3]),
      3,
    );
    positions.set(points, known);
  }
  return known;
}

const known = new WeakMap<Float64Array, Map<string, BufferAttribute>>();

/** One of so many points, and of those in one cell of this size one; chosen once for each size. */
function chosen(points: Float64Array, thinning: number, cell: number): BufferAttribute {
  const choices = known.get(points) ?? new Map<string, BufferAttribute>();
  known.set(points, choices);
  const key = [thinning, cell].join();
  const choice = choices.get(key) ?? new BufferAttribute(oneInEach(points, thinning, cell), 1);
  choices.set(key, choice);
  return choice;
}

/** Cells along an axis by which those of all three can be told by one number. */
const MOST_CELLS = 2 ** 17;

function oneInEach(points: Float64Array, thinning: number, cell: number): Uint32Array {
  const taken = new Set<number>();
  const numbers: number[] = [];
  for (let n = 0; 3 * n < points.length; n += thinning) {
    let key = 0;
    for (let c = 0; c < 3; c++) {
      const place = Math.floor((points[3 * n + c] - points[c]) / cell);
      key = key * MOST_CELLS + (((place % MOST_CELLS) + MOST_CELLS) % MOST_CELLS);
    }
    if (taken.has(key)) continue;
    taken.add(key);
    numbers.push(n);
  }
  return Uint32Array.from(numbers);
}

/** How much a map makes lengths longer, at the most along an axis. */
const sizeOf = (map: Affine): number => Math.max(...[map.x, map.y, map.z].map(([x, y, z]) => Math.hypot(x, y, z))) || 1;

/** Where points about `origin` lie. */
function matrixOf(map: Affine, origin: Vector3): Matrix4 {
  const [x, y, z] = placed(map, origin);
  const rows = [0, 1, 2].flatMap((c) => [map.x[c], map.y[c], map.z[c], [x, y, z][c]]);
  return new Matrix4().fromArray([...rows, 0, 0, 0, 1]).transpose();
}
