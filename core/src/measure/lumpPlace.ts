import type { CurvaturePlace } from './extrema';

/** A place of a curve with its length from the start in mm and its curvature in 1/mm. */
export interface LumpPlace extends CurvaturePlace {
  readonly s: number;
}
