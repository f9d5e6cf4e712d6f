import { type Curve, domainOf, homogeneous, makeCurve } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { valueOf } from '../curve/curves.fixture';
import { split } from '../edit/split';
import { transform, translation } from '../edit/transform';
import { arcAbout } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { rectangle } from '../exact/polyline';
import { FRONT } from '../plane/plane';
import { continuityAmong, type PlaceOfMeeting } from './continuityAmong';
import { shaped, sCurve } from './fairShapes.fixture';
import { circle } from './shapes.fixture';

const named = ({ first, second }: { first: PlaceOfMeeting; second: PlaceOfMeeting }) =>
  [first, second]
    .map((place) => ('end' in place ? `${place.curve} ${place.end}` : `${place.curve} inside`))
    .join(' | ');

const arc = valueOf(arcAbout([0, 25, 0], [0, 0, 0], [25, 25, 0], [0, 0, 1]));
const line = lineBetween([-40, 0, 0], [0, 0, 0]);

describe('continuityAmong', () => {
  it('finds every pair of ends that meet, once, with the figures of the pair', () => {
    const far = lineBetween([500, 0, 0], [600, 0, 0]);
    const found = continuityAmong([line, arc, far]);
    expect(found.map(named)).toEqual(['0 end | 1 start']);
    expect(found[0]).toMatchObject({
      level: 1,
      gap: 0,
      angle: 0,
      curvature: { difference: expect.closeTo(0.04, 12), share: 1 },
    });
    // Three ends at one place are three pairs.
    const third = lineBetween([0, 0, 0], [0, -30, 0]);
    expect(continuityAmong([line, arc, third]).map(named)).toEqual([
      '0 end | 1 start',
      '0 end | 2 start',
      '1 start | 2 start',
    ]);
  });

  it('finds an end on another curve, from either side, and not beyond its end', () => {
    const stem = lineBetween([-20, 0.02, 0], [-20, 30, 0]);
    const beyond = lineBetween([-40.05, 0, 0], [-80, 10, 0]);
    const found = continuityAmong([line, stem, beyond], { within: 0.1 });
    expect(found.map(named)).toEqual(['0 start | 2 start', '0 inside | 1 start']);
    expect(found[1]).toMatchObject({
      level: -1,
      gap: expect.closeTo(0.02, 12),
      angle: expect.closeTo(Math.PI / 2, 12),
    });
    expect(found[1].first).toMatchObject({ u: expect.closeTo(0.5, 12) });
    expect(continuityAmong([stem, line], { within: 0.01 })).toEqual([]);
    // A tangent that leaves a closed curve: G1, and its curvature is all there is.
    const ring = circle(25);
    const [tangent] = continuityAmong([ring, lineBetween([25, 0, 0], [25, 40, 0])], { knotsBelow: 0 });
    expect(tangent).toMatchObject({ level: 1, curvature: { difference: expect.closeTo(1 / 25, 12) } });
  });

  it('lists knots where a curve is less smooth than asked', () => {
    const sheet = rectangle(FRONT, [0, 0, 0], 40, 30);
    const corners = continuityAmong([sheet]);
    expect(corners.map(({ level }) => level)).toEqual([0, 0, 0, 0]);
    for (const { angle } of corners) expect(angle).toBeCloseTo(Math.PI / 2, 12);
    const cubic = shaped(sCurve, 12);
    expect(continuityAmong([cubic])).toEqual([]);
    // Of a cubic the third derivative jumps at every inner knot.
    expect(continuityAmong([cubic], { knotsBelow: 3 })).toHaveLength(8);
    expect(continuityAmong([sheet], { knotsBelow: 0 })).toEqual([]);
  });

  it('of two halves of one curve is smooth to its order, whatever it was cut at', () => {
    const whole = makeCurve(
      5,
      [0, 0, 0, 0, 0, 0, 1, 1, 1, 1, 1, 1],
      homogeneous([0, 0, 0, 20, 30, 0, 50, 40, 0, 80, 20, 0, 110, 25, 0, 140, 60, 0]),
    );
    let told = 0;
    for (const share of [0.2, 0.37, 0.5, 0.81]) {
      const halves = valueOf(split(whole, share));
      for (const { level } of continuityAmong(halves)) {
        expect(level).toBe(3);
        told++;
      }
    }
    expect(told).toBe(4);
  });

  it('asked for some curves answers what all of them have to do with those', () => {
    const row = Array.from({ length: 6 }, (_, i) => lineBetween([10 * i, 0, 0], [10 * (i + 1), i % 2, 0]));
    const all = continuityAmong(row, { within: 2 });
    const of = (number: number) => all.filter(({ first, second }) => first.curve === number || second.curve === number);
    for (const number of [0, 3, 5]) {
      expect(continuityAmong(row, { within: 2, of: [number] })).toEqual(of(number));
      expect(of(number).length).toBeGreaterThan(0);
    }
    expect(continuityAmong(row, { of: [] })).toEqual([]);
  });

  it('agrees with every pair looked at one by one, on curves thrown about', () => {
    let seed = 7;
    const random = () => (seed = (seed * 16807) % 2147483647) / 2147483647;
    const curves: Curve[] = [];
    for (let i = 0; i < 40; i++) {
      const base = i % 3 === 0 ? circle(3) : lineBetween([0, 0, 0], [6 * random(), 6 * random(), 0]);
      curves.push(transform(base, translation([Math.round(8 * random()), Math.round(8 * random()), 0])));
    }
    const within = 0.5;
    const pairs = continuityAmong(curves, { within, knotsBelow: 0 }).filter(({ first }) => 'end' in first);
    const ends = curves.flatMap((curve, i) =>
      curve.closing === 'open' ? domainOf(curve).map((u) => ({ i, at: evaluate(curve, u) })) : [],
    );
    let near = 0;
    for (let a = 0; a < ends.length; a++) {
      for (let b = a + 1; b < ends.length; b++) {
        if (Math.hypot(...ends[a].at.map((x, c) => x - ends[b].at[c])) <= within && ends[a].i !== ends[b].i) near++;
      }
    }
    expect(pairs.filter(({ first, second }) => first.curve !== second.curve)).toHaveLength(near);
    expect(near).toBeGreaterThan(2);
  });
});
