import * as core from '../src/whole.fixture';
import type { Vector3 } from '../src/whole.fixture';
import { apart, blurAt, reach, withinDomain } from './beside';
import type { Check } from './check';
import { COMPARE_CHECKS } from './compareChecks';
import { EDIT_CHECKS } from './editChecks';
import { EVERY_CALL } from './everyCall';
import { asCode, between, nastyCurve, type Random, whole } from './nastyCurves';
import { SHAPE_CHECKS } from './shapeChecks';
import { areaWithin } from './references/area';
import { arcLengthBetween } from './references/arcLength';
import { crossingsSeen } from './references/crossings';
import { largestCurvature } from './references/curvature';

/** Points of a cubic through random heights, at even parameters, which are not even along it. */
function samplesOfAWave(random: Random): Float64Array {
  const count = whole(random, 5, 9);
  const points = Float64Array.from({ length: 3 * count }, (_, i) =>
    i % 3 === 0 ? (20 * i) / 3 : i % 3 === 1 ? between(random, -20, 20) : 0,
  );
  const fit = core.throughPoints(points);
  if (!fit.ok) throw new Error(fit.failure.kind);
  const samples = whole(random, 40, 99);
  return core.evaluateAll(
    fit.value.curve,
    Float64Array.from({ length: samples }, (_, i) => i / (samples - 1)),
  );
}

/** Points some of which lie in clusters, near the origin or far from it. */
function clusters(random: Random): number[] {
  const far = random() < 0.4 ? 1e6 : 0;
  const near = 100 * 10 ** between(random, -4, -1);
  let [x, y] = [0, 0];
  return Array.from({ length: whole(random, 4, 11) }).flatMap((_, i) => {
    const isNear = i > 0 && random() < 0.4;
    x = isNear ? x + near * between(random, -1, 1) : 100 * random();
    y = isNear ? y + near * between(random, -1, 1) : 100 * random();
    return [x + far, y - 0.3 * far, 0.1 * far];
  });
}

const KERNEL_CHECKS: readonly Check[] = [
  {
    name: 'arc length, between chords and control polygons of a thousand parts',
    play: (random) => {
      const curve = nastyCurve(random);
      const { least, largest, estimate } = arcLengthBetween(curve);
      const { total } = core.arcLength(curve);
      const allowed = 1e-9 + 1e-9 * largest + 1e-13 * reach(curve) + (largest - least);
      return { off: Math.abs(total - estimate) / allowed, what: asCode(curve) };
    },
  },
  {
    name: 'parameter at a length, there and back',
    play: (random) => {
      const curve = nastyCurve(random);
      const measured = core.arcLength(curve);
      const length = random() * measured.total;
      const u = core.parameterAt(measured, length);
      const back = core.lengthAt(measured, u);
      const step = 8 * Number.EPSILON * Math.max(Math.abs(u), Number.MIN_VALUE);
      const [before, after] = [u - step, u + step].map((v) => core.lengthAt(measured, withinDomain(curve, v)));
      const allowed = 1e-8 * measured.total + 1e-13 * reach(curve) + Math.abs(after - before);
      return { off: allowed > 0 ? Math.abs(back - length) / allowed : 0, what: `${length} of ${asCode(curve)}` };
    },
  },
  {
    name: 'smallest radius, against dense sampling and golden section',
    play: (random) => {
      const curve = nastyCurve(random, { farthest: 0, weights: 2 });
      if (curve.degree < 2) return null;
      const largest = largestCurvature(curve);
      // A radius this small beside the drawing is a cusp.
      if (largest === null || largest * reach(curve) > 1e9) return null;
      const found = Math.abs(core.smallestRadius(curve)?.kappa ?? 0);
      return { off: largest > 0 ? Math.max(0, 1 - found / largest) / 1e-5 : 0, what: asCode(curve) };
    },
  },
  {
    name: 'crossings that fine polylines prove',
    play: (random) => {
      const nastiness = { flat: true, degree: 4, farthest: 1e4, controlPoints: 6 };
      const [first, other] = [nastyCurve(random, nastiness), nastyCurve(random, nastiness)];
      const [a, b] = [core.controlBox(first), core.controlBox(other)];
      const factor = core.distance(a.least, a.largest) / core.distance(b.least, b.largest);
      if (!(factor > 1e-6 && factor < 1e6 && other.closing !== 'clamped-closed')) return null;
      const middle = (c: number) => (a.least[c] + a.largest[c] - factor * (b.least[c] + b.largest[c])) / 2;
      const second = core.transform(other, { ...core.scaling(factor), origin: [middle(0), middle(1), 0] });
      const found = core.crossings(first, second);
      const seen = crossingsSeen(first, second);
      if (seen.length === 0) return null;
      const missed = seen.filter(
        ({ place, u, blur }) =>
          !found.some((crossing) => {
            if (crossing.kind === 'overlap') return crossing.u[0] <= u + 1e-6 && crossing.u[1] >= u - 1e-6;
            const slack =
              blurAt(first, crossing.u) + blurAt(second, crossing.v) + 1e-6 * Math.hypot(place[0], place[1]);
            return Math.hypot(crossing.point[0] - place[0], crossing.point[1] - place[1]) <= 2 * blur + slack;
          }),
      );
      return { off: 2 * missed.length, what: `${asCode(first)} with ${asCode(second)}` };
    },
  },
  {
    name: 'enclosed area, against the triangles of thousands of chords',
    play: (random) => {
      const curve = nastyCurve(random, { flat: true, closings: ['clamped-closed', 'periodic'] });
      const found = core.enclosedArea(curve, core.FRONT);
      if (!found.ok) return null;
      const { area, off } = areaWithin(curve);
      const allowed = off + 1e-9 * core.arcLength(curve).total ** 2 + 1e-13 * reach(curve) ** 2;
      return { off: allowed > 0 ? Math.abs(area - found.value.area) / allowed : 0, what: asCode(curve) };
    },
  },
  {
    name: 'unclamp, the same shape or refused',
    play: (random) => {
      const curve = nastyCurve(random, { degree: 9 });
      const free = core.unclamp(curve);
      return free.ok ? { off: apart(curve, free.value) / (3e-11 * reach(curve) || 1), what: asCode(curve) } : null;
    },
  },
  {
    name: 'the degree raised and reduced again, the same shape',
    play: (random) => {
      const curve = nastyCurve(random, { degree: 5, farthest: 0, shortest: 1e-3 });
      const reduced = core.reduceDegree(core.elevateDegree(curve), curve.degree);
      if (!reduced.ok) return null;
      // Raising rounds each control point; beside weights 1e12 times as heavy that comes to 1e-11 and some.
      return { off: apart(curve, reduced.value.curve) / (1e-10 * reach(curve) || 1), what: asCode(curve) };
    },
  },
  {
    name: 'near points within a tolerance that is known to be held',
    sample: 8,
    play: (random) => {
      const points = samplesOfAWave(random);
      const fit = core.nearPoints(points, 0.05);
      return fit.ok ? { off: fit.value.max / 0.05, what: `nearPoints([${points.join(', ')}], 0.05)` } : null;
    },
  },
  {
    name: 'constraints and points in clusters, kept or refused',
    play: (random) => {
      const points = clusters(random);
      const index = whole(random, 0, points.length / 3 - 1);
      const direction: Vector3 = [between(random, -1, 1), between(random, -1, 1), 0];
      const degree = whole(random, 3, 9);
      const constraints = [{ index, tangent: { direction }, curvature: { radius: between(random, 5, 55) } }];
      const fit = core.throughPoints(Float64Array.from(points), { degree, constraints });
      if (!fit.ok) return null;
      const { curve, parameters } = fit.value;
      const d = core.derivatives(curve, parameters[index], 1);
      const turn = core.angleBetween([d[3], d[4], d[5]], direction);
      const bend = Math.abs(core.curvatureAt(curve, parameters[index]).kappa * constraints[0].curvature.radius - 1);
      return {
        off: Math.max(turn / 2e-6, bend / 1e-4),
        what: `degree ${degree}, point ${index} of ${points.join(', ')}`,
      };
    },
  },
  {
    name: 'fit data, there and back, or refused',
    play: (random) => {
      const points = clusters(random);
      const fit = core.throughPoints(Float64Array.from(points), { degree: whole(random, 1, 9) });
      if (!fit.ok) return null;
      const { curve, sites } = fit.value;
      const back = core.fromFitData(curve, sites, core.fitDataOf(curve, sites));
      return back.ok ? { off: apart(curve, back.value) / 1e-3, what: points.join(', ') } : null;
    },
  },
];

export const CHECKS: readonly Check[] = [
  ...KERNEL_CHECKS,
  ...COMPARE_CHECKS,
  ...EDIT_CHECKS,
  ...SHAPE_CHECKS,
  EVERY_CALL,
];
