import fc from 'fast-check';
import { real } from '../../linear/real.fixture';
import { eulerSegment, placeOnSpiral } from './eulerSegment';

describe('a segment of an Euler spiral', () => {
  // Abramowitz, Stegun, Handbook of Mathematical Functions, table 7.7: C and S at 0.5, 1 and 2.
  it.each([
    [0.5, 0.4923442, 0.0647324],
    [1, 0.7798934, 0.4382591],
    [2, 0.4882534, 0.3434157],
  ])('runs as Fresnel integrals at %d do', (t, c, s) => {
    // The angle π x²/2 is that of k1 = π t² over a length of 1 that stands for t; from the place where it is straight.
    const [x, y] = placeOnSpiral({ k0: 0, k1: Math.PI * t * t }, 1);
    expect(t * x).toBeCloseTo(c, 7);
    expect(t * y).toBeCloseTo(s, 7);
  });

  it('leaves its chord and comes back to it by the angles asked for', () => {
    let told = 0;
    fc.assert(
      fc.property(real(-1.4, 1.4), real(-1.4, 1.4), (first, second) => {
        const segment = eulerSegment(first, second);
        if (!segment) return;
        told++;
        const { k0, k1, chord } = segment;
        const [a, b] = [placeOnSpiral(segment, -0.5), placeOnSpiral(segment, 0.5)];
        const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
        expect(Math.hypot(dx, dy)).toBeCloseTo(chord, 12);
        const along = Math.atan2(dy, dx);
        const angleAt = (s: number) => s * (k0 + (k1 * s) / 2);
        expect(along - angleAt(-0.5)).toBeCloseTo(first, 12);
        expect(angleAt(0.5) - along).toBeCloseTo(second, 12);
      }),
      { numRuns: 300 },
    );
    expect(told).toBeGreaterThan(290);
  });

  it('has the slopes of its curvatures', () => {
    fc.assert(
      fc.property(real(-1.2, 1.2), real(-1.2, 1.2), (first, second) => {
        const here = eulerSegment(first, second);
        const step = 1e-6;
        for (const [k, by] of [
          [0, [step, 0]],
          [1, [0, step]],
        ] as const) {
          const after = eulerSegment(first + by[0], second + by[1]);
          const before = eulerSegment(first - by[0], second - by[1]);
          if (!here || !after || !before) return;
          expect((after.start - before.start) / (2 * step)).toBeCloseTo(here.slopes.start[k], 6);
          expect((after.end - before.end) / (2 * step)).toBeCloseTo(here.slopes.end[k], 6);
        }
      }),
    );
  });

  it('with like angles is an arc of a circle, with none a line', () => {
    const arc = eulerSegment(0.3, 0.3);
    expect(arc?.k1).toBeCloseTo(0, 14);
    // Chord 1 of a circle seen under 0.6 rad: κ = 2 sin 0.3.
    expect(arc?.start).toBeCloseTo(2 * Math.sin(0.3), 14);
    expect(eulerSegment(0, 0)).toMatchObject({ k0: 0, chord: 1 });
  });
});
