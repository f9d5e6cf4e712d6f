import { DynamicDrawUsage, InstancedInterleavedBuffer, InterleavedBufferAttribute } from 'three';
import type { LineMaterial } from 'three/addons/lines/LineMaterial.js';
import { LineSegments2 } from 'three/addons/lines/LineSegments2.js';
import { LineSegmentsGeometry } from 'three/addons/lines/LineSegmentsGeometry.js';

/** Coordinates of one segment: both its ends. */
const PER_SEGMENT = 6;

/** Places x y z one after the other, and which of them the segments join. */
export interface Segments {
  readonly points: Float64Array | readonly number[];
  /** 'through': each place with the next; 'pairs': every second place with the next. */
  readonly join: 'through' | 'pairs';
}

/**
 * Segments of a width in pixels. They stand at a local origin and hold coordinates relative to it, so that places far
 * from the sheet's origin keep their digits in single precision. The buffer on the graphics card is written anew, not
 * made anew, as long as it is large enough: a drag lays the same lines every frame.
 */
export class WideLine extends LineSegments2 {
  private buffer: InstancedInterleavedBuffer | null = null;

  constructor(material: LineMaterial) {
    super(new LineSegmentsGeometry(), material);
    this.frustumCulled = false;
  }

  write(parts: readonly Segments[], origin: ArrayLike<number>): void {
    let count = 0;
    for (const { points, join } of parts) count += join === 'through' ? points.length / 3 - 1 : points.length / 6;
    const array = this.room(count);
    let into = 0;
    for (const { points, join } of parts) {
      const stride = join === 'through' ? 3 : 6;
      for (let i = 0; i + 6 <= points.length; i += stride) {
        for (let k = 0; k < 6; k++) array[into++] = points[i + k] - origin[k % 3];
      }
    }
    this.position.set(origin[0], origin[1], origin[2]);
    this.geometry.instanceCount = count;
    this.visible = count > 0;
  }

  override dispose(): void {
    this.geometry.dispose();
  }

  private room(count: number): Float32Array {
    if (!this.buffer || this.buffer.count < count) {
      this.geometry.dispose();
      const array = new Float32Array(PER_SEGMENT * Math.ceil(1.5 * count + 8));
      this.buffer = new InstancedInterleavedBuffer(array, PER_SEGMENT, 1);
      this.buffer.setUsage(DynamicDrawUsage);
      this.geometry.setAttribute('instanceStart', new InterleavedBufferAttribute(this.buffer, 3, 0));
      this.geometry.setAttribute('instanceEnd', new InterleavedBufferAttribute(this.buffer, 3, 3));
    }
    this.buffer.clearUpdateRanges();
    this.buffer.addUpdateRange(0, PER_SEGMENT * count);
    this.buffer.needsUpdate = true;
    return this.buffer.array as Float32Array;
  }
}
