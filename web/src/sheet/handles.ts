import { controlPointsOf, type Curve, derivatives, domainOf, spansOf } from '@pencil-bend/core';
import type { Id } from '@pencil-bend/document';
import { type Camera, type Pixel, toPixel } from './camera';
import type { Drawn } from './drawn';

interface Handle {
  readonly id: Id;
  readonly label: string;
  readonly x: number;
  readonly y: number;
}

/** Every handle of one curve, in pixels. */
export interface Handles {
  /** Points of the recipe that lie on the curve. */
  readonly fitPoints: readonly Handle[];
  readonly controlPoints: readonly (Handle & { readonly stroke: number })[];
  /** The control polygon as an SVG path. */
  readonly polygon: string;
  /** Inner knots: a short stroke across the curve. */
  readonly knots: readonly { readonly x: number; readonly y: number; readonly turn: number; readonly reach: number }[];
  /** The start, turned so that the curve runs to the right. */
  readonly start: { readonly x: number; readonly y: number; readonly turn: number } | null;
  /** The direction of the curve, at its middle. */
  readonly direction: { readonly x: number; readonly y: number; readonly turn: number } | null;
}

export function handlesOf({ item, curve }: Drawn, camera: Camera): Handles | null {
  if (!curve || item.kind !== 'curve') return null;
  const { recipe } = item;
  const at = (place: Pixel) => ({ x: place[0], y: place[1] });
  const pixel = (x: number, y: number, z: number) => at(toPixel(camera, [x, y, z]));
  const euclidean = controlPointsOf(curve);
  const count = euclidean.length / 3;
  const controlPoints = Array.from({ length: count }, (_, i) => ({
    id: recipe.kind === 'control' ? recipe.points[i].id : `control-${i}`,
    label: `Control point ${i + 1}`,
    // The border thickens with the weight.
    stroke: Math.min(3.5, Math.max(0.8, 1.4 * Math.sqrt(curve.points[4 * i + 3]))),
    ...pixel(euclidean[3 * i], euclidean[3 * i + 1], euclidean[3 * i + 2]),
  }));
  const corners = controlPoints.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`);
  const direction = (u: number) => {
    const d = derivatives(curve, u, 1);
    const along = pixel(d[0] + d[3], d[1] + d[4], d[2] + d[5]);
    const here = pixel(d[0], d[1], d[2]);
    return { ...here, turn: (Math.atan2(along.y - here.y, along.x - here.x) * 180) / Math.PI };
  };
  const [first] = domainOf(curve);
  // The arrow stands in the middle of the middle span, clear of the points at its ends.
  const spans = spansOf(curve);
  const middle = spans[spans.length >> 1];
  return {
    fitPoints:
      recipe.kind === 'fit'
        ? recipe.points.map(({ id, at: place }, i) => ({ id, label: `Point ${i + 1}`, ...pixel(...place) }))
        : [],
    controlPoints,
    polygon: `M${corners.join('L')}${curve.closing === 'periodic' ? 'Z' : ''}`,
    knots: knotsOf(curve).map(({ u, multiplicity }) => ({ ...direction(u), reach: 4 + 3 * multiplicity })),
    start: direction(first),
    direction: direction((curve.knots[middle] + curve.knots[middle + 1]) / 2),
  };
}

/** Inner knots of a curve with their multiplicities. */
function knotsOf(curve: Curve): { u: number; multiplicity: number }[] {
  return spansOf(curve)
    .slice(1)
    .map((span) => ({
      u: curve.knots[span],
      multiplicity: curve.knots.filter((knot) => knot === curve.knots[span]).length,
    }));
}
