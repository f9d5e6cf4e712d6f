import { type Id, placed, type PointSet } from '@pencil-bend/document';
import type { Affine, Vector3 } from '@pencil-bend/core';
import {
  BufferGeometry,
  Group,
  InterleavedBuffer,
  InterleavedBufferAttribute,
  Matrix4,
  Points,
  PointsMaterial,
} from 'three';

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

type Cloud = Points<BufferGeometry, PointsMaterial>;

/** Points in single precision about the first of them, written once however often and wherever they are drawn. */
interface Written {
  readonly origin: Vector3;
  readonly single: Float32Array;
}

const written = new WeakMap<Float64Array, Written>();

/** Measured sets: of each one buffer on the graphics card, for as long as it is thinned alike; a move only places it anew. */
export class PointDrawing extends Group {
  private clouds = new Map<Id, { readonly key: string; readonly points: Float64Array; readonly cloud: Cloud }>();

  write(shown: readonly PointsShown[]): void {
    const before = this.clouds;
    this.clouds = new Map();
    for (const each of shown) {
      const { id, points, pointSet, colour, size } = each;
      const key = String(pointSet.thinning);
      const known = before.get(id);
      const isSame = known?.points === points && known.key === key;
      const cloud = isSame ? known.cloud : cloudOf(each);
      if (isSame) before.delete(id);
      cloud.material.color.set(colour);
      cloud.material.size = size * window.devicePixelRatio;
      cloud.matrix.copy(matrixOf(pointSet.map, writtenOf(points).origin));
      cloud.matrixWorldNeedsUpdate = true;
      this.clouds.set(id, { key, points, cloud });
    }
    for (const { cloud } of before.values()) dispose(cloud);
    this.remove(...this.children);
    // To add nothing is an error to three.
    for (const { cloud } of this.clouds.values()) this.add(cloud);
  }

  release(): void {
    for (const { cloud } of this.clouds.values()) dispose(cloud);
  }
}

function dispose({ geometry, material }: Cloud): void {
  geometry.dispose();
  material.dispose();
}

function cloudOf({ points, pointSet: { thinning } }: PointsShown): Cloud {
  // One of so many is read by stepping over the others.
  const buffer = new InterleavedBuffer(writtenOf(points).single, 3 * thinning);
  buffer.count = Math.ceil(points.length / 3 / thinning);
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new InterleavedBufferAttribute(buffer, 3, 0));
  const material = new PointsMaterial({ sizeAttenuation: false, depthTest: false, depthWrite: false });
  const cloud = new Points(geometry, material);
  cloud.matrixAutoUpdate = false;
  cloud.frustumCulled = false;
  return cloud;
}

function writtenOf(points: Float64Array): Written {
  let known = written.get(points);
  if (!known) {
    const origin: Vector3 = [points[0], points[1], points[2]];
    known = { origin, single: Float32Array.from(points, (value, i) => value - origin[i % 3]) };
    written.set(points, known);
  }
  return known;
}

/** Where points about `origin` lie. */
function matrixOf(map: Affine, origin: Vector3): Matrix4 {
  const [x, y, z] = placed(map, origin);
  const rows = [0, 1, 2].flatMap((c) => [map.x[c], map.y[c], map.z[c], [x, y, z][c]]);
  return new Matrix4().fromArray([...rows, 0, 0, 0, 1]).transpose();
}
