import type { Vector3 } from '@pencil-bend/core';
import type { Viewport } from '../view/viewport';
import { CombDrawing, type CombShown } from './combDrawing';
import { CurveLines, type Stroke } from './curveLines';
import { Stage } from './stage';
import { WideLine } from './wideLine';

/** What may change with each move of the pointer. */
export interface LivePicture {
  readonly viewport: Viewport;
  readonly combs: readonly CombShown[];
  /** Lines over the places where combs break, those of curves that rest too. */
  readonly breaks: readonly (readonly [Vector3, Vector3])[];
  /** Curves in hand, selected or under the pointer. */
  readonly strokes: readonly Stroke[];
}

/** Whether there is nothing in it to draw. */
export const isBlank = (picture: LivePicture | null): boolean =>
  picture === null || picture.combs.length + picture.breaks.length + picture.strokes.length === 0;

const BREAK = '#8a5a00';

/** The canvas of what is in hand, over that of what rests. */
export class LiveDrawing {
  private readonly stage: Stage;
  private readonly combs: CombDrawing;
  private readonly breaks: WideLine;
  private readonly curves: CurveLines;
  private wasBlank = true;

  constructor(canvas: HTMLCanvasElement) {
    this.stage = new Stage(canvas);
    this.combs = new CombDrawing(this.stage.material);
    this.breaks = new WideLine(this.stage.material(BREAK, 1.6));
    this.curves = new CurveLines(this.stage.material);
    this.stage.add(this.combs, this.breaks, this.curves);
  }

  draw(picture: LivePicture): void {
    const { viewport, combs, breaks, strokes } = picture;
    if (this.wasBlank && isBlank(picture)) return;
    this.wasBlank = isBlank(picture);
    this.combs.write(combs);
    const points = Float64Array.from(breaks.flatMap((ends) => ends.flat()));
    this.breaks.write([{ points, join: 'pairs' }], points.subarray(0, 3));
    this.curves.write(strokes, viewport.scale);
    this.stage.render(viewport);
  }

  dispose(): void {
    for (const each of [this.combs, this.breaks, this.curves]) each.dispose();
    this.stage.dispose();
  }
}
