import {
  along,
  directionIn,
  directionTo,
  fromPlane,
  inPlane,
  type Plane,
  rounded,
  type Vector3,
} from '@pencil-bend/core';
import { readNumber } from '../../ui/readNumber';
import type { NumberMeaning } from '../contract';

/** What a typed place is read with. */
export interface Typing {
  /** Millimetres of the unit in use. */
  readonly unit: number;
  readonly plane: Plane;
  readonly last: Vector3 | null;
  readonly pointer: Vector3 | null;
  /** What a single number means now; null for the length from the last place. */
  readonly meaning: NumberMeaning | null;
}

export type TypedPlace =
  { readonly ok: true; readonly at: Vector3; readonly value?: number } | { readonly ok: false; readonly why: string };

const wrong = (why: string): TypedPlace => ({ ok: false, why });

/**
 * Reads a place from the keyboard: 'x, y' or 'x, y, z' from the origin; '+x, y' from the last place; 'length at angle'
 * in degrees from the last place; a single number is the length towards the pointer, or what the tool says it is.
 * With a semicolon between the numbers their commas are decimal ones.
 */
export function readPlace(text: string, typing: Typing): TypedPlace {
  const polar = /^\+?(.+?)\s+at\s+(.+)$/i.exec(text.trim());
  if (polar) return polarPlace(polar[1], polar[2], typing);
  const relative = text.trim().startsWith('+');
  const body = relative ? text.trim().slice(1) : text.trim();
  const parts = body.split(body.includes(';') ? ';' : ',');
  if (parts.length === 1) return singleNumber(body, typing);
  if (parts.length > 3) return wrong(`A place has two or three coordinates, not ${parts.length}`);
  const values: number[] = [];
  for (const part of parts) {
    const read = readNumber(part, typing.unit);
    if (!read.ok) return wrong(read.why);
    values.push(read.value);
  }
  const { plane, last } = typing;
  if (relative && !last) return wrong('There is no place yet to go on from');
  const [x, y, z = 0] = values;
  const from = relative && last ? inPlane(plane, last) : [0, 0, 0];
  return { ok: true, at: tidy(fromPlane(plane, [from[0] + x, from[1] + y, from[2] + z])) };
}

function polarPlace(size: string, turn: string, { unit, plane, last }: Typing): TypedPlace {
  if (!last) return wrong('There is no place yet to go on from');
  const [length, angle] = [readNumber(size, unit), readNumber(turn.replace(/°$/, ''), null)];
  if (!length.ok) return wrong(length.why);
  if (!angle.ok) return wrong(angle.why);
  const radians = (angle.value * Math.PI) / 180;
  return { ok: true, at: tidy(along(last, directionIn(plane, radians), length.value)) };
}

function singleNumber(text: string, { unit, last, pointer, meaning, plane }: Typing): TypedPlace {
  const read = readNumber(text, meaning?.plain ? null : unit);
  if (!read.ok) return wrong(read.why);
  if (meaning) return { ok: true, at: tidy(meaning.place(read.value)), value: read.value };
  if (!last) return wrong('A first place needs two numbers: x, y');
  const direction = (pointer && directionTo(last, pointer)) ?? plane.x;
  return { ok: true, at: tidy(along(last, direction, read.value)), value: read.value };
}

/** Round numbers that were typed stay round. */
const tidy = (at: Vector3): Vector3 => rounded(at, 12);
