import type { Place } from '../flatPath';

/** One page as large as the drawing, or tiles of paper. */
export type PaperSize = 'one' | 'a4' | 'a3';

/** In mm; upright or lying, whichever needs fewer tiles. */
const PAPER: Readonly<Record<Exclude<PaperSize, 'one'>, readonly [number, number]>> = {
  a4: [210, 297],
  a3: [297, 420],
};

/** Around what is drawn, and what neighbouring tiles both show, in mm. */
const [MARGIN, OVERLAP] = [10, 10];
/** Below a single page's drawing: for the bar, in mm. */
const BAND = 10;
/** Readers ignore larger units, so that no page is larger, in mm. */
export const LARGEST_PAGE = 5080;
export const MOST_TILES = 200;
/** A page is wide enough for the bar and its words. */
const LEAST_WIDTH = 210;

export interface SheetPage {
  /** What stands at the lower left corner of the window, on the sheet. */
  readonly x: number;
  readonly y: number;
  readonly column: number;
  readonly row: number;
  /** 'B3'; null for a single page. */
  readonly label: string | null;
  /** Where this tile meets its neighbours: on the page, and which tile stands there. */
  readonly corners: readonly { readonly x: number; readonly y: number; readonly text: string }[];
}

export interface PageLayout {
  readonly width: number;
  readonly height: number;
  /** What of a page shows the sheet. */
  readonly window: { readonly left: number; readonly bottom: number; readonly width: number; readonly height: number };
  readonly bar: { readonly x: number; readonly y: number };
  readonly plan: { readonly x: number; readonly y: number; readonly cell: number };
  readonly pages: readonly SheetPage[];
}

/** A drawing that no page, or not so many tiles, can hold; said with both numbers. */
export class TooLarge extends Error {}

/** Pages for paths by places along them, in mm. Throws a `TooLarge`. */
export function pagesFor(paths: readonly (readonly Place[])[], paper: PaperSize): PageLayout {
  const box = boxOf(paths);
  if (paper === 'one') return single(box);
  const [short, long] = PAPER[paper];
  const layouts = [
    [short, long],
    [long, short],
  ].map(([width, height]) => tiles(box, paths, width, height, paper));
  const [upright, lying] = layouts;
  const best = lying.pages.length < upright.pages.length ? lying : upright;
  if (best.pages.length > MOST_TILES) {
    throw new TooLarge(`it takes ${best.pages.length} pages of ${paper.toUpperCase()}; up to ${MOST_TILES} are made`);
  }
  return best;
}

interface Extent {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

function boxOf(paths: readonly (readonly Place[])[]): Extent {
  let [left, bottom, right, top] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const path of paths) {
    for (const [x, y] of path) {
      [left, right] = [Math.min(left, x), Math.max(right, x)];
      [bottom, top] = [Math.min(bottom, y), Math.max(top, y)];
    }
  }
  return left <= right
    ? { x: left, y: bottom, width: right - left, height: top - bottom }
    : { x: 0, y: 0, width: 0, height: 0 };
}

function single({ x, y, width, height }: Extent): PageLayout {
  const page = { width: Math.max(LEAST_WIDTH, width + 2 * MARGIN), height: height + 2 * MARGIN + BAND };
  const [most, size] = [LARGEST_PAGE, Math.max(page.width, page.height)];
  if (size > most)
    throw new TooLarge(`a page of it would be ${Math.ceil(size)} mm long; up to ${most} are made: take tiles`);
  const window = { left: MARGIN, bottom: MARGIN + BAND, width: page.width - 2 * MARGIN, height };
  const at = { x, y, column: 0, row: 0, label: null, corners: [] };
  // Lines have a width, which lies half outside of the box.
  const grown = {
    left: window.left - 1,
    bottom: window.bottom - 1,
    width: window.width + 2,
    height: window.height + 2,
  };
  return {
    ...page,
    window: grown,
    bar: { x: 2 * MARGIN, y: MARGIN },
    plan: { x: 0, y: 0, cell: 0 },
    pages: [{ ...at, x: x - 1, y: y - 1 }],
  };
}

function tiles(
  box: Extent,
  paths: readonly (readonly Place[])[],
  width: number,
  height: number,
  paper: string,
): PageLayout {
  const window = { left: MARGIN, bottom: MARGIN, width: width - 2 * MARGIN, height: height - 2 * MARGIN };
  const [stepX, stepY] = [window.width - OVERLAP, window.height - OVERLAP];
  const columns = Math.max(1, Math.ceil((box.width + 2 * OVERLAP - OVERLAP) / stepX));
  const rows = Math.max(1, Math.ceil((box.height + 2 * OVERLAP - OVERLAP) / stepY));
  // Far more than is made: which of them are empty need not be known.
  if (columns * rows > 100 * MOST_TILES) {
    throw new TooLarge(
      `it takes some ${(columns * rows).toLocaleString('en')} pages of ${paper.toUpperCase()}; up to ${MOST_TILES} are made`,
    );
  }
  // In the middle of what the tiles cover.
  const x0 = box.x - (columns * stepX + OVERLAP - box.width) / 2;
  const y0 = box.y - (rows * stepY + OVERLAP - box.height) / 2;
  const needed = new Set<number>();
  for (const path of paths) {
    path.forEach((to, i) => {
      const from = path[Math.max(0, i - 1)];
      const [least, most] = [0, 1].map((side) => {
        const pick = side === 0 ? Math.min : Math.max;
        return [pick(from[0], to[0]), pick(from[1], to[1])];
      });
      const first = (value: number, origin: number, step: number, count: number) =>
        Math.min(count - 1, Math.max(0, Math.ceil((value - origin - OVERLAP) / step) - 1));
      const last = (value: number, origin: number, step: number, count: number) =>
        Math.min(count - 1, Math.max(0, Math.floor((value - origin) / step)));
      for (let c = first(least[0], x0, stepX, columns); c <= last(most[0], x0, stepX, columns); c++) {
        for (let r = first(least[1], y0, stepY, rows); r <= last(most[1], y0, stepY, rows); r++) {
          const tile = { x: x0 + c * stepX, y: y0 + r * stepY, width: window.width, height: window.height };
          if (crosses(from, to, tile)) needed.add(c * rows + r);
        }
      }
    });
  }
  const cell = Math.min(3, 8 / rows, 30 / columns);
  const label = (column: number, row: number) => `${letters(column)}${rows - row}`;
  const pages = [...needed]
    .map((key) => ({ column: Math.floor(key / rows), row: key % rows }))
    .sort((a, b) => b.row - a.row || a.column - b.column)
    .map(({ column, row }): SheetPage => {
      const corners = [0, 1].flatMap((right) =>
        [0, 1].map((up) => {
          const [x, y] = [window.left + OVERLAP / 2 + right * stepX, window.bottom + OVERLAP / 2 + up * stepY];
          return { x, y, text: label(column, row) };
        }),
      );
      return { x: x0 + column * stepX, y: y0 + row * stepY, column, row, label: label(column, row), corners };
    });
  const plan = { x: width - MARGIN - cell * columns, y: 1, cell };
  return { width, height, window, bar: { x: 2 * MARGIN, y: 6 }, plan, pages };
}

/** A, B … Z, AA … */
const letters = (column: number): string =>
  (column >= 26 ? letters(Math.floor(column / 26) - 1) : '') + String.fromCharCode(65 + (column % 26));

/** Whether a line between two places touches a rectangle (Liang, Barsky, A new concept and method for line clipping, 1984). */
function crosses(from: Place, to: Place, { x, y, width, height }: Extent): boolean {
  let [start, end] = [0, 1];
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const sides: readonly (readonly [number, number])[] = [
    [-dx, from[0] - x],
    [dx, x + width - from[0]],
    [-dy, from[1] - y],
    [dy, y + height - from[1]],
  ];
  for (const [p, q] of sides) {
    if (p === 0) {
      if (q < 0) return false;
    } else if (p < 0) start = Math.max(start, q / p);
    else end = Math.min(end, q / p);
  }
  return start <= end;
}
