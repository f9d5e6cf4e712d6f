import * as core from '../src/whole.fixture';
import type { Vector3 } from '../src/whole.fixture';
import { blurAt, placesOf, reach } from './beside';
import type { Check } from './check';
import { asCode, between, nastyCurve } from './nastyCurves';
import { crossingsSeen } from './references/crossings';
import { changesOfSide, turnsOfCurvature } from './references/curvature';

const SAMPLES = 2000;

export const COMPARE_CHECKS: readonly Check[] = [
  {
    name: 'closest point, no sampled place nearer',
    play: (random) => {
      const curve = nastyCurve(random);
      const size = reach(curve);
      const target = core.scale([between(random, -2, 2), between(random, -2, 2), between(random, -2, 2)], size);
      const found = core.closestPoint(curve, target);
      const nearest = Math.min(...placesOf(curve, SAMPLES).map(({ place }) => core.distance(place, target)));
      const true0 = core.distance(core.evaluate(curve, found.u), target);
      const off = Math.max(found.distance - nearest, Math.abs(true0 - found.distance)) / (1e-12 * size || 1);
      return { off, what: `to ${target.join(', ')} from ${asCode(curve)}` };
    },
  },
  {
    name: 'box, around all sampled places and no larger than they reach',
    play: (random) => {
      const curve = nastyCurve(random);
      const { least, largest } = core.boundingBox(curve);
      const places = placesOf(curve, SAMPLES);
      const out = [0, 1, 2].flatMap((c) => {
        const values = places.map(({ place }) => place[c]);
        return [least[c] - Math.min(...values), Math.max(...values) - largest[c]];
      });
      return { off: Math.max(...out) / (1e-12 * reach(curve) || 1), what: asCode(curve) };
    },
  },
  {
    name: 'extent along a direction, as far as sampled places and no farther',
    play: (random) => {
      const curve = nastyCurve(random);
      const direction = core.unit([between(random, -1, 1), between(random, -1, 1), between(random, -1, 1)]);
      const { least, largest, at } = core.extentAlong(curve, direction);
      const heights = placesOf(curve, SAMPLES).map(({ place }) => core.dot(direction, place));
      const out = Math.max(least - Math.min(...heights), Math.max(...heights) - largest);
      const reached = at.map((u, i) => {
        const there = core.dot(direction, core.evaluate(curve, u));
        return Math.abs(there - [least, largest][i]) - blurAt(curve, u);
      });
      return { off: Math.max(out, ...reached) / (1e-12 * reach(curve) || 1), what: asCode(curve) };
    },
  },
  {
    name: 'inflections, at least as many as samples change sides',
    play: (random) => {
      const curve = nastyCurve(random, { flat: true, farthest: 0, weights: 1, shortest: 1e-6 });
      const sides = curve.degree > 1 ? changesOfSide(curve) : null;
      if (sides === null || sides === 0) return null;
      const found = core.inflections(curve, core.normalOf(core.FRONT)).length;
      return { off: found >= sides ? 0 : 2, what: `${found} found, ${sides} seen in ${asCode(curve)}` };
    },
  },
  {
    name: 'projected along a direction, place by place',
    play: (random) => {
      const curve = nastyCurve(random);
      const plane = core.planeFrom([between(random, -9, 9), 0, 3], [between(random, -1, 1), 1, between(random, -1, 1)]);
      const direction: Vector3 = [between(random, -1, 1), 2, between(random, -1, 1)];
      const made = core.projectOnto(plane, curve, direction);
      if (!made.ok) return null;
      const size = reach(curve) + 10;
      // A slanting direction takes places further: by the share of it that lies across the plane.
      const slant = core.length(direction) / Math.abs(core.dot(direction, core.normalOf(plane)));
      const off = placesOf(curve, 60).map(({ u, place }) => {
        const image = core.evaluate(made.value, u);
        const along = core.across(core.subtract(image, place), core.unit(direction));
        return Math.max(Math.abs(core.heightOver(plane, image)), core.length(along));
      });
      return { off: Math.max(...off) / (1e-12 * size * slant), what: asCode(curve) };
    },
  },
  {
    name: 'straight stretches, no sampled place off their line',
    play: (random) => {
      const curve = nastyCurve(random, { farthest: 1e4, weights: 3 });
      const tolerance = 1e-6 * reach(curve);
      if (!(tolerance > 0)) return null;
      const off = core.straightStretches(curve, tolerance).flatMap(({ from, to }) => {
        const places = Array.from({ length: 41 }, (_, i) =>
          core.evaluate(curve, i === 40 ? to : from + ((to - from) * i) / 40),
        );
        const farthest = places.reduce((a, b) => (core.distance(b, places[0]) > core.distance(a, places[0]) ? b : a));
        const line = core.subtract(farthest, places[0]);
        if (!(core.length(line) > tolerance)) return [];
        return places.map((place) => core.length(core.across(core.subtract(place, places[0]), core.unit(line))));
      });
      return off.length > 0 ? { off: Math.max(...off) / (4 * tolerance), what: asCode(curve) } : null;
    },
  },
  {
    name: 'curvature extrema, at least as many as samples turn',
    play: (random) => {
      const curve = nastyCurve(random, { farthest: 0, weights: 1, shortest: 1e-6 });
      const turns = curve.degree > 1 ? turnsOfCurvature(curve) : null;
      if (turns === null || turns === 0) return null;
      const found = core.curvatureExtrema(curve).length;
      return { off: found >= turns ? 0 : 2, what: `${found} found, ${turns} seen in ${asCode(curve)}` };
    },
  },
  {
    name: 'self-crossings that a fine polyline proves',
    play: (random) => {
      const curve = nastyCurve(random, { flat: true, degree: 4, farthest: 1e4, controlPoints: 6, weights: 3 });
      const seen = crossingsSeen(curve, curve);
      if (seen.length === 0) return null;
      const found = core.selfCrossings(curve);
      const missed = seen.filter(({ place, u, v, blur }) => {
        const [low, high] = u < v ? [u, v] : [v, u];
        return !found.some((crossing) => {
          if (crossing.kind === 'overlap') {
            const isIn = (w: number) =>
              [crossing.u, crossing.v].some(([a, b]) => Math.min(a, b) <= w + 1e-6 && Math.max(a, b) >= w - 1e-6);
            return isIn(low) && isIn(high);
          }
          const slack = 1e-6 * Math.hypot(place[0], place[1]);
          return Math.hypot(crossing.point[0] - place[0], crossing.point[1] - place[1]) <= 2 * blur + slack;
        });
      });
      return { off: 2 * missed.length, what: asCode(curve) };
    },
  },
  {
    name: 'deviation, no sampled place farther than is proven',
    play: (random) => {
      const a = nastyCurve(random, { weights: 2, degree: 5 });
      const moved = a.points.map((x, i) => (i % 4 === 3 ? x : x + a.points[i | 3] * 1e-2 * reach(a) * random()));
      const b = a.closing === 'open' ? core.makeCurve(a.degree, a.knots, moved) : core.elevateDegree(a);
      const { max, bound, certified } = core.deviation(a, b);
      const most = Math.max(...placesOf(a, 400).map(({ place }) => core.closestPoint(b, place).distance));
      // Parameters far from 0 tell places apart no better than this.
      const [first, last] = core.domainOf(a);
      const rounding = 1e-12 * reach(a) + blurAt(a, first) + blurAt(a, last) || 1;
      const off = Math.max(certified ? (most - bound) / rounding : 0, (max - bound) / rounding);
      return { off, what: `${asCode(a)} and ${asCode(b)}` };
    },
  },
];
