import { flat } from './curve/curves.fixture';
import * as core from './whole.fixture';
import type { Plane, Vector3 } from './whole.fixture';

const { FRONT } = core;
const NAN: Vector3 = [0, NaN, 0];
const NONE: Vector3 = [0, 0, 0];
const SKEW: Plane = { origin: [0, 0, 0], x: [1, 0, 0], y: [1, 1, 0] };
const CURVE = flat(3, [0, 0, 0, 0, 1, 2, 2, 2, 2], [[0, 0], [10, 20], [30, 25], [50, 5], [60, 10]]); // prettier-ignore
const RING = core.periodicCurve(3, core.homogeneous([40, 0, 0, 0, 40, 5, -40, 0, 0, 0, -40, 5]));
const MEASURED = core.arcLength(CURVE);
const PROFILE = core.curvatureProfile(CURVE);
const FOUR = Float64Array.of(0, 0, 0, 9, 9, 0, 18, 3, 0, 30, 9, 0);
const THIRDS = Float64Array.of(0, 0.3, 0.6, 1);
const FLAT_KNOTS = Float64Array.of(0, 0, 1, 1);

const JET: core.Jet = { point: [1, 2, 0], tangent: [0, 1, 0], curvature: [-0.02, 0, 0], rate: [0, 0, 1e-4] };

/** For every public function bad input, and the words that say what and where. */
const ONE_WAY = { normal: [0, 0, 1], way: 'rises' } as const;
const STRETCH = { normal: [0, 0, 1], from: 0, to: 2 } as const;
const REFUSALS: Record<string, readonly (readonly [() => unknown, string])[]> = {
  unit: [[() => core.unit(NONE), 'a direction is needed, not 0, 0, 0'], [() => core.unit(NAN), 'a direction is needed']], // prettier-ignore
  heightOver: [
    [() => core.heightOver(FRONT, NAN), 'point: three finite coordinates are needed, not 0, NaN, 0'],
    [() => core.heightOver(SKEW, NONE), 'x and y must be unit vectors at right angles'],
  ],
  liesAlong: [
    [() => core.liesAlong(FRONT, CURVE, NaN), 'a tolerance of 0 mm or more is needed, not NaN'],
    [() => core.liesAlong(SKEW, CURVE, 1), 'at right angles'],
  ],
  normalOf: [
    [() => core.normalOf(SKEW), 'at right angles, not 1, 0, 0 and 1, 1, 0'],
    [() => core.normalOf({ ...FRONT, origin: NAN }), 'plane.origin: three finite coordinates'],
    [() => core.normalOf({ ...FRONT, y: [0, 2, 0] }), 'unit vectors'],
  ],
  fromPlane: [[() => core.fromPlane(FRONT, NAN), 'coordinates: three finite']],
  inPlane: [
    [() => core.inPlane(FRONT, NAN), 'point: three finite'],
    [() => core.inPlane(SKEW, NONE), 'at right angles'],
  ],
  planeAcross: [[() => core.planeAcross(CURVE, 3), 'parameter 3 lies outside']],
  planeAlong: [[() => core.planeAlong(CURVE, NaN), 'parameter NaN lies outside']],
  planeFacing: [[() => core.planeFacing(NONE, NONE), 'view: a direction is needed, not 0, 0, 0']],
  planeFrom: [
    [() => core.planeFrom(NAN, [0, 0, 1]), 'origin: three finite'],
    [() => core.planeFrom(NONE, NONE), 'normal: a direction is needed'],
  ],
  planeThrough: [[() => core.planeThrough(NONE, NAN, NONE), 'second: three finite']],
  projectOnto: [
    [() => core.projectOnto(FRONT, CURVE, NONE), 'direction: a direction is needed'],
    [() => core.projectOnto(SKEW, CURVE), 'at right angles'],
  ],
  unpackCurve: [
    [() => core.unpackCurve(Float64Array.of(1, 0, 2, 0, 0)), 'degree 1 needs at least 2 control points, not 0'],
  ],
  homogeneous: [
    [() => core.homogeneous([1, 2]), 'points: a multiple of 3 coordinates is needed, not 2'],
    [() => core.homogeneous([1, 2, 3], [1, 1]), 'weights: 1 are needed, one for each point, not 2'],
  ],
  makeCurve: [
    [() => core.makeCurve(1, [0, 0, 1, 1], [1, 2, 3, NaN, 0, 0, 0, 1]), 'points[0].w: a finite number is needed'],
    [() => core.makeCurve(1, [0, 0, 1, 1], [1, 2, 3, 0, 0, 0, 0, 1]), 'points[0].w: a weight above 0 is needed'],
    [() => core.makeCurve(1, [0, 0, 1, 1], [1, 2, 3, 1e10, 0, 0, 0, 1]), 'points[0].w: a weight from 1e-9 to'],
    [() => core.makeCurve(1, [0, 0, 1, 1], [1, 2, 3, 1, 0, 1e16, 0, 1]), 'points[1].y: at most 1000000000000000 mm'],
    [() => core.makeCurve(1, [0, 0, 1e-31, 1e-31], [1, 2, 3, 1, 0, 1, 0, 1]), 'knots[2]: 1e-31 lies nearer than 1e-30'],
    [() => core.makeCurve(1, [0, 0, 1e16, 1e16], [1, 2, 3, 1, 0, 1, 0, 1]), 'knots[2]: at most 1000000000000000'],
    [() => core.makeCurve(1, [0, 0, 1, 1], [1, 2, 3, 1, 0, 1, 0, 1], 'shut' as 'open'), 'closing: open, clamped-closed or periodic is needed, not shut'], // prettier-ignore
  ],
  periodicCurve: [
    [() => core.periodicCurve(2, [1, 2, 3]), 'points: 4 numbers (wx wy wz w) for each are needed, not 3'],
    [() => core.periodicCurve(2, [1, 2, 3, 1, 2, 3, 4, 1], [0, 1]), 'has 3 knots, not 2'],
    [() => core.periodicCurve(2.5, [1, 2, 3, 1]), 'degree: a whole number from 1 to 25 is needed, not 2.5'],
  ],
  uniformKnots: [
    [() => core.uniformKnots(3, NaN), 'degree 3 has no knots for NaN control points'],
    [() => core.uniformKnots(3, 9, 'shut' as 'open'), 'closing: one of open, clamped-closed, periodic is needed'],
  ],
  arcAbout: [
    [() => core.arcAbout(NAN, [1, 0, 0], [0, 1, 0], [0, 0, 1]), 'centre: three finite'],
    [() => core.arcAbout(NONE, [1, 0, 0], [0, 1, 0], NONE), 'normal: a direction is needed, not 0, 0, 0'],
  ],
  arcAlong: [[() => core.arcAlong(NONE, NONE, [1, 0, 0]), 'tangent: a direction is needed']],
  arcOfRadius: [
    [() => core.arcOfRadius(FRONT, NONE, [1, 0, 0], 0), 'a radius above 0 is needed, not 0'],
    [() => core.arcOfRadius(SKEW, NONE, [1, 0, 0], 9), 'at right angles'],
    [() => core.arcOfRadius(FRONT, NAN, [1, 0, 0], 9), 'start: three finite'],
  ],
  arcThrough: [[() => core.arcThrough(NONE, NAN, [1, 0, 0]), 'through: three finite']],
  circle: [
    [() => core.circle(FRONT, NAN, 1), 'centre: three finite'],
    [() => core.circle(FRONT, NONE, -1), 'half axes above 0 are needed, not -1 and -1'],
    [() => core.circle(SKEW, NONE, 1), 'at right angles'],
  ],
  ellipse: [[() => core.ellipse(FRONT, NONE, 1, Infinity), 'half axes above 0 are needed, not 1 and Infinity']],
  ellipseFrame: [[() => core.ellipseFrame(FRONT, NONE, 0, 1), 'half axes above 0']],
  ellipticArc: [
    [() => core.ellipticArc({ centre: NONE, x: NAN, y: NONE }), 'x: three finite'],
    [() => core.ellipticArc(core.ellipseFrame(FRONT, NONE, 1, 1), 0, 0), 'an arc turns by more than 0 and at most'],
  ],
  conic: [
    [() => core.conic(NONE, NAN, [1, 0, 0], 0.5), 'apex: three finite'],
    [() => core.conic(NONE, NONE, NONE, NaN), 'rho lies between 0 and 1, not at NaN'],
  ],
  parabola: [
    [() => core.parabola(SKEW, NONE, 1, 0, 1), 'at right angles'],
    [() => core.parabola(FRONT, NONE, NaN, 0, 1), 'a focal length above 0 is needed, not NaN'],
  ],
  lineBetween: [[() => core.lineBetween(NONE, NAN), 'to: three finite coordinates are needed, not 0, NaN, 0']],
  polyline: [
    [() => core.polyline(NAN, []), 'start: three finite'],
    [() => core.polyline(NONE, [{ kind: 'line', to: NAN }]), 'legs[0].to: three finite'],
    [
      () => core.polyline(NONE, [{ kind: 'bow' as 'line', to: NONE }]),
      'legs[0].kind: one of line, arc-through, arc-on',
    ],
  ],
  rectangle: [[() => core.rectangle(FRONT, NONE, 1, NaN), 'a height above 0 is needed, not NaN']],
  regularPolygon: [
    [() => core.regularPolygon(FRONT, NONE, 2.5, 1), 'sides: a whole number from 3 to 10000 is needed, not 2.5'],
    [() => core.regularPolygon(FRONT, NONE, 3, 1, 'edges' as 'sides'), 'reaches: one of corners, sides'],
  ],
  averagedKnots: [[() => core.averagedKnots(THIRDS, 4), 'degree: a whole number from 1 to 3 is needed, not 4']],
  interpolate: [
    [() => core.interpolate(FOUR, THIRDS, 0), 'degree: a whole number from 1 to 25 is needed, not 0'],
    [() => core.interpolate(FOUR.subarray(1), THIRDS, 1), 'points: 3 numbers for each are needed, not 11 in all'],
    [() => core.interpolate(FOUR, THIRDS.map(() => 1), 1), 'one increasing parameter is needed'], // prettier-ignore
  ],
  chordsOf: [[() => core.chordsOf(Float64Array.of(1, 2, Infinity), false), 'points[0]: finite numbers are needed']],
  parametersOf: [
    [() => core.parametersOf(new Float64Array(6), false, 'chord'), 'points[0]: the next point lies in the same place'],
    [() => core.parametersOf(new Float64Array(3), false, 'chord'), 'points: two or more are needed, not 1'],
    [() => core.parametersOf(FOUR, false, 'square' as 'chord'), 'parameterisation: one of uniform, chord'],
  ],
  throughPoints: [
    [() => core.throughPoints(Float64Array.of(0, 0, 0, 1, NaN, 0)), 'points[1]: finite numbers are needed, not NaN'],
    [() => core.throughPoints(FOUR, { apart: NaN }), 'a tolerance of 0 mm or more is needed, not NaN'],
    [() => core.throughPoints(FOUR, { parameterisation: 'x' as 'chord' }), 'parameterisation: one of uniform'],
    [() => core.throughPoints(FOUR, { degree: 10 }), 'degree: a whole number from 1 to 9 is needed, not 10'],
    [() => core.throughPoints(FOUR, { ends: 'free' as 'natural' }), 'ends: one of natural, not-a-knot'],
    [
      () => core.throughPoints(FOUR, { closed: true, contacts: { start: { jet: JET, level: 1 } } }),
      'contacts: a closed',
    ],
    [() => core.throughPoints(FOUR, { contacts: { end: { jet: JET, level: -1 as 0 } } }), 'end.level: a whole number'],
    [() => core.throughPoints(FOUR, { kinks: [0] }), 'kinks: a whole number from 1 to 2 is needed, not 0'],
    [
      () => core.throughPoints(FOUR, { constraints: [{ index: 4 }] }),
      'constraints[0].index: a whole number from 0 to 3 is needed, not 4',
    ],
    [
      () => core.throughPoints(FOUR, { constraints: [{ index: 1 }, { index: 1 }] }),
      'constraints[1].index: point 1 is held twice',
    ],
    [
      () => core.throughPoints(FOUR, { constraints: [{ index: 1, side: 'before' }] }),
      'constraints[0].side: point 1 is no kink',
    ],
    [() => core.throughPoints(FOUR, { constraints: [{ index: 1, tangent: { direction: NONE } }] }), 'constraints[0].tangent.direction: a direction'], // prettier-ignore
    [() => core.throughPoints(FOUR, { constraints: [{ index: 1, tangent: { direction: [1, 0, 0], strength: { mm: 0 } } }] }), 'constraints[0].tangent.strength above 0'], // prettier-ignore
    [() => core.throughPoints(FOUR, { constraints: [{ index: 1, curvature: { radius: NaN } }] }), 'constraints[0].curvature: a radius above 0 is needed, not NaN'], // prettier-ignore
  ],
  fitDataOf: [[() => core.fitDataOf(CURVE, core.packSites([{ u: 3, order: 0 }])), 'parameter 3 lies outside']],
  fromFitData: [
    [() => core.fromFitData(CURVE, core.packSites([{ u: 1, order: 0 }]), new Float64Array(6)), 'data: 1 places are needed, one for each site, not 2'], // prettier-ignore
    [
      () => core.fromFitData(CURVE, core.packSites([{ u: 1, order: 0 }]), Float64Array.of(1, 2, NaN)),
      'data[0]: finite',
    ],
  ],
  cornersOf: [
    [() => core.cornersOf(FOUR, 0), 'a reach above 0 is needed, not 0'],
    [() => core.cornersOf(Float64Array.of(1, 2), 1), 'points: 3 numbers for each'],
  ],
  freehand: [
    [() => core.freehand(FOUR, 0), 'a tolerance above 0 is needed, not 0'],
    [() => core.freehand(FOUR, 1, { cornerTurn: -1 }), 'cornerTurn: an angle above 0 is needed, not -1'],
    [() => core.freehand(FOUR.subarray(1), 1), 'samples: 3 numbers for each'],
  ],
  leastSquares: [
    [
      () => core.leastSquares(FOUR, THIRDS.subarray(1), 1, FLAT_KNOTS),
      'parameters: one for each of two or more points',
    ],
    [() => core.leastSquares(FOUR, THIRDS.map((u) => 2 * u), 1, FLAT_KNOTS), 'parameters[2]: 1.2 does not lie from 0.6 to 1'], // prettier-ignore
    [() => core.leastSquares(FOUR, THIRDS, 1, FLAT_KNOTS, { pointWeights: [1, 1, 0, 1] }), 'pointWeights[2]: a weight above 0'], // prettier-ignore
    [() => core.leastSquares(FOUR, THIRDS, 1, FLAT_KNOTS, { weights: [1, 1, 1] }), 'weights: 2 are needed, one for each point, not 3'], // prettier-ignore
    [() => core.leastSquares(FOUR, THIRDS, 1, Float64Array.of(-1, 0, 1, 1)), 'knots: clamped ends are needed'],
  ],
  elastica: [
    [() => core.elastica(FOUR, { stiffness: 0 }), 'a stiffness above 0 is needed, not 0'],
    [() => core.elastica(FOUR, { normal: NONE }), 'normal: a vector of length 1'],
    [() => core.elastica(FOUR.subarray(9)), 'points: two or more are needed, not 1'],
    [() => core.elastica(new Float64Array(6)), 'points[0]: the next point lies in the same place'],
  ],
  fairest: [
    [() => core.fairest(FOUR, { normal: NONE }), 'normal: a vector of length 1'],
    [() => core.fairest(FOUR.subarray(1)), 'points: 3 numbers for each'],
  ],
  eulerThrough: [
    [() => core.eulerThrough(FOUR, { normal: NONE }), 'normal: a vector of length 1'],
    [
      () => core.eulerThrough(new Float64Array(9), { normal: [0, 0, 1] }),
      'points[0]: the next point lies in the same place',
    ],
  ],
  linearTension: [
    [() => core.linearTension(FOUR, { tension: 21 }), 'tension: a number from 0 to 20 is needed, not 21'],
  ],
  stiffnessOf: [
    [() => core.stiffnessOf(FOUR, false, 0), 'a share above 0 is needed, not 0'],
    [() => core.stiffnessOf(FOUR.subarray(9), false), 'points: two or more are needed, not 1'],
  ],
  spaceTargets: [
    [() => core.spaceTargets(FOUR, NaN), 'a tolerance above 0 is needed, not NaN'],
    [() => core.spaceTargets(FOUR, 1, { degree: 0 }), 'degree: a whole number from 1 to 9 is needed, not 0'],
  ],
  smoothingSpline: [[() => core.smoothingSpline(FOUR, NaN), 'a tolerance of 0 mm or more is needed, not NaN']],
  tryFit: [
    [() => core.tryFit(FOUR, 'chord', { tolerance: 0 }), 'a tolerance above 0 is needed, not 0'],
    [() => core.tryFit(FOUR, 'best' as 'chord', { tolerance: 1 }), 'method: one of uniform, chord'],
    [() => core.tryFit(FOUR, 'elastica', { tolerance: 1, stiffness: 0 }), 'a share above 0 is needed, not 0'],
  ],
  nearPoints: [
    [() => core.nearPoints(FOUR, NaN), 'a tolerance above 0 is needed, not NaN'],
    [
      () => core.nearPoints(FOUR, 1, { ends: { start: { tangent: NONE } } }),
      'ends.start.tangent: a direction is needed',
    ],
    [() => core.nearPoints(FOUR, 1, { degree: 10 }), 'degree: a whole number from 1 to 9 is needed, not 10'],
    [() => core.nearPoints(Float64Array.of(0, 0, 0, 1, NaN, 0), 1), 'points[1]: finite numbers'],
  ],
  lighten: [
    [() => core.lighten(CURVE, 0), 'a tolerance above 0 is needed, not 0'],
    [() => core.lighten(CURVE, 1, { degree: 0 }), 'degree: a whole number from 1 to 9'],
    [() => core.lighten(CURVE, 1, { startLevel: 4 as 3 }), 'startLevel: a whole number from 0 to 3 is needed, not 4'],
  ],
  relay: [
    [() => core.relay(CURVE, { count: 3 }), 'count: a whole number from 4 to 4096 is needed, not 3'],
    [() => core.relay(CURVE, { tolerance: 0 }), 'a tolerance above 0'],
  ],
  arcsAndLines: [
    [() => core.arcsAndLines(CURVE, 0), 'a tolerance above 0'],
    [() => core.arcsAndLines(CURVE, 1, SKEW), 'at right angles'],
  ],
  polylineWithin: [[() => core.polylineWithin(CURVE, NaN), 'a tolerance above 0 is needed, not NaN']],
  segmentsToCurve: [
    [() => core.segmentsToCurve([], FRONT), 'segments: one or more are needed, not 0'],
    [() => core.segmentsToCurve([{ kind: 'line', from: NONE, to: NONE, start: 0, end: 1 }], FRONT), 'segments: coincident-points at 0'], // prettier-ignore
  ],
  bendThrough: [
    [
      () => core.bendThrough(CURVE, core.packSites([{ u: 3, order: 0 }]), FOUR.subarray(0, 3)),
      'parameter 3 lies outside',
    ],
    [
      () => core.bendThrough(CURVE, core.packSites([{ u: 1, order: 0 }]), FOUR),
      'data: 1 places are needed, one for each site, not 4',
    ],
    [
      () => core.bendThrough(CURVE, core.packSites([{ u: 1, order: 0 }]), Float64Array.of(1, NaN, 0)),
      'data[0]: finite',
    ],
  ],
  knotOnLeg: [
    [() => core.knotOnLeg(CURVE, 4, 0.5), 'leg: a whole number from 0 to 3 is needed, not 4'],
    [() => core.knotOnLeg(CURVE, 1, 0), 'share: a number between 0 and 1 is needed, not 0'],
    [() => core.knotOnLeg(core.rectangle(FRONT, NONE, 2, 1), 1, NaN), 'share: a number between'],
  ],
  moveKnot: [
    [() => core.moveKnot(CURVE, 0.5, 0.6), 'no inner knot stands at 0.5'],
    [() => core.moveKnot(CURVE, 0, 0.6), 'no inner knot stands at 0'],
    [() => core.moveKnot(CURVE, 1, Infinity), 'to: a finite number is needed'],
    [() => core.moveKnot(CURVE, 3, 1), 'parameter 3 lies outside'],
  ],
  removeControlPoint: [[() => core.removeControlPoint(CURVE, 5), 'index: a whole number from 0 to 4 is needed, not 5']],
  straightStretches: [[() => core.straightStretches(CURVE, NaN), 'a tolerance of 0 mm or more']],
  turnOnCurve: [
    [() => core.turnOnCurve(CURVE, 3, NONE), 'parameter 3 lies outside'],
    [() => core.turnOnCurve(CURVE, 1, NAN), 'first: three finite'],
  ],
  moveOnCurve: [
    [() => core.moveOnCurve(CURVE, 3, NONE), 'parameter 3 lies outside'],
    [() => core.moveOnCurve(CURVE, 1, NAN), 'target: three finite'],
    [() => core.moveOnCurve(CURVE, 1, NONE, [5]), 'fixed: a whole number from 0 to 4 is needed, not 5'],
  ],
  chamfer: [[() => core.chamfer(CURVE, CURVE, [1, 0], FRONT), 'a setback above 0 is needed, not 0']],
  jetBeyond: [[() => core.jetBeyond(CURVE, 'tip' as 'end'), 'end: one of start, end is needed, not tip']],
  jetAtShare: [
    [() => core.jetAtShare(CURVE, 2, 'forward'), 'share: a share from 0 to 1 is needed, not 2'],
    [() => core.jetAtShare(CURVE, 0.5, 'up' as 'forward'), 'sense: one of forward, backward'],
  ],
  joinEnds: [
    [() => core.joinEnds(CURVE, { start: { jet: { ...JET, point: NAN }, level: 1 } }), 'start.jet.point: three finite'],
    [() => core.joinEnds(CURVE, { end: { jet: { ...JET, tangent: [0, 2, 0] }, level: 1 } }), 'end.jet.tangent: a vector of length 1 is needed, not 0, 2, 0'], // prettier-ignore
    [() => core.joinEnds(CURVE, { start: { jet: JET, level: 4 as 3 } }), 'start.level: a whole number from 0 to 3'],
    [() => core.joinEnds(CURVE, { start: { jet: JET, level: 2, freedoms: { a: -1 } } }), 'a start.freedoms.a above 0'],
    [() => core.joinEnds(CURVE, { start: { jet: JET, level: 2, freedoms: { b: NaN } } }), 'start.freedoms.b: a finite'],
  ],
  joinFitData: [
    [() => core.joinFitData(CURVE, core.packSites([]), { start: { jet: JET, level: 5 as 3 } }), 'start.level: a whole'],
  ],
  joinExact: [
    [() => core.joinExact(CURVE, 'oval' as 'arc', {}), 'kind: one of line, arc, other is needed, not oval'],
    [() => core.joinExact(CURVE, 'line', {}, { tolerance: 0 }), 'a tolerance above 0 is needed, not 0'],
  ],
  joinToSymmetry: [
    [() => core.joinToSymmetry(CURVE, 'start', { kind: 'plane', plane: SKEW }, 1), 'at right angles'],
    [() => core.joinToSymmetry(CURVE, 'start', { kind: 'axis', point: NONE, direction: NONE }, 1), 'symmetry.direction: a direction'], // prettier-ignore
    [() => core.joinToSymmetry(CURVE, 'start', { kind: 'plane', plane: FRONT }, 7 as 3), 'level: a whole number'],
  ],
  throughToSymmetry: [
    [() => core.throughToSymmetry(Float64Array.of(1, 2), 'end', { kind: 'plane', plane: FRONT }), 'points: 3 numbers'],
  ],
  imageBy: [[() => core.imageBy({ kind: 'plane', plane: SKEW }), 'at right angles']],
  jetTakenBack: [
    [() => core.jetTakenBack(JET, { point: [0, 0, 0], tangent: [2, 0, 0] }), 'from.tangent: a vector of length 1'],
  ],
  spreadCurve: [
    [() => core.spreadCurve(CURVE, 'start', JET, JET, 'wide' as 'rigid', 1), 'spread: one of local, faded, rigid'],
    [() => core.spreadCurve(CURVE, 'start', JET, JET, 'faded', 9 as 3), 'level: a whole number from 0 to 3'],
  ],
  spreadPoints: [
    [() => core.spreadPoints(Float64Array.of(1), THIRDS, 'start', JET, JET, 'faded'), 'points: 3 numbers for each'],
  ],
  withEnoughPoints: [[() => core.withEnoughPoints(CURVE, { start: 4 as 3 }), 'start: a whole number from 0 to 3']],
  withoutSpareKnots: [[() => core.withoutSpareKnots(CURVE, [1], -1), 'a tolerance of 0 mm or more is needed, not -1']],
  dragJoined: [
    [() => core.dragJoined(CURVE, 'start', { jet: JET, level: 1 }, 2, NONE), 'index: a whole number from 1 to 1'],
    [() => core.dragJoined(CURVE, 'start', { jet: JET, level: 1 }, 1, NAN), 'pointer: three finite'],
  ],
  fairestFullness: [[() => core.fairestFullness(2, 4), 'turn: an angle between 0 and 3.14']],
  fullestWithOnePeak: [
    [() => core.fullestWithOnePeak(0 as 1, 1), 'level: a whole number from 1 to 4 is needed, not 0'],
    [() => core.fullestWithOnePeak(2, 0), 'turn: an angle between 0 and 3.14'],
  ],
  sharedJets: [[() => core.sharedJets(JET, { ...JET, point: NAN }), 'second.point: three finite']],
  reachOfJoined: [[() => core.reachOfJoined(JET, 2, 0), 'index: a whole number from 1 to 2']],
  blendCandidates: [[() => core.blendCandidates(JET, JET, [2, 2], 0), 'a factor above 0 is needed, not 0']],
  blend: [
    [() => core.blend(JET, { ...JET, curvature: NAN }), 'end.jet.curvature: a finite number is needed'],
    [() => core.blend(JET, JET, { magnitudes: [0, null] }), 'a magnitudes[0] above 0 is needed, not 0'],
    [() => core.blend(JET, JET, { ratio: -1 }), 'a ratio above 0 is needed, not -1'],
  ],
  softCorner: [
    [() => core.softCorner(CURVE, CURVE, FRONT, { size: { radius: 0 } }), 'a radius above 0 is needed, not 0'],
    [() => core.softCorner(CURVE, CURVE, FRONT, { size: { setbacks: [1, NaN] } }), 'a setbacks above 0'],
    [() => core.softCorner(CURVE, CURVE, FRONT, { size: { setback: 1 }, fullness: 1 }), 'fullness: a share from 0'],
    [
      () => core.softCorner(CURVE, CURVE, FRONT, { size: { setback: 1 }, level: 5 as 4 }),
      'level: a whole number from 1',
    ],
    [() => core.softCorner(CURVE, CURVE, SKEW, { size: { setback: 1 } }), 'at right angles'],
  ],
  fillet: [
    [() => core.fillet(CURVE, CURVE, -1, FRONT), 'a radius above 0 is needed, not -1'],
    [() => core.fillet(CURVE, CURVE, 1, SKEW), 'at right angles'],
    [() => core.fillet(CURVE, CURVE, 1, FRONT, { keep: ['start', 'tip' as 'end'] }), 'keep[1]: one of start, end'],
    [() => core.fillet(CURVE, CURVE, 1, FRONT, { near: NAN }), 'near: three finite'],
  ],
  midwayByLength: [[() => core.midwayByLength(CURVE, CURVE, 0), 'a tolerance above 0']],
  offset: [
    [() => core.offset(CURVE, NaN, 1, FRONT), 'distance: a finite number is needed, not NaN'],
    [() => core.offset(CURVE, 1, 0, FRONT), 'a tolerance above 0'],
    [() => core.offset(CURVE, 1, 1, FRONT, { corners: 'cut' as 'sharp' }), 'corners: one of round, sharp'],
  ],
  evaluate: [[() => core.evaluate(CURVE, NaN), 'parameter NaN lies outside the domain 0 to 2']],
  derivatives: [
    [() => core.derivatives(CURVE, 2.1, 1), 'parameter 2.1 lies outside the domain 0 to 2'],
    [() => core.derivatives(CURVE, 1, 9), 'order: a whole number from 0 to 8 is needed, not 9'],
    [() => core.derivatives(CURVE, 1, -2), 'order: a whole number from 0 to 8 is needed, not -2'],
    [() => core.derivatives(CURVE, 1, 1, 'left', new Float64Array(5)), 'out: room for 6 numbers is needed, not 5'],
  ],
  derivativesAll: [[() => core.derivativesAll(CURVE, [0, 1], 1.5), 'order: a whole number from 0 to 8 is needed']],
  evaluateAll: [
    [() => core.evaluateAll(CURVE, [0, NaN, 1]), 'parameters must not decrease: number 1 is NaN'],
    [() => core.evaluateAll(CURVE, [0, 3]), 'parameter 3 lies outside'],
    [() => core.evaluateAll(CURVE, [0, 1], new Float64Array(3)), 'out: room for 6 numbers is needed, not 3'],
  ],
  evaluateAllByBasis: [[() => core.evaluateAllByBasis(CURVE, [1, 0]), 'number 1 is 0 after 1']],
  unclamp: [
    [() => core.unclamp(CURVE, [-1]), '3 knots are needed outside each end of the domain, not 1'],
    [() => core.unclamp(CURVE, [-3, NaN, -1]), 'must increase: NaN follows -3'],
  ],
  multiplicityAt: [[() => core.multiplicityAt(CURVE, NaN), 'parameter: a finite number is needed, not NaN']],
  moveSeam: [
    [() => core.moveSeam(RING, NaN), 'the seam cannot lie at parameter NaN'],
    [() => core.moveSeam(CURVE, 1), 'only a periodic curve has a free seam, not one that is open'],
  ],
  insertKnot: [[() => core.insertKnot(CURVE, 1, -1), 'a whole number of times, not -1']],
  refineKnots: [[() => core.refineKnots(CURVE, [1, Infinity]), 'a knot cannot stand at Infinity']],
  reparameterise: [
    [() => core.reparameterise(CURVE, 0, NaN), 'a range from 0 to NaN is no domain'],
    [() => core.reparameterise(CURVE, 0, 1e16), 'a range from 0 to 10000000000000000 lies beyond'],
    [() => core.reparameterise(CURVE, 0, 1e-31), 'would fall together'],
  ],
  elevateDegree: [[() => core.elevateDegree(CURVE, 0.5), 'degree 3 can be raised by 0 to 22, not 0.5']],
  fromBezierPieces: [
    [() => core.fromBezierPieces(core.bezierPieces(CURVE), NaN), 'a tolerance of 0 mm or more'],
    [
      () => core.fromBezierPieces({ ...core.bezierPieces(CURVE), degree: 2 }, 1),
      '2 pieces of degree 2 do not have 8 points',
    ],
  ],
  withoutRedundantKnots: [
    [() => core.withoutRedundantKnots(CURVE, -1), 'a tolerance of 0 mm or more is needed, not -1'],
    [() => core.withoutRedundantKnots(CURVE, 1, [NaN]), 'at[0]: finite numbers are needed'],
  ],
  removeKnot: [[() => core.removeKnot(CURVE, NaN), 'parameter NaN lies outside the domain 0 to 2']],
  reduceDegree: [[() => core.reduceDegree(CURVE, 2, 0.5), '0.5 is no number of derivatives to keep']],
  displayPolyline: [[() => core.displayPolyline(CURVE, 0), 'a tolerance above 0 is needed, not 0']],
  close: [[() => core.close(CURVE, NaN), 'a tolerance of 0 mm or more']],
  toPeriodic: [[() => core.toPeriodic(CURVE, NaN), 'a tolerance of 0 mm or more']],
  extend: [
    [() => core.extend(CURVE, 'end', 'own', { length: NaN }), 'a length above 0 is needed, not NaN'],
    [() => core.extend(CURVE, 'end', 'own', { point: NAN }), 'point: three finite'],
    [() => core.extend(CURVE, 'tip' as 'end', 'own', { length: 1 }), 'end: one of start, end is needed, not tip'],
    [() => core.extend(CURVE, 'end', 'bent' as 'own', { length: 1 }), 'how: one of straight, arc, own is needed'],
  ],
  endOf: [[() => core.endOf(CURVE, 'tip' as 'end'), 'end: one of start, end is needed, not tip']],
  join: [[() => core.join(CURVE, CURVE, -1), 'a tolerance of 0 mm or more is needed, not -1']],
  split: [
    [() => core.split(CURVE, 9), 'parameter 9 lies outside the domain 0 to 2'],
    [() => core.split(RING, NaN), 'parameter NaN lies outside'],
  ],
  subCurve: [[() => core.subCurve(CURVE, 0, NaN), 'no stretch goes from 0 to NaN']],
  mirror: [[() => core.mirror(CURVE, SKEW), 'at right angles']],
  mirroring: [[() => core.mirroring({ ...FRONT, x: NAN }), 'plane.x: three finite']],
  rotation: [
    [() => core.rotation([0, 0, 1], NaN), 'angle: a finite number is needed, not NaN'],
    [() => core.rotation(NONE, 1), 'axis: a direction is needed, not 0, 0, 0'],
    [() => core.rotation([0, 0, 1], 1, NAN), 'about: three finite'],
  ],
  scaling: [[() => core.scaling(NaN), 'factors: three finite coordinates are needed, not NaN, NaN, NaN']],
  translation: [[() => core.translation(NAN), 'by: three finite']],
  transform: [
    [() => core.transform(CURVE, { ...core.scaling(1), x: NAN }), 'x: three finite'],
    [() => core.transform(CURVE, core.scaling(1e15)), 'points[1].x: at most'],
  ],
  keptPoints: [
    [
      () => core.keptPoints(new Float64Array(3), new Float64Array(4)),
      'before: 4 numbers for each are needed, not 3 in all',
    ],
    [
      () => core.keptPoints(new Float64Array(4), Float64Array.of(0, NaN, 0, 1)),
      'after[0]: finite numbers are needed, not NaN',
    ],
  ],
  withWeights: [
    [() => core.withWeights(CURVE, [1, 1, NaN, 1, 1]), 'weights[2]: a weight above 0 is needed, not NaN'],
    [() => core.withWeights(CURVE, []), '5 weights are needed, not 0'],
  ],
  arcLength: [[() => core.arcLength(CURVE, NaN), 'a tolerance above 0 is needed, not NaN']],
  atEqualLengths: [[() => core.atEqualLengths(MEASURED, 2.5), '2 to 100001 places can lie at equal lengths, not 2.5']],
  lengthAt: [[() => core.lengthAt(MEASURED, -1), 'parameter -1 lies outside the domain 0 to 2']],
  parameterAt: [[() => core.parameterAt(MEASURED, NaN), "length NaN lies outside the curve's"]],
  enclosedArea: [
    [() => core.enclosedArea(RING, SKEW), 'at right angles'],
    [() => core.enclosedArea(RING, FRONT, NaN), 'a tolerance of 0 mm or more'],
  ],
  automaticScale: [[() => core.automaticScale([PROFILE], NaN), 'height: a finite number is needed, not NaN']],
  curvatureComb: [
    [() => core.curvatureComb(CURVE, PROFILE, 0, 1), 'teeth: a whole number from 1 to 100000 is needed, not 0'],
    [() => core.curvatureComb(CURVE, PROFILE, 9, NaN), 'scale: a finite number is needed, not NaN'],
    [() => core.curvatureComb(CURVE, PROFILE, 9, 1, NaN), 'most: a height above 0 is needed, not NaN'],
  ],
  curvatureAt: [
    [() => core.curvatureAt(CURVE, 3), 'parameter 3 lies outside'],
    [() => core.curvatureAt(CURVE, 1, [0, 0, 2]), 'normal: a vector of length 1 is needed, not 0, 0, 2'],
  ],
  curvatureProfile: [
    [() => core.curvatureProfile(CURVE, { intervals: 0 }), 'intervals: a whole number from 1 to 1000 is needed, not 0'],
    [() => core.curvatureProfile(CURVE, { normal: NONE }), 'normal: a vector of length 1'],
    [() => core.curvatureProfile(CURVE, { tolerance: 0 }), 'a tolerance above 0 is needed, not 0'],
  ],
  divideByCount: [[() => core.divideByCount(MEASURED, 0), 'count: a whole number from 1 to 100000 is needed, not 0']],
  divideByLength: [
    [() => core.divideByLength(MEASURED, 0), 'a step above 0 is needed, not 0'],
    [() => core.divideByLength(MEASURED, 1e-9), 'a step of 1e-9 mm gives more than 100000 places'],
  ],
  kinksOf: [[() => core.kinksOf(CURVE, 0), 'a turn above 0 is needed, not 0']],
  extentAlong: [[() => core.extentAlong(CURVE, NONE), 'direction: a direction is needed, not 0, 0, 0']],
  curvatureExtrema: [[() => core.curvatureExtrema(CURVE, NAN), 'normal: three finite']],
  fair: [
    [() => core.fair(CURVE, NaN), 'a tolerance of 0 mm or more is needed, not NaN'],
    [() => core.fair(CURVE, [1, 2]), 'tolerance: 5 are needed, one for each control point, not 2'],
    [() => core.fair(CURVE, 1, { held: [5] }), 'held: a whole number from 0 to 4 is needed, not 5'],
    [() => core.fair(CURVE, 1, { startLevel: 4 as 3 }), 'startLevel: a whole number from 0 to 3 is needed, not 4'],
    [() => core.fair(CURVE, 1, { from: 0, to: 7 }), 'parameter 7 lies outside the domain 0 to 2'],
    [() => core.fair(CURVE, 1, { normal: NONE }), 'normal: a vector of length 1'],
    [
      () => core.fair(CURVE, 1, { energy: 'bend' as 'jerk' }),
      'energy: one of both, jerk, variation, bending is needed, not bend',
    ],
    [
      () => core.fair(CURVE, [1, 1, 1, 1, 1], { useUp: true, startLevel: 0, endLevel: 0 }),
      'useUp: one tolerance for all',
    ],
  ],
  oneWay: [
    [() => core.oneWay(CURVE, -1, ONE_WAY), 'a tolerance of 0 mm or more is needed, not -1'],
    [() => core.oneWay(CURVE, 1, { ...ONE_WAY, way: 'up' as 'rises' }), 'way: one of rises, falls is needed, not up'],
    [() => core.oneWay(CURVE, 1, { ...ONE_WAY, normal: NONE }), 'normal: a vector of length 1'],
    [() => core.oneWay(CURVE, 1, { ...ONE_WAY, from: 0, to: 7 }), 'parameter 7 lies outside the domain 0 to 2'],
  ],
  oneWayTolerance: [
    [() => core.oneWayTolerance(CURVE, NaN, ONE_WAY), 'a tolerance of 0 mm or more is needed, not NaN'],
  ],
  pullCurvature: [
    [() => core.pullCurvature(CURVE, { kind: 'radius', radius: 0 }, STRETCH), 'radius'],
    [() => core.pullCurvature(CURVE, { kind: 'drag', u: 9, by: 1, width: 1 }, STRETCH), 'u: parameter 9 lies outside'],
    [() => core.pullCurvature(CURVE, { kind: 'level' }, { ...STRETCH, normal: NONE }), 'normal: a vector of length 1'],
    [
      () => core.pullCurvature(CURVE, { kind: 'level' }, { ...STRETCH, to: 7 }),
      'parameter 7 lies outside the domain 0 to 2',
    ],
  ],
  fairChain: [
    [() => core.fairChain([CURVE], -1), 'a tolerance of 0 mm or more is needed, not -1'],
    [() => core.fairChain([CURVE], 1, { level: [4 as 3] }), 'level: 0 are needed, one a joint, not 1'],
    [() => core.fairChain([CURVE, CURVE], 1, { level: 4 as 3 }), 'level: a whole number from 0 to 3 is needed, not 4'],
    [() => core.fairChain([CURVE], 1, { normal: NONE }), 'normal: a vector of length 1'],
  ],
  fairingTolerance: [[() => core.fairingTolerance(CURVE, -1), 'a tolerance of 0 mm or more is needed, not -1']],
  fairPreview: [
    [() => core.fairPreview(CURVE, NaN), 'a tolerance of 0 mm or more is needed, not NaN'],
    [() => core.fairPreview(CURVE, 1, { weight: 0 }), 'a weight above 0 is needed, not 0'],
  ],
  fairThroughPoints: [
    [() => core.fairThroughPoints(FOUR, NaN), 'a tolerance of 0 mm or more is needed, not NaN'],
    [() => core.fairThroughPoints(FOUR, 1, { degree: 0 }), 'degree: a whole number from 1 to 9 is needed, not 0'],
  ],
  culprits: [[() => core.culprits(CURVE, { normal: NONE }), 'normal: a vector of length 1']],
  iron: [
    [() => core.iron(CURVE, { from: 0, to: 2 }, NaN, { startLevel: 0, endLevel: 0 }), 'a tolerance of 0 mm or more'],
  ],
  ironingTolerance: [
    [() => core.ironingTolerance(CURVE, { from: 0, to: NaN }), 'to: a finite number is needed, not NaN'],
  ],
  roughness: [[() => core.roughness(CURVE, -1), 'a tolerance of 0 mm or more is needed, not -1']],
  lumps: [
    [() => core.lumps(CURVE, { normal: NONE }), 'normal: a vector of length 1'],
    [() => core.lumps(CURVE, { least: 2 }), 'least: a share from 0 to 1 is needed, not 2'],
  ],
  monotonePieces: [[() => core.monotonePieces(CURVE, NAN), 'normal: three finite']],
  continuityOfEnds: [
    [() => core.continuityOfEnds(CURVE, 'middle' as 'end', CURVE, 'start'), 'firstEnd: one of start, end is needed'],
    [() => core.continuityOfEnds(CURVE, 'end', CURVE, 'start', { gap: 0 }), 'a gap above 0 is needed, not 0'],
    [() => core.continuityOfEnds(CURVE, 'end', CURVE, 'start', { reach: -1 }), 'a reach above 0 is needed, not -1'],
  ],
  continuityInside: [[() => core.continuityInside(CURVE, 7, CURVE, 'end'), 'parameter 7 lies outside']],
  continuityFromJet: [[() => core.continuityFromJet({ ...JET, point: NAN }, CURVE, 'end'), 'jet.point: three finite']],
  freedomsAt: [[() => core.freedomsAt(CURVE, 'middle' as 'end'), 'end: ']],
  continuityAtKnot: [
    [() => core.continuityAtKnot(CURVE, 7), 'parameter 7 lies outside'],
    [() => core.continuityAtKnot(CURVE, 0), 'u: a place inside the curve is needed, not its end at 0'],
  ],
  continuityAmong: [
    [() => core.continuityAmong([CURVE], { within: 0 }), 'a distance within which ends meet above 0 is needed, not 0'],
    [() => core.continuityAmong([CURVE, core.reverse(CURVE)], { gap: NaN }), 'a gap above 0 is needed, not NaN'],
  ],
  curvatureStretches: [
    [() => core.curvatureStretches(PROFILE, 'above', NaN), 'level: a finite number is needed, not NaN'],
    [() => core.curvatureStretches(PROFILE, 'below', 1, Infinity), 'least: a finite number is needed'],
    [() => core.curvatureStretches(PROFILE, 'over' as 'above', 1), 'side: one of above, below is needed, not over'],
  ],
  deviationProfile: [
    [() => core.deviationProfile(CURVE, RING, { normal: NONE }), 'normal: a vector of length 1'],
    [() => core.deviationProfile(CURVE, RING, { intervals: 0 }), 'intervals: a whole number from 1 to 10000'],
  ],
  deviationStretches: [
    [() => core.deviationStretches(core.deviationProfile(CURVE, RING), NaN), 'a tolerance of 0 mm or more'],
  ],
  shareWithin: [[() => core.shareWithin(core.deviationProfile(CURVE, RING), -1), 'a tolerance of 0 mm or more']],
  continuityAtKnots: [
    [() => core.continuityAtKnots(CURVE, { angle: NaN }), 'a tangent angle above 0 is needed, not NaN'],
  ],
  inflections: [[() => core.inflections(CURVE, NONE), 'normal: a vector of length 1']],
  smallestRadius: [[() => core.smallestRadius(CURVE, NONE), 'normal: a vector of length 1']],
  lightness: [[() => core.lightness(CURVE, NONE), 'normal: a vector of length 1']],
  frameAt: [[() => core.frameAt(CURVE, NaN), 'parameter NaN lies outside']],
  closestPoint: [[() => core.closestPoint(CURVE, NAN), 'a point needs finite coordinates, not 0, NaN, 0']],
  crossings: [[() => core.crossings(CURVE, CURVE, NaN), 'a tolerance above 0 is needed, not NaN']],
  selfCrossings: [[() => core.selfCrossings(CURVE, Infinity), 'a tolerance above 0 is needed, not Infinity']],
  deviation: [
    [
      () => core.deviation(CURVE, core.reverse(CURVE), { relative: NaN }),
      'relative: a share above 0 is needed, not NaN',
    ],
    [() => core.deviation(CURVE, CURVE, { absolute: -1 }), 'a tolerance of 0 mm or more is needed, not -1'],
  ],
  deviationInStep: [[() => core.deviationInStep(CURVE, RING), 'domains differ: 0 to 2 and 0 to 1']],
  directionBeyond: [[() => core.directionBeyond(CURVE, 'middle' as 'end'), 'end']],
  nearerEnd: [[() => core.nearerEnd(CURVE, 7), 'outside']],
  leftAt: [
    [() => core.leftAt(CURVE, 7, [0, 0, 1]), 'outside'],
    [() => core.leftAt(CURVE, 1, NONE), 'normal: a direction is needed'],
  ],
  leftBy: [[() => core.leftBy(CURVE, NAN, [0, 0, 1]), 'finite coordinates']],
  stretchAround: [
    [() => core.stretchAround(CURVE, 1, 0), 'reach'],
    [() => core.stretchAround(CURVE, 7, 1), 'outside'],
  ],
  touchedFrom: [
    [() => core.touchedFrom(CURVE, { from: 0, to: 1 }, NAN, [0, 0, 1]), 'point: three finite'],
    [() => core.touchedFrom(CURVE, { from: 0, to: 1 }, NONE, NONE), 'normal: a direction is needed'],
  ],
  squareFrom: [[() => core.squareFrom(CURVE, { from: 0, to: 1 }, NAN), 'point: three finite']],
  runsAcross: [[() => core.runsAcross(CURVE, { from: 0, to: 1 }, NONE), 'direction: a direction is needed']],
  isInPolygon: [
    [() => core.isInPolygon(FRONT, NAN, []), 'point: three finite'],
    [() => core.isInPolygon(SKEW, NONE, []), 'at right angles'],
  ],
  directionTo: [
    [() => core.directionTo(NAN, NONE), 'from: three finite'],
    [() => core.directionTo(NONE, NAN), 'to: three finite'],
  ],
  planeTowards: [[() => core.planeTowards(FRONT, NONE, NONE), 'two different places are needed']],
  leftOf: [[() => core.leftOf(SKEW, [1, 0, 0]), 'at right angles']],
  leftOfLine: [[() => core.leftOfLine(FRONT, NONE, [1, 0, 0], NAN), 'point: three finite']],
  angleIn: [
    [() => core.angleIn(SKEW, [1, 0, 0]), 'at right angles'],
    [() => core.angleIn(FRONT, NAN), 'direction: three finite'],
  ],
  directionIn: [[() => core.directionIn(FRONT, NaN), 'angle']],
  circleThrough: [[() => core.circleThrough(FRONT, NAN, NONE, NONE), 'three finite']],
  rhoNear: [[() => core.rhoNear(NONE, [1, 1, 0], [2, 0, 0], NAN), 'point: three finite']],
  parabolaThrough: [[() => core.parabolaThrough(FRONT, NONE, NAN), 'point: three finite']],
  polygonOnEdge: [
    [() => core.polygonOnEdge(FRONT, NONE, [1, 0, 0], 2), 'sides'],
    [() => core.polygonOnEdge(FRONT, NONE, NONE, 3), 'two different places'],
  ],
  pointsDeviation: [
    [() => core.pointsDeviation(Float64Array.of(1, NaN, 1), CURVE), 'points[0]: finite numbers are needed, not NaN'],
    [() => core.pointsDeviation(new Float64Array(4), CURVE), 'points: 3 numbers for each are needed, not 4 in all'],
  ],
};

/** These take curves only, which were looked at when they were made. */
const OF_CURVES = ['controlPointsOf', 'countOf', 'domainOf', 'spansOf', 'distinctOf', 'breaksOf', 'clamp', 'bezierPieces', 'open', 'reverse', 'weightsOf', 'bestPlane', 'boundingBox', 'controlBox', 'arcCentre', 'middles', 'packCurve', 'midway', 'curvatureChange', 'evenKnots', 'energies', 'runsAlike', 'clearance']; // prettier-ignore
/** Plain arithmetic, which computes what it is given. */
const ARITHMETIC = ['across', 'add', 'along', 'angleBetween', 'cross', 'distance', 'dot', 'length', 'lerp', 'middle', 'negate', 'rounded', 'scale', 'subtract', 'vectorIn', 'withCoordinate', 'packVectors', 'packSites', 'sitesInOrder', 'vectorAt', 'closestOnSegment', 'radiusOf', 'success', 'failed', 'controlPointsFor', 'isSameJet']; // prettier-ignore

describe('the public face', () => {
  it('has every function listed here, so that none forgets to refuse', () => {
    const functions = Object.entries(core).filter(
      ([name, value]) => typeof value === 'function' && /^[a-z]/.test(name),
    );
    const listed = [...Object.keys(REFUSALS), ...OF_CURVES, ...ARITHMETIC];
    expect(functions.map(([name]) => name).sort()).toEqual(listed.sort());
  });

  it.each(
    Object.entries(REFUSALS).flatMap(([name, cases]) => cases.map(([call, words]) => [name, words, call] as const)),
  )('%s refuses: %s', (_name, words, call) => {
    expect(call).toThrow(words);
    try {
      call();
    } catch (error) {
      expect(error instanceof RangeError || error instanceof core.InvalidCurve).toBe(true);
    }
  });
});
