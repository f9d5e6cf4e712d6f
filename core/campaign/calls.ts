import * as core from '../src/whole.fixture';
import type { Curve, Vector3 } from '../src/whole.fixture';

const { FRONT } = core;
const flat = (...pairs: readonly (readonly [number, number])[]) =>
  core.homogeneous(pairs.flatMap(([x, y]) => [x, y, 0]));
const FOUR = Float64Array.of(0, 0, 0, 9, 9, 0, 18, 3, 0, 30, 9, 0);
const THIRDS = Float64Array.of(0, 0.3, 0.6, 1);
const A: Vector3 = [1, 2, 0];
const B: Vector3 = [5, 3, 0];
const C: Vector3 = [2, 7, 0];
const UP: Vector3 = [0, 0, 1];
const WALL = { kind: 'plane', plane: { origin: [0, 0, 0], x: [0, 1, 0], y: [0, 0, 1] } } as const;
const lineOf = (from: Vector3, to: Vector3) => core.lineBetween(from, to);
const span = (curve: Curve) => core.domainOf(curve)[1] - core.domainOf(curve)[0];

/** What the functions are called on. */
export interface Subjects {
  readonly curve: Curve;
  readonly other: Curve;
  /** Periodic. */
  readonly ring: Curve;
  /** Closed, in the plane z = 0. */
  readonly loop: Curve;
}

/** Curves as anyone draws them. */
export const PLAIN: Subjects = {
  curve: core.makeCurve(3, [0, 0, 0, 0, 1, 2, 2, 2, 2], flat([0, 0], [10, 20], [30, 25], [50, 5], [60, 10])),
  other: core.makeCurve(2, [0, 0, 0, 1, 1, 1], flat([0, 10], [30, -20], [60, 15])),
  ring: core.periodicCurve(3, core.homogeneous([40, 0, 0, 0, 40, 5, -40, 0, 0, 0, -40, 5])),
  loop: core.periodicCurve(3, flat([40, 0], [0, 40], [-40, 0], [0, -40])),
};

/** Right arguments for every public function that takes more than curves, in the curves' own sizes and parameters. */
export function callsOn({ curve, other, ring, loop }: Subjects): Readonly<Record<string, () => readonly unknown[]>> {
  const { least, largest } = core.controlBox(curve);
  const size = core.distance(least, largest) || 1;
  const mm = (length: number) => (length * size) / 60;
  const place = (at: Vector3): Vector3 => core.along(least, at, size / 60);
  const at = (share: number) => core.domainOf(curve)[0] + share * span(curve);
  const knot = core.breaksOf(curve)[1].u;
  const measured = () => core.arcLength(curve);
  const profile = () => core.curvatureProfile(curve);
  const count = core.distinctOf(curve);
  const steps = curve.closing === 'open' ? count - 1 : count;
  const jet = { point: place([1, 2, 0]), tangent: [0, 1, 0], curvature: [-0.02, 0, 0.01], rate: [1e-4, 0, 0] } as const;
  const sites = () => core.packSites(Array.from({ length: count }, (_, i) => ({ u: at(i / steps), order: 0 })));
  return {
    heightOver: () => [FRONT, A],
    liesAlong: () => [FRONT, curve, mm(0.1)],
    normalOf: () => [FRONT],
    fromPlane: () => [FRONT, A],
    inPlane: () => [FRONT, A],
    planeAcross: () => [curve, at(0.35)],
    planeAlong: () => [curve, at(0.35)],
    planeFacing: () => [A, UP],
    planeFrom: () => [A, UP],
    planeThrough: () => [A, B, C],
    projectOnto: () => [FRONT, curve, UP],
    makeCurve: () => [1, [0, 0, 1, 1], [1, 2, 3, 1, 4, 5, 6, 1]],
    periodicCurve: () => [3, [...loop.points.subarray(0, 16)]],
    uniformKnots: () => [3, 7, 'open'],
    arcAbout: () => [A, B, C, UP],
    arcAlong: () => [A, B, C],
    arcOfRadius: () => [FRONT, A, B, 9],
    arcThrough: () => [A, B, C],
    circle: () => [FRONT, A, 3],
    circleThrough: () => [FRONT, A, B, C],
    ellipse: () => [FRONT, A, 3, 4],
    ellipseFrame: () => [FRONT, A, 3, 4],
    ellipticArc: () => [{ centre: A, x: B, y: C }, 0.2, 1.4],
    conic: () => [A, B, C, 0.4],
    rhoNear: () => [A, B, C, [3, 4, 0]],
    parabola: () => [FRONT, A, 3, -1, 2],
    parabolaThrough: () => [FRONT, A, B],
    lineBetween: () => [A, B],
    polyline: () => [
      A,
      [
        { kind: 'line', to: B },
        { kind: 'arc-through', through: C, to: [0, 9, 0] },
      ],
    ],
    rectangle: () => [FRONT, A, 3, 4],
    regularPolygon: () => [FRONT, A, 6, 4, 'corners'],
    polygonOnEdge: () => [FRONT, A, B, 5],
    averagedKnots: () => [THIRDS, 2],
    interpolate: () => [FOUR, THIRDS, 2],
    chordsOf: () => [FOUR, false],
    parametersOf: () => [FOUR, false, 'chord'],
    packSites: () => [[{ u: 0.2, order: 0 }]],
    throughPoints: () => [
      FOUR,
      {
        degree: 3,
        constraints: [{ index: 1, tangent: { direction: B, strength: { mm: 4 } }, curvature: { radius: 20 } }],
      },
    ],
    fitDataOf: () => [curve, sites()],
    fromFitData: () => [curve, sites(), core.fitDataOf(curve, sites())],
    bendThrough: () => [curve, core.packSites([{ u: at(0.35), order: 0 }]), Float64Array.from(place([12, 14, 0]))],
    cornersOf: () => [FOUR, 2, 0.5],
    elastica: () => [FOUR, { normal: UP, stiffness: 4 }],
    fairest: () => [FOUR, { normal: UP }],
    eulerThrough: () => [FOUR, { normal: UP }],
    linearTension: () => [FOUR, { tension: 8, normal: UP }],
    stiffnessOf: () => [FOUR, false, 0.25],
    spaceTargets: () => [FOUR, 0.5, { degree: 3, exact: [1] }],
    smoothingSpline: () => [FOUR, 0.5],
    tryFit: () => [FOUR, 'elastica', { tolerance: 0.5 }],
    freehand: () => [FOUR, 0.5, { cornerTurn: 0.6, degree: 3 }],
    leastSquares: () => [FOUR, THIRDS, 1, Float64Array.of(0, 0, 1, 1), { pointWeights: [1, 2, 1, 1] }],
    nearPoints: () => [FOUR, 0.5, { degree: 3, ends: { start: { tangent: [1, 0, 0] } } }],
    derivatives: () => [curve, at(0.35), 2],
    derivativesAll: () => [curve, Float64Array.of(0, 0.15, 0.3, 0.5).map(at), 2],
    evaluate: () => [curve, at(0.35)],
    evaluateAll: () => [curve, Float64Array.of(0, 0.15, 0.3, 0.5).map(at)],
    evaluateAllByBasis: () => [curve, Float64Array.of(0, 0.15, 0.3, 0.5).map(at)],
    unclamp: () => [curve, [-1.5, -1, -0.5].map(at), [1.5, 2, 2.5].map(at)],
    knotOnLeg: () => [curve, 0, 0.4],
    multiplicityAt: () => [curve, knot],
    evenKnots: () => [curve],
    moveKnot: () => [curve, knot, at(0.6)],
    moveSeam: () => [ring, core.domainOf(ring)[0] + 0.3 * span(ring)],
    insertKnot: () => [curve, at(0.2), 2],
    refineKnots: () => [curve, [at(0.2), at(0.3)]],
    reparameterise: () => [curve, 0, 5],
    elevateDegree: () => [curve, 2],
    fromBezierPieces: () => [core.bezierPieces(curve), mm(0.1)],
    withoutRedundantKnots: () => [curve, mm(0.1)],
    removeControlPoint: () => [curve, 1],
    removeKnot: () => [curve, knot],
    reduceDegree: () => [curve, mm(0.5)],
    lighten: () => [curve, mm(0.5), { startLevel: 1, endLevel: 0 }],
    relay: () => [curve, { count: 8 }, { degree: 3 }],
    arcsAndLines: () => [curve, mm(0.05)],
    displayPolyline: () => [curve, mm(0.05)],
    polylineWithin: () => [curve, mm(0.05)],
    segmentsToCurve: () => [[{ kind: 'line', from: A, to: B, start: 0, end: 1 }], FRONT],
    close: () => [curve, mm(100)],
    toPeriodic: () => [ring, mm(0.1)],
    extend: () => [curve, 'end', 'own', { length: mm(4) }],
    endOf: () => [curve, 'end'],
    join: () => [curve, other, mm(100)],
    moveOnCurve: () => [curve, at(0.35), place(A)],
    turnOnCurve: () => [curve, at(0.35), place(A)],
    keptPoints: () => [curve.points, other.points],
    split: () => [curve, at(0.35)],
    subCurve: () => [curve, at(0.15), at(0.7)],
    mirror: () => [curve, FRONT],
    mirroring: () => [FRONT],
    rotation: () => [UP, 0.4, A],
    scaling: () => [[2, 3, 4], A],
    transform: () => [curve, { x: [1, 0, 0], y: [0, 1, 0], z: UP, origin: A }],
    translation: () => [A],
    withWeights: () => [curve, Array.from({ length: core.distinctOf(curve) }, (_, i) => 1 + (i % 2))],
    chamfer: () => [lineOf([0, 0, 0], [20, 0, 0]), lineOf([0, 0, 0], [0, 20, 0]), [3, 4], FRONT],
    jetAtShare: () => [curve, 0.35, 'forward'],
    jetBeyond: () => [curve, 'end'],
    joinEnds: () => [curve, { start: { jet, level: 1 } }],
    joinFitData: () => [curve, sites(), { start: { jet, level: 1 } }],
    joinExact: () => [lineOf(A, B), 'line', { start: { jet, level: 1 } }],
    joinToSymmetry: () => [curve, 'start', WALL, 1],
    throughToSymmetry: () => [FOUR, 'start', WALL, { degree: 5 }],
    imageBy: () => [WALL],
    sharedJets: () => [jet, { ...jet, tangent: [0, -1, 0] }],
    isSameJet: () => [jet, jet],
    jetTakenBack: () => [jet, { point: place([3, 4, 0]), tangent: [1, 0, 0] }],
    spreadCurve: () => [curve, 'start', jet, { point: place([3, 4, 0]), tangent: [1, 0, 0] }, 'faded', 1],
    spreadPoints: () => [FOUR, THIRDS, 'start', jet, { point: A, tangent: [1, 0, 0] }, 'faded'],
    controlPointsFor: () => [2, 3],
    withEnoughPoints: () => [curve, { start: 2, end: 1 }, { beyond: 1, local: ['start'] }],
    withoutSpareKnots: () => [curve, [knot]],
    continuityFromJet: () => [jet, curve, 'start'],
    freedomsAt: () => [curve, 'end'],
    dragJoined: () => [curve, 'start', { jet, level: 2 }, 2, place([8, 14, 2])],
    reachOfJoined: () => [jet, 2, 2],
    blendCandidates: () => [jet, { ...jet, point: [40, 40, 0], tangent: [0, -1, 0] }, [2, 3], 2],
    blend: () => [jet, { ...jet, point: [40, 40, 0], tangent: [0, -1, 0] }, { levels: [2, 3] }],
    softCorner: () => [lineOf([0, 0, 0], [20, 0, 0]), lineOf([20, 0, 0], [20, 30, 0]), FRONT, { size: { radius: 3 } }],
    fairestFullness: () => [2, 1.2],
    fullestWithOnePeak: () => [3, 1.2],
    fillet: () => [lineOf([0, 0, 0], [20, 0, 0]), lineOf([0, 0, 0], [0, 20, 0]), 3, FRONT],
    midwayByLength: () => [curve, other, mm(0.05), 3],
    offset: () => [curve, mm(2), mm(0.05), FRONT],
    arcLength: () => [curve, mm(1e-6)],
    atEqualLengths: () => [measured(), 7],
    lengthAt: () => [measured(), at(0.35)],
    parameterAt: () => [measured(), mm(7)],
    enclosedArea: () => [loop, FRONT, mm(0.1)],
    automaticScale: () => [[profile(), profile()], 10],
    curvatureComb: () => [curve, profile(), 40, 3, mm(20)],
    curvatureAt: () => [curve, at(0.35), UP],
    curvatureProfile: () => [curve, { normal: UP, tolerance: 0.02, intervals: 8 }],
    radiusOf: () => [0.2],
    divideByCount: () => [measured(), 7],
    divideByLength: () => [measured(), mm(7)],
    directionBeyond: () => [curve, 'end'],
    nearerEnd: () => [curve, at(0.35)],
    runsAcross: () => [curve, { from: at(0), to: at(1) }, [1, 0, 0]],
    squareFrom: () => [curve, { from: at(0), to: at(1) }, place(A)],
    stretchAround: () => [curve, at(0.35), mm(4)],
    touchedFrom: () => [curve, { from: at(0), to: at(1) }, place(A), UP],
    leftAt: () => [curve, at(0.35), UP],
    leftBy: () => [curve, place(A), UP],
    extentAlong: () => [curve, B],
    fair: () => [curve, mm(0.2), { startLevel: 1, endLevel: 0 }],
    oneWay: () => [curve, mm(0.2), { normal: UP, way: 'rises', startLevel: 1, endLevel: 0 }],
    oneWayTolerance: () => [curve, mm(0.2), { normal: UP, way: 'falls', startLevel: 0, endLevel: 0 }],
    pullCurvature: () => [curve, { kind: 'level' }, { normal: UP, from: at(0), to: at(1) }],
    fairChain: () => [[curve], mm(0.2), { level: 1 }],
    fairingTolerance: () => [curve, mm(0.2), { startLevel: 0, endLevel: 0 }],
    fairPreview: () => [curve, mm(0.2), { startLevel: 0, endLevel: 0 }],
    fairThroughPoints: () => [FOUR, 0.2],
    culprits: () => [curve, { startLevel: 0, endLevel: 0 }],
    iron: () => [curve, { from: at(0.2), to: at(0.6) }, mm(0.2), { startLevel: 0, endLevel: 0 }],
    ironingTolerance: () => [curve, { from: at(0.2), to: at(0.6) }, { startLevel: 0, endLevel: 0 }],
    roughness: () => [curve, mm(0.2), { startLevel: 0, endLevel: 0 }],
    lumps: () => [curve, { normal: UP, least: 0.02 }],
    monotonePieces: () => [curve, UP],
    continuityOfEnds: () => [curve, 'end', other, 'start', { gap: mm(0.1), reach: mm(6) }],
    continuityInside: () => [curve, at(0.35), other, 'start', { angle: 0.1 }],
    continuityAtKnot: () => [curve, at(0.35), { curvature: 0.1 }],
    continuityAtKnots: () => [curve, { rate: 0.1 }],
    continuityAmong: () => [[curve, other, curve], { within: mm(1), knotsBelow: 3 }],
    curvatureStretches: () => [profile(), 'above', 1 / mm(20), mm(1)],
    deviationProfile: () => [curve, other, { normal: UP, intervals: 20 }],
    deviationStretches: () => [core.deviationProfile(curve, other), mm(0.1)],
    shareWithin: () => [core.deviationProfile(curve, other), mm(0.1)],
    runsAlike: () => [curve, other],
    clearance: () => [curve, other],
    curvatureExtrema: () => [curve, UP],
    inflections: () => [curve, UP],
    smallestRadius: () => [curve, UP],
    frameAt: () => [curve, at(0.35)],
    kinksOf: () => [curve, 0.1],
    lightness: () => [curve, UP],
    straightStretches: () => [curve, mm(0.05)],
    closestPoint: () => [curve, place(A)],
    crossings: () => [curve, other, mm(1e-6)],
    selfCrossings: () => [curve, mm(1e-6)],
    deviation: () => [curve, other, { relative: 0.1, absolute: mm(0.1) }],
    deviationInStep: () => [curve, core.elevateDegree(curve), { relative: 0.1 }],
    pointsDeviation: () => [FOUR, curve],
    isInPolygon: () => [FRONT, A, [A, B, C]],
    directionTo: () => [A, B],
    planeTowards: () => [FRONT, A, B],
    leftOf: () => [FRONT, B],
    leftOfLine: () => [FRONT, A, B, C],
    angleIn: () => [FRONT, B],
    directionIn: () => [FRONT, 0.4],
  };
}
