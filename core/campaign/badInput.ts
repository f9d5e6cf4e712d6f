import * as core from '../src/index';
import type { Curve, Vector3 } from '../src/index';

/** Right arguments for every public function that takes more than curves; each is spoilt in turn. */
const { FRONT } = core;
const flat = (...pairs: readonly (readonly [number, number])[]) =>
  core.homogeneous(pairs.flatMap(([x, y]) => [x, y, 0]));
const CURVE = core.makeCurve(3, [0, 0, 0, 0, 1, 2, 2, 2, 2], flat([0, 0], [10, 20], [30, 25], [50, 5], [60, 10]));
const OTHER = core.makeCurve(2, [0, 0, 0, 1, 1, 1], flat([0, 10], [30, -20], [60, 15]));
const RING = core.periodicCurve(3, core.homogeneous([40, 0, 0, 0, 40, 5, -40, 0, 0, 0, -40, 5]));
const LOOP = core.periodicCurve(3, flat([40, 0], [0, 40], [-40, 0], [0, -40]));
const FOUR = Float64Array.of(0, 0, 0, 9, 9, 0, 18, 3, 0, 30, 9, 0);
const THIRDS = Float64Array.of(0, 0.3, 0.6, 1);
const A: Vector3 = [1, 2, 0];
const B: Vector3 = [5, 3, 0];
const C: Vector3 = [2, 7, 0];
const UP: Vector3 = [0, 0, 1];
const measured = () => core.arcLength(CURVE);
const profile = () => core.curvatureProfile(CURVE);
const sites = () => core.packSites([0, 0.7, 1.3, 1.6, 2].map((u) => ({ u, order: 0 })));
const lineOf = (from: Vector3, to: Vector3) => core.lineBetween(from, to);

const CALLS: Readonly<Record<string, () => readonly unknown[]>> = {
  heightOver: () => [FRONT, A],
  liesAlong: () => [FRONT, CURVE, 0.1],
  normalOf: () => [FRONT],
  fromPlane: () => [FRONT, A],
  inPlane: () => [FRONT, A],
  planeAcross: () => [CURVE, 0.7],
  planeAlong: () => [CURVE, 0.7],
  planeFacing: () => [A, UP],
  planeFrom: () => [A, UP],
  planeThrough: () => [A, B, C],
  projectOnto: () => [FRONT, CURVE, UP],
  makeCurve: () => [1, [0, 0, 1, 1], [1, 2, 3, 1, 4, 5, 6, 1]],
  periodicCurve: () => [3, [...LOOP.points.subarray(0, 16)]],
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
  fitDataOf: () => [CURVE, sites()],
  fromFitData: () => [CURVE, sites(), core.fitDataOf(CURVE, sites())],
  bendThrough: () => [CURVE, core.packSites([{ u: 0.7, order: 0 }]), Float64Array.of(12, 14, 0)],
  cornersOf: () => [FOUR, 2, 0.5],
  freehand: () => [FOUR, 0.5, { cornerTurn: 0.6, degree: 3 }],
  leastSquares: () => [FOUR, THIRDS, 1, Float64Array.of(0, 0, 1, 1), { pointWeights: [1, 2, 1, 1] }],
  nearPoints: () => [FOUR, 0.5, { degree: 3 }],
  derivatives: () => [CURVE, 0.7, 2],
  derivativesAll: () => [CURVE, THIRDS, 2],
  evaluate: () => [CURVE, 0.7],
  evaluateAll: () => [CURVE, THIRDS],
  evaluateAllByBasis: () => [CURVE, THIRDS],
  unclamp: () => [CURVE, [-3, -2, -1], [3, 4, 5]],
  knotOnLeg: () => [CURVE, 1, 0.4],
  multiplicityAt: () => [CURVE, 1],
  evenKnots: () => [CURVE],
  moveKnot: () => [CURVE, 1, 1.2],
  moveSeam: () => [RING, 0.3],
  insertKnot: () => [CURVE, 0.4, 2],
  refineKnots: () => [CURVE, [0.4, 0.6]],
  reparameterise: () => [CURVE, 0, 5],
  elevateDegree: () => [CURVE, 2],
  fromBezierPieces: () => [core.bezierPieces(CURVE), 0.1],
  withoutRedundantKnots: () => [CURVE, 0.1],
  removeControlPoint: () => [CURVE, 2],
  removeKnot: () => [CURVE, 1],
  reduceDegree: () => [CURVE, 0.5],
  lighten: () => [CURVE, 0.5],
  relay: () => [CURVE, { count: 8 }, { degree: 3 }],
  arcsAndLines: () => [CURVE, 0.05],
  displayPolyline: () => [CURVE, 0.05],
  polylineWithin: () => [CURVE, 0.05],
  segmentsToCurve: () => [[{ kind: 'line', from: A, to: B, start: 0, end: 1 }], FRONT],
  close: () => [CURVE, 100],
  toPeriodic: () => [RING, 0.1],
  extend: () => [CURVE, 'end', 'own', { length: 4 }],
  endOf: () => [CURVE, 'end'],
  join: () => [CURVE, OTHER, 100],
  moveOnCurve: () => [CURVE, 0.7, A],
  turnOnCurve: () => [CURVE, 0.7, A],
  split: () => [CURVE, 0.7],
  subCurve: () => [CURVE, 0.3, 1.4],
  mirror: () => [CURVE, FRONT],
  mirroring: () => [FRONT],
  rotation: () => [UP, 0.4, A],
  scaling: () => [[2, 3, 4], A],
  transform: () => [CURVE, { x: [1, 0, 0], y: [0, 1, 0], z: UP, origin: A }],
  translation: () => [A],
  withWeights: () => [CURVE, [1, 2, 1, 1, 1]],
  chamfer: () => [lineOf([0, 0, 0], [20, 0, 0]), lineOf([0, 0, 0], [0, 20, 0]), [3, 4], FRONT],
  fillet: () => [lineOf([0, 0, 0], [20, 0, 0]), lineOf([0, 0, 0], [0, 20, 0]), 3, FRONT],
  midwayByLength: () => [CURVE, OTHER, 0.05, 3],
  offset: () => [CURVE, 2, 0.05, FRONT],
  arcLength: () => [CURVE, 1e-6],
  atEqualLengths: () => [measured(), 7],
  lengthAt: () => [measured(), 0.7],
  parameterAt: () => [measured(), 7],
  enclosedArea: () => [LOOP, FRONT, 0.1],
  automaticScale: () => [profile(), 10],
  curvatureComb: () => [CURVE, profile(), 40, 3, 20],
  curvatureAt: () => [CURVE, 0.7, UP],
  curvatureProfile: () => [CURVE, { normal: UP, tolerance: 0.02, intervals: 8 }],
  radiusOf: () => [0.2],
  divideByCount: () => [measured(), 7],
  divideByLength: () => [measured(), 7],
  directionBeyond: () => [CURVE, 'end'],
  nearerEnd: () => [CURVE, 0.7],
  runsAcross: () => [CURVE, { from: 0, to: 2 }, [1, 0, 0]],
  squareFrom: () => [CURVE, { from: 0, to: 2 }, A],
  stretchAround: () => [CURVE, 0.7, 4],
  touchedFrom: () => [CURVE, { from: 0, to: 2 }, A, UP],
  leftAt: () => [CURVE, 0.7, UP],
  leftBy: () => [CURVE, A, UP],
  extentAlong: () => [CURVE, B],
  curvatureExtrema: () => [CURVE, UP],
  inflections: () => [CURVE, UP],
  smallestRadius: () => [CURVE, UP],
  frameAt: () => [CURVE, 0.7],
  kinksOf: () => [CURVE, 0.1],
  lightness: () => [CURVE, UP],
  straightStretches: () => [CURVE],
  closestPoint: () => [CURVE, A],
  crossings: () => [CURVE, OTHER, 1e-6],
  selfCrossings: () => [CURVE, 1e-6],
  deviation: () => [CURVE, OTHER, { relative: 0.1, absolute: 0.1 }],
  deviationInStep: () => [CURVE, core.moveOnCurve(CURVE, 0.7, A).ok ? CURVE : CURVE, { relative: 0.1 }],
  pointsDeviation: () => [FOUR, CURVE],
  isInPolygon: () => [FRONT, A, [A, B, C]],
  directionTo: () => [A, B],
  planeTowards: () => [FRONT, A, B],
  leftOf: () => [FRONT, B],
  leftOfLine: () => [FRONT, A, B, C],
  angleIn: () => [FRONT, B],
  directionIn: () => [FRONT, 0.4],
};

const NUMBERS = [NaN, Infinity, -Infinity, 0, -1, 1.5, 1e308, -1e308, 5e-324, 1e-11, 20_000, 1e7, 2 ** 31, -(2 ** 31)];

export interface BadCall {
  readonly name: string;
  /** What was spoilt: the path to an argument, and how. */
  readonly what: string;
  readonly play: () => unknown;
}

const isCurve = (value: object): value is Curve => 'knots' in value && 'closing' in value;

/** Every number in the arguments in turn made each of the bad ones; every list emptied, and shortened by one. */
function* spoilt(value: unknown, path: string): Generator<[string, unknown]> {
  if (typeof value === 'number') for (const bad of NUMBERS) yield [`${path} = ${bad}`, bad];
  if (typeof value === 'string') yield [`${path} = 'x'`, 'x'];
  if (typeof value !== 'object' || value === null || isCurve(value)) return;
  if (ArrayBuffer.isView(value) || Array.isArray(value)) {
    const list = value as unknown as unknown[];
    const like = (items: unknown[]) =>
      value instanceof Uint8Array
        ? Uint8Array.from(items as number[])
        : Array.isArray(value)
          ? items
          : Float64Array.from(items as number[]);
    yield [`${path} empty`, like([])];
    if (list.length > 1) yield [`${path} shortened`, like([...list].slice(0, -1))];
    for (let i = 0; i < Math.min(list.length, 4); i++) {
      for (const [what, bad] of spoilt(list[i], `${path}[${i}]`)) {
        yield [what, like([...list].map((item, k) => (k === i ? bad : item)))];
      }
    }
    return;
  }
  if ('lengths' in value || 'kappa' in value || 'breaks' in value) return;
  for (const [key, member] of Object.entries(value)) {
    for (const [what, bad] of spoilt(member, `${path}.${key}`)) yield [what, { ...value, [key]: bad }];
  }
}

/** All bad calls, in order. */
export function badCalls(): BadCall[] {
  return Object.entries(CALLS).flatMap(([name, argsOf]) => {
    const call = (core as unknown as Record<string, (...args: readonly unknown[]) => unknown>)[name];
    const args = argsOf();
    return args.flatMap((arg, i) =>
      [...spoilt(arg, `argument ${i + 1}`)].map(([what, bad]) => ({
        name,
        what,
        play: () => call(...args.map((other, k) => (k === i ? bad : other))),
      })),
    );
  });
}

/** Names of the functions whose arguments are spoilt. */
export const SPOILT = Object.keys(CALLS);

/** What a call came to: null where it answered with numbers or refused in our words, else what is wrong. */
export function faultOf({ play }: BadCall): string | null {
  try {
    const answer = play();
    return holdsNaN(answer, 0) ? 'answers NaN' : null;
  } catch (error) {
    if (!(error instanceof RangeError || error instanceof core.InvalidCurve)) return `throws ${String(error)}`;
    return /typed array|array length|call stack|array buffer|allocation/i.test(error.message)
      ? `refuses in the engine's words: ${error.message}`
      : null;
  }
}

function holdsNaN(value: unknown, depth: number): boolean {
  if (typeof value === 'number') return Number.isNaN(value);
  if (typeof value !== 'object' || value === null || depth > 6) return false;
  if (ArrayBuffer.isView(value)) return [...(value as Float64Array)].some(Number.isNaN);
  return Object.values(value).some((member) => holdsNaN(member, depth + 1));
}
