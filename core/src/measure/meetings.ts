import type { Curve } from '../curve/curve';
import { type BoxTree, boxTree } from './boxTree';
import {
  adjoining,
  chordsCross,
  halves,
  isAtom,
  isStraight,
  liesApart,
  meetTransversally,
  type Part,
  partOf,
  placeAgainst,
  runsAlong,
  runSeparately,
} from './part';
import type { PlacePair } from './part';

/** Two parts of curves that come within the tolerance, or may. */
export interface Meeting {
  readonly a: Part;
  readonly b: Part;
  /** The one place where they cross; null where they run too much alike for a crossing to be told. */
  readonly crossing: PlacePair | null;
}

const MAX_PARTS = 400_000;

/**
 * All meetings of two curves: pieces whose boxes come near are halved until they are proven apart, or run in separate
 * directions and meet once (Sederberg, Meyers, Loop detection in surface patch intersections, CAGD 1988), or run
 * along each other within the tolerance. Throws a RangeError when that takes too long.
 */
export function meetingsOf(first: Curve, second: Curve, tolerance: number): Meeting[] {
  const search = new Search(tolerance);
  const [a, b] = [boxTree(first), boxTree(second)];
  for (const [i, j] of nearPieces(a, b, tolerance)) search.meet(partOf(first, a, i), partOf(second, b, j));
  return search.meetings;
}

/** All meetings of a curve with itself but those of neighbouring places, the earlier part first. */
export function meetingsWithin(curve: Curve, tolerance: number): Meeting[] {
  const search = new Search(tolerance);
  const tree = boxTree(curve);
  const count = tree.pieces.spans.length;
  const parts = Array.from({ length: count }, (_, i) => partOf(curve, tree, i));
  for (const [i, j] of nearPieces(tree, tree, tolerance)) {
    if (i === j) search.within(parts[i]);
    else if (j === i + 1) search.around(parts[i], parts[j]);
    else if (i === 0 && j === count - 1 && curve.closing !== 'open') search.around(parts[j], parts[i]);
    else if (i < j) search.meet(parts[i], parts[j]);
  }
  return search.meetings.map(({ a, b, crossing }) =>
    a.from <= b.from
      ? { a, b, crossing }
      : { a: b, b: a, crossing: crossing && { u: crossing.v, v: crossing.u, distance: crossing.distance } },
  );
}

/** Pairs of pieces whose boxes come within the tolerance. */
function nearPieces(a: BoxTree, b: BoxTree, tolerance: number): [number, number][] {
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

const isSmall = (part: Part, tolerance: number) => isAtom(part) || part.size <= tolerance / 4;

class Search {
  readonly meetings: Meeting[] = [];
  private parts = 0;

  constructor(private readonly tolerance: number) {}

  /** Two parts that have no place in common by their parameters. */
  meet(a: Part, b: Part): void {
    const { tolerance } = this;
    if (liesApart(a, b, tolerance)) return;
    if (++this.parts > MAX_PARTS) {
      throw new RangeError(`the curves run side by side too closely for a tolerance of ${tolerance} mm`);
    }
    if (runSeparately(a, b)) {
      this.cross(a, b);
      return;
    }
    const isDone = (part: Part) => isAtom(part) || isStraight(part, tolerance / 4);
    const straight = isDone(a) && isDone(b);
    if (straight && chordsCross(a, b, tolerance)) this.cross(a, b);
    else if (straight || runsAlong(a, b, tolerance) || runsAlong(b, a, tolerance)) {
      this.meetings.push({ a, b, crossing: null });
    } else this.meetHalves(a, b);
  }

  /** Two parts that cross once at most. */
  private cross(a: Part, b: Part): void {
    const { tolerance } = this;
    const crossing = meetTransversally(a, b, tolerance);
    if (crossing) this.meetings.push({ a, b, crossing });
    // Not found is not proven: halved until they are apart, or so small that one place says all.
    else if (!(isSmall(a, tolerance) && isSmall(b, tolerance))) this.meetHalves(a, b);
    else {
      const nearest = placeAgainst(a, 0.5, b);
      if (nearest.distance <= tolerance) this.meetings.push({ a, b, crossing: nearest });
    }
  }

  /** The larger of two parts in halves, each with the other. */
  private meetHalves(a: Part, b: Part): void {
    if (isAtom(b) || (!isAtom(a) && a.size >= b.size)) for (const half of halves(a)) this.meet(half, b);
    else for (const half of halves(b)) this.meet(a, half);
  }

  /** A part with itself: turning by less than a right angle to either side, it does not come back. */
  within(part: Part): void {
    if (part.spread < Math.PI / 2 || part.size <= 4 * this.tolerance || isAtom(part)) return;
    const [left, right] = halves(part);
    this.within(left);
    this.within(right);
    this.around(left, right);
  }

  /** Two parts, the second of which begins where the first ends. */
  around(left: Part, right: Part): void {
    if (adjoining(left, right) < Math.PI / 2 || left.size + right.size <= 8 * this.tolerance) return;
    if (isAtom(left) || isAtom(right)) return;
    const [l1, l2] = halves(left);
    const [r1, r2] = halves(right);
    this.meet(l1, r1);
    this.meet(l1, r2);
    this.meet(l2, r2);
    this.around(l2, r1);
  }
}
