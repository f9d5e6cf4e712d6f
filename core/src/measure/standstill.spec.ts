import { homogeneous, makeCurve } from '../curve/curve';
import { derivatives } from '../curve/evaluate';
import { frameAt } from './frame';
import { kinksOf } from './kinks';
import { leftAt } from './side';
import { standsStill } from './standstill';

/** Its last two control points lie in one place; their weights make the derivative there 2e-14 and not 0. */
const DOUBLED = makeCurve(
  2,
  [0, 0, 0, 0.5, 1, 1, 1],
  [0, 31.492426451853383, 0, 0.8288996018131586, 54.76852443243971, 108.74108620345257, 0, 1.2175473336677076, 30.449620665733903, 0, 0, 0.8466240493861511, 44.29521693458985, 0, 0, 1.2315882795808424], // prettier-ignore
);

describe('a standstill', () => {
  it('is one where only rounding moves a rational curve', () => {
    expect(Math.hypot(...derivatives(DOUBLED, 1, 1, 'left').slice(3))).toBeGreaterThan(0);
    expect(standsStill(DOUBLED, derivatives(DOUBLED, 1, 1, 'left'))).toBe(true);
    expect(standsStill(DOUBLED, derivatives(DOUBLED, 1 - 1e-12, 1))).toBe(false);
    expect(frameAt(DOUBLED, 1)).toBeNull();
    expect(leftAt(DOUBLED, 1, [0, 0, 1])).toEqual([0, 0, 0]);
  });

  it('is none on a curve far away, nor on a very small one', () => {
    const places = [0, 0, 0, 30, 10, 0, 60, -10, 0, 90, 0, 0];
    const knots = [0, 0, 0, 0, 1, 1, 1, 1];
    for (const moved of [places.map((x) => x + 1e7), places.map((x) => 1e-12 * x)]) {
      const curve = makeCurve(3, knots, homogeneous(moved));
      for (const u of [0, 0.3, 1]) expect(frameAt(curve, u)).not.toBeNull();
    }
  });

  it('is no corner', () => {
    const ends = [0, 0, 0, 20, 10, 0, 20, 10, 0, 20, 10, 0, 40, 0, 0];
    const curve = makeCurve(2, [0, 0, 0, 1, 1, 2, 2, 2], homogeneous(ends, [1, 0.3, 1.7, 0.9, 1.1]));
    expect(kinksOf(curve)).toEqual([]);
  });
});
