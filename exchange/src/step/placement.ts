import { type Affine, cross, dot, negate, scale, type Vector3 } from '@pencil-bend/core';
import { composed, frameOf, inverse } from '../affine';
import { type Instance, type Records, Ref, StepProblem, type Value } from './records';
import { attributesOf, coordinatesOf, listOf, numberOf } from './values';

/** Reads places, directions and placements (ISO 10303-42, 4.4); lengths as they are in the file. */
export class Placements {
  constructor(private readonly records: Records) {}

  point(value: Value, whose: Instance): Vector3 {
    const plain = value instanceof Ref ? this.records.plainPoint(value.id) : null;
    return plain ?? this.pointOf(this.records.at(value, whose.id));
  }

  pointOf(instance: Instance): Vector3 {
    if (instance.parts.has('CARTESIAN_POINT')) {
      const attributes = attributesOf(instance, 'REPRESENTATION_ITEM', 'CARTESIAN_POINT');
      return coordinatesOf(attributes[1], instance);
    }
    // A vertex stands for its point.
    if (instance.parts.has('VERTEX_POINT')) {
      return this.point(attributesOf(instance, 'REPRESENTATION_ITEM', 'VERTEX_POINT')[1], instance);
    }
    throw new StepProblem(`a point is needed, not ${instance.type}`, instance.id);
  }

  direction(value: Value, whose: Instance): Vector3 {
    const instance = this.records.at(value, whose.id);
    if (!instance.parts.has('DIRECTION'))
      throw new StepProblem(`a direction is needed, not ${instance.type}`, whose.id);
    return coordinatesOf(attributesOf(instance, 'REPRESENTATION_ITEM', 'DIRECTION')[1], instance);
  }

  /** A direction times its magnitude. */
  vector(value: Value, whose: Instance): Vector3 {
    const instance = this.records.at(value, whose.id);
    const [, orientation, magnitude] = attributesOf(instance, 'REPRESENTATION_ITEM', 'VECTOR');
    const way = this.direction(orientation, instance);
    const size = Math.hypot(...way);
    if (!(size > 0)) throw new StepProblem('a direction has no length', instance.id);
    return scale(way, numberOf(magnitude, instance) / size);
  }

  /** Of an AXIS2_PLACEMENT_3D or AXIS2_PLACEMENT_2D. */
  frame(value: Value, whose: Instance): Affine {
    return this.frameOf(this.records.at(value, whose.id));
  }

  frameOf(instance: Instance): Affine {
    const isFlat = instance.parts.has('AXIS2_PLACEMENT_2D');
    if (!isFlat && !instance.parts.has('AXIS2_PLACEMENT_3D')) {
      throw new StepProblem(`a placement is needed, not ${instance.type}`, instance.id);
    }
    const [, location, second, third] = attributesOf(
      instance,
      'REPRESENTATION_ITEM',
      'PLACEMENT',
      isFlat ? 'AXIS2_PLACEMENT_2D' : 'AXIS2_PLACEMENT_3D',
    );
    const [axis, towards] = isFlat ? [null, second] : [second, third];
    const directionOf = (direction: Value) => (isLeftOut(direction) ? null : this.direction(direction, instance));
    const frame = frameOf(this.point(location, instance), directionOf(axis), directionOf(towards));
    if (!frame) throw new StepProblem('its axes lie along each other', instance.id);
    return frame;
  }

  /** Of a placement or a CARTESIAN_TRANSFORMATION_OPERATOR_3D, its place in mm. */
  map(value: Value, whose: Instance, mm: number): Affine {
    const instance = this.records.at(value, whose.id);
    const isOperator = [...instance.parts.keys()].some((type) => type.startsWith('CARTESIAN_TRANSFORMATION_OPERATOR'));
    const map = isOperator ? this.operatorOf(instance) : this.frameOf(instance);
    return { ...map, origin: scale(map.origin, mm) };
  }

  /** The map that takes a thing from one placement to another, in mm. */
  between(to: Affine, from: Affine, whose: Instance): Affine {
    const back = inverse(from);
    if (!back) throw new StepProblem('its placement flattens space', whose.id);
    return composed(to, back);
  }

  private operatorOf(instance: Instance): Affine {
    const all = attributesOf(instance, 'CARTESIAN_TRANSFORMATION_OPERATOR', 'CARTESIAN_TRANSFORMATION_OPERATOR_3D');
    // What stands before them are names, more or fewer by the edition.
    const [first, second, origin, size, third] = all.slice(-5);
    const directionOf = (direction: Value) => (isLeftOut(direction) ? null : this.direction(direction, instance));
    const [x, y, z] = [directionOf(first), directionOf(second), directionOf(third)];
    const frame = frameOf(this.point(origin, instance), z ?? (x && y ? cross(x, y) : null), x);
    if (!frame) throw new StepProblem('its axes lie along each other', instance.id);
    const factor = isLeftOut(size) ? 1 : numberOf(size, instance);
    if (!(factor > 0)) throw new StepProblem(`it is scaled by ${factor}`, instance.id);
    const isMirrored = y !== null && dot(y, frame.y) < 0;
    return {
      ...frame,
      x: scale(frame.x, factor),
      y: scale(isMirrored ? negate(frame.y) : frame.y, factor),
      z: scale(frame.z, factor),
    };
  }

  /** The points of a list, packed. */
  points(value: Value, whose: Instance): Float64Array {
    const list = listOf(value, whose);
    const packed = new Float64Array(3 * list.length);
    for (let i = 0; i < list.length; i++) packed.set(this.point(list[i], whose), 3 * i);
    return packed;
  }
}

const isLeftOut = (value: Value): value is null | undefined => value === null || value === undefined;
