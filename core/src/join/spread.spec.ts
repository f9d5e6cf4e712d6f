import { add, distance, dot, packVectors, rounded, subtract, type Vector3, vectorAt } from '../linear/vector';
import { randomNumbers } from '../linear/random.fixture';
import { valueOf } from '../curve/curves.fixture';
import { controlPointsOf, countOf, type Curve, homogeneous, makeCurve } from '../curve/curve';
import { reverse } from '../edit/reverse';
import { rotation, transform } from '../edit/transform';
import { uniformKnots } from '../knots/uniformKnots';
import { energies } from '../measure/energies';
import { type Jet, jetBeyond, type Level } from '../measure/jet';
import { joinEnds } from './joinEnds';
import { jetTakenBack, type Ray, type Spread, spreadCurve, spreadPoints } from './spread';

const SPREADS: readonly Spread[] = ['local', 'faded', 'rigid'];
const bow = (count: number): Curve =>
  makeCurve(
    5,
    uniformKnots(5, count),
    homogeneous(Array.from({ length: count }, (_, i) => [(200 * i) / (count - 1), 30 * Math.sin((2.4 * i) / (count - 1)), 2 * i]).flat()), // prettier-ignore
  );
const place = (curve: Curve, i: number) => vectorAt(controlPointsOf(curve), i);
const rayOf = (curve: Curve): Ray => {
  const { point, tangent } = jetBeyond(curve, 'start') as Jet;
  return { point, tangent: [-tangent[0], -tangent[1], -tangent[2]] };
};
/** Turned by so many radians about an axis across, and moved. */
const moved = ({ point, tangent }: Ray, by: Vector3, angle: number): Ray => {
  const { x, y, z } = rotation([0.2, 0.5, 1], angle);
  const turned = add(add(scaled(x, tangent[0]), scaled(y, tangent[1])), scaled(z, tangent[2]));
  return { point: add(point, by), tangent: turned };
};
const scaled = (v: Vector3, factor: number): Vector3 => [v[0] * factor, v[1] * factor, v[2] * factor];

describe('the change of a leader spread along its follower', () => {
  const curve = bow(12);
  const from = rayOf(curve);
  const to = moved(from, [3, -2, 1], 0.1);

  it('local leaves the shape, rigid takes it along as it is', () => {
    expect(spreadCurve(curve, 'start', from, to, 'local', 3)).toBe(curve);
    const rigid = spreadCurve(curve, 'start', from, to, 'rigid', 3);
    const after = rayOf(rigid);
    expect(distance(after.point, to.point)).toBeLessThan(1e-12);
    expect(distance(after.tangent, to.tangent)).toBeLessThan(1e-12);
    for (let i = 1; i < 12; i++) {
      expect(distance(place(rigid, i), place(rigid, i - 1))).toBeCloseTo(
        distance(place(curve, i), place(curve, i - 1)),
        10,
      );
    }
  });

  it('faded takes the bound points along whole and leaves those bound at the far end, by shares that fall evenly', () => {
    for (const farLevel of [0, 3] as const) {
      const faded = spreadCurve(curve, 'start', from, to, 'faded', 3, farLevel);
      const rigid = spreadCurve(curve, 'start', from, to, 'rigid', 3);
      for (let i = 0; i <= 3; i++) expect(distance(place(faded, i), place(rigid, i))).toBeLessThan(1e-11);
      for (let i = 11 - farLevel; i < 12; i++) expect(place(faded, i)).toEqual(place(curve, i));
      const shares = Array.from({ length: 12 }, (_, i) => distance(place(faded, i), place(curve, i)) / distance(place(rigid, i), place(curve, i))); // prettier-ignore
      for (let i = 4; i < 12; i++) expect(shares[i]).toBeLessThan(shares[i - 1] + 1e-9);
    }
  });

  it('is the same from the other end', () => {
    for (const spread of SPREADS) {
      const forwards = spreadCurve(curve, 'start', from, to, spread, 2, 1);
      const backwards = spreadCurve(reverse(curve), 'end', from, to, spread, 2, 1);
      reverse(backwards).points.forEach((x, i) => expect(x).toBeCloseTo(forwards.points[i], 10));
    }
  });

  it('fades smoothly over many control points, and evenly over few', () => {
    const share = (count: number, at: number) => {
      const long = bow(count);
      const start = rayOf(long);
      const lifted: Ray = { ...start, point: add(start.point, [0, 0, 5]) };
      const faded = spreadCurve(long, 'start', start, lifted, 'faded', 0);
      const i = Math.round(at * (count - 1));
      return (place(faded, i)[2] - place(long, i)[2]) / 5;
    };
    expect(share(23, 0.25)).toBeCloseTo(0.79, 1);
    expect(share(41, 0.25)).toBeCloseTo(1 - (3 * 0.22 ** 2 - 2 * 0.22 ** 3), 1);
    expect(share(41, 0.9)).toBeLessThan(0.05);
  });

  it('fit points: the same with their parameters, over the whole curve', () => {
    const points = packVectors([[0, 0, 0], [30, 18, 0], [70, 25, 4], [110, 14, 6], [140, -5, 3]]); // prettier-ignore
    const parameters = Float64Array.of(0, 0.23, 0.5, 0.77, 1);
    const near: Ray = { point: [0, 0, 0], tangent: [0.8, 0.6, 0] };
    const lifted: Ray = { ...near, point: [0, 0, 4] };
    const faded = spreadPoints(points, parameters, 'start', near, lifted, 'faded');
    [1, 0.8656, 0.5, 0.1344, 0].forEach((share, i) =>
      expect(faded[3 * i + 2] - points[3 * i + 2]).toBeCloseTo(4 * share, 2),
    );
    const away = spreadPoints(points, parameters, 'end', near, lifted, 'faded');
    expect(away[2]).toBeCloseTo(0, 12);
    expect(spreadPoints(points, parameters, 'end', near, lifted, 'local')).toBe(points);
    const rigid = spreadPoints(points, parameters, 'start', near, lifted, 'rigid');
    expect(rounded(subtract(vectorAt(rigid, 4), vectorAt(points, 4)), 9)).toEqual([0, 0, 4]);
  });

  it('rigid may be joined first and taken along then, wherever the leader went, straight back as well', () => {
    const leader = jetBeyond(bow(9), 'end') as Jet;
    const away = moved(leader, [30, -20, 11], 2.2);
    const shared = { curvature: leader.curvature, rate: leader.rate };
    const free = transform(curve, rotation([0.3, 0.1, 1], 0.4));
    const start = rayOf(free);
    for (const ray of [away, { point: to.point, tangent: scaled(start.tangent, -1) }]) {
      const across = (v: Vector3) => subtract(v, scaled(ray.tangent, dot(v, ray.tangent)));
      const jet: Jet = { ...ray, curvature: across(shared.curvature), rate: across(shared.rate) };
      const joinedAt = (shape: Curve, from: Jet) => valueOf(joinEnds(shape, { start: { jet: from, level: 3 } })).curve;
      const takenFirst = joinedAt(spreadCurve(free, 'start', start, jet, 'rigid', 3), jet);
      const joinedFirst = spreadCurve(joinedAt(free, jetTakenBack(jet, start)), 'start', start, jet, 'rigid', 3);
      for (let i = 0; i < 12; i++) expect(distance(place(takenFirst, i), place(joinedFirst, i))).toBeLessThan(1e-9);
    }
  });

  it('turns straight back about any axis across', () => {
    const back: Ray = { point: from.point, tangent: scaled(from.tangent, -1) };
    const turned = spreadCurve(curve, 'start', from, back, 'rigid', 1);
    expect(distance(rayOf(turned).tangent, back.tangent)).toBeLessThan(1e-12);
  });
});

describe('from the free shape every time', () => {
  it('two hundred edits of the leader and back leave nothing behind', () => {
    const random = randomNumbers(5);
    const leader = bow(9);
    const free = transform(bow(12), rotation([0, 0, 1], 0.3, [200, 20, 16]));
    const solved = (shape: Curve, level: Level, spread: Spread) => {
      const jet = jetBeyond(shape, 'end') as Jet;
      return valueOf(joinEnds(spreadCurve(free, 'start', rayOf(free), jet, spread, level), { start: { jet, level } }))
        .curve;
    };
    for (const spread of SPREADS) {
      const before = solved(leader, 3, spread);
      let edited = leader;
      for (let k = 0; k < 200; k++) {
        const places = controlPointsOf(edited);
        places[3 * (countOf(edited) - 1 - (k % 3)) + (k % 2)] += 4 * (random() - 0.5);
        edited = makeCurve(5, edited.knots, homogeneous(places));
        solved(edited, 3, spread);
      }
      expect(distance(place(solved(edited, 3, spread), 2), place(before, 2))).toBeGreaterThan(0.1);
      expect(solved(leader, 3, spread).points).toEqual(before.points);
    }
  });

  it('faded is fairer than local after small edits of the leader', () => {
    const random = randomNumbers(17);
    const ratios: Record<Spread, number[]> = { local: [], faded: [], rigid: [] };
    for (let k = 0; k < 24; k++) {
      const leader = bow(9);
      const jet = jetBeyond(leader, 'end') as Jet;
      const rest = valueOf(joinEnds(transform(bow(12), rotation([0, 0, 1], -0.9 + 0.02 * k, jet.point)), { start: { jet, level: 3 } })).curve; // prettier-ignore
      const places = controlPointsOf(leader);
      for (const i of [6, 7, 8]) for (const c of [0, 1, 2]) places[3 * i + c] += 4 * (random() - 0.5);
      const now = jetBeyond(makeCurve(5, leader.knots, homogeneous(places)), 'end') as Jet;
      for (const spread of SPREADS) {
        const curve = valueOf(joinEnds(spreadCurve(rest, 'start', jet, now, spread, 3), { start: { jet: now, level: 3 } })).curve; // prettier-ignore
        ratios[spread].push(energies(curve).fairness / energies(rest).fairness);
      }
    }
    const median = (values: number[]) => values.sort((a, b) => a - b)[values.length >> 1];
    expect(median(ratios.faded)).toBeLessThan(median(ratios.local) / 2);
  });
});
