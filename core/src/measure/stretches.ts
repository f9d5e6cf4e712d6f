import { distance, dot, type Vector3 } from '../linear/vector';
import { leastBetween } from '../linear/goldenSection';
import { type Curve, domainOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import type { Meeting } from './meetings';
import { footOn, type PlacePair } from './part';

/** So near to a seam, as a share of the domain, a stretch may go on over it. */
const BESIDE_SEAM = 1e-3;

/** What is being compared. */
export interface Pair {
  readonly first: Curve;
  readonly second: Curve;
  readonly tolerance: number;
}

/** A stretch along the first curve, from `lo` to `hi`, that stays within the tolerance of the second. */
export interface Stretch {
  readonly lo: PlacePair;
  readonly hi: PlacePair;
  readonly best: PlacePair;
  /** The distance from a place on the first curve, between `lo` and `hi`, to what belongs to it on the second. */
  readonly away: (u: number) => PlacePair;
  /** Beside a longer stretch along which the second curve runs the other way, as at the tip of a cusp. */
  readonly minor?: boolean;
}

/**
 * The stretches along which the first curve stays within the tolerance of the second, once each; a crossing is a
 * stretch of one place.
 */
export function stretchesAmong(meetings: readonly Meeting[], pair: Pair): Stretch[] {
  const stretches = clusters(meetings).flatMap((cluster) =>
    joined(
      cluster.some(({ crossing }) => !crossing)
        ? stretchesBothWays(cluster, pair)
        : cluster.flatMap(({ crossing }) => (crossing ? [stretchAt(crossing)] : [])),
      pair,
    ),
  );
  // Parts on the two sides of a seam do not touch in their parameters.
  const [atSeam, others] = parted(stretches, (stretch) => meetsSeam(stretch, pair));
  return [...others, ...joined(atSeam, pair)];
}

function parted<Item>(items: readonly Item[], test: (item: Item) => boolean): [Item[], Item[]] {
  return [items.filter(test), items.filter((item) => !test(item))];
}

function meetsSeam({ lo, hi }: Stretch, { first, second }: Pair): boolean {
  const near = (curve: Curve, u: number) => {
    const [from, to] = domainOf(curve);
    return curve.closing !== 'open' && Math.min(u - from, to - u) <= BESIDE_SEAM * (to - from);
  };
  return [lo, hi].some(({ u, v }) => near(first, u) || near(second, v));
}

const stretchAt = (place: PlacePair): Stretch => ({ lo: place, hi: place, best: place, away: () => place });

/** Meetings whose rectangles of parameters touch, transitively. */
function clusters(meetings: readonly Meeting[]): Meeting[][] {
  const order = [...meetings].sort((m, n) => m.a.from - n.a.from);
  const parent = order.map((_, i) => i);
  const rootOf = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]];
    return i;
  };
  let open: number[] = [];
  order.forEach(({ a, b }, j) => {
    open = open.filter((i) => order[i].a.to >= a.from);
    for (const i of open) {
      if (order[i].b.from <= b.to && b.from <= order[i].b.to) parent[rootOf(i)] = rootOf(j);
    }
    open.push(j);
  });
  const groups = new Map<number, Meeting[]>();
  order.forEach((meeting, i) => {
    const root = rootOf(i);
    const group = groups.get(root);
    if (group) group.push(meeting);
    else groups.set(root, [meeting]);
  });
  return [...groups.values()];
}

/**
 * The stretches of a cluster. Where a curve doubles back on itself it has two of them at the same place, one along each
 * leg: those where both curves run the same way, and those where they run opposite ways.
 */
function stretchesBothWays(cluster: readonly Meeting[], pair: Pair): Stretch[] {
  const way = ({ a, b, crossing }: Meeting) => (crossing ? 0 : Math.sign(dot(a.axis, b.axis)));
  const same = cluster.filter((meeting) => way(meeting) >= 0);
  const opposite = cluster.filter((meeting) => way(meeting) <= 0);
  if (same.length === cluster.length || opposite.length === cluster.length) return stretchesOf(cluster, pair);
  const [along, against] = [stretchesOf(same, pair), stretchesOf(opposite, pair)];
  const isMinor = ({ lo, hi }: Stretch, others: readonly Stretch[]) =>
    others.some((other) => other.lo.u <= lo.u && other.hi.u >= hi.u && other.hi.u - other.lo.u > hi.u - lo.u);
  return [
    ...along.map((stretch) => ({ ...stretch, minor: isMinor(stretch, against) })),
    ...against.map((stretch) => ({ ...stretch, minor: isMinor(stretch, along) })),
  ];
}

/**
 * The runs of places within the tolerance in a cluster. The parts in it are short enough, and straight enough, that a
 * few places on each show whether the curves part between them.
 */
function stretchesOf(cluster: readonly Meeting[], { first, tolerance }: Pair): Stretch[] {
  const away = (among: Iterable<Meeting>, u: number): PlacePair => {
    const [x, y, z] = evaluate(first, u);
    let best: PlacePair = { u, v: NaN, distance: Infinity };
    for (const { a, b } of among) {
      if (u < a.from || u > a.to) continue;
      const foot = footOn(b, x, y, z);
      if (foot.distance < best.distance) best = { u, v: foot.u, distance: foot.distance };
    }
    return best;
  };
  const looks = Float64Array.from(new Set(cluster.flatMap(looksAt))).sort();
  const runs: Stretch[] = [];
  let run: { lo: PlacePair; hi: PlacePair; best: PlacePair; among: Set<Meeting> } | null = null;
  const close = () => {
    if (!run) return;
    const { lo, hi, among } = run;
    runs.push({ ...run, away: (u) => away(among, Math.min(hi.u, Math.max(lo.u, u))) });
    run = null;
  };
  let next = 0;
  let open: Meeting[] = [];
  let before: { place: PlacePair; among: Meeting[] } | null = null;
  for (const u of looks) {
    while (next < cluster.length && cluster[next].a.from <= u) open.push(cluster[next++]);
    open = open.filter(({ a }) => a.to >= u);
    const among = open;
    const place = away(among, u);
    const inside = place.distance <= tolerance;
    // Between two places only parts that hold both can lead from one to the other.
    const between = before ? before.among.filter(({ a }) => a.to >= u) : [];
    if (run && (!inside || between.length === 0)) {
      run.hi = edge(run.hi, u, (t) => away(between, t), tolerance);
      run.best = nearer(run.best, run.hi);
      close();
    }
    if (inside) {
      if (!run) {
        const start = before ? edge(place, before.place.u, (t) => away(between, t), tolerance) : place;
        run = { lo: start, hi: place, best: place, among: new Set() };
      }
      run.hi = place;
      run.best = nearer(run.best, place);
      for (const meeting of among) run.among.add(meeting);
    }
    before = { place, among: [...among] };
  }
  close();
  return runs.map((stretch) => {
    const crossing = cluster.reduce<PlacePair | null>((best, { crossing: c }) => {
      return c && c.u >= stretch.lo.u && c.u <= stretch.hi.u && c.distance < (best?.distance ?? Infinity) ? c : best;
    }, null);
    return { ...stretch, best: crossing ? nearer(crossing, polished(stretch)) : polished(stretch) };
  });
}

/** Places on the first curve at which a meeting is looked at. */
function looksAt({ a, b, crossing }: Meeting): number[] {
  const looks = [0, 0.25, 0.5, 0.75, 1].map((t) => (t === 1 ? a.to : a.from + t * (a.to - a.from)));
  // A short part beside a long one is seen from its own places.
  for (const t of [0, 0.25, 0.5, 0.75, 1]) {
    const [x, y, z] = evaluate(b.curve, t === 1 ? b.to : b.from + t * (b.to - b.from));
    looks.push(footOn(a, x, y, z).u);
  }
  if (crossing) looks.push(crossing.u);
  return looks;
}

const nearer = (a: PlacePair, b: PlacePair): PlacePair => (b.distance < a.distance ? b : a);

/** The last place within the tolerance on the way from one inside to a parameter outside, by bisection. */
function edge(inside: PlacePair, outside: number, away: (u: number) => PlacePair, tolerance: number): PlacePair {
  let last = inside;
  let [low, high] = [inside.u, outside];
  for (let round = 0; round < 52; round++) {
    const middle = (low + high) / 2;
    if (middle === low || middle === high) break;
    const place = away(middle);
    if (place.distance <= tolerance) [low, last] = [middle, place];
    else high = middle;
  }
  return last;
}

/** The nearest place of a stretch, by golden section around the nearest one looked at. */
function polished({ lo, hi, best, away }: Stretch): PlacePair {
  const reach = (hi.u - lo.u) / 8;
  const [from, to] = [Math.max(lo.u, best.u - reach), Math.min(hi.u, best.u + reach)];
  if (!(to > from)) return best;
  return nearer(best, away(leastBetween((u) => away(u).distance, from, to, 60)));
}

/** Stretches that go on in each other, at the edge of their parts or over a seam, as one. */
function joined(stretches: readonly Stretch[], pair: Pair): Stretch[] {
  const out: Stretch[] = [];
  for (const stretch of [...stretches].sort((a, b) => a.lo.u - b.lo.u)) {
    let whole = stretch;
    for (let i = 0; i < out.length;) {
      const union = united(out[i], whole, pair) ?? united(whole, out[i], pair);
      if (union) {
        whole = union;
        out.splice(i, 1);
        i = 0;
      } else i++;
    }
    out.push(whole);
  }
  return out;
}

/** `b` as the continuation of `a`; null when there is a way between them that leads out of the tolerance. */
function united(a: Stretch, b: Stretch, pair: Pair): Stretch | null {
  for (const turnU of turnsOf(pair.first)) {
    for (const turnV of turnsOf(pair.second)) {
      const shifted = (place: PlacePair): PlacePair => ({ ...place, u: place.u + turnU, v: place.v + turnV });
      const [lo, hi] = [shifted(b.lo), shifted(b.hi)];
      if (lo.u < a.lo.u || !leadsTo(a.hi, lo, pair)) continue;
      return {
        lo: a.lo,
        hi: hi.u >= a.hi.u ? hi : a.hi,
        best: nearer(a.best, shifted(b.best)),
        minor: a.minor && b.minor,
        away: (u) => {
          if (u <= a.hi.u) return a.away(u);
          return u >= lo.u ? shifted(b.away(u - turnU)) : onTheWay(a.hi, lo, (u - a.hi.u) / (lo.u - a.hi.u), pair);
        },
      };
    }
  }
  return null;
}

function turnsOf(curve: Curve): number[] {
  const [first, last] = domainOf(curve);
  return curve.closing === 'open' ? [0] : [0, last - first, first - last];
}

/** Whether the curves stay within twice the tolerance of each other between two pairs of places. */
function leadsTo(p: PlacePair, q: PlacePair, { first, second, tolerance }: Pair): boolean {
  return [0.5, 0.25, 0.75, 0.1, 0.9].every((t) => onTheWay(p, q, t, { first, second }).distance <= 2 * tolerance);
}

function onTheWay(p: PlacePair, q: PlacePair, t: number, { first, second }: Pick<Pair, 'first' | 'second'>): PlacePair {
  const [u, v] = [p.u + t * (q.u - p.u), p.v + t * (q.v - p.v)];
  return { u, v, distance: distance(placeOn(first, u), placeOn(second, v)) };
}

/** A parameter of a closed curve brought into its domain. */
export function within(curve: Curve, u: number): number {
  const [first, last] = domainOf(curve);
  const inside = curve.closing === 'open' ? u : u > last ? u - (last - first) : u < first ? u + (last - first) : u;
  return Math.min(last, Math.max(first, inside));
}

/** The place at a parameter that may be counted on past the seam of a closed curve. */
export const placeOn = (curve: Curve, u: number): Vector3 => evaluate(curve, within(curve, u));
