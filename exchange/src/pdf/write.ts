import { type Plane, FRONT, inPlane } from '@pencil-bend/core';
import {
  appendBezierCurve,
  clip,
  closePath,
  concatTransformationMatrix,
  endPath,
  lineTo,
  LineCapStyle,
  LineJoinStyle,
  moveTo,
  PDFDocument,
  type PDFFont,
  type PDFOperator,
  type PDFPage,
  popGraphicsState,
  PrintScaling,
  pushGraphicsState,
  rectangle,
  rgb,
  setLineCap,
  setLineJoin,
  setLineWidth,
  setStrokingRgbColor,
  StandardFonts,
  stroke,
} from 'pdf-lib';
import { type FlatPath, flatPath, type PathPiece, type Place } from '../flatPath';
import { sharesOf, type OutgoingSheet } from '../outgoing';
import { addExact, Entries, type Written } from '../report';
import { LARGEST_PAGE, pagesFor, type PageLayout, type PaperSize, type SheetPage } from './pages';

export interface WritePdfOptions {
  /** The sheet's, in mm: curves lie within a tenth of it, and within 0.01 mm. */
  readonly tolerance: number;
  readonly paper: PaperSize;
  /** Names of curves beside their starts. */
  readonly names?: boolean;
  readonly plane?: Plane;
  /** When it was made, ISO 8601. */
  readonly time: string;
  readonly progress?: (share: number) => void;
}

/** Points of a mm. */
const POINTS = 72 / 25.4;
const [LINE, HAIRLINE, CROSS, MARK] = [0.25, 0.1, 1, 4];
/** Of letters, in mm. */
const [SMALL, PLAIN] = [2.2, 2.8];
const INK = '#33363b';

interface Drawn {
  readonly name: string;
  readonly colour: string;
  readonly paths: readonly FlatPath[];
}

/**
 * A drawing sheet 1:1 (ISO 32000-1): on one page as large as what is drawn, or on tiles of paper that overlap, with marks
 * where they meet. Every page has a bar of 100 mm to be measured after printing. Polynomial curves up to degree 3 are
 * exact to the fourth decimal of a mm. Fails, in words, where the page would be too large or the tiles too many.
 */
export async function writePdf(sheet: OutgoingSheet, options: WritePdfOptions): Promise<Written> {
  const { plane = FRONT, paper, names = true, time, progress } = options;
  const [exact, approximated, renamed] = [new Entries(), new Entries(), new Entries()];
  const drawn = sheet.items.map((item, i): Drawn => {
    if (i % 32 === 0) progress?.((0.8 * i) / sheet.items.length);
    if (item.kind === 'point') return { ...item, paths: crossAt(inPlane(plane, item.at)) };
    const path = flatPath(item, { plane, tolerance: Math.min(0.01, options.tolerance / 10), hasArcs: false });
    if (path.isProjected) approximated.add('curve', 'it is not flat: it is drawn as it is seen', { entity: item.name });
    if (path.price) approximated.add('curve', 'by cubic Bézier pieces', { entity: item.name }, path.price);
    else if (!path.isProjected) addExact(exact, item, 'exact to 0.0001 mm');
    return { ...item, paths: [path] };
  });
  const points = sheet.items.filter(({ kind }) => kind === 'point').length;
  if (points > 0) exact.add('point', 'as crosses', {}, undefined, points);
  const layout = pagesFor(drawn.flatMap(({ paths }) => paths).map(placesOf), paper);
  const document = await PDFDocument.create();
  const font = await document.embedFont(StandardFonts.Helvetica);
  const letters = new Letters(font, renamed);
  document.setTitle(sheet.name);
  document.setCreator('Pencil Bend');
  document.setProducer('Pencil Bend');
  for (const set of ['setCreationDate', 'setModificationDate'] as const)
    document[set](new Date(`${time.slice(0, 19)}Z`));
  document.catalog.getOrCreateViewerPreferences().setPrintScaling(PrintScaling.None);
  layout.pages.forEach((page, i) => {
    const target = document.addPage([layout.width * POINTS, layout.height * POINTS]);
    drawPage(target, { page, layout, drawn, letters, names, title: sheet.name });
    progress?.(0.8 + (0.2 * (i + 1)) / layout.pages.length);
  });
  const bytes = await document.save();
  return { bytes, report: { exact: exact.list, approximated: approximated.list, leftOut: [], renamed: renamed.list } };
}

/** Text in the letters that the page's font has; what it has not is '?', and said. */
class Letters {
  private readonly known: ReadonlySet<number>;

  constructor(
    readonly font: PDFFont,
    private readonly renamed: Entries,
  ) {
    this.known = new Set(font.getCharacterSet());
  }

  plain(text: string): string {
    const plain = Array.from(text, (letter) => (this.known.has(letter.codePointAt(0) ?? 0) ? letter : '?')).join('');
    if (plain !== text)
      this.renamed.add('name', 'letters that the page has no signs for', { entity: text, detail: plain });
    return plain;
  }
}

interface PageParts {
  readonly page: SheetPage;
  readonly layout: PageLayout;
  readonly drawn: readonly Drawn[];
  readonly letters: Letters;
  readonly names: boolean;
  readonly title: string;
}

function drawPage(target: PDFPage, parts: PageParts): void {
  const { page, layout, drawn, letters, names } = parts;
  const { left, bottom, width, height } = layout.window;
  // Sheet coordinates, in mm, from here on; only what is in the window.
  const shift: Place = [left - page.x, bottom - page.y];
  target.pushOperators(
    pushGraphicsState(),
    concatTransformationMatrix(POINTS, 0, 0, POINTS, 0, 0),
    setLineCap(LineCapStyle.Round),
    setLineJoin(LineJoinStyle.Round),
    pushGraphicsState(),
    rectangle(round(left), round(bottom), round(width), round(height)),
    clip(),
    endPath(),
    setLineWidth(LINE),
  );
  for (const { colour, paths } of drawn) {
    target.pushOperators(inkOf(colour));
    for (const path of paths) target.pushOperators(...operatorsOf(path, shift), stroke());
  }
  target.pushOperators(popGraphicsState(), inkOf(INK), setLineWidth(HAIRLINE), ...marksOf(parts), stroke());
  target.pushOperators(popGraphicsState());
  const write = (text: string, x: number, y: number, size = PLAIN) =>
    target.drawText(letters.plain(text), {
      x: x * POINTS,
      y: y * POINTS,
      size: size * POINTS,
      font: letters.font,
      color: rgb(0.2, 0.21, 0.23),
    });
  if (names) {
    for (const { text, x, y } of namesOn(parts, shift)) write(text, x, y, SMALL);
  }
  const bar = layout.bar;
  write(
    `100 mm · print at 100 % · ${parts.title}${page.label ? ` · ${page.label} of ${layout.pages.length}` : ''}`,
    bar.x + 104,
    bar.y - 1,
  );
  for (const { x, y, text } of page.corners) write(text, x + 1, y + 1, SMALL);
}

/** Where along a curve its name may stand: where no other one stands already. */
const SHARES = [0.5, 0.3, 0.7, 0.15, 0.85, 0];

/** Names beside curves, in the window of a page; each where it covers no other, else where it would like to. */
function namesOn({ layout, drawn, letters }: PageParts, [dx, dy]: Place) {
  const { left, bottom, width, height } = layout.window;
  const placed: { readonly text: string; readonly x: number; readonly y: number; readonly length: number }[] = [];
  for (const { name, paths } of drawn) {
    const text = letters.plain(name);
    const length = letters.font.widthOfTextAtSize(text, SMALL);
    const places = placesOf(paths[0]);
    const all = SHARES.map((share) => places[Math.round(share * (places.length - 1))])
      .map(([x, y]) => ({ text, x: x + dx + 1, y: y + dy + 1, length }))
      .filter(({ x, y }) => x > left && x + length < left + width && y > bottom && y + SMALL < bottom + height);
    const isFree = (own: (typeof all)[number]) =>
      placed.every(
        (other) => Math.abs(own.y - other.y) > SMALL || own.x > other.x + other.length || other.x > own.x + own.length,
      );
    const chosen = all.find(isFree) ?? all[0];
    if (chosen) placed.push(chosen);
  }
  return placed;
}

/** The bar, the frame of a tile, its marks, and the plan of all tiles. */
function marksOf({ page, layout }: PageParts): PDFOperator[] {
  const { bar, window } = layout;
  const line = (x1: number, y1: number, x2: number, y2: number) => [
    moveTo(round(x1), round(y1)),
    lineTo(round(x2), round(y2)),
  ];
  const box = (x: number, y: number, w: number, h: number) => [rectangle(round(x), round(y), round(w), round(h))];
  const marks = [
    ...line(bar.x, bar.y, bar.x + 100, bar.y),
    ...Array.from({ length: 11 }, (_, i) =>
      line(bar.x + 10 * i, bar.y - (i % 5 === 0 ? 2 : 1), bar.x + 10 * i, bar.y),
    ).flat(),
  ];
  if (layout.pages.length === 1) return marks;
  marks.push(...box(window.left, window.bottom, window.width, window.height));
  for (const { x, y } of page.corners) marks.push(...line(x - MARK, y, x + MARK, y), ...line(x, y - MARK, x, y + MARK));
  const { plan } = layout;
  for (const other of layout.pages) {
    const [x, y] = [plan.x + plan.cell * other.column, plan.y + plan.cell * other.row];
    marks.push(...box(x, y, plan.cell, plan.cell));
    if (other === page)
      marks.push(...line(x, y, x + plan.cell, y + plan.cell), ...line(x, y + plan.cell, x + plan.cell, y));
  }
  return marks;
}

const inkOf = (colour: string): PDFOperator => {
  const [r, g, b] = sharesOf(colour).map((share) => Math.round(share * 1e4) / 1e4);
  return setStrokingRgbColor(r, g, b);
};

/** To the fourth decimal of a mm. */
const round = (x: number): number => Math.round(x * 1e4) / 1e4 + 0;

function operatorsOf({ start, pieces, isClosed }: FlatPath, [dx, dy]: Place): PDFOperator[] {
  const at = ([x, y]: Place): [number, number] => [round(x + dx), round(y + dy)];
  let from = start;
  const operators = [moveTo(...at(start))];
  for (const piece of pieces) {
    if (piece.kind === 'line') operators.push(lineTo(...at(piece.to)));
    else {
      const [first, second] = handlesOf(from, piece);
      operators.push(appendBezierCurve(...at(first), ...at(second), ...at(piece.to)));
    }
    from = piece.to;
  }
  if (isClosed) operators.push(closePath());
  return operators;
}

/** A quadratic piece as a cubic one: degree raised (The NURBS Book, 5.5). */
function handlesOf(from: Place, piece: Exclude<PathPiece, { kind: 'line' }>): readonly [Place, Place] {
  if (piece.kind === 'cubic') return [piece.first, piece.second];
  if (piece.kind === 'arc') throw new Error('arcs are asked for as cubics');
  const towards = ([x, y]: Place): Place => [x + (2 / 3) * (piece.by[0] - x), y + (2 / 3) * (piece.by[1] - y)];
  return [towards(from), towards(piece.to)];
}

function crossAt([x, y]: readonly number[]): FlatPath[] {
  const leg = (from: Place, to: Place): FlatPath => ({
    start: from,
    pieces: [{ kind: 'line', to }],
    isClosed: false,
    isProjected: false,
    price: null,
  });
  return [leg([x - CROSS, y], [x + CROSS, y]), leg([x, y - CROSS], [x, y + CROSS])];
}

/** Places along a path, near enough to each other to know where it goes. */
function placesOf({ start, pieces }: FlatPath): Place[] {
  const places: Place[] = [start];
  let from = start;
  for (const piece of pieces) {
    if (piece.kind === 'line') places.push(piece.to);
    else {
      const [b, c] = handlesOf(from, piece);
      for (let i = 1; i <= 16; i++) {
        const [t, s] = [i / 16, 1 - i / 16];
        const along = (k: 0 | 1) =>
          s * s * s * from[k] + 3 * s * s * t * b[k] + 3 * s * t * t * c[k] + t * t * t * piece.to[k];
        places.push([along(0), along(1)]);
      }
    }
    from = piece.to;
  }
  return places;
}

export { LARGEST_PAGE };
