import { segmentsToCurve } from '@pencil-bend/core/changing';
import { nurbsOf, type Nurbs } from '../nurbs';
import type { OutgoingSheet } from '../outgoing';
import { addExact, Entries, type Written } from '../report';

export const CURVES_FORMAT = 'pencil-bend-curves';

/**
 * Curves as JSON by their own numbers, after document/schema/curves.schema.json: they read back to the same bits.
 * Points have no place in it.
 */
export function writeCurvesJson({ items }: OutgoingSheet): Written {
  const [exact, leftOut] = [new Entries(), new Entries()];
  const curves = items.flatMap((item) => {
    if (item.kind === 'point') {
      leftOut.add('point', 'the file holds curves alone', { entity: item.name });
      return [];
    }
    addExact(exact, item);
    return [
      asJson(item.name, item.kind === 'curve' ? item.nurbs : nurbsOf(segmentsToCurve(item.segments, item.plane))),
    ];
  });
  const lines = curves.map((curve) => `  ${JSON.stringify(curve)}`).join(',\n');
  const text = `{"format":"${CURVES_FORMAT}","version":1,"units":"mm","curves":[\n${lines}\n]}\n`;
  return {
    bytes: new TextEncoder().encode(text),
    report: { exact: exact.list, approximated: [], leftOut: leftOut.list, renamed: [] },
  };
}

function asJson(name: string, { degree, closing, knots, points, weights }: Nurbs) {
  const places = Array.from({ length: points.length / 3 }, (_, i) => [0, 1, 2].map((c) => points[3 * i + c] + 0));
  const own = { name, degree, closing, knots: Array.from(knots, (knot) => knot + 0), points: places };
  return weights ? { ...own, weights: Array.from(weights) } : own;
}
