import type { Curve } from '@pencil-bend/core';
import { Group } from 'three';
import { flattened } from '../view/shownItem';
import type { LineMaterials } from './stage';
import { type Segments, WideLine } from './wideLine';

/** A curve to draw: how, besides where. */
export interface Stroke {
  readonly curve: Curve;
  readonly colour: string;
  readonly width: number;
}

/** Curves are written in tiles of so many pixels, each with an origin of its own. */
const TILE_PIXELS = 20_000;

/** Curves as lines: all of one look in one tile are one line, since hundreds cost little more than one then. */
export class CurveLines extends Group {
  private lines: WideLine[] = [];
  private written: { readonly strokes: readonly Stroke[]; readonly tile: number } | null = null;

  constructor(private readonly material: LineMaterials) {
    super();
  }

  /** Writes them anew unless they are those that were written last, at nearly the same zoom. */
  write(strokes: readonly Stroke[], mmPerPixel: number): void {
    const tile = TILE_PIXELS * 4 ** Math.floor(Math.log(mmPerPixel) / Math.log(4));
    if (this.written?.strokes === strokes && this.written.tile === tile) return;
    this.written = { strokes, tile };
    const batches = new Map<string, { readonly stroke: Stroke; readonly parts: Segments[] }>();
    for (const stroke of strokes) {
      const { points } = flattened(stroke.curve, mmPerPixel);
      const place = [0, 1, 2].map((c) => Math.floor(points[c] / tile));
      const key = [stroke.colour, stroke.width, ...place].join();
      const batch = batches.get(key) ?? { stroke, parts: [] };
      batch.parts.push({ points, join: 'through' });
      batches.set(key, batch);
    }
    [...batches.values()].forEach(({ stroke, parts }, i) => {
      const material = this.material(stroke.colour, stroke.width);
      if (!this.lines[i]) this.add((this.lines[i] = new WideLine(material)));
      this.lines[i].material = material;
      this.lines[i].write(parts, parts[0].points.subarray(0, 3));
    });
    for (const line of this.lines.splice(batches.size)) {
      this.remove(line);
      line.dispose();
    }
  }

  override dispose(): void {
    for (const line of this.lines) line.dispose();
  }
}
