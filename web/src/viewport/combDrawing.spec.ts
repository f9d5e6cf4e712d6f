import { curvatureComb, curvatureProfile, throughPoints } from '@pencil-bend/core';
import { type Mesh, ShaderMaterial } from 'three';
import { CombDrawing } from './combDrawing';
import type { WideLine } from './wideLine';

function combOf(...places: readonly number[]) {
  const fit = throughPoints(Float64Array.from(places));
  if (!fit.ok) throw new Error('no curve');
  const profile = curvatureProfile(fit.value.curve, { normal: [0, 0, 1] });
  return { profile, comb: curvatureComb(fit.value.curve, profile, 20, 100) };
}

const ARCH = combOf(0, 0, 0, 30, 20, 0, 60, 0, 0);
const WAVE = combOf(0, 0, 0, 30, 20, 0, 60, 0, 0, 90, -20, 0, 120, 0, 0);

describe('CombDrawing', () => {
  const drawing = new CombDrawing(() => new ShaderMaterial());
  const [negative, negativeTeeth, positive, positiveTeeth, outline] = drawing.children as [
    Mesh,
    WideLine,
    Mesh,
    WideLine,
    WideLine,
  ];

  it('fills and combs the side on which the curvature is', () => {
    drawing.write([ARCH]);
    // An arch runs to the right and turns to the right all along: negative, but for its straight ends.
    expect(negative.geometry.drawRange.count).toBe(6 * (ARCH.profile.u.length - 1));
    expect(positive.geometry.drawRange.count).toBe(0);
    expect(negativeTeeth.segments + positiveTeeth.segments).toBe(21);
    expect(negativeTeeth.segments).toBeGreaterThanOrEqual(19);
    expect(outline.segments).toBe(ARCH.profile.u.length - 1);
  });

  it('shows both sides of a wave, and every interval on one of them', () => {
    drawing.write([WAVE]);
    const [below, above] = [negative, positive].map(({ geometry }) => geometry.drawRange.count / 6);
    expect(below).toBeGreaterThan(10);
    expect(above).toBeGreaterThan(10);
    expect(below + above).toBe(WAVE.profile.u.length - 1);
  });

  it('shows several combs as one drawing, each interval of each on one of its sides', () => {
    drawing.write([ARCH, WAVE]);
    const filled = [negative, positive].map(({ geometry }) => geometry.drawRange.count / 6);
    expect(filled[0] + filled[1]).toBe(ARCH.profile.u.length + WAVE.profile.u.length - 2);
    expect(negativeTeeth.segments + positiveTeeth.segments).toBe(42);
    // No line leads from one curve to the next.
    expect(outline.segments).toBe(ARCH.profile.u.length + WAVE.profile.u.length - 2);
    const places = positive.geometry.getAttribute('position');
    const farthest = Math.max(...(positive.geometry.index?.array.slice(0, positive.geometry.drawRange.count) ?? []));
    expect(farthest).toBeLessThan(2 * (ARCH.profile.u.length + WAVE.profile.u.length));
    expect(farthest).toBeLessThan(places.count);
  });

  it('is gone without a comb', () => {
    drawing.write([]);
    expect(drawing.visible).toBe(false);
    drawing.write([WAVE]);
    expect(drawing.visible).toBe(true);
  });
});
