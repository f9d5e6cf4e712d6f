import { throughPoints, type Vector3 } from '@pencil-bend/core';
import { lumps } from '@pencil-bend/core/reading';
import { hookInWords, lumpInWords, radiusThere } from './lumpWords';

const normal: Vector3 = [0, 0, 1];

/** A cubic through 13 places at equal angles of an arc of radius 100, some of them moved outwards by so many mm. */
function arc(moved: Readonly<Record<number, number>>) {
  const points = Array.from({ length: 13 }, (_, i) => {
    const turn = (Math.PI * i) / 24;
    const radius = 100 + (moved[i] ?? 0);
    return [radius * Math.sin(turn), radius * Math.cos(turn), 0];
  });
  const fit = throughPoints(Float64Array.from(points.flat()));
  if (!fit.ok) throw new Error(fit.failure.kind);
  return lumps(fit.value.curve, { normal, least: 0.05 });
}

describe('a lump in words', () => {
  it('tightens where an arc is pushed outwards, and says where and how tight', () => {
    const { lumps: found, length } = arc({ 6: 0.1 });
    const inside = found.filter(({ beside }) => beside === null);
    const [middle] = [...inside].sort((a, b) => Math.abs(a.s - length / 2) - Math.abs(b.s - length / 2));
    expect(lumpInWords(middle, 'mm')).toBe('tightens, then relaxes, near 79 mm');
    // An arc of R 100 of 90°: 157 mm long, and its middle at 79 mm.
    expect(length).toBeCloseTo(50 * Math.PI, 0);
    const [, radius] = /^R ([\d.]+) mm$/.exec(radiusThere(middle, 'mm')) ?? [];
    expect(Number(radius)).toBeCloseTo(1 / Math.abs(middle.kappa), 0);
    expect(Number(radius)).toBeLessThan(85);
    expect(lumpInWords(middle, 'in')).toBe('tightens, then relaxes, near 3.1 in');
  });

  it('flattens where it is pushed inwards', () => {
    const { lumps: found, length } = arc({ 6: -0.2 });
    const [middle] = [...found].sort((a, b) => Math.abs(a.s - length / 2) - Math.abs(b.s - length / 2));
    expect(lumpInWords(middle, 'mm')).toBe('flattens, then tightens, near 79 mm');
  });

  it('bends to the other side where it is pushed in so far that it turns over', () => {
    // Of two such dents one is the shape of the curve, the other a lump.
    const { lumps: found } = arc({ 4: -3, 8: -2.5 });
    const over = found.filter(({ kappa, partner }) => kappa * partner.kappa < 0);
    expect(over.length).toBeGreaterThan(0);
    for (const lump of over) expect(lumpInWords(lump, 'mm')).toMatch(/^bends to the other side and back, near \d+ mm$/);
  });

  it('of an end says whether it hooks or changes sides, and how far from which end', () => {
    const place = { u: 0, kappa: 0.01, side: 'right', share: 0.3 } as const;
    expect(hookInWords({ ...place, s: 4.04, end: 'start', kind: 'extremum' }, 100, 'mm')).toBe('hooks 4.0 mm from its start'); // prettier-ignore
    expect(hookInWords({ ...place, s: 97, end: 'end', kind: 'inflection' }, 100, 'mm')).toBe('changes sides 3.0 mm from its end'); // prettier-ignore
  });
});
