import type { Vector3 } from '@pencil-bend/core';
import { Enumeration, type Instance, Ref, StepProblem, Typed, type Value } from './records';

/** The value itself of one that has its type before it. */
export const bare = (value: Value): Value => (value instanceof Typed ? value.value : value);

/** The attributes of an instance: of one with a single type all of them, else those of each of its types in turn. */
export function attributesOf(instance: Instance, ...types: readonly string[]): readonly Value[] {
  if (instance.type !== '(') return instance.parts.get(instance.type) ?? [];
  return types.flatMap((type) => instance.parts.get(type) ?? []);
}

export function numberOf(value: Value, { id }: Instance): number {
  const number = bare(value);
  if (typeof number !== 'number' || !Number.isFinite(number)) throw new StepProblem('a number is missing', id);
  return number;
}

export function listOf(value: Value, { id }: Instance): readonly Value[] {
  const list = bare(value);
  if (!Array.isArray(list)) throw new StepProblem('a list is missing', id);
  return list as readonly Value[];
}

export function numbersOf(value: Value, instance: Instance): Float64Array {
  const list = listOf(value, instance);
  const numbers = new Float64Array(list.length);
  for (let i = 0; i < list.length; i++) numbers[i] = numberOf(list[i], instance);
  return numbers;
}

/** Three coordinates; those that a flat file leaves out are 0. */
export function coordinatesOf(value: Value, instance: Instance): Vector3 {
  const numbers = numbersOf(value, instance);
  if (numbers.length < 1 || numbers.length > 3) {
    throw new StepProblem(`a point has ${numbers.length} coordinates`, instance.id);
  }
  return [numbers[0], numbers[1] ?? 0, numbers[2] ?? 0];
}

/** Whether .T.; what is neither counts as the default. */
export const flagOf = (value: Value, otherwise: boolean): boolean =>
  value instanceof Enumeration ? (value.name === 'T' ? true : value.name === 'F' ? false : otherwise) : otherwise;

export const textOf = (value: Value): string => (typeof value === 'string' ? value : '');

/** The ids that a value refers to, in lists too. */
export function* idsIn(value: Value): Generator<number> {
  if (value instanceof Ref) yield value.id;
  else if (value instanceof Typed) yield* idsIn(value.value);
  else if (Array.isArray(value)) for (const each of value as readonly Value[]) yield* idsIn(each);
}

/** The ids that an instance refers to. */
export function* idsOf(instance: Instance): Generator<number> {
  for (const attributes of instance.parts.values()) yield* idsIn(attributes);
}
