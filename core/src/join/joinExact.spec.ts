import { along, angleBetween, distance, length, subtract, type Vector3 } from '../linear/vector';
import { valueOf } from '../curve/curves.fixture';
import { type Curve, domainOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { reverse } from '../edit/reverse';
import { transform, translation } from '../edit/transform';
import { arcThrough, circle } from '../exact/arc';
import { conic } from '../exact/conic';
import { lineBetween } from '../exact/line';
import { arcLength } from '../measure/arcLength';
import { curvatureAt } from '../measure/curvature';
import { frameAt } from '../measure/frame';
import type { Contact, Jet, Level } from '../measure/jet';
import { FRONT } from '../plane/plane';
import { measuredAtEnd } from './differences.fixture';
import { joinExact } from './joinExact';

const P: Vector3 = [3, -2, 5];
const jet = (curvature: Vector3 = [0, 0, 0], rate: Vector3 = [0, 0, 0]): Jet => ({ point: P, tangent: [0.8, 0.6, 0], curvature, rate }); // prettier-ignore
const contact = (level: Level, from: Jet = jet()): Contact => ({ jet: from, level });
const endOf = (curve: Curve): Vector3 => evaluate(curve, domainOf(curve)[1]);
const radiusAt = (curve: Curve, u: number) => 1 / curvatureAt(curve, u).kappa;

describe('an exact line that goes on from another curve', () => {
  const line = lineBetween([0, 0, 0], [0, 40, 0]);

  it('G0: its end goes there, the far end stays', () => {
    const moved = valueOf(joinExact(line, 'line', { start: contact(0) }));
    expect(distance(evaluate(moved, 0), P)).toBeLessThan(1e-12);
    expect(distance(endOf(moved), [0, 40, 0])).toBeLessThan(1e-12);
    const both = valueOf(joinExact(line, 'line', { start: contact(0), end: { jet: { ...jet(), point: [9, 9, 9] }, level: 0 } })); // prettier-ignore
    expect(distance(endOf(both), [9, 9, 9])).toBeLessThan(1e-12);
  });

  it('G1: it runs on along the tangent, its length kept; either end alike', () => {
    const moved = valueOf(joinExact(line, 'line', { start: contact(1) }));
    expect(distance(endOf(moved), along(P, [0.8, 0.6, 0], 40))).toBeLessThan(1e-12);
    const other = valueOf(joinExact(reverse(line), 'line', { end: contact(1) }));
    expect(distance(evaluate(other, 0), endOf(moved))).toBeLessThan(1e-12);
    expect(distance(endOf(other), P)).toBeLessThan(1e-12);
  });

  it('G2 and G3 only from a leader that is as good as straight', () => {
    // 2τ/ℓ² for 0.001 and 40 mm.
    const floor = 2e-3 / 1600;
    const bent = (kappa: number) => jet([-0.6 * kappa, 0.8 * kappa, 0]);
    expect(joinExact(line, 'line', { start: contact(2, bent(1.01 * floor)) })).toEqual({ ok: false, failure: { kind: 'stays-exact-at', level: 1 } }); // prettier-ignore
    expect(joinExact(line, 'line', { start: contact(3, bent(0.99 * floor)) }).ok).toBe(true);
    const turning = jet([0, 0, 0], [0, 0, (1.01 * 6e-3) / 64000]);
    expect(joinExact(line, 'line', { start: contact(3, turning) })).toMatchObject({ failure: { level: 2 } });
    expect(joinExact(line, 'line', { start: contact(2, bent(1)) }, { tolerance: 2000 }).ok).toBe(true);
  });

  it('cannot take a direction over at one end and a place at the other', () => {
    const far: Contact = { jet: { ...jet(), point: [9, 9, 9] }, level: 0 };
    expect(joinExact(line, 'line', { start: contact(1), end: far })).toEqual({
      ok: false,
      failure: { kind: 'one-end' },
    });
    expect(joinExact(line, 'line', { start: contact(1), end: contact(1) })).toMatchObject({
      failure: { kind: 'one-end' },
    });
    const same: Contact = { jet: { ...jet(), point: [0, 40, 0] }, level: 0 };
    expect(joinExact(line, 'line', { start: same })).toEqual({ ok: false, failure: { kind: 'no-length' } });
  });
});

describe('an exact arc that goes on from another curve', () => {
  const arc = valueOf(arcThrough([0, 0, 0], [12, 30, 0], [40, 40, 0]));

  it('G1: of all arcs to its far end the one along the tangent; check R = −53.125, to the right', () => {
    const far: Vector3 = [P[0] + 40, P[1] + 10, P[2]];
    const shifted = transform(arc, translation(subtract(far, endOf(arc))));
    const moved = valueOf(joinExact(shifted, 'arc', { start: contact(1) }));
    expect(distance(endOf(moved), far)).toBeLessThan(1e-11);
    expect(radiusAt(moved, 0.3)).toBeCloseTo(53.125, 9);
    const { curvature, tangent } = measuredAtEnd(moved, 'start');
    expect(angleBetween(tangent, [0.8, 0.6, 0])).toBeLessThan(1e-12);
    expect(curvature[0]).toBeGreaterThan(0);
    expect(curvature[1]).toBeLessThan(0);
  });

  it('G2: the radius of curvature in its plane, turning as far as before; the far end moves', () => {
    const kappa: Vector3 = [-0.6 * 0.02 * 0.8, 0.8 * 0.02 * 0.8, 0.02 * 0.6];
    const moved = valueOf(joinExact(arc, 'arc', { start: contact(2, jet(kappa)) }));
    expect(distance(measuredAtEnd(moved, 'start').curvature, kappa)).toBeLessThan(1e-12);
    expect(radiusAt(moved, 0.7)).toBeCloseTo(50, 9);
    const sweep = (curve: Curve) => arcLength(curve).total / radiusAt(curve, 0.4);
    expect(sweep(moved)).toBeCloseTo(sweep(arc), 9);
    const { tangent } = frameAt(moved, domainOf(moved)[1], 'left') ?? { tangent: [0, 0, 0] as Vector3 };
    expect(angleBetween(tangent, [0.8, 0.6, 0])).toBeCloseTo(Math.min(sweep(arc), 2 * Math.PI - sweep(arc)), 9);
  });

  it('G3 only from a leader whose curvature does not change; else it says what it can', () => {
    const kappa: Vector3 = [-0.6 * 0.02, 0.8 * 0.02, 0];
    expect(joinExact(arc, 'arc', { start: contact(3, jet(kappa)) }).ok).toBe(true);
    const changing = joinExact(arc, 'arc', { end: contact(3, jet(kappa, [0, 0, 1e-3])) });
    expect(changing).toMatchObject({ failure: { kind: 'stays-exact-at', level: 2 } });
    const straight = joinExact(arc, 'arc', { start: contact(2) });
    expect(straight).toMatchObject({ failure: { kind: 'stays-exact-at', level: 1 } });
    expect((straight as { failure: { radius: number } }).failure.radius).toBeGreaterThan(1);
    const ahead = joinExact(transform(arc, translation(subtract(along(P, [0.8, 0.6, 0], 30), endOf(arc)))), 'arc', { start: contact(1) }); // prettier-ignore
    expect(ahead).toEqual({ ok: false, failure: { kind: 'stays-exact-at', level: 0 } });
    const bound: Contact = { jet: { ...jet(), point: [50, 9, 5] }, level: 0 };
    expect(joinExact(arc, 'arc', { start: contact(2, jet(kappa)), end: bound })).toMatchObject({
      failure: { level: 1 },
    });
    const held = valueOf(joinExact(arc, 'arc', { start: contact(1), end: bound }));
    expect(distance(endOf(held), [50, 9, 5])).toBeLessThan(1e-11);
  });
});

it('any other exact shape takes a place over, as it is, and no more', () => {
  const shape = conic([0, 0, 0], [12, 25, 0], [30, 0, 0], 0.6);
  const moved = valueOf(joinExact(shape, 'other', { end: contact(0) }));
  expect(distance(endOf(moved), P)).toBeLessThan(1e-12);
  const factor = length(subtract(P, [0, 0, 0])) / 30;
  expect(arcLength(moved).total).toBeCloseTo(factor * arcLength(shape).total, 8);
  expect(joinExact(shape, 'other', { end: contact(1) })).toMatchObject({
    failure: { kind: 'stays-exact-at', level: 0 },
  });
  expect(joinExact(circle(FRONT, [0, 0, 0], 4), 'other', { end: contact(0) })).toMatchObject({ failure: { kind: 'closed' } }); // prettier-ignore
  expect(valueOf(joinExact(shape, 'other', {}))).toBe(shape);
});
