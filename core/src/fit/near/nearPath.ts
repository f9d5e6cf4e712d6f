import { distance, type Vector3 } from '../../linear/vector';
import { type Curve, lookedAt } from '../../curve/curve';
import { lineBetween } from '../../exact/line';
import { reparameterise } from '../../knots/reparameterise';
import { closestPoint } from '../../measure/closestPoint';
import { boundingBox } from '../../measure/extent';
import { apartFrom } from './apartFrom';
import { fewestKnots } from './fewestKnots';
import { parametersOf } from '../parameters';

/** A smooth path that is no curve of ours: a place for every parameter. */
export interface Path {
  readonly pointAt: (t: number) => Vector3;
  /** Increasing; between neighbours the path is smooth to every order that matters. */
  readonly breaks: readonly number[];
  /** The path ends where it begins, smoothly. */
  readonly closed: boolean;
}

/** A curve near a path, over the same range, and the largest distance found between its samples. */
export interface NearPath {
  readonly curve: Curve;
  readonly error: number;
}

/** Samples: so many at first, in all and at least in a span; then twice as many. */
const SAMPLES = 60;
const IN_A_SPAN = 12;
/** The search aims lower than the tolerance, for what lies between its samples. */
const AIM = 0.8;
const CHECKS = 3;
/**
 * Lengths are found by chords no longer than this share of the path, halved so often at most, and so many in all: where
 * rounding turns a path to and fro its chords stay long however often they are halved.
 */
const LONGEST_CHORD = 1 / 128;
const MOST_HALVINGS = 30;
const MOST_CHORDS = 4096;

/**
 * A light curve within `tolerance` mm of a path: samples are approximated, and the result looked at between them; where
 * that is not near enough, there are more samples and a lower aim, so many times. The nearest is given where none is near
 * enough.
 */
export function nearPath(path: Path, tolerance: number, degree: number, attempts: number): NearPath {
  const { breaks, closed, pointAt } = path;
  const [first, last] = [breaks[0], breaks[breaks.length - 1]];
  const rulers = rulersOf(path);
  const total = rulers.reduce((sum, { length }) => sum + length, 0);
  const placesAt = (count: number, shift: number): number[] =>
    rulers.flatMap((ruler) => {
      const share = total > 0 ? ruler.length / total : 0;
      const own = Math.max(IN_A_SPAN, Math.ceil((count * (share + 1 / rulers.length)) / 2));
      return Array.from({ length: own }, (_, i) => pointAt(ruler.at((i + shift) / own))).flat();
    });
  const chord = lineBetween(pointAt(first), pointAt(last));
  let best: NearPath | null = null;
  for (let attempt = 0; attempt < attempts; attempt++) {
    const samples = SAMPLES * 2 ** attempt;
    const places = placesAt(samples, 0);
    if (!closed) places.push(...pointAt(last));
    const points = Float64Array.from(apartFrom(places).flatMap((i) => places.slice(3 * i, 3 * i + 3)));
    const between = placesAt(CHECKS * samples, 0.5);
    const count = points.length / 3;
    if (count < 4 || !(total > 0)) return near(chord, between, first, last);
    const chords = parametersOf(points, closed, 'chord').subarray(0, count);
    const target = { points, degree: Math.min(degree, count - 1), closed };
    const aim = AIM * tolerance * 0.7 ** attempt;
    const found = fewestKnots(target, chords, { tolerance: aim, effort: 'thin', most: count >> 1 });
    const made = near(lookedAt(found.best.curve), between, first, last);
    if (!best || made.error < best.error) best = made;
    if (best.error <= tolerance) break;
    // Through places that only rounding moves a fit can swing far out.
    const straight = near(chord, between, first, last);
    if (straight.error < best.error) best = straight;
  }
  if (!best) throw new Error('a path has been approximated');
  return best;
}

/**
 * The curve over the range of the path, and how far places of the path lie from it; or how far it swings out from all of
 * them, where that is more than from one to the next.
 */
function near(given: Curve, places: readonly number[], first: number, last: number): NearPath {
  const curve = reparameterise(given, first, last);
  let [error, step] = [0, 0];
  const least: [number, number, number] = [Infinity, Infinity, Infinity];
  const largest: [number, number, number] = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < places.length; i += 3) {
    const place = [places[i], places[i + 1], places[i + 2]] as const;
    error = Math.max(error, closestPoint(curve, place).distance);
    place.forEach((x, c) => {
      least[c] = Math.min(least[c], x);
      largest[c] = Math.max(largest[c], x);
      if (i > 0) step = Math.max(step, Math.abs(x - places[i - 3 + c]));
    });
  }
  const box = boundingBox(curve);
  const out = Math.max(...least.map((x, c) => Math.max(x - box.least[c], box.largest[c] - largest[c])));
  return { curve, error: out > step ? Math.max(error, out) : error };
}

/** A span of a path measured by chords: its length, and the parameter at a share of it, half by length, half by parameter. */
interface Ruler {
  readonly length: number;
  at(share: number): number;
}

/**
 * Where a path hurries, even steps of its parameter would miss most of it; where it hardly moves it bends sharply, and
 * even steps of its length would miss that.
 */
function rulersOf({ pointAt, breaks }: Path): Ruler[] {
  const spans = breaks.slice(1).map((to, i) => {
    const [a, b] = [breaks[i], to];
    return Array.from({ length: IN_A_SPAN + 1 }, (_, k) => {
      const t = k === IN_A_SPAN ? b : a + ((b - a) * k) / IN_A_SPAN;
      return { t, place: pointAt(t) };
    });
  });
  const lengthOf = (marks: readonly Mark[]) =>
    marks.reduce((sum, { place }, i) => (i > 0 ? sum + distance(marks[i - 1].place, place) : 0), 0);
  const longest = LONGEST_CHORD * spans.reduce((sum, marks) => sum + lengthOf(marks), 0);
  let left = MOST_CHORDS;
  return spans.map((coarse) => {
    const marks: Mark[] = [coarse[0]];
    const visit = (from: Mark, to: Mark, depth: number): void => {
      const t = from.t + (to.t - from.t) / 2;
      const isLong = distance(from.place, to.place) > longest;
      if (isLong && left > 0 && depth < MOST_HALVINGS && t > from.t && t < to.t) {
        left--;
        const middle = { t, place: pointAt(t) };
        visit(from, middle, depth + 1);
        visit(middle, to, depth + 1);
      } else marks.push(to);
    };
    for (let k = 1; k < coarse.length; k++) visit(coarse[k - 1], coarse[k], 0);
    const length = lengthOf(marks);
    const whole = marks[marks.length - 1].t - marks[0].t;
    const sums = new Float64Array(marks.length);
    for (let i = 1; i < marks.length; i++) {
      const [a, b] = [marks[i - 1], marks[i]];
      const way = length > 0 ? distance(a.place, b.place) / length : 0;
      sums[i] = sums[i - 1] + way + (b.t - a.t) / whole;
    }
    const at = (share: number): number => {
      const wanted = share * sums[marks.length - 1];
      let [low, high] = [0, marks.length - 1];
      while (high - low > 1) {
        const middle = (low + high) >> 1;
        if (sums[middle] <= wanted) low = middle;
        else high = middle;
      }
      const step = sums[high] - sums[low];
      return marks[low].t + (step > 0 ? (wanted - sums[low]) / step : 0) * (marks[high].t - marks[low].t);
    };
    return { length, at };
  });
}

interface Mark {
  readonly t: number;
  readonly place: Vector3;
}
