import type { Vector3 } from '../linear/vector';
import type { Curve } from '../curve/curve';
import { cutNets, type DerivativeNets } from '../degree/derivativeNets';
import { mustBeNormal } from '../refuse';
import { curvatureIn, curvaturePolynomials } from './curvaturePolynomials';
import { stretchesOf } from './evenStretches';

/** A stretch of a curve on which curvature is proven to go one way. */
export interface MonotonePiece {
  readonly from: number;
  readonly to: number;
  readonly kind: 'rises' | 'falls' | 'stays';
}

export interface MonotonePieces {
  /** In order, each as long as it was found to be. */
  readonly pieces: readonly MonotonePiece[];
  /** The short rests between, around the extrema: of each nothing is proven. */
  readonly rests: readonly { readonly from: number; readonly to: number }[];
  /** Into how many parts the spans were cut for it. */
  readonly parts: number;
}

const HALVINGS = 12;

/**
 * The stretches on which curvature (signed against a plane's `normal`, else |κ|) is proven to be monotone: the rate's
 * numerator is a polynomial on each span, and Bernstein coefficients of one sign prove it. A span without such a sign is
 * halved, at most 12 times; what is left then is a rest, a 4096th of a span. A jump at a knot ends a piece that it goes
 * against. With one piece and no rest the curve is proven to be a spiral.
 *
 * Farouki, Rajan, On the numerical condition of polynomials in Bernstein form, CAGD 1987; Dietz, Piper, Interpolation
 * with cubic spirals, CAGD 2004.
 */
export function monotonePieces(curve: Curve, normal: Vector3 | null = null): MonotonePieces {
  mustBeNormal(normal);
  const pieces: MonotonePiece[] = [];
  const rests: { from: number; to: number }[] = [];
  let parts = 0;
  let last = { to: NaN, kappa: 0, noise: 0 };
  const take = (stretch: DerivativeNets, kind: MonotonePiece['kind']): void => {
    const { from, to } = stretch;
    const start = curvatureIn(stretch, 0, normal);
    const before = pieces[pieces.length - 1];
    const step = start.kappa - last.kappa;
    const jump = Math.abs(step) <= start.noise + last.noise ? 'stays' : step > 0 ? 'rises' : 'falls';
    const fits = jump === 'stays' || jump === kind;
    if (before && before.to === from && last.to === from && before.kind === kind && fits) {
      pieces[pieces.length - 1] = { ...before, to };
    } else pieces.push({ from, to, kind });
    last = { to, ...curvatureIn(stretch, 1, normal) };
  };
  const prove = (stretch: DerivativeNets, halvings: number): void => {
    const kind = kindOf(stretch, curve.degree, normal);
    if (kind === null && halvings < HALVINGS) {
      for (const half of cutNets(stretch, 0.5)) prove(half, halvings + 1);
      return;
    }
    parts++;
    if (kind) take(stretch, kind);
    else rests.push({ from: stretch.from, to: stretch.to });
  };
  for (const stretch of stretchesOf(curve)) prove(stretch, 0);
  return { pieces, rests, parts };
}

function kindOf(stretch: DerivativeNets, degree: number, normal: Vector3 | null): MonotonePiece['kind'] | null {
  if (degree === 1) return 'stays';
  const { turn, turnFloor, rate, rateFloor } = curvaturePolynomials(stretch, normal);
  if (turn.every((value) => Math.abs(value) <= turnFloor)) return 'stays';
  let [rises, falls] = [false, false];
  for (const value of rate) {
    rises ||= value > rateFloor;
    falls ||= value < -rateFloor;
  }
  if (rises && falls) return null;
  return rises ? 'rises' : falls ? 'falls' : 'stays';
}
