import { type Bernstein, boundOf } from '../linear/bernstein';
import { comesNear0 } from '../linear/comesNear0';
import { type Curve, spansOf } from '../curve/curve';
import { cutNets, type DerivativeNets, derivativeNets } from '../degree/derivativeNets';
import { speedNoise, speedVector } from './curvaturePolynomials';

/** A stretch is halved so often, at most, until its speed is of one size. */
const MAX_HALVINGS = 40;
/** Not the middle: symmetric curves have their extrema there. */
const CUT = 0.4721;
/** Slower than this share of a span's fastest speed, a curve stands still; this share of the span beside is left out. */
const STANDSTILL = 1e-9;
const BESIDE = 1e-4;

/**
 * A span as stretches on each of which the speed is of one size, so that what counts as rounding there is not measured
 * by the fastest place of the span. Where the curve stands still its direction and its curvature are none: what lies
 * next to such a place is left out.
 */
export function evenStretches(nets: DerivativeNets): DerivativeNets[] {
  const fastest = largest(nets);
  const out: DerivativeNets[] = [];
  const visit = (part: DerivativeNets, depth: number): void => {
    const speed = speedVector(part);
    // Rounding points everywhere, however short the part.
    const isStill = Math.max(...speed.map(boundOf)) <= Math.max(STANDSTILL * fastest, speedNoise(part));
    if (depth === MAX_HALVINGS || isStill || !comesNear0(packed(speed))) out.push(part);
    else for (const half of cutNets(part, CUT)) visit(half, depth + 1);
  };
  visit(nets, 0);
  const stills = out.filter((part) => largest(part) <= STANDSTILL * fastest);
  if (stills.length === 0) return out;
  const reach = BESIDE * (nets.to - nets.from);
  const moves = out.filter(
    ({ from, to }) => !stills.some((still) => from < still.to + reach && to > still.from - reach),
  );
  return moves;
}

const known = new WeakMap<Curve, readonly DerivativeNets[]>();

/** The even stretches of all spans, in order; remembered by the curve's identity, since every reading begins with them. */
export function stretchesOf(curve: Curve): readonly DerivativeNets[] {
  let stretches = known.get(curve);
  if (!stretches) {
    stretches = spansOf(curve).flatMap((span) => evenStretches(derivativeNets(curve, span)));
    known.set(curve, stretches);
  }
  return stretches;
}

function packed([x, y, z]: readonly [Bernstein, Bernstein, Bernstein]): number[] {
  const out: number[] = [];
  for (let i = 0; i < x.length; i++) out.push(x[i], y[i], z[i]);
  return out;
}

const largest = (nets: DerivativeNets): number => Math.max(...speedVector(nets).map(boundOf));
