import { applyPath2DToCanvasRenderingContext, Path2D } from 'path2d';
import { Context } from 'svgcanvas';
import { drawGraph } from './curvatureGraph';

applyPath2DToCanvasRenderingContext(Context as never);

type Drawn = Parameters<typeof drawGraph>;

/** The graph of curvature as SVG, drawn by what draws it on the canvas. */
export function graphAsSvg(frame: Drawn[1], profile: Drawn[2], marks: Drawn[3]): string {
  const context = new Context(frame.width, frame.height);
  drawGraph(context as unknown as CanvasRenderingContext2D, frame, profile, marks, Path2D as never);
  return context.getSerializedSvg();
}
