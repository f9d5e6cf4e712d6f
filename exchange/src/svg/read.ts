import { type Curve, ellipticArc, failed, InvalidCurve, type Result, type Vector3 } from '@pencil-bend/core';
import { foreignOf } from '../foreignCurve';
import { Gathering, type Incoming, mustBeFewCurves, PLAIN_LOOK, TooMuch } from '../incoming';
import type { ReadOptions } from '../readOptions';
import type { FileUnit, Whereabouts } from '../report';
import { inMm, inUserUnits, lengthIn } from './lengths';
import { type Matrix, matrixOf, shifted, times, UNMOVED, viewBoxMatrix } from './matrix';
import { curveOfSubpath, readPath, type Stretch } from './path';
import { colourOf, ownProperty, rulesOf, type StyleRule } from './styles';
import { type SvgElement, SvgProblem, treeOf } from './tree';

/** A pixel, by CSS: the 96th part of an inch. */
export const PIXEL: FileUnit = { name: 'px', toMm: 25.4 / 96, assumed: true };

const SHAPES = new Set(['path', 'rect', 'circle', 'ellipse', 'line', 'polyline', 'polygon']);
const CONTAINERS = new Set(['svg', 'g', 'a', 'switch']);
/** What is only drawn where something refers to it, or says how things look. */
const SILENT = new Set([
  'defs',
  'symbol',
  'title',
  'desc',
  'metadata',
  'style',
  'script',
  'linearGradient',
  'radialGradient',
  'namedview',
]);
/** What changes how a shape is seen, and is not read. */
const EFFECTS = ['clip-path', 'mask', 'filter', 'marker-start', 'marker-mid', 'marker-end', 'stroke-dasharray'];
/** Uses within uses, no deeper than this. */
const DEEPEST_USE = 32;
/** The share of the work that parsing the XML is. */
const PARSING = 0.4;

/** What is handed down from an element to those in it. */
interface Context {
  readonly matrix: Matrix;
  /** Of the nearest viewport, in user units. */
  readonly width: number;
  readonly height: number;
  readonly layer: string | null;
  readonly stroke: string | undefined;
  readonly fill: string | undefined;
  readonly colour: string | undefined;
  readonly isHidden: boolean;
  /** Elements that are used on the way here. */
  readonly used: readonly SvgElement[];
}

/**
 * The curves of an SVG document (SVG 2): paths and shapes, moved by all transformations, in mm, with names, top groups
 * as layers, and colours. What is damaged or not read is told, and the rest comes in. Fails, in words, for a file that
 * brings nothing. Never throws.
 */
export function readSvg(bytes: Uint8Array, { assumed = PIXEL, progress }: ReadOptions = {}): Result<Incoming, string> {
  const gathering = new Gathering();
  try {
    const root = treeOf(bytes, gathering.problems, (share) => progress?.(PARSING * share));
    if (root.name !== 'svg') return failed(`its first element is ${root.name}, not svg`);
    const reading = new Reading(root, gathering, assumed);
    reading.all((share) => progress?.(PARSING + (1 - PARSING) * share));
    return gathering.outcome('svg', [reading.unit], 'there are no curves in it');
  } catch (error) {
    if (error instanceof TooMuch || error instanceof SvgProblem) return failed(error.message);
    throw error;
  }
}

class Reading {
  readonly unit: FileUnit;
  private readonly top: Context;
  private readonly byId = new Map<string, SvgElement>();
  private readonly rules: readonly StyleRule[];
  private readonly counts = new Map<SvgElement, number>();
  private taken = 0;
  private row = 0;
  private groups = 0;

  constructor(
    private readonly root: SvgElement,
    private readonly gathering: Gathering,
    assumed: FileUnit,
  ) {
    const rules: StyleRule[] = [];
    this.eachElement((element) => {
      const id = element.attributes.get('id');
      if (id !== undefined && !this.byId.has(id)) this.byId.set(id, element);
      if (element.name !== 'style') return;
      const read = rulesOf(element.text);
      rules.push(...read.rules);
      if (read.unread > 0)
        gathering.leftOut.add(
          'rule of a style sheet',
          'it is for more than a type, a class or an id',
          whereIs(element),
          undefined,
          read.unread,
        );
    });
    this.rules = rules;
    const { matrix, width, height, unit } = outermost(root, assumed);
    this.unit = unit;
    this.top = {
      matrix,
      width,
      height,
      layer: null,
      stroke: undefined,
      fill: undefined,
      colour: undefined,
      isHidden: false,
      used: [],
    };
  }

  all(progress: (share: number) => void): void {
    const total = this.countOf(this.root, []);
    mustBeFewCurves(total);
    this.takeChildren(this.root, this.styled(this.root, this.top), true, () => progress(this.taken++ / total));
  }

  private eachElement(visit: (element: SvgElement) => void): void {
    const open = [this.root];
    for (let next = open.pop(); next; next = open.pop()) {
      visit(next);
      for (let i = next.children.length - 1; i >= 0; i--) open.push(next.children[i]);
    }
  }

  /** How many shapes it comes to, with what is used, counted before any is made. */
  private countOf(element: SvgElement, used: readonly SvgElement[]): number {
    const known = this.counts.get(element);
    if (known !== undefined) return known;
    if (SHAPES.has(element.name)) return 1;
    if (element.name === 'use') {
      const of = this.usedBy(element);
      if (!of || used.includes(of) || used.length >= DEEPEST_USE) return 0;
      const count = this.countOf(of, [...used, of]);
      this.counts.set(element, count);
      return count;
    }
    const count = element.children.reduce(
      (sum, child) => sum + (SILENT.has(child.name) ? 0 : this.countOf(child, used)),
      0,
    );
    // What is within itself has no count of its own.
    if (used.length === 0) this.counts.set(element, count);
    return count;
  }

  private usedBy(use: SvgElement): SvgElement | null {
    const href = use.attributes.get('href') ?? '';
    return href.startsWith('#') ? (this.byId.get(href.slice(1)) ?? null) : null;
  }

  private takeChildren(parent: SvgElement, context: Context, isTop: boolean, step: () => void): void {
    for (const child of parent.children) this.take(child, context, isTop, step);
  }

  private take(element: SvgElement, given: Context, isTop: boolean, step: () => void): void {
    const { name, attributes } = element;
    if (SILENT.has(name)) return;
    if (!SHAPES.has(name) && !CONTAINERS.has(name) && name !== 'use') return this.leaveOut(element, name);
    if (ownProperty(element, this.rules, 'display') === 'none')
      return this.leaveOut(element, 'element', 'it is not displayed');
    const own = attributes.get('transform');
    const matrix = own === undefined ? null : matrixOf(own);
    if (own !== undefined && !matrix)
      return this.leaveOut(element, name, 'its transformation is broken, or flattens it');
    const styled = this.styled(element, given);
    const context = matrix ? { ...styled, matrix: times(styled.matrix, matrix) } : styled;
    if (name === 'use') return this.takeUse(element, context, step);
    if (CONTAINERS.has(name)) {
      const within = name === 'svg' ? viewportOf(element, context) : context;
      if (!within) return this.leaveOut(element, name, 'it shows nothing: its size is 0');
      const layer = isTop && name === 'g' ? (nameOf(element) ?? `Group ${++this.groups}`) : context.layer;
      return this.takeChildren(element, { ...within, layer }, false, step);
    }
    step();
    this.takeShape(element, context);
  }

  private takeUse(use: SvgElement, context: Context, step: () => void): void {
    const of = this.usedBy(use);
    const href = use.attributes.get('href') ?? '';
    if (!of)
      return this.leaveOut(
        use,
        'use',
        href.startsWith('#') ? `there is no element ${href}` : 'what it uses is not in the file',
      );
    if (context.used.includes(of)) return this.leaveOut(use, 'use', `${href} leads back to itself`);
    if (context.used.length >= DEEPEST_USE)
      return this.leaveOut(use, 'use', `uses within uses, deeper than ${DEEPEST_USE}`);
    if (this.countOf(of, [...context.used, of]) === 0)
      return this.leaveOut(use, 'use', 'there is nothing of it to draw');
    const x = inUserUnits(use.attributes.get('x'), context.width, 0);
    const y = inUserUnits(use.attributes.get('y'), context.height, 0);
    const placed = { ...context, matrix: times(context.matrix, shifted(x, y)), used: [...context.used, of] };
    if (of.name !== 'symbol') return this.take(of, placed, false, step);
    const within = viewportOf(of, this.styled(of, placed), use);
    if (within) this.takeChildren(of, within, false, step);
  }

  private styled(element: SvgElement, context: Context): Context {
    const property = (name: string) => ownProperty(element, this.rules, name);
    const inherited = (name: string, from: string | undefined) => {
      const own = property(name);
      return own === undefined || own === 'inherit' ? from : own;
    };
    const visibility = property('visibility');
    return {
      ...context,
      stroke: inherited('stroke', context.stroke),
      fill: inherited('fill', context.fill),
      colour: inherited('color', context.colour),
      isHidden: visibility === undefined || visibility === 'inherit' ? context.isHidden : visibility !== 'visible',
    };
  }

  private leaveOut(element: SvgElement, what: string, why = 'it is not read'): void {
    this.gathering.leftOut.add(what, why, whereIs(element));
  }

  private takeShape(element: SvgElement, context: Context): void {
    const where = whereIs(element);
    for (const effect of EFFECTS) {
      const value = ownProperty(element, this.rules, effect);
      if (value !== undefined && value !== 'none')
        this.gathering.leftOut.add(effect, 'the shape comes in without it', where);
    }
    this.row++;
    const name = nameOf(element) ?? `Curve ${this.row}`;
    const look = { ...PLAIN_LOOK, name, layer: context.layer, colour: paintOf(context), isHidden: context.isHidden };
    const move = moveBy(context.matrix);
    try {
      const curves = this.curvesOf(element, context, move, where);
      const group = curves.length > 1 ? `${name} ${this.row}` : null;
      for (const curve of curves) this.gathering.addCurve(foreignOf(curve), { ...look, group }, where);
    } catch (error) {
      if (!(error instanceof InvalidCurve || error instanceof RangeError)) throw error;
      this.gathering.leftOut.add(element.name, 'its numbers make no curve', where);
    }
  }

  private curvesOf(
    element: SvgElement,
    { width, height }: Context,
    move: (point: Vector3) => Vector3,
    where: Whereabouts,
  ): Curve[] {
    const { name, attributes } = element;
    const across = (key: string, otherwise = 0) => inUserUnits(attributes.get(key), width, otherwise);
    const down = (key: string, otherwise = 0) => inUserUnits(attributes.get(key), height, otherwise);
    const round = (key: string, otherwise: number) =>
      inUserUnits(attributes.get(key), Math.hypot(width, height) / Math.SQRT2, otherwise);
    const one = (stretches: readonly Stretch[]): Curve[] =>
      stretches.length > 0 ? [curveOfSubpath(stretches, move)] : this.nothing(element);
    switch (name) {
      case 'path': {
        const { subpaths, error, dots } = readPath(attributes.get('d') ?? '');
        if (error)
          this.gathering.problems.add('path', 'an error in it: it is drawn up to there', {
            ...where,
            detail: `character ${error.character}: ${error.what}`,
          });
        if (dots > 0) this.gathering.leftOut.add('dot', 'the pen is only put down', where, undefined, dots);
        if (subpaths.length === 0 && !error && dots === 0) this.nothing(element);
        return subpaths.map((stretches) => curveOfSubpath(stretches, move));
      }
      case 'rect':
        return one(
          rectangleOf(
            { x: across('x'), y: down('y'), width: across('width'), height: down('height') },
            across('rx', NaN),
            down('ry', NaN),
          ),
        );
      case 'circle': {
        const r = round('r', 0);
        return this.ellipse(element, [across('cx'), down('cy'), 0], r, r, move);
      }
      case 'ellipse': {
        const [rx, ry] = [across('rx', NaN), down('ry', NaN)];
        return this.ellipse(
          element,
          [across('cx'), down('cy'), 0],
          Number.isNaN(rx) ? ry : rx,
          Number.isNaN(ry) ? rx : ry,
          move,
        );
      }
      case 'line': {
        const [from, to]: Vector3[] = [
          [across('x1'), down('y1'), 0],
          [across('x2'), down('y2'), 0],
        ];
        return one(from[0] === to[0] && from[1] === to[1] ? [] : [[from, to]]);
      }
      default:
        return one(legsOf(attributes.get('points') ?? '', name === 'polygon'));
    }
  }

  private nothing(element: SvgElement): Curve[] {
    this.gathering.leftOut.add(element.name, 'there is nothing of it to draw', whereIs(element));
    return [];
  }

  private ellipse(
    element: SvgElement,
    centre: Vector3,
    a: number,
    b: number,
    move: (point: Vector3) => Vector3,
  ): Curve[] {
    if (!(a > 0 && b > 0)) return this.nothing(element);
    return [curveOfSubpath([ellipticArc({ centre, x: [a, 0, 0], y: [0, b, 0] })], move)];
  }
}

const whereIs = ({ name, attributes, line, column }: SvgElement): Whereabouts => {
  const id = attributes.get('id');
  return { entity: id === undefined ? name : `${name} #${id}`, line, column };
};

/** By its title, else its id or label. */
function nameOf({ attributes, children }: SvgElement): string | null {
  const title = children.find(({ name }) => name === 'title')?.text.trim();
  return title || attributes.get('label')?.trim() || attributes.get('id')?.trim() || null;
}

/** The colour of its line, else of its area. */
function paintOf({ stroke, fill, colour }: Context): string | null {
  const current = (paint: string | undefined) =>
    paint === 'currentColor' || paint === 'currentcolor' ? (colour ?? 'black') : paint;
  return colourOf(current(stroke)) ?? colourOf(current(fill));
}

/** From user units, y down, to mm, y up. */
const moveBy =
  ([a, b, c, d, e, f]: Matrix) =>
  ([x, y]: Vector3): Vector3 => [a * x + c * y + e, 0 - (b * x + d * y + f), 0];

/** The matrix of the outermost element, to mm, and what it says of their size. */
function outermost({ attributes }: SvgElement, assumed: FileUnit) {
  const viewBox = numbersIn(attributes.get('viewBox') ?? '');
  const lengths = ['width', 'height'].map((key) => lengthIn(attributes.get(key)));
  // A size in mm or inches says how large everything is; one in pixels, or none, does not.
  const said = lengths.find((length) => length !== null && inMm(length) !== null);
  const unit: FileUnit = said ? { name: said.unit, toMm: 1, assumed: false } : { ...assumed, assumed: true };
  const pixel = said ? PIXEL.toMm : assumed.toMm;
  const [w, h] = lengths.map((length) => {
    if (length === null || length.unit === '%') return null;
    return inMm(length) ?? length.value * pixel;
  });
  const hasBox = viewBox?.length === 4 && viewBox[2] > 0 && viewBox[3] > 0;
  if (!hasBox)
    return { matrix: [pixel, 0, 0, pixel, 0, 0] as Matrix, width: (w ?? 0) / pixel, height: (h ?? 0) / pixel, unit };
  const [, , width, height] = viewBox;
  const fullWidth = w ?? (h === null ? width * pixel : (h * width) / height);
  const fullHeight = h ?? (w === null ? height * pixel : (w * height) / width);
  // Coordinates stay those of the file: where the box begins is not taken off.
  const keep = attributes.get('preserveAspectRatio') ?? '';
  return { matrix: viewBoxMatrix([0, 0, width, height], fullWidth, fullHeight, keep) ?? UNMOVED, width, height, unit };
}

/** What is seen in a nested svg or a symbol; null where that has no size. */
function viewportOf({ attributes }: SvgElement, context: Context, use?: SvgElement): Context | null {
  const size = (key: string) => use?.attributes.get(key) ?? attributes.get(key);
  const width = inUserUnits(size('width'), context.width, context.width);
  const height = inUserUnits(size('height'), context.height, context.height);
  const corner = use
    ? shifted(0, 0)
    : shifted(inUserUnits(attributes.get('x'), context.width, 0), inUserUnits(attributes.get('y'), context.height, 0));
  const viewBox = numbersIn(attributes.get('viewBox') ?? '');
  if (viewBox?.length !== 4) return { ...context, matrix: times(context.matrix, corner), width, height };
  const matrix = viewBoxMatrix(viewBox, width, height, attributes.get('preserveAspectRatio') ?? '');
  return (
    matrix && {
      ...context,
      matrix: times(times(context.matrix, corner), matrix),
      width: viewBox[2],
      height: viewBox[3],
    }
  );
}

/** Numbers parted by blanks or commas; null where something else is among them. */
function numbersIn(text: string): number[] | null {
  const words = text.trim();
  const numbers = words === '' ? [] : words.split(/\s*,\s*|\s+/).map(Number);
  return numbers.every((x) => Math.abs(x) < 1e15) ? numbers : null;
}

/** Straight legs through points, up to the first that is none. */
function legsOf(text: string, isClosed: boolean): Stretch[] {
  const numbers = (text.match(/[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?/g) ?? []).map(Number);
  const corners = Array.from({ length: Math.floor(numbers.length / 2) }, (_, i): Vector3 => [
    numbers[2 * i],
    numbers[2 * i + 1],
    0,
  ]);
  if (isClosed && corners.length > 2) corners.push(corners[0]);
  return corners
    .slice(1)
    .flatMap((to, i) => (corners[i][0] === to[0] && corners[i][1] === to[1] ? [] : [[corners[i], to]]));
}

/** A rectangle, its corners rounded by quarters of an ellipse (SVG 2, 10.2). */
function rectangleOf(
  { x, y, width, height }: { readonly x: number; readonly y: number; readonly width: number; readonly height: number },
  rx: number,
  ry: number,
): Stretch[] {
  if (!(width > 0 && height > 0)) return [];
  const [wantedX, wantedY] = [Number.isNaN(rx) ? ry : rx, Number.isNaN(ry) ? rx : ry];
  const [a, b] = [Math.min(wantedX > 0 ? wantedX : 0, width / 2), Math.min(wantedY > 0 ? wantedY : 0, height / 2)];
  const at = (u: number, v: number): Vector3 => [x + u, y + v, 0];
  if (!(a > 0 && b > 0)) return legs([at(0, 0), at(width, 0), at(width, height), at(0, height), at(0, 0)]);
  const quarter = (u: number, v: number, from: number) =>
    ellipticArc({ centre: at(u, v), x: [a, 0, 0], y: [0, b, 0] }, from, Math.PI / 2);
  return [
    ...legs([at(a, 0), at(width - a, 0)]),
    quarter(width - a, b, -Math.PI / 2),
    ...legs([at(width, b), at(width, height - b)]),
    quarter(width - a, height - b, 0),
    ...legs([at(width - a, height), at(a, height)]),
    quarter(a, height - b, Math.PI / 2),
    ...legs([at(0, height - b), at(0, b)]),
    quarter(a, b, Math.PI),
  ];
}

const legs = (corners: readonly Vector3[]): Stretch[] =>
  corners.slice(1).flatMap((to, i) => (corners[i][0] === to[0] && corners[i][1] === to[1] ? [] : [[corners[i], to]]));
