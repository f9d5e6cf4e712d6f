import * as core from '../src/whole.fixture';
import type { Curve, Vector3 } from '../src/whole.fixture';
import { apart, blurAt, placesOf, reach, strays } from './beside';
import type { Check } from './check';
import { asCode, between, nastyCurve, type Nastiness, oneOf, type Random, whole } from './nastyCurves';

const UP: Vector3 = [0, 0, 1];
/** Curves as unpleasant as a drawing has them: the promises of shapes are made in mm, not in roundings. */
const DRAWN: Nastiness = { farthest: 1e4, weights: 1, shortest: 1e-3, degree: 5, controlPoints: 5 };
const FLAT: Nastiness = { ...DRAWN, flat: true };

/** Brought to a size of 100 mm; null for a curve that is hardly one. */
function sized(curve: Curve): Curve | null {
  const { least, largest } = core.controlBox(curve);
  const size = core.distance(least, largest);
  if (!(size > 1e-6 * reach(curve))) return null;
  return core.transform(curve, { ...core.scaling(100 / size), origin: core.scale(least, -100 / size) });
}

const drawn = (random: Random, nastiness = DRAWN): Curve | null => sized(nastyCurve(random, nastiness));

/** The unit tangent at a parameter, from one side; null where the curve stands still. */
function tangentAt(curve: Curve, u: number, side: 'left' | 'right'): Vector3 | null {
  const d = core.derivatives(curve, u, 1, side);
  const first = core.vectorAt(d, 1);
  return core.length(first) > 1e-6 ? core.unit(first) : null;
}

export const SHAPE_CHECKS: readonly Check[] = [
  {
    name: 'offset, at its distance everywhere, and everything at the distance',
    sample: 8,
    play: (random) => {
      const curve = drawn(random, FLAT);
      if (!curve) return null;
      const by = between(random, -12, 12);
      const tolerance = 0.01;
      const made = core.offset(curve, by, tolerance, core.FRONT);
      if (!made.ok) return null;
      const { curves, error, lost } = made.value;
      const near = Math.max(
        ...curves.flatMap((each) =>
          placesOf(each, 100).map(({ place }) => Math.abs(core.closestPoint(curve, place).distance - Math.abs(by))),
        ),
      );
      // What is as far from the whole curve as it should be has to be there, or is said to be lost.
      const left = placesOf(curve, 150).flatMap(({ u, place }) => {
        // At a standstill rounding alone gives a direction.
        if (!tangentAt(curve, u, 'right')) return [];
        const aside = core.along(place, core.leftAt(curve, u, UP), by);
        const free = core.closestPoint(curve, aside).distance >= Math.abs(by) - 1e-9;
        const isLost = lost.some(([from, to]) => u >= from && u <= to);
        return free && !isLost ? [Math.min(...curves.map((each) => core.closestPoint(each, aside).distance))] : [];
      });
      const off = Math.max(near, ...left) / (2 * Math.max(tolerance, error));
      return { off, what: `offset by ${by} of ${asCode(curve)}` };
    },
  },
  {
    name: 'fillet, an arc of its radius, tangent to both',
    play: (random) => {
      const [a, b] = [drawn(random, FLAT), drawn(random, FLAT)];
      if (!a || !b) return null;
      const radius = 10 ** between(random, -1, 1.3);
      const made = core.fillet(a, b, radius, core.FRONT);
      if (!made.ok) return null;
      const { between: arc, u, v, first, second } = made.value;
      const [from, to] = core.domainOf(arc);
      const ends = [core.evaluate(arc, from), core.evaluate(arc, to)];
      const gap = Math.max(
        core.distance(ends[0], core.evaluate(a, u)),
        core.distance(ends[1], core.evaluate(b, v)),
        strays(first, a, 40),
        strays(second, b, 40),
      );
      const bend = Math.abs(Math.abs(core.curvatureAt(arc, from).kappa) * radius - 1);
      const sides = [
        [a, u, from],
        [b, v, to],
      ] as const;
      const turns = sides.map(([curve, w, end]) => {
        const [t, s] = [tangentAt(curve, w, 'left'), tangentAt(arc, end, end === from ? 'right' : 'left')];
        return t && s ? core.length(core.cross(t, s)) : 0;
      });
      const off = Math.max(gap / 1e-6, bend / 1e-5, ...turns.map((turn) => turn / 1e-5));
      return { off, what: `radius ${radius} between ${asCode(a)} and ${asCode(b)}` };
    },
  },
  {
    name: 'extended, the curve before and as much longer',
    play: (random) => {
      const curve = drawn(random, { ...DRAWN, closings: ['open'] });
      if (!curve) return null;
      const how = oneOf(random, ['straight', 'arc', 'own'] as const);
      const end = oneOf(random, ['start', 'end'] as const);
      const length = 10 ** between(random, -1, 1.5);
      const made = core.extend(curve, end, how, { length });
      if (!made.ok) return null;
      const [before, after] = [curve, made.value].map((each) => core.arcLength(each).total);
      const [from, to] = core.domainOf(made.value);
      const blur = 8 * (blurAt(made.value, from) + blurAt(made.value, to));
      const off = Math.max(apart(curve, made.value) / 1e-6, Math.abs(after - before - length) / (1e-5 + blur));
      return { off, what: `${how} at the ${end} by ${length}: ${asCode(curve)}` };
    },
  },
  {
    name: 'midway, the mean at the same shares of the parameters',
    play: (random) => {
      const [a, b] = [drawn(random, { ...DRAWN, degree: 4 }), drawn(random, { ...DRAWN, degree: 4 })];
      if (!a || !b) return null;
      const made = core.midway(a, b);
      if (!made.ok) return null;
      const [p, q, m] = [a, b, made.value].map((each) => placesOf(each, 60));
      const off = m.map(({ place }, i) => {
        const blur = blurAt(a, p[i].u) + blurAt(b, q[i].u);
        return core.distance(place, core.middle(p[i].place, q[i].place)) / (1e-6 + blur);
      });
      return { off: Math.max(...off), what: `${asCode(a)} and ${asCode(b)}` };
    },
  },
  {
    name: 'lighter within a tolerance, by what is promised',
    sample: 4,
    play: (random) => {
      const given = drawn(random, { ...DRAWN, closings: ['open'] });
      if (!given) return null;
      // With more than it needs.
      const places = placesOf(given, whole(random, 12, 40)).flatMap(({ place }) => place);
      const fit = core.throughPoints(Float64Array.from(places));
      if (!fit.ok) return null;
      const { curve } = fit.value;
      const tolerance = 10 ** between(random, -3, 0);
      const made = core.lighten(curve, tolerance);
      if (!made.ok) return null;
      const { curve: lighter, deviation } = made.value;
      const most = Math.max(strays(curve, lighter), strays(lighter, curve));
      const promised = Math.min(tolerance, deviation.certified ? deviation.bound : tolerance);
      return { off: most / (promised + 1e-9), what: `within ${tolerance}: ${asCode(curve)}` };
    },
  },
  {
    name: 'laid anew with a count, by what is promised',
    sample: 8,
    play: (random) => {
      const curve = drawn(random);
      if (!curve) return null;
      const count = whole(random, 6, 30);
      const made = core.relay(curve, { count });
      if (!made.ok || !made.value.deviation.certified) return null;
      const most = Math.max(strays(curve, made.value.curve), strays(made.value.curve, curve));
      return { off: most / (made.value.deviation.bound + 1e-9), what: `${count} for ${asCode(curve)}` };
    },
  },
  {
    name: 'lines and arcs within a tolerance',
    sample: 8,
    play: (random) => {
      const curve = drawn(random, FLAT);
      if (!curve) return null;
      const tolerance = 10 ** between(random, -3, 0);
      const made = core.arcsAndLines(curve, tolerance);
      if (!made.ok) return null;
      const { segments, plane } = made.value;
      const laid = core.segmentsToCurve(segments, plane);
      const most = Math.max(strays(curve, laid), strays(laid, curve));
      return { off: most / (tolerance + 1e-9), what: `within ${tolerance}: ${asCode(curve)}` };
    },
  },
];
