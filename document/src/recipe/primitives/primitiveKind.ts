import { along, angleBetween, cross, type Curve, dot, length, scale, unit, type Vector3 } from '@pencil-bend/core';
import { CommandError } from '../../commandError';
import type { Id, Primitive } from '../../project/project';
import type { GivenHandle } from '../givenRecipes';

/** The shape of one kind. */
export type Of<Kind extends Primitive['kind']> = Extract<Primitive, { readonly kind: Kind }>;

/** The axes of a shape: unit vectors at right angles. */
export interface Axes {
  readonly x: Vector3;
  readonly y: Vector3;
}

/** A shape with its axes, as an edit leaves them. */
export interface Placed<Shape extends Primitive = Primitive> {
  readonly shape: Shape;
  readonly axes: Axes;
}

/** A value of a shape that can be typed. */
export interface Figure {
  readonly name: string;
  readonly label: string;
  readonly unit: 'mm' | 'degrees' | 'count' | 'share';
  readonly value: number;
}

/** How one kind of exact shape is made, and edited by what it is given by. */
export interface PrimitiveKind<Shape extends Primitive> {
  /** What it is called in a list: 'circle'. */
  readonly word: string;
  /** What it is and is given by: 'Circle by centre and radius'. */
  readonly description: (shape: Shape) => string;
  /** Throws a `CommandError` or a `RangeError` in words for what gives no curve. */
  readonly curve: (shape: Shape, axes: Axes) => Curve;
  readonly handles: (shape: Shape, axes: Axes) => readonly GivenHandle[];
  /** Handles between which a line shows what they mean. */
  readonly lines: readonly (readonly [Id, Id])[];
  /** The shape with a handle elsewhere; the others stay as far as they can. Throws a `CommandError`. */
  readonly moved: (placed: Placed<Shape>, handle: Id, to: Vector3) => Placed<Shape>;
  readonly figures: (shape: Shape, axes: Axes) => readonly Figure[];
  /** The shape with another value of a figure. Throws a `CommandError` where it cannot have it. */
  readonly withFigure: (placed: Placed<Shape>, figure: string, value: number) => Placed<Shape>;
  /** The shape under a similarity: places go where `image` puts them, lengths are `factor` times as long. */
  readonly mapped: (shape: Shape, image: (at: Vector3) => Vector3, factor: number) => Shape;
}

/** What a dragged place means for a size: none that is left without a length. */
export function sizeFrom(value: number, what: string): number {
  if (!(value > 0)) throw new CommandError(`${what} must be more than 0`);
  return value;
}

export const normalOfAxes = ({ x, y }: Axes): Vector3 => cross(x, y);

/** Axes whose x points along a direction, as far as it lies in their plane. Throws a `CommandError` across it. */
export function axesTowards(axes: Axes, direction: Vector3): Axes {
  const normal = normalOfAxes(axes);
  const flat = along(direction, normal, -dot(direction, normal));
  if (!(length(flat) > 0)) throw new CommandError('The place gives no direction');
  const x = unit(flat);
  return { x, y: cross(normal, x) };
}

/** Where angles in a plane begin: along the sheet's x, or level where the plane stands upright to it. */
function levelIn(axes: Axes): { readonly level: Vector3; readonly up: Vector3 } {
  const [a, b, c] = normalOfAxes(axes);
  // Seen from in front, from above or from the right, whichever way the shape itself turns.
  const towards = Math.sign(Math.abs(c) > FLAT ? c : Math.abs(b) > FLAT ? b : a) || 1;
  const normal = scale([a, b, c], towards);
  const level = Math.abs(normal[2]) > 1 - FLAT ? ([1, 0, 0] as const) : unit(cross([0, 0, 1], normal));
  return { level, up: cross(normal, level) };
}

const FLAT = 1e-9;
const DEGREE = Math.PI / 180;

/** The angle of a shape's x axis, in degrees from -180 to 180. */
export function angleOf(axes: Axes): number {
  const { level, up } = levelIn(axes);
  return Number((Math.atan2(dot(axes.x, up), dot(axes.x, level)) / DEGREE).toPrecision(15));
}

/** The axes turned in their plane so that x lies at this angle in degrees. */
export function turnedTo(axes: Axes, degrees: number): Axes {
  const { level, up } = levelIn(axes);
  // Whole quarters to the last bit.
  const [c, s] = [Math.cos(degrees * DEGREE), Math.sin(degrees * DEGREE)].map((value) => Number(value.toFixed(15)) + 0);
  return axesTowards(axes, along(scale(level, c), up, s));
}

/** The unsigned angle between two directions in degrees. */
export const degreesBetween = (a: Vector3, b: Vector3): number => angleBetween(a, b) / DEGREE;

export const ANGLE = (axes: Axes): Figure => ({ name: 'angle', label: 'Angle', unit: 'degrees', value: angleOf(axes) });

export const noFigure = (figure: string): CommandError => new CommandError(`This shape has no '${figure}'`);
export const noHandle = (handle: Id): CommandError => new CommandError(`There is no point '${handle}' in this shape`);
