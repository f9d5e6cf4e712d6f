import {
  automaticScale,
  type Curve,
  curvatureComb,
  curvatureProfile,
  type Plane,
  type Vector3,
  vectorAt,
} from '@pencil-bend/core';
import { flattened } from './shownItem';
import { fitted, toPixel, type Viewport } from './viewport';

/** A small picture of a curve with its comb, and the points it was fitted to: paths in a box of a width and a height. */
export interface FitPicture {
  readonly curve: string;
  readonly comb: string;
  readonly points: readonly (readonly [x: number, y: number])[];
}

const TEETH = 48;
/** How high the comb stands, as a share of the picture's height, and at most. */
const [COMB, MOST] = [0.22, 0.34];
/** More points than this would only be a smear. */
const MOST_POINTS = 60;

export function fitPicture(
  curve: Curve,
  points: Float64Array,
  {
    plane,
    width,
    height,
    normal,
  }: { readonly plane: Plane; readonly width: number; readonly height: number; readonly normal: Vector3 | null },
): FitPicture {
  const start: Viewport = { plane, x: 0, y: 0, scale: 1, width, height };
  const viewport = fitted(start, points);
  const path = (places: Float64Array, from = 0, to = places.length / 3): string => {
    let words = '';
    for (let i = from; i < to; i++) {
      const [x, y] = toPixel(viewport, vectorAt(places, i));
      words += `${i === from ? 'M' : 'L'}${tenths(x)} ${tenths(y)}`;
    }
    return words;
  };
  const profile = curvatureProfile(curve, { normal });
  const mm = height * viewport.scale;
  const scale = automaticScale([profile], COMB * mm);
  const { outlineTips, teethFeet, teethTips } = curvatureComb(curve, profile, TEETH, scale, MOST * mm);
  let comb = path(outlineTips);
  for (let i = 0; 3 * i < teethFeet.length; i++) {
    const [fx, fy] = toPixel(viewport, vectorAt(teethFeet, i));
    const [tx, ty] = toPixel(viewport, vectorAt(teethTips, i));
    comb += `M${tenths(fx)} ${tenths(fy)}L${tenths(tx)} ${tenths(ty)}`;
  }
  const step = Math.ceil(points.length / 3 / MOST_POINTS);
  const dots: (readonly [number, number])[] = [];
  for (let i = 0; 3 * i < points.length; i += step) dots.push(toPixel(viewport, vectorAt(points, i)));
  return { curve: path(flattened(curve, viewport.scale).points), comb, points: dots };
}

const tenths = (pixels: number): number => Math.round(10 * pixels) / 10;
