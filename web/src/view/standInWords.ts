import type { StandIn } from '@pencil-bend/exchange';
import { counted } from '../ui/labels';
import { lengthInWords, type Units } from '../ui/length';

/** '4 arcs, 1 line; smallest radius 12.50 mm; curvature jumps at 2 places, by 0.062 /mm at most'. */
export function standInInWords({ arcs, lines, tightest, jumps }: StandIn, units: Units): string {
  const parts = [
    ...(arcs > 0 ? [counted(arcs, 'arc', 'arcs')] : []),
    ...(lines > 0 ? [counted(lines, 'line', 'lines')] : []),
  ];
  const radius = tightest ? [`smallest radius ${lengthInWords(tightest.radius, units)}`] : [];
  const largest = Math.max(0, ...jumps.map(({ size }) => size));
  const places = counted(jumps.length, 'place', 'places');
  const gaps =
    jumps.length > 0 ? [`curvature jumps at ${places}, by ${Number(largest.toPrecision(2))} /mm at most`] : [];
  return [parts.join(', '), ...radius, ...gaps].join('; ');
}
