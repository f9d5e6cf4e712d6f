import { angleBetween, distance, length, negate, type Vector3, vectorAt } from '../linear/vector';
import { randomNumbers } from '../linear/random.fixture';
import { SPOUT, valueOf } from '../curve/curves.fixture';
import { controlPointsOf, countOf, type Curve, homogeneous, makeCurve } from '../curve/curve';
import { reverse } from '../edit/reverse';
import { weightsOf } from '../edit/weights';
import { circle } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { uniformKnots } from '../knots/uniformKnots';
import { continuityOfEnds } from '../measure/continuity';
import { type Jet, jetBeyond, type Level } from '../measure/jet';
import { FRONT } from '../plane/plane';
import { measuredAtEnd } from './differences.fixture';
import { joinEnds } from './joinEnds';
import { randomPair } from './randomPairs.fixture';

const quintic = (...places: readonly Vector3[]): Curve =>
  makeCurve(5, uniformKnots(5, places.length), homogeneous(places.flat()));

/** The end of an arc of radius 25 at (25, 0, 0), run into the follower upwards. */
const ARC: Jet = { point: [25, 0, 0], tangent: [0, 1, 0], curvature: [-0.04, 0, 0], rate: [0, 0, 0] };
const FOLLOWER = quintic([25, 0, 0], [26, 8, 0], [25, 16, 1], [20, 24, 1], [15, 30, 0], [8, 34, 0]);
const place = (curve: Curve, i: number) => vectorAt(controlPointsOf(curve), i);

describe('an end joined with the least movement', () => {
  // Found by a general optimiser as well.
  it.each([
    [1, 40, 0, 0, 1, [[25, 8, 0]]],
    [
      2,
      32.8865,
      56.908,
      0,
      2.950057,
      [
        [25, 6.577301, 0],
        [22.836956, 16, 0],
      ],
    ],
    [
      3,
      37.25061,
      -23.9462,
      397.1965,
      4.319411,
      [
        [25, 7.450123, 0],
        [22.224783, 13.702936, 0],
        [18.458372, 24, 0],
      ],
    ],
  ] as const)('check J1, G%d: a quintic Bézier curve goes on from a circle', (level, a, b, c, moved, places) => {
    const { curve, start } = valueOf(joinEnds(FOLLOWER, { start: { jet: ARC, level } }));
    expect(start?.freedoms.a).toBeCloseTo(a, 5);
    expect(start?.freedoms.b).toBeCloseTo(b, 4);
    expect(start?.freedoms.c).toBeCloseTo(c, 3);
    expect(start?.moved).toBeCloseTo(moved, 6);
    places.forEach((at, i) => at.forEach((x, k) => expect(place(curve, i + 1)[k]).toBeCloseTo(x, 6)));
    for (let i = level + 1; i < 6; i++) expect(place(curve, i)).toEqual(place(FOLLOWER, i));
  });

  it('is the same at the other end, run through backwards', () => {
    const { curve, end } = valueOf(joinEnds(reverse(FOLLOWER), { end: { jet: ARC, level: 3 } }));
    const { curve: forwards, start } = valueOf(joinEnds(FOLLOWER, { start: { jet: ARC, level: 3 } }));
    expect(reverse(curve).points).toEqual(forwards.points);
    expect(end).toEqual(start);
  });

  it('moves nothing that is joined already', () => {
    const joined = valueOf(joinEnds(FOLLOWER, { start: { jet: ARC, level: 3 } })).curve;
    const again = valueOf(joinEnds(joined, { start: { jet: ARC, level: 3 } }));
    expect(again.start?.moved).toBeLessThan(1e-12);
    for (let i = 0; i < 6; i++) expect(distance(place(again.curve, i), place(joined, i))).toBeLessThan(1e-10);
  });

  // Common practice: against a straight line 2, 3, 4 points in line give G1, G2, G3.
  it.each([1, 2, 3] as const)('G%d to a straight line puts one more point than the level in line', (level) => {
    const jet = jetBeyond(lineBetween([0, -40, 0], [25, 0, 0]), 'end') as Jet;
    const { curve } = valueOf(joinEnds(FOLLOWER, { start: { jet, level } }));
    const off = (i: number) => Math.abs((place(curve, i)[0] - 25) * 40 - place(curve, i)[1] * 25);
    for (let i = 0; i <= level; i++) expect(off(i)).toBeLessThan(1e-11);
    expect(off(level + 1)).toBeGreaterThan(1);
    expect(continuityOfEnds(lineBetween([0, -40, 0], [25, 0, 0]), 'end', curve, 'start').level).toBe(level);
  });

  it('keeps freedoms that are given, and finds the others', () => {
    const free = valueOf(joinEnds(FOLLOWER, { start: { jet: ARC, level: 3 } })).start;
    const given = valueOf(joinEnds(FOLLOWER, { start: { jet: ARC, level: 3, freedoms: { a: 30 } } })).start;
    expect(given?.freedoms.a).toBe(30);
    expect(given?.moved).toBeGreaterThan(free?.moved ?? Infinity);
    const { b, c } = given?.freedoms ?? { b: 0, c: 0 };
    for (const freedoms of [{ b: b + 1 }, { b: b - 1 }, { c: c + 10 }, { c: c - 10 }, { b: b + 1, c }]) {
      const other = valueOf(joinEnds(FOLLOWER, { start: { jet: ARC, level: 3, freedoms: { a: 30, ...freedoms } } }));
      expect(other.start?.moved).toBeGreaterThan(given?.moved ?? Infinity);
      expect(other.start?.freedoms).toMatchObject(freedoms);
    }
  });

  it('goes as slowly as it may where the curve runs the other way, and says so', () => {
    const jet: Jet = { ...ARC, tangent: [0, -1, 0] };
    const { start } = valueOf(joinEnds(FOLLOWER, { start: { jet, level: 1 } }));
    expect(start?.ranAgainst).toBe(true);
    expect(start?.freedoms.a).toBeCloseTo(0.2 * 5 * Math.hypot(1, 8), 9);
  });

  it('leaves doubled control points at the speed of the chord', () => {
    const doubled = quintic([25, 0, 0], [25, 0, 0], [25, 16, 1], [20, 24, 1], [15, 30, 0], [8, 34, 0]);
    const { curve } = valueOf(joinEnds(doubled, { start: { jet: ARC, level: 2 } }));
    expect(continuityOfEnds(valueOf(joinEnds(FOLLOWER, { start: { jet: ARC, level: 2 } })).curve, 'start', curve, 'start').gap).toBe(0); // prettier-ignore
    expect(place(curve, 1)[1]).toBeGreaterThan(1);
  });

  it.each([
    [quintic(...new Array<Vector3>(7).fill([1, 2, 3])), { start: { jet: ARC, level: 2 } }, { kind: 'no-length' }],
    [circle(FRONT, [0, 0, 0], 5), { start: { jet: ARC, level: 1 } }, { kind: 'closed' }],
    [
      SPOUT,
      { start: { jet: ARC, level: 3 }, end: { jet: ARC, level: 2 } },
      { kind: 'too-few-points', controlPoints: 6, needed: 7 },
    ],
    [
      lineBetween([0, 0, 0], [9, 0, 0]),
      { end: { jet: ARC, level: 2 } },
      { kind: 'degree-too-low', degree: 1, needed: 2 },
    ],
  ] as const)('is refused with the reason', (curve, contacts, failure) => {
    expect(joinEnds(curve, contacts)).toEqual({ ok: false, failure });
  });
});

/** Residuals of a joined end against a leader's: mm, radians, and shares. */
function residuals(joined: Curve, end: 'start' | 'end', jet: Jet, level: Level): number[] {
  const found = measuredAtEnd(joined, end);
  const sense = end === 'start' ? 1 : -1;
  const turned = (v: Vector3) => (sense === 1 ? v : negate(v));
  const share = (a: Vector3, b: Vector3) => distance(a, b) / Math.max(length(a), length(b), 1e-9);
  return [
    distance(found.point, jet.point),
    level >= 1 ? angleBetween(turned(found.tangent), jet.tangent) : 0,
    level >= 2 ? share(found.curvature, jet.curvature) : 0,
    level >= 3 ? share(turned(found.rate), jet.rate) : 0,
  ];
}

describe('joints on random pairs, measured by differences of 320 bits', () => {
  const DEGREE = Math.PI / 180;
  it('knots stay to the last bit, also those that are rounded when the curve is run through backwards', () => {
    const knots = [0, 0, 0, 0, 0.2, 0.4, 0.6, 0.8, 1, 1, 1, 1];
    const places = Array.from({ length: 8 }, (_, i) => [20 * i, i % 3, 0]).flat();
    const jet: Jet = { point: [142, 3, 0], tangent: [-1, 0, 0], curvature: [0, 0.01, 0], rate: [0, 0, 0] };
    const joined = valueOf(joinEnds(makeCurve(3, knots, homogeneous(places)), { end: { jet, level: 2 } })).curve;
    expect([...joined.knots]).toEqual(knots);
  });

  it.each([0, 1, 2, 3] as const)('G%d holds at either end, weights and uneven knots or not', (level) => {
    const random = randomNumbers(7 + level);
    const worst = [0, 0, 0, 0];
    for (let k = 0; k < 40; k++) {
      const { leader, follower, jet } = randomPair(random);
      // The leader's own jet by the same differences: it is not taken on trust either.
      const seen = measuredAtEnd(leader, 'end');
      expect(residuals(leader, 'end', { ...seen, tangent: negate(seen.tangent), rate: negate(seen.rate) }, 3)).toEqual([0, 0, 0, 0]); // prettier-ignore
      for (const end of ['start', 'end'] as const) {
        const curve = end === 'start' ? follower : reverse(follower);
        const joined = valueOf(joinEnds(curve, { [end]: { jet, level } })).curve;
        residuals(joined, end, seen, level).forEach((value, i) => (worst[i] = Math.max(worst[i], value)));
        expect(joined.knots).toEqual(curve.knots);
        weightsOf(joined).forEach((w, i) => expect(w).toBe(weightsOf(curve)[i]));
      }
    }
    expect(worst[0]).toBeLessThan(1e-9);
    expect(worst[1]).toBeLessThan(1e-7 * DEGREE);
    expect(worst[2]).toBeLessThan(1e-7);
    expect(worst[3]).toBeLessThan(1e-7);
  });

  it('both ends at once, with as few control points as the levels need', () => {
    const random = randomNumbers(23);
    for (let k = 0; k < 40; k++) {
      const { jet, follower } = randomPair(random);
      const far = randomPair(random).jet;
      const few = makeCurve(
        Math.min(follower.degree, 7),
        uniformKnots(Math.min(follower.degree, 7), 8),
        follower.points.slice(0, 32),
      );
      const { curve } = valueOf(joinEnds(few, { start: { jet, level: 3 }, end: { jet: far, level: 3 } }));
      expect(countOf(curve)).toBe(8);
      const all = [...residuals(curve, 'start', jet, 3), ...residuals(curve, 'end', far, 3)];
      expect(Math.max(...all)).toBeLessThan(1e-7);
    }
  });
});
