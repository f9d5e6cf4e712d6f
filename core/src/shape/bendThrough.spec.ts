import fc from 'fast-check';
import { anyCurve, parameterAtShare, fraction, sizeOf, valueOf, WAVE } from '../curve/curves.fixture';
import { controlPointsOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { packVectors, type Vector3 } from '../linear/vector';
import { fitDataOf, fromFitData } from '../fit/through/fixedSpacing';
import { packSites } from '../fit/sites';
import { throughPoints } from '../fit/through/throughPoints';
import { rectangle } from '../exact/polyline';
import { FRONT } from '../plane/plane';
import { bendThrough } from './bendThrough';
import { moveOnCurve } from './moveOnCurve';

const movement = (a: Float64Array, b: Float64Array) => a.reduce((sum, x, i) => sum + (x - b[i]) ** 2, 0);

describe('bending through places', () => {
  it('at one place is what moveOnCurve does', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either', weights: 20 }), fraction, (curve, share) => {
        const u = parameterAtShare(curve, share);
        const target: Vector3 = [sizeOf(curve), 0, -sizeOf(curve)];
        const bent = valueOf(bendThrough(curve, packSites([{ u, order: 0 }]), packVectors([target])));
        const moved = valueOf(moveOnCurve(curve, u, target));
        controlPointsOf(bent).forEach((x, i) => expect(Math.abs(x - controlPointsOf(moved)[i])).toBeLessThanOrEqual(1e-9 * sizeOf(curve))); // prettier-ignore
      }),
    );
  });

  it.each([3, 4, 5])('with all the sites of a fit of degree %i is the curve over its held spacing', (degree) => {
    const points = Float64Array.of(0, 0, 0, 20, 30, 0, 50, 35, 5, 80, 10, 0, 95, -20, 0, 120, -10, 8);
    for (const closed of [false, true]) {
      const { curve, sites } = valueOf(throughPoints(points, { degree, closed }));
      const data = fitDataOf(curve, sites);
      data[3 * 2 + 1] += 7;
      const bent = controlPointsOf(valueOf(bendThrough(curve, sites, data)));
      const other = controlPointsOf(valueOf(fromFitData(curve, sites, data)));
      bent.forEach((x, i) => expect(x).toBeCloseTo(other[i], 8));
    }
  });

  it('holds some places while one moves, and moves the control points least', () => {
    const sites = packSites([0, 0.7, 1.3, 2].map((u) => ({ u, order: 0 })));
    const data = fitDataOf(WAVE, sites);
    data[3 * 1 + 1] += 10;
    const bent = valueOf(bendThrough(WAVE, sites, data));
    expect(evaluate(bent, 0.7)[1]).toBeCloseTo(data[4], 10);
    expect(evaluate(bent, 1.3)).toEqual([...data.subarray(6, 9)].map((x) => expect.closeTo(x, 10)));
    // Any other curve that does the same: one more place asked for moves more.
    const more = packSites([0, 0.7, 1, 1.3, 2].map((u) => ({ u, order: 0 })));
    const there = fitDataOf(bent, more);
    there[3 * 2] += 0.5;
    const other = valueOf(bendThrough(WAVE, more, there));
    const old = controlPointsOf(WAVE);
    expect(movement(controlPointsOf(other), old)).toBeGreaterThan(movement(controlPointsOf(bent), old));
  });

  it('turns a tangent and keeps a clamped, closed curve closed', () => {
    const tangent = packSites([{ u: 0, order: 0 }, { u: 0, order: 1 }]); // prettier-ignore
    const turned = valueOf(bendThrough(WAVE, tangent, Float64Array.of(0, 0, 0, 0, 30, 0)));
    expect([...fitDataOf(turned, tangent)]).toEqual([0, 0, 0, 0, 30, 0].map((x) => expect.closeTo(x, 9)));
    const frame = rectangle(FRONT, [0, 0, 0], 40, 30);
    const bent = valueOf(bendThrough(frame, packSites([{ u: 0, order: 0 }]), Float64Array.of(-5, -5, 0)));
    expect(bent.closing).toBe('clamped-closed');
    expect(evaluate(bent, 0)).toEqual([expect.closeTo(-5, 10), expect.closeTo(-5, 10), 0]);
  });

  it('says when more is asked than the control points can give', () => {
    const twice = packSites([{ u: 1, order: 0 }, { u: 1, order: 0 }]); // prettier-ignore
    expect(bendThrough(WAVE, twice, new Float64Array(6))).toMatchObject({
      failure: { kind: 'not-one-to-one', sites: 2 },
    });
    const many = packSites(Array.from({ length: 20 }, (_, i) => ({ u: i / 10, order: 0 })));
    expect(bendThrough(WAVE, many, new Float64Array(60))).toMatchObject({ ok: false, failure: { sites: 20 } });
  });
});
