import { Group } from 'three';
import type { Viewport } from '../view/viewport';
import type { LineMaterials } from './stage';
import { WideLine } from './wideLine';

const FINE = '#efe8d9';
const STRONG = '#e0d7c3';
/** Every so many lines one is strong. */
const STRONG_EACH = 5;

/** The grid of the sheet as far as it is seen. */
export class GridLines extends Group {
  private readonly fine: WideLine;
  private readonly strong: WideLine;
  private written = '';

  constructor(material: LineMaterials) {
    super();
    this.fine = new WideLine(material(FINE, 1));
    this.strong = new WideLine(material(STRONG, 1));
    this.add(this.fine, this.strong);
  }

  /** `step`: the distance of the lines in mm. */
  write({ plane, x, y, scale, width, height }: Viewport, step: number): void {
    const [halfWidth, halfHeight] = [(width / 2) * scale, (height / 2) * scale];
    const columns = [Math.floor((x - halfWidth) / step), Math.ceil((x + halfWidth) / step)];
    const rows = [Math.floor((y - halfHeight) / step), Math.ceil((y + halfHeight) / step)];
    const key = [step, ...columns, ...rows].join();
    if (key === this.written) return;
    this.written = key;
    const fine: number[] = [];
    const strong: number[] = [];
    const put = (index: number, ...ends: readonly (readonly [number, number])[]) => {
      const into = index % STRONG_EACH === 0 ? strong : fine;
      for (const [column, row] of ends) {
        for (let c = 0; c < 3; c++) into.push(plane.origin[c] + step * (column * plane.x[c] + row * plane.y[c]));
      }
    };
    for (let i = columns[0]; i <= columns[1]; i++) put(i, [i, rows[0]], [i, rows[1]]);
    for (let j = rows[0]; j <= rows[1]; j++) put(j, [columns[0], j], [columns[1], j]);
    for (const [line, ends] of [
      [this.fine, fine],
      [this.strong, strong],
    ] as const) {
      const points = Float64Array.from(ends);
      line.write([{ points, join: 'pairs' }], points.subarray(0, 3));
    }
  }

  override dispose(): void {
    this.fine.dispose();
    this.strong.dispose();
  }
}
