import { packVectors, type Vector3 } from '../linear/vector';
import { bezier, flat, valueOf } from '../curve/curves.fixture';
import { type Curve, domainOf } from '../curve/curve';
import { reverse } from '../edit/reverse';
import { rotation, scaling, transform, translation } from '../edit/transform';
import { lineBetween } from '../exact/line';
import { throughPoints } from '../fit/through/throughPoints';
import { polyline } from '../exact/polyline';
import { refineKnots } from '../knots/refineKnots';
import { randomNumbers } from '../linear/random.fixture';
import {
  checkFA,
  clothoid,
  bumped,
  helix,
  noisy,
  profile,
  ring,
  sCurve,
  type Shape,
  shaped,
} from './fairShapes.fixture';
import { lumps } from './lumps';
import { circle, ellipse, uneven } from './shapes.fixture';

const UP = [0, 0, 1] as const;
const through = (count: number, shape: Shape, degree = 3): Curve =>
  valueOf(throughPoints(packVectors(Array.from({ length: count }, (_, i) => shape(i / (count - 1)))), { degree }))
    .curve;
const shares = (curve: Curve, normal: Vector3 | null = UP) => lumps(curve, { normal }).lumps.map(({ share }) => share);

describe('lumps', () => {
  it('of check LU are the three, named by their narrower extrema, by size', () => {
    const { lumps: found, length, extrema } = lumps(uneven, { normal: UP });
    expect(length).toBeCloseTo(192.12007, 5);
    expect(found.map(({ s, prominence }) => [s, prominence])).toEqual([
      [expect.closeTo(128.637509, 5), expect.closeTo(9.570301e-3 - 3.493579e-3, 8)],
      [expect.closeTo(43.21633, 5), expect.closeTo(5.762278e-3 - 3.680657e-3, 8)],
      [expect.closeTo(148.944364, 5), expect.closeTo(6.370824e-3 - 4.657868e-3, 8)],
    ]);
    expect(found[0]).toMatchObject({ kind: 'minimum', partner: { s: expect.closeTo(86.109253, 5) }, beside: null });
    expect(extrema).toBe(7);
  });

  it.each([
    [0.05, 20],
    [0.2, 20],
    [0.05, 40],
    [0.2, 40],
  ])('of a ripple %d mm high and %d mm long tell its height', (height, long) => {
    const ripple = through(401, (t) => [200 * t, height * Math.cos((2 * Math.PI * 200 * t) / long), 0], 5);
    const { lumps: found } = lumps(ripple, { normal: UP });
    const inner = found.filter(({ beside }) => beside === null);
    expect(inner.length).toBeGreaterThan(200 / long - 4);
    for (const lump of inner) {
      expect(lump.width).toBeCloseTo(long / 2, 1);
      expect(lump.height / height).toBeGreaterThan(0.988);
      expect(lump.height / height).toBeLessThan(1.0025);
    }
  });

  it('are none of fair curves, of a line, a circle and a point', () => {
    const fair = [profile, sCurve, clothoid].flatMap((shape) => [shaped(shape, 100), shaped(shape, 100, 5)]);
    for (const curve of [...fair, lineBetween([0, 0, 0], [9, 9, 0]), circle(25), bezier([3, 3], [3, 3], [3, 3])]) {
      expect(lumps(curve, { normal: UP }).lumps).toEqual([]);
      expect(lumps(curve).lumps).toEqual([]);
    }
    expect(lumps(shaped(profile, 100), { normal: UP }).extrema).toBe(1);
    expect(lumps(shaped(sCurve, 100), { normal: UP })).toMatchObject({ extrema: 2, hooks: [] });
    expect(lumps(shaped(clothoid, 100), { normal: UP }).extrema).toBe(0);
    expect(lumps(shaped(helix, 40)).lumps).toEqual([]);
  });

  it('of check FA are the two beside the bump: five extrema for one', () => {
    const { lumps: found, extrema } = lumps(checkFA(), { normal: UP });
    expect([found.length, extrema]).toEqual([2, 5]);
    expect(lumps(checkFA(0), { normal: UP }).extrema).toBe(1);
  });

  it('of an oval are none, whose four vertices every closed curve has; of a bump in a circle it is one', () => {
    for (const oval of [ellipse(60, 35), ellipse(90, 20), ring(60), reverse(ring(61, 5))]) {
      for (const normal of [UP, null]) expect(lumps(oval, { normal })).toMatchObject({ lumps: [], ends: [], hooks: [], extrema: 4 }); // prettier-ignore
    }
    const round = ring(60, 3, 60);
    expect(lumps(round, { normal: UP })).toMatchObject({ lumps: [], extrema: 0 });
    const { lumps: found, extrema } = lumps(bumped(round, 20, [-0.2, 0.35, 0]), { normal: UP });
    expect([found.length, extrema]).toEqual([1, 4]);
    expect(found[0].u).toBeCloseTo(20 / 60, 1);
    // A dent in an oval is one beside its own four.
    expect(lumps(bumped(ring(60), 20, [0.1, -0.3, 0]), { normal: UP }).lumps.length).toBeGreaterThan(0);
  });

  it('of a bump in an arc is that bump, though an end stands before each of its dips', () => {
    const arc: Shape = (t) => [50 * Math.cos(2 * t), 50 * Math.sin(2 * t), 0];
    const even = shaped(arc, 24, 5);
    expect(shares(even).filter((share) => share >= 0.05)).toEqual([]);
    const { lumps: found, length } = lumps(bumped(even, 12, [0.05, 0.1, 0]), { normal: UP, least: 0.05 });
    expect(found.length).toBe(1);
    expect(found[0]).toMatchObject({ kind: 'maximum', beside: null });
    expect(found[0].s / length).toBeCloseTo(0.5, 1);
    // Sweeps to one side and the other are none.
    const wave: Shape = (t) => [200 * t, 20 * Math.sin(3 * Math.PI * t), 0];
    expect(shares(shaped(wave, 100)).filter((share) => share >= 0.05)).toEqual([]);
  });

  it('beside a free end that is pulled straight are its hook; with the tangents given there are none', () => {
    const places = packVectors(
      Array.from({ length: 7 }, (_, i): Vector3 => {
        const t = (i / 6) * 2;
        return [50 * Math.cos(t), 50 * Math.sin(t), 0];
      }),
    );
    const natural = valueOf(throughPoints(places)).curve;
    const { lumps: found, hooks, length } = lumps(natural, { normal: UP });
    // 27.5 and 7.5 % with a reference from other samples.
    expect(found.map(({ share }) => share)).toEqual([expect.closeTo(0.275, 2), expect.closeTo(0.075, 2)]);
    expect(hooks.map(({ end, kind, s }) => [end, kind, s / length])).toEqual([
      ['start', 'extremum', expect.closeTo(0.166, 3)],
      ['end', 'extremum', expect.closeTo(0.834, 3)],
    ]);
    expect(found.map(({ beside }) => beside !== null)).toEqual([true, false]);
    const constraints = [0, 6].map((index) => ({
      index,
      tangent: { direction: [-places[3 * index + 1], places[3 * index], 0] as const },
    }));
    const tangents = valueOf(throughPoints(places, { constraints })).curve;
    const held = lumps(tangents, { normal: UP, least: 0 });
    expect(lumps(tangents, { normal: UP })).toMatchObject({ lumps: [], hooks: [] });
    const kappas = [...held.lumps, ...held.ends].map(({ kappa }) => kappa);
    expect([Math.min(...kappas), Math.max(...kappas)]).toEqual([
      expect.closeTo(0.01988, 5),
      expect.closeTo(0.02021, 5),
    ]);
  });

  it('name an inflection near an end as a hook of it', () => {
    const { hooks, inflections } = lumps(flat(3, [0, 0, 0, 0, 1, 2, 3, 3, 3, 3], [[0, 0], [6, 1.5], [14, 2], [40, 10], [80, 40], [110, 90]]), { normal: UP }); // prettier-ignore
    expect(inflections.length).toBe(1);
    expect(hooks).toContainEqual(expect.objectContaining({ end: 'start', kind: 'inflection', kappa: 0 }));
  });

  it('stay the same in any unit, place, direction and way round, however many knots are added', () => {
    let told = 0;
    for (let seed = 1; seed <= 12; seed++) {
      const shape = [profile, sCurve, helix][seed % 3];
      const inSpace = shape === helix;
      const curve = noisy(shaped(shape, 30, seed % 2 ? 3 : 5), 0.05, seed, inSpace);
      const normal = inSpace ? null : UP;
      const list = lumps(curve, { normal }).lumps.map(({ share, s }) => [s, share]);
      const same = (other: Curve, size: number, digits: number, back = false, of = normal) => {
        const { lumps: found, length } = lumps(other, { normal: of });
        const wanted = list.map(([s, share]) => [back ? length / size - s : s, share]);
        expect(found.map(({ s, share }) => [s / size, share])).toEqual(
          wanted.map((pair) => pair.map((value) => expect.closeTo(value, digits))),
        );
        told += found.length;
      };
      for (const size of [1e-3, 1e3]) same(transform(curve, scaling(size)), size, 6);
      same(transform(curve, translation([1e6, -1e6, inSpace ? 1e6 : 0])), 1, 4);
      same(transform(curve, rotation([0, 0, 1], 2)), 1, 6);
      // Tipped out of its plane and read in space, the signs are found again.
      if (!inSpace) same(curve, 1, 6, false, null);
      same(transform(curve, rotation([1, 2, 0.5], 1)), 1, 6, false, null);
      same(reverse(curve), 1, 6, true);
      const [first, last] = domainOf(curve);
      const random = randomNumbers(seed);
      // Only the reference is read from samples, some per span.
      same(
        valueOf(
          refineKnots(
            curve,
            Array.from({ length: 9 }, () => first + random() * (last - first)),
          ),
        ),
        1,
        2,
      );
    }
    expect(told).toBeGreaterThan(250);
  });

  describe('in space', () => {
    it.each([0, 0.1, 1, 5])('an S lifted by %d mm passes to the other side once, and has none', (lift) => {
      for (const degree of [3, 5]) {
        const lifted: Shape = (t) => [200 * t, 40 * Math.sin(2 * Math.PI * t), lift * Math.sin(Math.PI * t)];
        const { lumps: found, inflections } = lumps(shaped(lifted, 60, degree));
        expect(found).toEqual([]);
        expect(inflections).toEqual([expect.objectContaining({ kappa: 0, s: expect.closeTo(132, -1) })]);
      }
    });

    it('an S lifted so far that it hardly straightens keeps its dip as a lump', () => {
      const lifted: Shape = (t) => [100 * t, 4 * Math.sin(2 * Math.PI * t), 60 * (t - 0.5) ** 2];
      const { lumps: found, inflections } = lumps(shaped(lifted, 60));
      expect(inflections).toEqual([]);
      expect(found[0]).toMatchObject({ kind: 'minimum', share: expect.any(Number) });
      expect(found[0].share).toBeGreaterThan(0.05);
    });

    it('a bump of 0.5 mm in a helix is one, where it is; without it there is none', () => {
      const smooth = shaped(helix, 20);
      expect(lumps(smooth, { least: 0.05 }).lumps).toEqual([]);
      const { lumps: found, length } = lumps(bumped(smooth, 9, [0.42, 0.27, 0]), { least: 0.05 });
      expect(found.length).toBe(1);
      expect(found[0].s / length).toBeCloseTo(9 / 19, 1);
    });

    it('a curve that turns over at a knot changes sides there', () => {
      const bend = flat(2, [0, 0, 0, 1, 2, 2, 2], [[0, 0], [20, 20], [60, 20], [80, 40]]); // prettier-ignore
      expect(lumps(bend).inflections.map(({ u }) => u)).toEqual([1]);
      expect(lumps(bend).lumps.length).toBe(lumps(bend, { normal: UP }).lumps.length);
    });
  });

  it('are stepped where curvature jumps on both sides, as at rounded corners; a wrinkle is not', () => {
    // A slot: two long sides, and four corners of R 4 of one piece each.
    const slot = valueOf(
      polyline(
        [4, 0, 0],
        [
          { kind: 'line', to: [56, 0, 0] },
          { kind: 'arc-on', to: [60, 4, 0] },
          { kind: 'line', to: [60, 26, 0] },
          { kind: 'arc-on', to: [56, 30, 0] },
          { kind: 'line', to: [4, 30, 0] },
          { kind: 'arc-on', to: [0, 26, 0] },
          { kind: 'line', to: [0, 4, 0] },
          { kind: 'arc-on', to: [4, 0, 0] },
        ],
      ),
    );
    const corners = lumps(slot, { normal: UP }).lumps;
    expect(corners.length).toBeGreaterThan(0);
    for (const { stepped, width } of corners) {
      expect(stepped).toBe(true);
      expect(Math.min(...[22, 52, 2 * Math.PI].map((length) => Math.abs(width - length)))).toBeLessThan(1e-6);
    }
    const wrinkled = lumps(noisy(shaped(profile, 30), 0.05, 3), { normal: UP }).lumps;
    expect(wrinkled.length).toBeGreaterThan(3);
    for (const { stepped } of wrinkled) expect(stepped).toBe(false);
  });

  it('are ranked, and listed from the share asked for', () => {
    const curve = noisy(shaped(profile, 60), 0.05, 7);
    const all = shares(curve);
    expect(all.length).toBeGreaterThan(10);
    expect(all).toEqual([...all].sort((a, b) => b - a));
    expect(all.every((share) => share >= 0.02)).toBe(true);
    expect(lumps(curve, { normal: UP, least: 0.5 }).lumps.length).toBe(all.filter((share) => share >= 0.5).length);
  });
});
