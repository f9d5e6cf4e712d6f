import { FRONT, inPlane, type Plane } from '@pencil-bend/core';
import { type FlatPath, flatPath, type Place } from '../flatPath';
import { byLayer, type Outgoing, type OutgoingSheet } from '../outgoing';
import { addExact, Entries, type Written } from '../report';

export interface WriteSvgOptions {
  /** The sheet's, in mm: curves that SVG has no form for lie within a tenth of it. */
  readonly tolerance: number;
  /** The plane that is looked at; the front of the sheet when left out. */
  readonly plane?: Plane;
  readonly progress?: (share: number) => void;
}

/** Lines are so wide, in mm, and crosses of points so large. */
const [WIDTH, CROSS] = [0.25, 1];
/** What is seen stands so far from the edge, in mm. */
const MARGIN = 2;
/** Beside the tolerance of the sheet what is handed over may stray. */
const SHARE = 0.1;

/**
 * Curves and points as an SVG 2 document in mm: a group a layer, a path a curve. Polynomial curves of degree 1 to 3 and
 * circular arcs are exact, others cubic pieces within a tenth of the sheet's tolerance. Nothing is shifted, y points
 * down, so that what is exact reads back to the same bits.
 */
export function writeSvg(
  { name, items }: OutgoingSheet,
  { tolerance, plane = FRONT, progress }: WriteSvgOptions,
): Written {
  const [exact, approximated] = [new Entries(), new Entries()];
  const box = new Box();
  const drawn = new Map<Outgoing, string>();
  items.forEach((item, i) => {
    drawn.set(item, item.kind === 'point' ? cross(item.at, plane, box) : shape(item));
    if (i % 32 === 0) progress?.(i / items.length);
  });
  function shape(item: Exclude<Outgoing, { kind: 'point' }>): string {
    const path = flatPath(item, { plane, tolerance: SHARE * tolerance, hasArcs: true });
    if (path.isProjected) approximated.add('curve', 'it is not flat: it is drawn as it is seen', { entity: item.name });
    if (path.price) approximated.add('curve', 'by cubic Bézier pieces', { entity: item.name }, path.price);
    else if (!path.isProjected) addExact(exact, item);
    return pathData(path, box);
  }
  const groups = [...byLayer(items)].map(([layer, on]) => {
    const paths = on.map(
      (item) =>
        `    <path stroke="${item.colour}" d="${drawn.get(item) ?? ''}"><title>${escaped(item.name)}</title></path>\n`,
    );
    return `  <g fill="none" stroke-width="${WIDTH}" stroke-linecap="round" stroke-linejoin="round"><title>${escaped(layer)}</title>\n${paths.join('')}  </g>\n`;
  });
  const { left, top, width, height } = box.grown(MARGIN);
  const head =
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" ` +
    `viewBox="${left} ${top} ${width} ${height}">\n  <title>${escaped(name)}</title>\n`;
  const bytes = new TextEncoder().encode(`<?xml version="1.0" encoding="UTF-8"?>\n${head}${groups.join('')}</svg>\n`);
  const points = items.filter(({ kind }) => kind === 'point').length;
  if (points > 0) exact.add('point', 'as crosses', {}, undefined, points);
  return { bytes, report: { exact: exact.list, approximated: approximated.list, leftOut: [], renamed: [] } };
}

/** Without what XML 1.0 has no place for, and its own signs escaped. */
const escaped = (text: string): string =>
  text
    .replace(/[\p{Cc}\p{Cs}\ufffe\uffff]/gu, '')
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;');

/** A number that reads back to the same bits. */
const number = (x: number): string => String(x + 0);

/** The mirrored y of SVG; of nothing no minus. */
const place = ([x, y]: Place): string => `${number(x)} ${number(-y)}`;

export function pathData({ start, pieces, isClosed }: FlatPath, box: Box = new Box()): string {
  box.add(start);
  const data = pieces.map((piece) => {
    box.add(piece.to);
    switch (piece.kind) {
      case 'line':
        return `L${place(piece.to)}`;
      case 'quadratic':
        box.add(piece.by);
        return `Q${place(piece.by)} ${place(piece.to)}`;
      case 'cubic':
        box.add(piece.first);
        box.add(piece.second);
        return `C${place(piece.first)} ${place(piece.second)} ${place(piece.to)}`;
      case 'arc': {
        const { centre, radius, turn } = piece;
        box.add([centre[0] - radius, centre[1] - radius]);
        box.add([centre[0] + radius, centre[1] + radius]);
        const isLarge = Math.abs(turn) > Math.PI;
        // The sweep is seen with y down: anticlockwise here is 0 there.
        return `A${number(radius)} ${number(radius)} 0 ${isLarge ? 1 : 0} ${turn > 0 ? 0 : 1} ${place(piece.to)}`;
      }
    }
  });
  return `M${place(start)}${data.join('')}${isClosed ? 'Z' : ''}`;
}

function cross(at: readonly [number, number, number], plane: Plane, box: Box): string {
  const [x, y] = inPlane(plane, at);
  box.add([x - CROSS, y - CROSS]);
  box.add([x + CROSS, y + CROSS]);
  return `M${place([x - CROSS, y])}L${place([x + CROSS, y])}M${place([x, y - CROSS])}L${place([x, y + CROSS])}`;
}

/** What is drawn lies within it; y up, in mm. */
export class Box {
  private least: [number, number] = [Infinity, Infinity];
  private most: [number, number] = [-Infinity, -Infinity];

  add([x, y]: Place): void {
    this.least = [Math.min(this.least[0], x), Math.min(this.least[1], y)];
    this.most = [Math.max(this.most[0], x), Math.max(this.most[1], y)];
  }

  /** With a margin, y down, in whole mm. */
  grown(by: number): { readonly left: number; readonly top: number; readonly width: number; readonly height: number } {
    if (!(this.least[0] <= this.most[0])) return { left: 0, top: 0, width: 2 * by, height: 2 * by };
    const [left, top] = [Math.floor(this.least[0] - by), Math.floor(-this.most[1] - by)];
    return { left, top, width: Math.ceil(this.most[0] + by) - left, height: Math.ceil(-this.least[1] + by) - top };
  }
}
