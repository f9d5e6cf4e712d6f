import { type Closing, type Curve, homogeneous, InvalidCurve, makeCurve, periodicCurve } from '../src/whole.fixture';

/** A number from 0 to 1 at every call. */
export type Random = () => number;

export const between = (random: Random, least: number, most: number): number => least + (most - least) * random();
export const whole = (random: Random, least: number, most: number): number =>
  Math.floor(between(random, least, most + 1));
export const oneOf = <Item>(random: Random, items: readonly Item[]): Item => items[whole(random, 0, items.length - 1)];

export interface Nastiness {
  /** Largest degree. */
  readonly degree?: number;
  readonly closings?: readonly Closing[];
  /** Weights lie between 10 to the power of minus this and 10 to the power of this. */
  readonly weights?: number;
  /** All places in the plane z = 0. */
  readonly flat?: boolean;
  /** How far from the origin, in mm. */
  readonly farthest?: number;
  /** The shortest span, as a share of a usual one. */
  readonly shortest?: number;
  readonly controlPoints?: number;
}

/**
 * A curve as no one draws it: knots repeated or nearly equal, domains tiny or far from 0, weights of very different
 * sizes, places in clusters, in line, repeated (cusps and standstills), or far away.
 */
export function nastyCurve(random: Random, nastiness: Nastiness = {}): Curve {
  for (;;) {
    try {
      return attempted(random, nastiness);
    } catch (error) {
      // Far from 0 knots meant to differ fall together, more of them than may.
      if (!(error instanceof InvalidCurve)) throw error;
    }
  }
}

function attempted(random: Random, nastiness: Nastiness): Curve {
  const {
    degree: highest = 7,
    closings = ['open', 'open', 'clamped-closed', 'periodic'],
    weights: decades = 6,
  } = nastiness;
  const { farthest = 1e6, shortest = 1e-8, controlPoints: most = 9 } = nastiness;
  const closing = oneOf(random, closings);
  const degree = whole(random, 1, highest);
  const count = Math.max(degree + 1 + (closing === 'open' ? 0 : 1), whole(random, degree + 1, degree + most));
  const places = nastyPlaces(random, count, farthest, nastiness.flat ?? random() < 0.5);
  const weights = nastyWeights(random, count, decades);
  const start = oneOf(random, [0, 0, 0, -3, 1000]);
  const stretch = oneOf(random, [1, 1, 1, 1e-3, 1e-6, 250]);
  const inner = innerKnots(random, closing === 'periodic' ? count - 1 : count - degree - 1, degree, shortest);
  const scaled = inner.map((u) => start + u * stretch);
  const end = start + stretch;
  if (closing === 'periodic') return periodicCurve(degree, homogeneous(places, weights), [start, ...scaled, end]);
  if (closing === 'clamped-closed') places.splice(-3, 3, ...places.slice(0, 3));
  const clamped = (u: number) => new Array<number>(degree + 1).fill(u);
  return makeCurve(degree, [...clamped(start), ...scaled, ...clamped(end)], homogeneous(places, weights), closing);
}

/** So many knots strictly inside (0, 1), in order, none more often than `degree` times. */
function innerKnots(random: Random, count: number, degree: number, shortest: number): number[] {
  const manner = whole(random, 0, 3);
  const knots: number[] = [];
  let u = 0;
  const steps: number[] = [];
  let repeats = 0;
  for (let i = 0; i <= count; i++) {
    const usual = manner === 0 ? 1 : between(random, 0.05, 1);
    const kind = manner < 2 || i === 0 || i === count ? 1 : random();
    if (kind < 0.25 && repeats + 1 < degree) {
      steps.push(0);
      repeats++;
    } else {
      // Knots nearly equal, a usual share of each other or shorter by decades.
      steps.push(kind < 0.5 ? usual * 10 ** between(random, Math.log10(shortest), -1) : usual);
      repeats = 0;
    }
  }
  const total = steps.reduce((sum, step) => sum + step, 0);
  for (let i = 0; i < count; i++) {
    u += steps[i] / total;
    knots.push(u);
  }
  return knots;
}

function nastyWeights(random: Random, count: number, decades: number): number[] | undefined {
  const manner = whole(random, 0, 3);
  if (manner < 2) return undefined;
  const spread = manner === 2 ? Math.min(decades, 0.5) : decades;
  return Array.from({ length: count }, () => 10 ** between(random, -spread, spread));
}

function nastyPlaces(random: Random, count: number, farthest: number, flat: boolean): number[] {
  const size = oneOf(random, [100, 100, 100, 1, 1e-3, 1e4]);
  const far = random() < 0.2 ? farthest : 0;
  const origin = [far * between(random, -1, 1), far * between(random, -1, 1), flat ? 0 : far * between(random, -1, 1)];
  const manner = whole(random, 0, 5);
  const places: number[] = [];
  let last = [0, 0, 0];
  for (let i = 0; i < count; i++) {
    const anywhere = [0, 1, 2].map((c) => (flat && c === 2 ? 0 : between(random, -size, size)));
    const near = last.map((value, c) => (flat && c === 2 ? 0 : value + size * 1e-3 * between(random, -1, 1)));
    const kind = random();
    if (manner === 0 && kind < 0.4) last = [...last];
    else if (manner === 1 && kind < 0.5) last = near;
    else if (manner === 2) last = [(i / count) * size, size * 0.2 * Math.sin(2 * i), 0];
    else if (manner === 3) last = [kind * size, 2 * kind * size, flat ? 0 : -kind * size];
    else last = anywhere;
    places.push(...last.map((value, c) => value + origin[c]));
  }
  return places;
}

/** The curve in words that let it be made again. */
export const asCode = ({ degree, knots, points, closing }: Curve): string =>
  `makeCurve(${degree}, [${knots.join(', ')}], [${points.join(', ')}], '${closing}')`;
