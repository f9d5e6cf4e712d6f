import { distance, type Vector3 } from '../linear/vector';
import { type Curve, domainOf } from '../curve/curve';
import { derivativesInSpan, evaluate } from '../curve/evaluate';
import { boundingBox } from './extent';
import { type BoxTree, boxTree } from './boxTree';
import {
  adjoining,
  halves,
  meetTransversally,
  mayMeet,
  type Part,
  partOf,
  type Stretch,
  straightMeeting,
  togetherAlong,
} from './part';

/** Where two curves, or two places of one curve, meet within the tolerance. */
export type Crossing =
  | {
      readonly kind: 'point';
      /** Parameter on the first curve, and on the second. */
      readonly u: number;
      readonly v: number;
      /** The place on the first curve, and how far in mm the second passes from it. */
      readonly point: Vector3;
      readonly distance: number;
      /** The curves touch: for a stretch longer than the tolerance they lie within it. */
      readonly touching: boolean;
    }
  | {
      /** The curves lie on each other from one place to another. */
      readonly kind: 'overlap';
      readonly u: readonly [number, number];
      /** Of the second curve; falling when it runs the other way. */
      readonly v: readonly [number, number];
    };

/** The share of the curves' size within which they count as meeting, unless the caller says otherwise in mm. */
const MEETING = 1e-8;
const MAX_PARTS = 400_000;

/**
 * All places where two curves meet, once each, in order on the first: crossings, touches and overlaps, in space as in
 * the plane, within `tolerance` mm (by default 1e-8 of the curves' size). Crossings are polished to rounding. What
 * cannot be told apart within the tolerance, as two crossings with less than it between the curves, is one touch.
 *
 * Pieces whose boxes meet are halved until their directions lie in separate cones, where they meet at most once
 * (Sederberg, Meyers, Loop detection in surface patch intersections, CAGD 1988), or until they run together.
 */
export function crossings(first: Curve, second: Curve, tolerance = sizeOf(first, second) * MEETING): Crossing[] {
  checkTolerance(tolerance);
  const search = new Search(first, second, tolerance);
  const [a, b] = [boxTree(first), boxTree(second)];
  for (const [i, j] of meetingPieces(a, b, tolerance)) search.meet(partOf(first, a, i), partOf(second, b, j), 0);
  return search.found();
}

/**
 * All places where a curve meets itself, once each, `u` below `v`; as `crossings`. Neighbouring places do not count,
 * nor does the seam of a closed curve.
 */
export function selfCrossings(curve: Curve, tolerance = sizeOf(curve, curve) * MEETING): Crossing[] {
  checkTolerance(tolerance);
  const search = new Search(curve, curve, tolerance);
  const tree = boxTree(curve);
  const count = tree.pieces.spans.length;
  const parts = Array.from({ length: count }, (_, i) => partOf(curve, tree, i));
  for (const [i, j] of meetingPieces(tree, tree, tolerance)) {
    if (i === j) search.within(parts[i], 0);
    else if (j === i + 1) search.around(parts[i], parts[j], 0);
    else if (i === 0 && j === count - 1 && curve.closing !== 'open') search.around(parts[j], parts[i], 0);
    else if (i < j) search.meet(parts[i], parts[j], 0);
  }
  return search.found();
}

function checkTolerance(tolerance: number): void {
  if (!(tolerance >= 0 && Number.isFinite(tolerance)))
    throw new RangeError(`a tolerance of 0 mm or more is needed, not ${tolerance}`);
}

function sizeOf(...curves: readonly Curve[]): number {
  return Math.max(
    ...curves.map((curve) => {
      const { least, largest } = boundingBox(curve);
      const far = Math.max(...least.map(Math.abs), ...largest.map(Math.abs));
      // Far from the origin the rounding of the coordinates is what can be told apart.
      return Math.max(distance(least, largest), 1e-6 * far);
    }),
  );
}

/** Pairs of pieces whose boxes come within the tolerance. */
function meetingPieces(a: BoxTree, b: BoxTree, tolerance: number): [number, number][] {
  const pairs: [number, number][] = [];
  const visit = (i: number, j: number): void => {
    for (let c = 0; c < 3; c++) {
      if (a.boxes[6 * i + c] > b.boxes[6 * j + 3 + c] + tolerance) return;
      if (b.boxes[6 * j + c] > a.boxes[6 * i + 3 + c] + tolerance) return;
    }
    const [leafA, leafB] = [i >= a.leaves - 1, j >= b.leaves - 1];
    if (leafA && leafB) pairs.push([i - a.leaves + 1, j - b.leaves + 1]);
    else if (leafB || (!leafA && a.leaves >= b.leaves)) {
      visit(2 * i + 1, j);
      visit(2 * i + 2, j);
    } else {
      visit(i, 2 * j + 1);
      visit(i, 2 * j + 2);
    }
  };
  visit(0, 0);
  return pairs.sort(([i, j], [k, l]) => i - k || j - l);
}

/** One search for the places where two curves (or one with itself) meet. */
class Search {
  private readonly stretches: Stretch[] = [];
  private parts = 0;

  constructor(
    private readonly first: Curve,
    private readonly second: Curve,
    private readonly tolerance: number,
  ) {}

  /** Two parts that have no place in common by their parameters. */
  meet(a: Part, b: Part, depth: number): void {
    if (!mayMeet(a, b, this.tolerance)) return;
    if (++this.parts > MAX_PARTS)
      throw new RangeError(`the curves run together too closely for a tolerance of ${this.tolerance} mm`);
    const single = meetTransversally(a, b, this.tolerance);
    if (single === 'apart') return;
    if (single !== 'unclear') {
      this.stretches.push(single);
      return;
    }
    const together = togetherAlong(a, b, this.tolerance) ?? straightMeeting(a, b, this.tolerance);
    if (together === 'apart') return;
    if (together) {
      this.stretches.push(together);
      return;
    }
    if (a.size >= b.size) for (const half of halves(a)) this.meet(half, b, depth + 1);
    else for (const half of halves(b)) this.meet(a, half, depth + 1);
  }

  /** A part with itself. */
  within(part: Part, depth: number): void {
    if (part.spread < Math.PI / 2 || part.size <= 4 * this.tolerance) return;
    const [left, right] = halves(part);
    this.within(left, depth + 1);
    this.within(right, depth + 1);
    this.around(left, right, depth + 1);
  }

  /** Two parts, the second of which begins where the first ends. */
  around(left: Part, right: Part, depth: number): void {
    if (adjoining(left, right) < Math.PI / 2 || left.size + right.size <= 8 * this.tolerance) return;
    const [l1, l2] = halves(left);
    const [r1, r2] = halves(right);
    this.meet(l1, r1, depth + 1);
    this.meet(l1, r2, depth + 1);
    this.meet(l2, r2, depth + 1);
    this.around(l2, r1, depth + 1);
  }

  /** What was found, with neighbouring stretches put together, in order. */
  found(): Crossing[] {
    const ordered = this.first === this.second ? this.stretches.map(inOrder) : this.stretches;
    const groups = grouped(ordered, this.first, this.second, this.tolerance).map((group) => this.spanOf(group));
    const all = this.merged(groups).map((group) => this.crossingOf(group));
    const trueOnes = all.filter((crossing) => !this.isTrivial(crossing));
    return trueOnes.sort((a, b) => startOf(a.u) - startOf(b.u) || startOf(a.v) - startOf(b.v));
  }

  /** A group with its parameters in one run, counted on past the seam of a closed curve. */
  private spanOf(group: readonly Stretch[]): Group {
    const u = runOf(
      this.first,
      group.map((s) => [s.u0, s.u1]),
    );
    const v = runOf(
      this.second,
      group.map((s) => [s.v0, s.v1]),
    );
    const best = group.reduce((a, b) => (b.distance < a.distance ? b : a));
    return { u, v, best, long: group.some((s) => s.kind === 'stretch') };
  }

  /** Groups between which the curves do not part by more than the tolerance are one: a touch found in pieces. */
  private merged(groups: readonly Group[]): Group[] {
    const out: Group[] = [];
    for (const group of [...groups].sort((a, b) => a.u[0] - b.u[0])) {
      const i = out.findIndex((before) => this.together(before, group));
      if (i < 0) out.push(group);
      else out[i] = united(out[i], group);
    }
    const [head] = out;
    const tail = out[out.length - 1];
    if (out.length > 1 && this.first.closing !== 'open') {
      const [from, to] = domainOf(this.first);
      const shifted = { ...head, u: [head.u[0] + to - from, head.u[1] + to - from] as const };
      if (this.together(tail, shifted)) return [...out.slice(1, -1), united(tail, shifted)];
    }
    return out;
  }

  private together(a: Group, b: Group): boolean {
    const { first, second, tolerance } = this;
    const [from, to] = domainOf(second);
    const turns = second.closing === 'open' ? [0] : [0, to - from, from - to];
    const stays = (curve: Curve, u: readonly [number, number], other: Curve, v: readonly [number, number]) =>
      [0.2, 0.4, 0.5, 0.6, 0.8].every(
        (t) => nearBetween(other, placeOn(curve, u[0] + t * (u[1] - u[0])), v).distance <= 2 * tolerance,
      );
    return turns.some((turn) => {
      const u = [Math.min(a.u[1], b.u[0]), Math.max(a.u[1], b.u[0])] as const;
      const shifted = [b.v[0] + turn, b.v[1] + turn] as const;
      const v = [Math.min(a.v[0], shifted[0]), Math.max(a.v[1], shifted[1])] as const;
      return (
        stays(first, u, second, v) && stays(second, v, first, [Math.min(a.u[0], b.u[0]), Math.max(a.u[1], b.u[1])])
      );
    });
  }

  private crossingOf({ u: [low, high], v, best, long }: Group): Crossing {
    const { first, second, tolerance } = this;
    const at = placeOn(first, low);
    const size = Math.max(...[0.25, 0.5, 0.75, 1].map((t) => distance(at, placeOn(first, low + t * (high - low)))));
    if (!(long && size > 2 * tolerance)) {
      return {
        kind: 'point',
        u: best.u,
        v: best.v,
        point: evaluate(first, best.u),
        distance: best.distance,
        touching: false,
      };
    }
    const near = (place: number) => nearBetween(second, placeOn(first, place), v);
    // A touch leaves the tolerance as a square or faster from its place on; an overlap stays on the other curve.
    const places = Array.from({ length: 33 }, (_, i) => near(low + ((high - low) * i) / 32));
    if (places.filter((place) => place.distance <= tolerance / 8).length >= 0.85 * places.length) {
      const feet = unwound(
        second,
        places.map((place) => place.u),
      );
      return { kind: 'overlap', u: [low, high], v: [feet[0], feet[32]] };
    }
    const u = leastBetween(low, high, (place) => near(place).distance);
    const place = near(u);
    const inside = within(first, u);
    return {
      kind: 'point',
      u: inside,
      v: within(second, place.u),
      point: evaluate(first, inside),
      distance: place.distance,
      touching: true,
    };
  }

  /** One place of one curve, found as two: the curve does not leave the tolerance between the parameters. */
  private isTrivial(crossing: Crossing): boolean {
    if (this.first !== this.second || crossing.kind === 'overlap') return false;
    const { u, v } = crossing;
    const [first, last] = domainOf(this.first);
    const stays = (from: number, to: number) => {
      const at = evaluate(this.first, from);
      return [0.25, 0.5, 0.75, 1].every((t) => {
        const place = Math.min(last, Math.max(first, from + t * (to - from)));
        return distance(at, evaluate(this.first, place)) <= 8 * this.tolerance;
      });
    };
    if (stays(u, v)) return true;
    return this.first.closing !== 'open' && stays(first, Math.min(u, v)) && stays(Math.max(u, v), last);
  }
}

const startOf = (place: number | readonly [number, number]) => (typeof place === 'number' ? place : place[0]);

const inOrder = (s: Stretch): Stretch =>
  s.u <= s.v ? s : { ...s, u: s.v, v: s.u, u0: s.v0, u1: s.v1, v0: s.u0, v1: s.u1 };

/** Stretches that belong together, as one run of parameters on each curve. */
interface Group {
  readonly u: readonly [number, number];
  readonly v: readonly [number, number];
  readonly best: Stretch;
  /** Some part of it was found as a stretch, not as a crossing. */
  readonly long: boolean;
}

const united = (a: Group, b: Group): Group => ({
  u: [Math.min(a.u[0], b.u[0]), Math.max(a.u[1], b.u[1])],
  v: [Math.min(a.v[0], b.v[0]), Math.max(a.v[1], b.v[1])],
  best: b.best.distance < a.best.distance ? b.best : a.best,
  long: true,
});

/** The shortest run that holds all intervals; around the seam of a closed curve where that is shorter. */
function runOf(curve: Curve, intervals: readonly (readonly [number, number])[]): readonly [number, number] {
  const sorted = [...intervals].sort(([a], [b]) => a - b);
  const low = sorted[0][0];
  let high = sorted[0][1];
  let [widest, after] = [0, -1];
  sorted.forEach(([from, to], i) => {
    if (from - high > widest) [widest, after] = [from - high, i];
    high = Math.max(high, to);
  });
  if (curve.closing === 'open' || after < 0) return [low, high];
  const [first, last] = domainOf(curve);
  if (low + (last - first) - high >= widest) return [low, high];
  const before = Math.max(...sorted.slice(0, after).map(([, to]) => to));
  return [sorted[after][0], before + (last - first)];
}

/** A parameter of a closed curve brought into its domain. */
function within(curve: Curve, u: number): number {
  const [first, last] = domainOf(curve);
  const inside = curve.closing === 'open' ? u : u > last ? u - (last - first) : u < first ? u + (last - first) : u;
  return Math.min(last, Math.max(first, inside));
}

const placeOn = (curve: Curve, u: number): Vector3 => evaluate(curve, within(curve, u));

/** Parameters along a curve without jumps over the seam; the second one stays, since the first may lie on the seam. */
function unwound(curve: Curve, feet: readonly number[]): number[] {
  if (curve.closing === 'open') return [...feet];
  const [first, last] = domainOf(curve);
  const beside = (v: number, other: number) => v - Math.round((v - other) / (last - first)) * (last - first);
  const out = [...feet];
  out[0] = beside(out[0], out[1]);
  for (let i = 2; i < out.length; i++) out[i] = beside(out[i], out[i - 1]);
  return out;
}

/** The place of a curve nearest to a point between two parameters. */
function nearBetween(
  curve: Curve,
  point: Vector3,
  [low, high]: readonly [number, number],
): { u: number; distance: number } {
  const away = (v: number) => distance(point, placeOn(curve, v));
  const LOOKS = 32;
  let best = 0;
  for (let i = 1; i <= LOOKS; i++) {
    if (away(low + ((high - low) * i) / LOOKS) < away(low + ((high - low) * best) / LOOKS)) best = i;
  }
  const step = (high - low) / LOOKS;
  const u = leastBetween(low + Math.max(0, best - 1) * step, low + Math.min(LOOKS, best + 1) * step, away);
  return { u, distance: away(u) };
}

/** Where a function with one valley between two parameters is least, by golden section. */
function leastBetween(low: number, high: number, f: (u: number) => number): number {
  const GOLDEN = (Math.sqrt(5) - 1) / 2;
  let [from, to] = [low, high];
  for (let round = 0; round < 60; round++) {
    const [s, t] = [to - GOLDEN * (to - from), from + GOLDEN * (to - from)];
    if (f(s) <= f(t)) to = t;
    else from = s;
  }
  return (from + to) / 2;
}

const scratch = new Float64Array(6);

/** Stretches that touch in both parameters, transitively, seams of closed curves included. */
function grouped(stretches: readonly Stretch[], first: Curve, second: Curve, tolerance: number): Stretch[][] {
  const sorted = [...stretches].sort((a, b) => a.u0 - b.u0);
  const parent = sorted.map((_, i) => i);
  const rootOf = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]];
    return i;
  };
  const slackOf = (curve: Curve, spanOf: (s: Stretch) => number, at: (s: Stretch) => number) => (s: Stretch) => {
    derivativesInSpan(curve, spanOf(s), at(s), 1, scratch);
    const speed = Math.sqrt(scratch[3] ** 2 + scratch[4] ** 2 + scratch[5] ** 2);
    const [from, to] = domainOf(curve);
    return Math.min(1e-6 * (to - from), speed > 0 ? (2 * tolerance) / speed : Infinity) + 1e-12 * (to - from);
  };
  const slackU = slackOf(
    first,
    (s) => s.spanU,
    (s) => s.u,
  );
  const slackV = slackOf(
    second,
    (s) => s.spanV,
    (s) => s.v,
  );
  const slacks = sorted.map((s) => ({ u: slackU(s), v: slackV(s) }));
  const turns = (curve: Curve) => {
    const [from, to] = domainOf(curve);
    return curve.closing === 'open' ? [0] : [0, to - from, from - to];
  };
  const [turnsU, turnsV] = [turns(first), turns(second)];
  const touch = (i: number, j: number): boolean => {
    const [a, b] = [sorted[i], sorted[j]];
    const [su, sv] = [slacks[i].u + slacks[j].u, slacks[i].v + slacks[j].v];
    return (
      turnsU.some((turn) => a.u0 <= b.u1 + turn + su && b.u0 + turn <= a.u1 + su) &&
      turnsV.some((turn) => a.v0 <= b.v1 + turn + sv && b.v0 + turn <= a.v1 + sv)
    );
  };
  const closed = first.closing !== 'open';
  for (let j = 0; j < sorted.length; j++) {
    for (let i = j - 1; i >= 0; i--) {
      // Sorted by their starts: on an open curve only stretches that reach this far can touch.
      if (touch(i, j)) parent[rootOf(i)] = rootOf(j);
      else if (!closed && i < j - 200) break;
    }
  }
  const groups = new Map<number, Stretch[]>();
  sorted.forEach((s, i) => groups.set(rootOf(i), [...(groups.get(rootOf(i)) ?? []), s]));
  return [...groups.values()];
}
