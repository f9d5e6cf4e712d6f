import {
  along,
  arcLength,
  type Curve,
  distance,
  domainOf,
  evaluate,
  lineBetween,
  parameterAt,
  type Plane,
  softCorner,
  type SoftCornerFailure,
  type Vector3,
} from '@pencil-bend/core';
import { inMm } from '../recipe/jointInWords';
import type { CornerRecipe } from './project';

/** A corner between two legs, as it can be. */
export interface Cornered {
  readonly curve: Curve;
  /** Where the legs end, by their parameters; null where the corner cannot be made and they stay whole. */
  readonly cuts: readonly [first: number, second: number] | null;
  /** From the corner along the legs, in mm. */
  readonly setbacks: readonly [first: number, second: number];
  readonly smallestRadius: number;
  /** From the corner to the curve, in mm. */
  readonly distance: number;
  readonly fullness: number;
  /** Why it is not as it was asked for. */
  readonly problem: string | null;
}

export interface Leg {
  readonly name: string;
  readonly curve: Curve;
  /** How much of it there is for this corner, in mm. */
  readonly room: number;
}

/** The softened corner of two legs; where none can be made a straight bevel that stands for it, and why. */
export function cornerBetweenLegs(recipe: CornerRecipe, legs: readonly [Leg, Leg], plane: Plane): Cornered {
  const { first, second, level, size, ratio, fullness } = recipe;
  const [a, b] = legs;
  const apex = endPoint(a.curve, first.end);
  const made =
    closedName(legs) ??
    softCorner(a.curve, b.curve, plane, {
      keep: [other(first.end), other(second.end)],
      near: apex,
      level,
      size,
      ...(ratio !== undefined && { ratio }),
      ...(fullness !== undefined && { fullness }),
      room: [a.room, b.room],
      meets: MEETS,
    });
  if (typeof made === 'string') return bevel(recipe, legs, made);
  if (!made.ok) return bevel(recipe, legs, cornerFailureInWords(made.failure, legs));
  const { between, u, v, setbacks, smallestRadius, distance: away, fullness: used, short } = made.value;
  const problem = short
    ? `${legs[short.leg === 'first' ? 0 : 1].name} is too short${short.by === null ? '' : ` by ${inMm(short.by)} mm`}; the largest radius here is R ${inMm(smallestRadius)}`
    : null;
  return { curve: between, cuts: [u, v], setbacks, smallestRadius, distance: away, fullness: used, problem };
}

/** Legs meet where they come this near, in mm. */
const MEETS = 1e-3;

const other = (end: 'start' | 'end') => (end === 'start' ? 'end' : 'start');

const endPoint = (curve: Curve, end: 'start' | 'end'): Vector3 =>
  evaluate(curve, domainOf(curve)[end === 'start' ? 0 : 1]);

const closedName = (legs: readonly [Leg, Leg]): string | null => {
  const closed = legs.find(({ curve }) => curve.closing !== 'open');
  return closed ? `${closed.name} is closed and has no end` : null;
};

function cornerFailureInWords(failure: SoftCornerFailure, [a, b]: readonly [Leg, Leg]): string {
  switch (failure.kind) {
    case 'not-flat':
      return 'the legs do not lie in one plane';
    case 'no-corner':
      return `${a.name} and ${b.name} do not meet: ${inMm(failure.gap)} mm apart`;
    case 'closed':
      return `${failure.which === 'first' ? a.name : b.name} is closed and has no end`;
    case 'no-turn':
      return `${a.name} and ${b.name} make no corner`;
    case 'legs-not-straight':
      return 'G4 needs straight legs';
    case 'no-leg':
      return `nothing would be left of ${failure.leg === 'first' ? a.name : b.name}`;
  }
}

/** A share of each leg, for want of a corner. */
const BEVEL = 0.05;

function bevel({ first, second }: CornerRecipe, legs: readonly [Leg, Leg], problem: string): Cornered {
  const back = ({ curve }: Leg, end: 'start' | 'end'): Vector3 => {
    const measured = arcLength(curve);
    return evaluate(curve, parameterAt(measured, measured.total * (end === 'start' ? BEVEL : 1 - BEVEL)));
  };
  const [from, to] = [back(legs[0], first.end), back(legs[1], second.end)];
  const curve = lineBetween(from, distance(from, to) > 0 ? to : along(to, [1, 0, 0], 1));
  return { curve, cuts: null, setbacks: [0, 0], smallestRadius: 0, distance: 0, fullness: 0, problem };
}
