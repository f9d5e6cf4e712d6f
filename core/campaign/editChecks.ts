import * as core from '../src/whole.fixture';
import type { Closing, Curve, Vector3 } from '../src/whole.fixture';
import { blurAt, placesOf, reach, withinDomain } from './beside';
import type { Check } from './check';
import { asCode, between, nastyCurve, type Random, whole } from './nastyCurves';
import { derivativesReader } from './references/derivatives';

/** A curve that should lie on the one it was made from, and which of that one's parameters belongs to one of its own. */
interface Same {
  readonly made: Curve;
  readonly from?: (u: number) => number;
  /** How far off it may be by its own account, in mm. */
  readonly price?: number;
}

const inside = (random: Random, curve: Curve): number => {
  const [first, last] = core.domainOf(curve);
  return withinDomain(curve, first + random() * (last - first));
};

/** What changes knots, ends or parameters and leaves the shape; null where a curve does not allow it. */
const UNCHANGING: readonly (readonly [
  name: string,
  change: (curve: Curve, random: Random) => readonly Same[] | null,
  closings?: readonly Closing[],
])[] = [
  [
    'knots inserted',
    (curve, random) => {
      const added = core.refineKnots(curve, [inside(random, curve), inside(random, curve), inside(random, curve)]);
      return added.ok ? [{ made: added.value }] : null;
    },
  ],
  [
    'a knot inserted and taken out, by its price',
    (curve, random) => {
      const u = inside(random, curve);
      const added = core.insertKnot(curve, u);
      if (!added.ok) return null;
      const removed = core.removeKnot(added.value, u);
      return removed.ok ? [{ made: removed.value.curve, price: removed.value.deviation.bound }] : null;
    },
  ],
  ['redundant knots taken out', (curve) => [{ made: core.withoutRedundantKnots(curve, 1e-12 * reach(curve)) }]],
  ['clamped', (curve) => [{ made: core.clamp(curve) }]],
  ['in Bézier pieces and back', (curve) => [{ made: core.fromBezierPieces(core.bezierPieces(curve), 0) }]],
  [
    'turned round',
    (curve) => {
      const [first, last] = core.domainOf(curve);
      return [{ made: core.reverse(curve), from: (u) => withinDomain(curve, first + last - u) }];
    },
  ],
  [
    'over another domain',
    (curve, random) => {
      const [first, last] = core.domainOf(curve);
      const [from, to] = [between(random, -5, 5), between(random, 6, 100)];
      const share = (u: number) => (u - from) / (to - from);
      return [
        {
          made: core.reparameterise(curve, from, to),
          from: (u) => withinDomain(curve, (1 - share(u)) * first + share(u) * last),
        },
      ];
    },
  ],
  [
    'cut in two',
    (curve, random) => {
      const parts = core.split(curve, inside(random, curve));
      return parts.ok ? parts.value.map((made) => ({ made })) : null;
    },
    ['open'],
  ],
  [
    'a part of it',
    (curve, random) => {
      const part = core.subCurve(
        curve,
        ...([inside(random, curve), inside(random, curve)].sort((a, b) => a - b) as [number, number]),
      );
      return part.ok ? [{ made: part.value }] : null;
    },
    ['open'],
  ],
  [
    'its seam moved',
    (curve, random) => {
      const [first, last] = core.domainOf(curve);
      return [
        {
          made: core.moveSeam(curve, inside(random, curve)),
          from: (u) => withinDomain(curve, u > last ? u - (last - first) : u),
        },
      ];
    },
    ['periodic'],
  ],
  [
    'opened and closed',
    (curve) => {
      const opened = core.open(curve);
      return [{ made: opened }, { made: core.close(opened, 1e-9 * reach(curve)) }];
    },
    ['clamped-closed', 'periodic'],
  ],
];

export const EDIT_CHECKS: readonly Check[] = [
  ...UNCHANGING.map(([name, change, closings]): Check => ({
    name: `${name}, the same shape`,
    play: (random) => {
      const curve = nastyCurve(random, { closings });
      const same = change(curve, random);
      if (!same) return null;
      const off = same.flatMap(({ made, from = (u: number) => u, price = 0 }) =>
        placesOf(made, 60).map(({ u, place }) => {
          const there = withinDomain(curve, from(u));
          const allowed = price + 1e-10 * reach(curve) + 8 * blurAt(curve, there) || 1;
          return core.distance(place, core.evaluate(curve, there)) / allowed;
        }),
      );
      return { off: Math.max(...off), what: asCode(curve) };
    },
  })),
  {
    name: 'first derivatives, by their own control points',
    play: (random) => {
      const curve = nastyCurve(random, { farthest: 0 });
      const read = derivativesReader(curve);
      const spans = core.spansOf(curve);
      const span = spans[whole(random, 0, spans.length - 1)];
      const u = curve.knots[span] + random() * (curve.knots[span + 1] - curve.knots[span]);
      if (!(u >= curve.knots[span] && u < curve.knots[span + 1])) return null;
      const [, first] = read(span, u);
      const found = core.vectorAt(core.derivatives(curve, u, 1), 1);
      const weights = curve.points.filter((_, i) => i % 4 === 3 && i >= 4 * (span - curve.degree) && i <= 4 * span + 3);
      // Places far lighter than their surroundings are lost in the rounding of the heavy ones.
      const ratio = Math.max(...weights) / Math.min(...weights);
      const step = (curve.degree * reach(curve)) / (curve.knots[span + 1] - curve.knots[span]);
      const off = core.distance(found, [first[0], first[1], first[2]]);
      return { off: off / (1e-13 * ratio ** 2 * step || 1), what: `at ${u} of ${asCode(curve)}` };
    },
  },
  {
    name: 'polyline within a tolerance',
    play: (random) => {
      const curve = nastyCurve(random, { farthest: 1e4 });
      const tolerance = reach(curve) * 10 ** between(random, -5, -2);
      if (!(tolerance > 0)) return null;
      const { points, parameters } = core.polylineWithin(curve, tolerance);
      let segment = 0;
      const off = placesOf(curve, 500).map(({ u, place }) => {
        while (segment + 2 < parameters.length && parameters[segment + 1] < u) segment++;
        return core.closestOnSegment(place, core.vectorAt(points, segment), core.vectorAt(points, segment + 1))
          .distance;
      });
      return { off: Math.max(...off) / (1.0001 * tolerance), what: `${tolerance} for ${asCode(curve)}` };
    },
  },
  {
    name: 'places at equal lengths',
    play: (random) => {
      const curve = nastyCurve(random);
      const measured = core.arcLength(curve);
      if (!(measured.total > 1e-9 * reach(curve))) return null;
      const { parameters, step } = core.divideByCount(measured, whole(random, 2, 12));
      // What a few roundings of a parameter come to, where the curve hurries.
      const blur = (u: number) => {
        const around = [-8, 8].map((steps) => withinDomain(curve, u + steps * Number.EPSILON * Math.abs(u)));
        return core.lengthAt(measured, around[1]) - core.lengthAt(measured, around[0]);
      };
      const off = [...parameters].slice(1).map((u, i) => {
        const slack = 1e-8 * measured.total + 1e-13 * reach(curve) + blur(u) + blur(parameters[i]);
        return Math.abs(core.lengthAt(measured, u) - core.lengthAt(measured, parameters[i]) - step) / slack;
      });
      return { off: Math.max(...off), what: asCode(curve) };
    },
  },
  {
    name: 'brought through a place and turned there, weights and knots kept',
    play: (random) => {
      const curve = nastyCurve(random, { weights: 2, farthest: 1e4, shortest: 1e-4 });
      const u = inside(random, curve);
      const size = reach(curve);
      const target: Vector3 = [between(random, -size, size), between(random, -size, size), 0];
      const moved = core.moveOnCurve(curve, u, target);
      if (!moved.ok) return null;
      const there = core.distance(core.evaluate(moved.value, u), target);
      const kept = moved.value.knots.every((knot, i) => knot === curve.knots[i]);
      return { off: kept ? there / (1e-9 * size || 1) : 2, what: `${u} to ${target.join(', ')} of ${asCode(curve)}` };
    },
  },
  {
    name: 'best plane, no farther from any place than it says',
    play: (random) => {
      const curve = nastyCurve(random);
      const { plane, deviation } = core.bestPlane(curve);
      const most = Math.max(...placesOf(curve, 300).map(({ place }) => Math.abs(core.heightOver(plane, place))));
      const isFlat = curve.points.every((z, i) => i % 4 !== 2 || z === 0);
      const off = Math.max(most - deviation, isFlat ? deviation : 0);
      return { off: off / (1e-11 * reach(curve) || 1), what: asCode(curve) };
    },
  },
  {
    name: 'kinks, where neighbouring tangents differ',
    play: (random) => {
      const curve = nastyCurve(random, { farthest: 0, weights: 2, shortest: 1e-4 });
      const read = derivativesReader(curve);
      const spans = core.spansOf(curve);
      const kinks = core.kinksOf(curve);
      const missed = spans.slice(1).filter((span, i) => {
        const u = curve.knots[span];
        const [a, b] = [read(spans[i], u)[1], read(span, u)[1]] as unknown as [Vector3, Vector3];
        const usual = reach(curve) / (core.domainOf(curve)[1] - core.domainOf(curve)[0]);
        const slowest = 1e-6 * Math.max(core.length(a), core.length(b), usual);
        if (core.length(a) < slowest || core.length(b) < slowest) return false;
        return core.angleBetween(a, b) > 0.002 && !kinks.some((kink) => kink.u === u);
      });
      return { off: 2 * missed.length, what: asCode(curve) };
    },
  },
];
