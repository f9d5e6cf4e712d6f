import {
  BufferAttribute,
  BufferGeometry,
  DynamicDrawUsage,
  InterleavedBuffer,
  InterleavedBufferAttribute,
  Mesh,
  type ShaderMaterial,
} from 'three';

/** Coordinates of one segment: both its ends. */
const PER_SEGMENT = 6;
/** Each of the corners of a segment's rectangle knows them. */
const CORNERS = 4;
/** Counter-clockwise on the screen, whichever way the segment runs. */
const TWO_TRIANGLES = [0, 2, 1, 1, 2, 3];

/** Places x y z one after the other, and which of them the segments join. One kind of array: it is read in a hot loop. */
export interface Segments {
  readonly points: Float64Array;
  /** 'through': each place with the next; 'pairs': every second place with the next. */
  readonly join: 'through' | 'pairs';
}

/**
 * Segments of a width in pixels. They stand at a local origin and hold coordinates relative to it, so that places far
 * from the sheet's origin keep their digits in single precision. The buffer on the graphics card is written anew, not
 * made anew, as long as it is large enough: a drag lays the same lines every frame. All segments are triangles of one
 * mesh, not instances of one segment: drawn in software, an instance costs more than fifty triangles.
 */
export class WideLine extends Mesh<BufferGeometry, ShaderMaterial> {
  private buffer: InterleavedBuffer | null = null;

  constructor(material: ShaderMaterial) {
    super(new BufferGeometry(), material);
    this.frustumCulled = false;
  }

  /** How many segments it has. */
  get segments(): number {
    return this.geometry.drawRange.count / TWO_TRIANGLES.length;
  }

  write(parts: readonly Segments[], origin: Float64Array): void {
    let count = 0;
    for (const { points, join } of parts) count += join === 'through' ? points.length / 3 - 1 : points.length / 6;
    this.visible = count > 0;
    if (!this.visible) return;
    const array = this.room(count);
    const [x, y, z] = [origin[0], origin[1], origin[2]];
    let into = 0;
    for (const { points, join } of parts) {
      const stride = join === 'through' ? 3 : 6;
      for (let i = 0; i + PER_SEGMENT <= points.length; i += stride) {
        const [ax, ay, az] = [points[i] - x, points[i + 1] - y, points[i + 2] - z];
        const [bx, by, bz] = [points[i + 3] - x, points[i + 4] - y, points[i + 5] - z];
        for (let corner = 0; corner < CORNERS; corner++, into += PER_SEGMENT) {
          array[into] = ax;
          array[into + 1] = ay;
          array[into + 2] = az;
          array[into + 3] = bx;
          array[into + 4] = by;
          array[into + 5] = bz;
        }
      }
    }
    this.position.set(origin[0], origin[1], origin[2]);
    this.geometry.setDrawRange(0, TWO_TRIANGLES.length * count);
  }

  override dispose(): void {
    this.geometry.dispose();
  }

  private room(count: number): Float32Array {
    if (!this.buffer || this.buffer.count < CORNERS * count) {
      this.geometry.dispose();
      const room = Math.ceil(1.5 * count + 8);
      this.buffer = new InterleavedBuffer(new Float32Array(CORNERS * PER_SEGMENT * room), PER_SEGMENT);
      this.buffer.setUsage(DynamicDrawUsage);
      this.geometry.setAttribute('start', new InterleavedBufferAttribute(this.buffer, 3, 0));
      this.geometry.setAttribute('end', new InterleavedBufferAttribute(this.buffer, 3, 3));
      const corners = new Uint32Array(TWO_TRIANGLES.length * room);
      for (let i = 0; i < corners.length; i++) {
        const segment = Math.floor(i / TWO_TRIANGLES.length);
        corners[i] = CORNERS * segment + TWO_TRIANGLES[i % TWO_TRIANGLES.length];
      }
      this.geometry.setIndex(new BufferAttribute(corners, 1));
    }
    this.buffer.clearUpdateRanges();
    this.buffer.addUpdateRange(0, CORNERS * PER_SEGMENT * count);
    this.buffer.needsUpdate = true;
    return this.buffer.array as Float32Array;
  }
}
