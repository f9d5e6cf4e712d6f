import { clamp } from '../knots/clamp';
import { type Curve, countOf, domainOf, MAX_DEGREE, spansOf } from '../curve/curve';
import { elevateDegree } from '../degree/elevateDegree';
import { insertKnot } from '../knots/refineKnots';
import { multiplicityAt } from '../knots/multiplicity';
import { arcLength, lengthAt } from '../measure/arcLength';
import type { End } from '../measure/ends';
import type { Level } from '../measure/jet';
import { withoutKnot } from '../reduce/removeKnot';
import { mustBeTolerance, mustBeWhole } from '../refuse';

/** The levels asked for at the two ends; a free end counts as 0, since it stays in its place. */
export interface EndLevels {
  readonly start?: Level;
  readonly end?: Level;
}

/** How many control points a curve needs for two levels, each of which moves its level + 1. */
export const controlPointsFor = (start: number, end: number): number => start + end + 2;

export interface EnoughPoints {
  readonly curve: Curve;
  /** By how much the degree was raised, and the knots that were put in, in that order. */
  readonly raised: number;
  readonly knots: readonly number[];
}

export interface EnoughOptions {
  /** How far the degree is to go beyond the higher level: 1 leaves no jump at inner knots; 0 when left out. */
  readonly beyond?: 0 | 1;
  /** Also a knot at a quarter of the first span at these ends, so that a joint there changes less of the curve. */
  readonly local?: readonly End[];
}

/** A knot next to an end stands at this share of the first span. */
const BESIDE = 0.25;

/**
 * The same curve with degree and control points enough for the levels at its ends; it does not move. First the degree
 * goes up to the higher level; then, while control points are missing, a knot goes to the middle of the span that is
 * longest in mm, of several alike to the one nearest to the higher level. A curve that has enough is returned as it is.
 */
export function withEnoughPoints(
  curve: Curve,
  { start = 0, end = 0 }: EndLevels,
  { beyond = 0, local = [] }: EnoughOptions = {},
): EnoughPoints {
  mustBeWhole(start, 0, 3, 'start');
  mustBeWhole(end, 0, 3, 'end');
  const highest = Math.max(start, end);
  const wanted = Math.min(MAX_DEGREE, highest + (highest > 0 ? beyond : 0));
  const raised = Math.max(0, wanted - curve.degree);
  let enough = raised > 0 ? elevateDegree(curve, raised) : curve;
  const knots: number[] = [];
  const put = (u: number) => {
    const refined = insertKnot(enough, u);
    if (!refined.ok) throw new Error(`no knot goes in at ${u}, inside a span`);
    enough = refined.value;
    knots.push(u);
  };
  while (countOf(clamp(enough)) < controlPointsFor(start, end)) put(middleOfLongest(enough, start >= end));
  for (const side of local) {
    const [first, last] = domainOf(enough);
    const spans = spansOf(enough);
    const { knots: all } = enough;
    if (side === 'start') put(first + BESIDE * (all[spans[0] + 1] - first));
    else put(last - BESIDE * (last - all[spans[spans.length - 1]]));
  }
  return { curve: enough, raised, knots };
}

/** Lengths alike to this share are a tie. */
const ALIKE = 1e-6;

function middleOfLongest(curve: Curve, atStart: boolean): number {
  const measured = arcLength(curve);
  const spans = spansOf(curve);
  const { knots } = curve;
  let best = spans[0];
  let longest = -1;
  for (const span of atStart ? spans : spans.reverse()) {
    const length = lengthAt(measured, knots[span + 1]) - lengthAt(measured, knots[span]);
    if (length > longest + ALIKE * measured.total) [best, longest] = [span, length];
  }
  return (knots[best] + knots[best + 1]) / 2;
}

/** The price of taking a knot out that lets it go without asking, in mm. */
const NOTHING = 1e-6;

/**
 * The curve without those of the given knots that it does not need: taking one out moves it by no more than `tolerance`
 * mm, 1e-6 when left out, which is proven. The degree stays.
 */
export function withoutSpareKnots(
  curve: Curve,
  knots: readonly number[],
  tolerance = NOTHING,
): { readonly curve: Curve; readonly removed: readonly number[]; readonly bound: number } {
  mustBeTolerance(tolerance);
  let lighter = curve;
  let bound = 0;
  const removed: number[] = [];
  // The last one put in first.
  for (const u of [...knots].reverse()) {
    const [first, last] = domainOf(lighter);
    if (!(u > first && u < last) || multiplicityAt(lighter, u) === 0) continue;
    const removal = withoutKnot(lighter, u);
    if (!removal.ok || !(bound + removal.value.bound <= tolerance)) continue;
    lighter = removal.value.curve;
    bound += removal.value.bound;
    removed.push(u);
  }
  return { curve: lighter, removed, bound };
}
