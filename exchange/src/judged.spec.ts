import { closestPoint, type Curve, domainOf, evaluate, FRONT, periodicCurve, type Vector3 } from '@pencil-bend/core';
import { arcsAndLines } from '@pencil-bend/core/changing';
import fc from 'fast-check';
import { judged, type JudgedEdge, NO_JUDGE } from './judge.fixture';
import { anyNurbs } from './nurbs.fixture';
import { curveOfNurbs, type Nurbs } from './nurbs';
import type { Outgoing, OutgoingSheet } from './outgoing';
import { writeIges } from './iges/write';
import { writeStep } from './step/write';

const TIME = '2026-12-02T06:00:00';
const LOOK = { name: 'Spout', layer: 'Sheet', colour: '#33363b' };
const sheetOf = (...items: readonly Outgoing[]): OutgoingSheet => ({ name: 'kettle', items });
const curveItem = (nurbs: Nurbs): Outgoing => ({ kind: 'curve', ...LOOK, nurbs, curve: curveOfNurbs(nurbs) });

if (!judged) console.warn(NO_JUDGE);
const judge = judged ?? (() => []);

/** How far places that the independent reader computes lie from ours at the same parameter. */
function apart(edges: readonly JudgedEdge[], curve: Curve): number {
  return Math.max(...edges.flatMap(({ places }) => places.map(({ u, at }) => Math.hypot(...evaluate(curve, u).map((x, c) => x - at[c]))))); // prettier-ignore
}

const FORMATS = {
  step: (sheet: OutgoingSheet) => writeStep(sheet, { units: 'mm', time: TIME }).bytes,
  iges: (sheet: OutgoingSheet) => writeIges(sheet, { units: 'mm', time: TIME }).bytes,
} as const;
const formats = Object.keys(FORMATS) as (keyof typeof FORMATS)[];

(judged ? describe : describe.skip)('an independent reader', () => {
  const curves = fc.sample(anyNurbs, { numRuns: 40, seed: 11 });

  it.each(formats)('sees our curves in %s files where they are', (format) => {
    const seen = judge(format, curves.map((nurbs) => FORMATS[format](sheetOf(curveItem(nurbs))))); // prettier-ignore
    seen.forEach((edges, i) => {
      const curve = curveOfNurbs(curves[i]);
      expect(edges.length).toBeGreaterThan(0);
      const [first, last] = domainOf(curve);
      // Curves with kinks come back in pieces, each with the parameters of the whole.
      expect([edges[0].from, edges[edges.length - 1].to]).toEqual([first, last]);
      expect(apart(edges, curve)).toBeLessThan(1e-10);
    });
  });

  it.each(formats)('sees arcs and lines in %s files where they are', (format) => {
    const ring = periodicCurve(3, [0, 0, 0, 1, 10, 0, 0, 1, 10, 8, 0, 1, 3, 9, 0, 1, -2, 4, 0, 1]);
    const made = arcsAndLines(ring, 0.01, FRONT);
    if (!made.ok) throw new Error('no arcs');
    const { segments, plane } = made.value;
    const [edges] = judge(format, [FORMATS[format](sheetOf({ kind: 'segments', ...LOOK, segments, plane }))]); // prettier-ignore
    expect(edges).toHaveLength(segments.length);
    edges.forEach(({ places }, i) => {
      const end = (at: Vector3, place: { readonly at: readonly number[] }) => Math.hypot(...at.map((x, c) => x - place.at[c])); // prettier-ignore
      expect(end(segments[i].from, places[0])).toBeLessThan(1e-9);
      expect(end(segments[i].to, places[places.length - 1])).toBeLessThan(1e-9);
      for (const { at } of places) expect(closestPoint(ring, at).distance).toBeLessThan(0.01);
    });
  });
});
