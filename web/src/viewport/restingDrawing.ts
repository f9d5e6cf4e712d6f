import type { Viewport } from '../view/viewport';
import { CombDrawing, type CombShown } from './combDrawing';
import { CurveLines, type Stroke } from './curveLines';
import { GridLines } from './gridLines';
import { PointDrawing, type PointsShown } from './pointDrawing';
import { Stage } from './stage';

/** What rests; as long as a list is the same array it is not written anew. */
export interface RestingPicture {
  readonly viewport: Viewport;
  /** Distance of the grid's fine lines in mm. */
  readonly grid: number;
  /** Measured sets, under the curves. */
  readonly points: readonly PointsShown[];
  readonly combs: readonly CombShown[];
  readonly strokes: readonly Stroke[];
}

/**
 * The canvas of what rests: it is drawn when the view or what is drawn changes, not with each move of the pointer. Of
 * thousands of curves a drawing takes longer than a frame where the graphics card is software.
 */
export class RestingDrawing {
  private readonly stage: Stage;
  private readonly grid: GridLines;
  private readonly points = new PointDrawing();
  private readonly combs: CombDrawing;
  private readonly curves: CurveLines;

  constructor(canvas: HTMLCanvasElement) {
    this.stage = new Stage(canvas);
    this.grid = new GridLines(this.stage.material);
    this.combs = new CombDrawing(this.stage.material);
    this.curves = new CurveLines(this.stage.material);
    this.stage.add(this.grid, this.points, this.combs, this.curves);
  }

  draw({ viewport, grid, points, combs, strokes }: RestingPicture): void {
    this.grid.write(viewport, grid);
    this.points.write(points, viewport.scale);
    this.combs.write(combs);
    this.curves.write(strokes, viewport.scale);
    this.stage.render(viewport);
  }

  dispose(): void {
    for (const each of [this.grid, this.points, this.combs, this.curves]) each.dispose();
    this.stage.dispose();
  }
}
