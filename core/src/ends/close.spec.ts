import fc from 'fast-check';
import { anyCurve, apart, bezier, checked, sizeOf, valueOf, SPOUT } from '../curve/curves.fixture';
import { homogeneous } from '../curve/curve';
import { breaksOf } from '../knots/multiplicity';
import { periodicCurve } from '../knots/period';
import { arcLength } from '../measure/arcLength';
import { close, open, toPeriodic } from './close';
import { withWeights } from '../edit/weights';

describe('closing and opening', () => {
  it('draws a leg where the ends are apart, and moves the end where they are not', () => {
    const closed = checked(close(SPOUT, 1e-6));
    expect(closed.closing).toBe('clamped-closed');
    expect(arcLength(closed).total).toBeCloseTo(arcLength(SPOUT).total + Math.hypot(95, 60), 8);
    expect(open(closed).closing).toBe('open');
    const nearly = bezier([0, 0], [30, 40], [60, -40], [0, 1e-7]);
    expect(arcLength(checked(close(nearly, 1e-6))).total).toBeCloseTo(arcLength(nearly).total, 6);
  });

  it('keeps a ring that was cut at its seam, once it is periodic again', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'periodic', weights: 5 }), (ring) => {
        const cut = checked(close(open(ring), 1e-12 * sizeOf(ring)));
        const again = valueOf(toPeriodic(cut, 1e-9 * sizeOf(ring)));
        expect(checked(again).closing).toBe('periodic');
        expect(apart(ring, again)).toBeLessThan(2e-9);
      }),
    );
  });

  it('finds the smooth seam, and keeps a kink', () => {
    const ring = periodicCurve(3, homogeneous([40, 0, 0, 0, 40, 5, -40, 0, 0, 0, -40, 5, 30, -20, 0]));
    expect(valueOf(toPeriodic(open(ring), 1e-9)).knots.length).toBe(ring.knots.length);
    const kinked = valueOf(toPeriodic(close(SPOUT, 1e-6), 1e-9));
    expect(breaksOf(kinked)[0].multiplicity).toBe(3);
    expect(toPeriodic(SPOUT, 1e-6)).toMatchObject({ failure: { kind: 'gap', tolerance: 1e-6 } });
    const drop = withWeights(bezier([0, 0], [30, 40], [-30, 40], [0, 0]), [1, 1, 1, 2]);
    expect(toPeriodic(drop, 1e-6)).toEqual({ ok: false, failure: { kind: 'seam-weights', start: 1, end: 2 } });
  });
});
