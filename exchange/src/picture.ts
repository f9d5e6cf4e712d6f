import { controlBox, displayPolyline } from '@pencil-bend/core';
import { isShown, itemsOf, type Project, resolve } from '@pencil-bend/document';

const WIDTH = 320;
const HEIGHT = 200;
const MARGIN = 18;

interface Stroke {
  readonly colour: string;
  /** x y pairs in sheet coordinates; a single pair is a point. */
  readonly path: readonly (readonly [number, number])[];
}

/** A small picture of the project's sheet, seen from the front, as an SVG document of 320 x 200. */
export function picture(project: Project): string {
  const strokes = strokesOf(project);
  const xs = strokes.flatMap(({ path }) => path.map(([x]) => x));
  const ys = strokes.flatMap(({ path }) => path.map(([, y]) => y));
  const [left, right] = rangeOf(xs);
  const [bottom, top] = rangeOf(ys);
  const scale = Math.min((WIDTH - 2 * MARGIN) / (right - left || 1), (HEIGHT - 2 * MARGIN) / (top - bottom || 1));
  const x = (value: number) => (WIDTH / 2 + (value - (left + right) / 2) * scale).toFixed(1);
  const y = (value: number) => (HEIGHT / 2 - (value - (bottom + top) / 2) * scale).toFixed(1);
  const drawn = strokes.map(({ colour, path }) =>
    path.length === 1
      ? `<circle cx="${x(path[0][0])}" cy="${y(path[0][1])}" r="2" fill="${colour}"/>`
      : `<polyline points="${path.map((at) => `${x(at[0])},${y(at[1])}`).join(' ')}" stroke="${colour}"/>`,
  );
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${HEIGHT}" fill="none" stroke-width="1.6" ` +
    `stroke-linecap="round" stroke-linejoin="round">${drawn.join('')}</svg>`
  );
}

function strokesOf(project: Project): Stroke[] {
  const resolved = resolve(project);
  const strokes: Stroke[] = [];
  for (const [id, item] of itemsOf(project)) {
    if (!isShown(project, item)) continue;
    const { colour } = item;
    if (item.kind === 'point') strokes.push({ colour, path: [[item.at[0], item.at[1]]] });
    const curve = resolved.get(id);
    if (!curve?.ok) continue;
    // A picture this small shows nothing below a thousandth of the curve's size.
    const { least, largest } = controlBox(curve.value.curve);
    const size = Math.max(...largest.map((x, c) => x - least[c]));
    const { points } = displayPolyline(curve.value.curve, size / 1000 || 1);
    const path = Array.from({ length: points.length / 3 }, (_, i) => [points[3 * i], points[3 * i + 1]] as const);
    strokes.push({ colour, path });
  }
  return strokes;
}

function rangeOf(values: readonly number[]): readonly [number, number] {
  let low = Infinity;
  let high = -Infinity;
  for (const value of values) {
    low = Math.min(low, value);
    high = Math.max(high, value);
  }
  return low <= high ? [low, high] : [0, 0];
}
