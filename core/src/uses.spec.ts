import fc from 'fast-check';
import { anyCurve, bezier, flat, valueOf } from './curve/curves.fixture';
import * as core from './whole.fixture';
import type { Curve, Jet } from './whole.fixture';

const { FRONT } = core;
const CURVE = flat(3, [0, 0, 0, 0, 1, 2, 2, 2, 2], [[0, 0], [10, 20], [30, 25], [50, 5], [60, 10]]); // prettier-ignore
const RING = core.periodicCurve(3, core.homogeneous([40, 0, 0, 0, 40, 5, -40, 0, 0, 0, -40, 5]));
const FOUR = Float64Array.of(0, 0, 0, 9, 9, 0, 18, 3, 0, 30, 9, 0);

const JET: Jet = { point: [1, 2, 0], tangent: [0, 1, 0], curvature: [-0.02, 0, 0], rate: [0, 0, 1e-4] };

/** A line of `count` points that all lie in the plane of a few places, for curves that are hardly curves. */
const CLAMPED = (degree: number, inner: readonly number[] = [], end = 1) => [
  ...new Array<number>(degree + 1).fill(0),
  ...inner,
  ...new Array<number>(degree + 1).fill(end),
];
const degenerate: Record<string, Curve> = {
  'one point': bezier([3, 4], [3, 4], [3, 4], [3, 4]),
  'one point in many spans': flat(2, CLAMPED(2, [0.2, 0.4, 0.4]), new Array<[number, number]>(6).fill([1e3, -1])),
  'a line back and forth': bezier([0, 0], [30, 0], [-20, 0], [10, 0]),
  'a line out and home': bezier([0, 0], [10, 5], [0, 0]),
  'a cusp': bezier([0, 0], [60, 40], [0, 40], [60, 0]),
  'doubled ends': bezier([0, 0], [0, 0], [0, 0], [20, 10], [30, 0], [30, 0]),
  'a standstill inside': flat(3, CLAMPED(3, [0.5]), [[0, 0], [10, 0], [10, 0], [10, 0], [10, 10]]), // prettier-ignore
  'a kink': flat(2, CLAMPED(2, [0.5, 0.5]), [[0, 0], [5, 5], [10, 10], [5, 15], [-10, 10]]), // prettier-ignore
  'a kink that folds': flat(1, CLAMPED(1, [0.5]), [[0, 0], [10, 0], [0, 0]]), // prettier-ignore
  'very small': bezier([0, 0], [1e-9, 2e-9], [3e-9, 1e-9], [4e-9, 0]),
  'nearly nothing': bezier([0, 0], [1e-160, 2e-160], [3e-160, 0]),
  'very large': bezier([-1e15, 0], [1e14, 9e14], [1e15, -1e15], [3e14, 1e15]),
  'far away': bezier([1e12, 1e12], [1e12 + 10, 1e12 + 30], [1e12 + 30, 1e12], [1e12 + 40, 1e12 + 9]),
  'a small span beside a large one': flat(3, CLAMPED(3, [1e-9, 1e6], 2e6), [[0, 0], [1, 5], [9, 5], [20, -4], [30, 0], [31, 2]]), // prettier-ignore
  'a domain far from 0': flat(2, [1e9, 1e9, 1e9, 1e9 + 1, 1e9 + 2, 1e9 + 2, 1e9 + 2], [[0, 0], [5, 9], [10, 0], [15, 5]]), // prettier-ignore
  'a tiny domain': flat(2, [0, 0, 0, 1e-20, 2e-20, 2e-20, 2e-20], [[0, 0], [5, 9], [10, 0], [15, 5]]), // prettier-ignore
  'extreme weights': core.withWeights(CURVE, [1e-9, 1e9, 1, 1e-9, 1e9]),
  'degree 25': flat(
    25,
    CLAMPED(25, [0.5]),
    Array.from({ length: 27 }, (_, i) => [i, 5 * Math.sin(i)] as const),
  ),
  'a ring': RING,
  'a ring of few points': core.periodicCurve(5, core.homogeneous([5, 0, 0, 0, 5, 0, -5, 0, 0])),
  'a ring that is a point': core.periodicCurve(3, core.homogeneous([7, 7, 7, 7, 7, 7, 7, 7, 7, 7, 7, 7])),
  'a circle': core.circle(FRONT, [1, 2, 0], 3),
  'a square': core.rectangle(FRONT, [0, 0, 0], 4, 4),
  'a closed line': core.close(bezier([0, 0], [10, 0], [0, 0]), 1e-9),
  'a Bézier curve in space': core.makeCurve(3, CLAMPED(3), core.homogeneous([0, 0, 0, 5, 9, 2, 9, -3, 8, 12, 1, 1])),
};

/** Fails at the first number in a result that is NaN, or not finite where that has no meaning. */
function mustBeNumbers(value: unknown, path: string, seen = new Set<unknown>()): void {
  if (typeof value === 'number') {
    const mayBeInfinite =
      /\.(bound|radius|smallestRadius|radii\.[01]|variation|fairness|bending|bendingFigure|fairness\.(before|after))$|^roughness$/.test(
        path,
      );
    if (Number.isNaN(value) || (!Number.isFinite(value) && !mayBeInfinite)) throw new Error(`${path} is ${value}`);
  } else if (value instanceof Float64Array) {
    const bad = value.findIndex((number) => !Number.isFinite(number));
    if (bad >= 0) throw new Error(`${path}[${bad}] is ${value[bad]}`);
  } else if (value && typeof value === 'object' && !seen.has(value)) {
    seen.add(value);
    for (const [key, part] of Object.entries(value)) mustBeNumbers(part, `${path}.${key}`, seen);
  }
}

/** What can be asked of any curve. Honest failures are results; so is a RangeError that says why. */
const USES: Record<string, (curve: Curve) => unknown> = {
  evaluate: (c) => core.evaluate(c, middleOf(c)),
  derivatives: (c) => core.derivatives(c, middleOf(c), 4),
  'derivatives at the end': (c) => core.derivatives(c, core.domainOf(c)[1], 3, 'left'),
  evaluateAll: (c) => core.evaluateAll(c, [core.domainOf(c)[0], middleOf(c), core.domainOf(c)[1]]),
  clamp: core.clamp,
  unclamp: (c) => core.unclamp(c),
  insertKnot: (c) => core.insertKnot(c, middleOf(c)),
  removeKnot: (c) => core.breaksOf(c).map(({ u }) => core.removeKnot(c, u)),
  reparameterise: (c) => core.reparameterise(c, 0, 1),
  elevateDegree: (c) => core.elevateDegree(c, Math.min(2, core.MAX_DEGREE - c.degree)),
  reduceDegree: (c) => core.reduceDegree(c, c.degree - 1),
  bezierPieces: core.bezierPieces,
  fromBezierPieces: (c) => core.fromBezierPieces(core.bezierPieces(c), 1e-6),
  withoutRedundantKnots: (c) => core.withoutRedundantKnots(c, 1e-6),
  displayPolyline: (c) => core.displayPolyline(c, 0.1 + 1e-4 * sizeOf(c)),
  close: (c) => core.close(c, 1e-9),
  open: core.open,
  toPeriodic: (c) => core.toPeriodic(core.close(c, 1e-9), 1e-6),
  'extend straight': (c) => core.extend(c, 'end', 'straight', { length: 1 }),
  'extend by an arc': (c) => core.extend(c, 'start', 'arc', { length: 1 }),
  'extend by its own': (c) => core.extend(c, 'end', 'own', { length: 1 }),
  'extend to a point': (c) => core.extend(c, 'end', 'own', { point: [50, 60, 0] }),
  endOf: (c) => core.endOf(c, 'end'),
  join: (c) => core.join(c, core.lineBetween([0, 0, 0], [1, 2, 3]), Infinity),
  keptPoints: (c) => core.keptPoints(c.points, core.reverse(c).points),
  reverse: core.reverse,
  split: (c) => core.split(c, middleOf(c)),
  subCurve: (c) => core.subCurve(c, core.domainOf(c)[0], middleOf(c)),
  mirror: (c) => core.mirror(c, FRONT),
  arcLength: (c) => core.arcLength(c),
  atEqualLengths: (c) => core.atEqualLengths(core.arcLength(c), 5),
  enclosedArea: (c) => core.enclosedArea(core.close(c, 1e-9), FRONT),
  bestPlane: core.bestPlane,
  boundingBox: core.boundingBox,
  curvatureAt: (c) => core.curvatureAt(c, middleOf(c)),
  curvatureProfile: (c) => core.curvatureProfile(c),
  curvatureComb: (c) => core.curvatureComb(c, core.curvatureProfile(c), 20, 10),
  fair: (c) => [
    core.fair(c, 1, { startLevel: 0, endLevel: 0 }),
    core.fair(c, 1e-6, { normal: [0, 0, 1], energy: 'jerk' }),
  ],
  fairChain: (c) => core.fairChain([c], 1, { startLevel: 0, endLevel: 0 }),
  fairPreview: (c) => core.fairPreview(c, 1, { startLevel: 0, endLevel: 0 }),
  oneWay: (c) => core.oneWay(c, 0.1, { normal: [0, 0, 1], way: 'rises', startLevel: 0, endLevel: 0 }),
  oneWayTolerance: (c) => core.oneWayTolerance(c, 1e-3, { normal: [0, 0, 1], way: 'rises' }),
  pullCurvature: (c) => {
    const [from, to] = core.domainOf(c);
    return core.pullCurvature(c, { kind: 'level' }, { normal: [0, 0, 1], from, to, startLevel: 0, endLevel: 0 });
  },
  culprits: (c) => core.culprits(c, { startLevel: 0, endLevel: 0 }),
  iron: (c) => core.iron(c, { from: core.domainOf(c)[0], to: core.domainOf(c)[1] }, 1, { startLevel: 0, endLevel: 0 }),
  ironingTolerance: (c) => core.ironingTolerance(c, { from: core.domainOf(c)[0], to: core.domainOf(c)[1] }),
  roughness: (c) => core.roughness(c, 1),
  fairingTolerance: (c) => core.fairingTolerance(c, 1),
  lumps: (c) => [core.lumps(c), core.lumps(c, { normal: [0, 0, 1] })],
  monotonePieces: (c) => [core.monotonePieces(c), core.monotonePieces(c, [0, 0, 1])],
  energies: (c) => core.energies(c),
  continuityOfEnds: (c) => [
    core.continuityOfEnds(c, 'end', CURVE, 'start'),
    core.continuityOfEnds(CURVE, 'end', c, 'start'),
  ],
  continuityInside: (c) => [
    core.continuityInside(c, middleOf(c), CURVE, 'end'),
    core.continuityInside(CURVE, 0.3, c, 'end'),
  ],
  continuityFromJet: (c) => core.continuityFromJet(JET, c, 'end'),
  freedomsAt: (c) => [core.freedomsAt(c, 'start'), core.freedomsAt(c, 'end')],
  continuityAtKnot: (c) => core.continuityAtKnot(c, middleOf(c)),
  continuityAtKnots: (c) => core.continuityAtKnots(c),
  continuityAmong: (c) => core.continuityAmong([c, core.reverse(c)], { knotsBelow: 3 }),
  curvatureStretches: (c) => core.curvatureStretches(core.curvatureProfile(c), 'above', 0.01),
  deviationProfile: (c) => [core.deviationProfile(c, CURVE), core.deviationProfile(CURVE, c, { normal: [0, 0, 1] })],
  deviationStretches: (c) => core.deviationStretches(core.deviationProfile(c, CURVE), 0.1),
  shareWithin: (c) => core.shareWithin(core.deviationProfile(c, CURVE), 0.1),
  runsAlike: (c) => [core.runsAlike(c, CURVE), core.runsAlike(CURVE, c)],
  clearance: (c) => [core.clearance(c, CURVE), core.clearance(CURVE, c), core.clearance(c, c)],
  curvatureExtrema: (c) => [core.curvatureExtrema(c), core.curvatureExtrema(c, [0, 0, 1])],
  inflections: (c) => core.inflections(c, [0, 0, 1]),
  smallestRadius: (c) => core.smallestRadius(c),
  lightness: (c) => core.lightness(c),
  frameAt: (c) => core.frameAt(c, middleOf(c)),
  closestPoint: (c) => [core.closestPoint(c, [1, 2, 3]), core.closestPoint(c, core.evaluate(c, middleOf(c)))],
  crossings: (c) => core.crossings(c, CURVE),
  'crossings with itself': (c) => core.crossings(c, c),
  selfCrossings: (c) => core.selfCrossings(c),
  deviation: (c) => [core.deviation(c, c), core.deviation(c, CURVE), core.deviation(CURVE, c)],
  deviationInStep: (c) => core.deviationInStep(c, c),
  pointsDeviation: (c) => core.pointsDeviation(FOUR, c),
  curvatureChange: (c) => core.curvatureChange(c, CURVE),
  kinksOf: (c) => core.kinksOf(c),
  divideByCount: (c) => core.divideByCount(core.arcLength(c), 7),
  divideByLength: (c) => core.divideByLength(core.arcLength(c), 1e-3 + sizeOf(c) / 7),
  bendThrough: (c) => core.bendThrough(c, core.packSites([{ u: middleOf(c), order: 0 }]), Float64Array.of(1, 2, 3)),
  evenKnots: core.evenKnots,
  removeControlPoint: (c) => core.removeControlPoint(c, 0),
  straightStretches: (c) => core.straightStretches(c, 1e-6),
  turnOnCurve: (c) => core.turnOnCurve(c, middleOf(c), [1, 2, 3]),
  moveOnCurve: (c) => core.moveOnCurve(c, middleOf(c), [1, 2, 3], [0]),
  packCurve: (c) => core.unpackCurve(core.packCurve(c)),
  fitDataOf: (c) => core.fitDataOf(c, core.packSites([{ u: middleOf(c), order: 2 }])),
  planeAcross: (c) => core.planeAcross(c, middleOf(c)),
  planeAlong: (c) => core.planeAlong(c, middleOf(c)),
  projectOnto: (c) => core.projectOnto(FRONT, c, [1, 2, 3]),
  polylineWithin: (c) => core.polylineWithin(c, 0.1 + 1e-3 * sizeOf(c)),
  arcsAndLines: (c) => core.arcsAndLines(c, 0.1 + 1e-3 * sizeOf(c)),
  relay: (c) => core.relay(c, { count: 8 }),
  lighten: (c) => core.lighten(c, 0.1 + 1e-2 * sizeOf(c)),
  midway: (c) => core.midway(c, CURVE),
  midwayByLength: (c) => core.midwayByLength(c, CURVE, 0.1 + 1e-3 * sizeOf(c)),
  offset: (c) => core.offset(c, 1 + 0.01 * sizeOf(c), 0.1 + 1e-3 * sizeOf(c), FRONT),
  jetBeyond: (c) => [core.jetBeyond(c, 'start'), core.jetAtShare(c, 0.4, 'backward')],
  joinEnds: (c) => [
    core.joinEnds(c, { start: { jet: JET, level: 1 } }),
    core.joinEnds(c, { end: { jet: JET, level: 3 } }),
    core.joinEnds(CURVE, { start: { jet: core.jetBeyond(c, 'end') ?? JET, level: 2 } }),
  ],
  joinFitData: (c) => core.joinFitData(c, core.packSites([{ u: core.domainOf(c)[0], order: 0 }]), { start: { jet: JET, level: 1 } }), // prettier-ignore
  joinExact: (c) => [
    core.joinExact(c, 'other', { start: { jet: JET, level: 0 } }),
    core.joinExact(core.lineBetween([0, 0, 0], [9, 3, 0]), 'line', { end: { jet: core.jetBeyond(c, 'end') ?? JET, level: 1 } }), // prettier-ignore
  ],
  joinToSymmetry: (c) => [
    core.joinToSymmetry(c, 'start', { kind: 'plane', plane: FRONT }, 3),
    core.joinToSymmetry(c, 'end', { kind: 'axis', point: [1, 2, 0], direction: [1, 1, 0] }, 2),
  ],
  isSameJet: (c) => core.isSameJet(JET, core.jetBeyond(c, 'end') ?? JET),
  jetTakenBack: () => core.jetTakenBack(JET, { point: [3, 4, 5], tangent: [0, 0, 1] }),
  spreadCurve: (c) => core.spreadCurve(c, 'end', JET, { point: [3, 4, 5], tangent: [0, 0, 1] }, 'faded', 1, 1),
  withEnoughPoints: (c) => core.withEnoughPoints(c, { start: 2, end: 3 }, { beyond: 1, local: ['end'] }),
  withoutSpareKnots: (c) => core.withoutSpareKnots(c, core.breaksOf(c).map(({ u }) => u), 0.1), // prettier-ignore
  blend: (c) => core.blend(core.jetBeyond(c, 'end') ?? JET, { ...JET, point: [40, 50, 2] }, { quick: true }),
  blendCandidates: (c) => core.blendCandidates(core.jetBeyond(c, 'end') ?? JET, { ...JET, point: [40, 50, 2] }, [1, 1]),
  softCorner: (c) => [
    core.softCorner(c, CURVE, FRONT, { size: { setback: 1 } }),
    core.softCorner(CURVE, c, FRONT, { size: { radius: 2 }, level: 3 }),
  ],
  fillet: (c) => core.fillet(c, CURVE, 1, FRONT),
  chamfer: (c) => core.chamfer(CURVE, c, [0.5, 0.5], FRONT),
};

const middleOf = (curve: Curve): number => {
  const [first, last] = core.domainOf(curve);
  return first + (last - first) / 2;
};
const sizeOf = (curve: Curve): number => {
  const { least, largest } = core.boundingBox(curve);
  return core.distance(least, largest);
};

describe.each(Object.entries(degenerate))('with %s', (name, curve) => {
  it.each(Object.entries(USES))('%s ends, with numbers or words', (use, call) => {
    try {
      mustBeNumbers(call(curve), use);
    } catch (error) {
      // What would leave the largest sizes that a curve may have is refused in words.
      if (!(name === 'very large' && (error instanceof core.InvalidCurve || error instanceof RangeError))) throw error;
      expect(error.message).toMatch(/at most 10+ mm (can be held|are offset)/);
    }
  });
});

describe('with any curve', () => {
  it.each(Object.entries(USES))('%s ends, with numbers', (use, call) => {
    const runs = Number(process.env.LAW_RUNS ?? 8);
    fc.assert(
      fc.property(anyCurve({ closing: 'either', weights: 1000 }), (curve) => mustBeNumbers(call(curve), use)),
      { numRuns: runs },
    );
  });
});

it('a curve makes its results of values that pass the door again', () => {
  const again = (curve: Curve) => core.makeCurve(curve.degree, curve.knots, curve.points, curve.closing);
  for (const curve of Object.values(degenerate)) {
    for (const made of [core.clamp(curve), core.reverse(curve), core.open(curve)]) again(made);
    const inserted = core.insertKnot(curve, middleOf(curve));
    if (inserted.ok) again(inserted.value);
  }
  again(valueOf(core.subCurve(RING, 0.8, 1.1)));
});
