import { gaussRule } from '../../linear/gaussLegendre';

/**
 * A piece of an Euler spiral of length 1 about its middle: its tangent has the angle k0 s + k1 s²/2 at s from −½ to ½, so
 * that its curvature k0 + k1 s changes evenly.
 */
export interface EulerSegment {
  /** The angles that it leaves its chord by and comes back to it, in radians. */
  readonly first: number;
  readonly second: number;
  readonly k0: number;
  readonly k1: number;
  /** Length of its chord. */
  readonly chord: number;
  /** Curvatures at its start and end for a chord of length 1, and their slopes by the two angles. */
  readonly start: number;
  readonly end: number;
  readonly slopes: { readonly start: readonly [number, number]; readonly end: readonly [number, number] };
}

const RULE = gaussRule(24);
const MOST_ROUNDS = 20;
const SETTLED = 1e-14;
/** Beyond it the spiral has wound up, and its chord says nothing about its angles. */
const MOST_CHANGE = 40;

/**
 * The segment that leaves its start at the angle `first` below its chord and comes to its end at `second` above it, in
 * radians, so that it turns by their sum; null where Newton's method finds none. (Levien, From Spiral to Spline, 2009,
 * ch. 8: k0 is the sum, k1 is found from the difference.)
 */
export function eulerSegment(first: number, second: number): EulerSegment | null {
  const k0 = first + second;
  const difference = second - first;
  let k1 = (6 - (k0 * k0) / (2 * Math.PI * Math.PI)) * difference;
  let seen = spiral(k0, k1);
  for (let round = 0; ; round++) {
    const off = k1 / 4 - 2 * seen.angle - difference;
    if (Math.abs(off) <= SETTLED * Math.max(1, Math.abs(difference))) break;
    const next = k1 - off / (1 / 4 - 2 * seen.angleBy1);
    if (next === k1) break;
    if (round === MOST_ROUNDS || !(Math.abs(next) <= MOST_CHANGE)) return null;
    k1 = next;
    seen = spiral(k0, k1);
  }
  const { chord } = seen;
  // The difference stays, so that k1 follows k0 by the angle of the chord.
  const slope = 1 / 4 - 2 * seen.angleBy1;
  const k1ByK0 = (2 * seen.angleBy0) / slope;
  const k1ByDifference = 1 / slope;
  /** What k0 − side k1 times the chord changes by, along a change of both. */
  const slopeOf = (side: number, byK0: number, byK1: number) =>
    (byK0 + side * byK1) * chord + (k0 + side * k1) * (seen.chordBy0 * byK0 + seen.chordBy1 * byK1);
  const by = (side: number): [number, number] => [
    slopeOf(side, 1, k1ByK0 - k1ByDifference),
    slopeOf(side, 1, k1ByK0 + k1ByDifference),
  ];
  return {
    first,
    second,
    k0,
    k1,
    chord,
    start: (k0 - k1 / 2) * chord,
    end: (k0 + k1 / 2) * chord,
    slopes: { start: by(-1 / 2), end: by(1 / 2) },
  };
}

/** Length and angle of the chord of the spiral from −½ to ½, and their slopes by k0 and k1. */
function spiral(k0: number, k1: number) {
  let [x, y, x0, y0, x1, y1] = [0, 0, 0, 0, 0, 0];
  RULE.nodes.forEach((node, i) => {
    const s = node / 2;
    const weight = RULE.weights[i] / 2;
    const angle = s * (k0 + (k1 * s) / 2);
    const [cos, sin] = [weight * Math.cos(angle), weight * Math.sin(angle)];
    x += cos;
    y += sin;
    x0 -= s * sin;
    y0 += s * cos;
    x1 -= (s * s * sin) / 2;
    y1 += (s * s * cos) / 2;
  });
  const squared = x * x + y * y;
  const chord = Math.sqrt(squared);
  return {
    chord,
    angle: Math.atan2(y, x),
    angleBy0: (x * y0 - y * x0) / squared,
    angleBy1: (x * y1 - y * x1) / squared,
    chordBy0: (x * x0 + y * y0) / chord,
    chordBy1: (x * x1 + y * y1) / chord,
  };
}

/** Where the spiral is at s, from its middle, with the tangent there along x: by as many nodes as do for its turns. */
export function placeOnSpiral({ k0, k1 }: Pick<EulerSegment, 'k0' | 'k1'>, s: number): readonly [x: number, y: number] {
  let [x, y] = [0, 0];
  RULE.nodes.forEach((node, i) => {
    const t = (s * (1 + node)) / 2;
    const angle = t * (k0 + (k1 * t) / 2);
    x += (RULE.weights[i] * s * Math.cos(angle)) / 2;
    y += (RULE.weights[i] * s * Math.sin(angle)) / 2;
  });
  return [x, y];
}
