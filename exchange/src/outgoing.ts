import type { Curve, Plane, Vector3 } from '@pencil-bend/core';
import type { Segment } from '@pencil-bend/core/changing';
import type { Nurbs } from './nurbs';

interface Look {
  readonly name: string;
  /** '#rrggbb'. */
  readonly colour: string;
  /** The name of its layer. */
  readonly layer: string;
  /** It stands for a curve, at a price that was told: written exactly it is no more exact. */
  readonly isStandIn?: true;
}

export interface OutgoingCurve extends Look {
  readonly kind: 'curve';
  readonly nurbs: Nurbs;
  /** Of these numbers. */
  readonly curve: Curve;
}

/** A curve as arcs and lines that stand for it. */
export interface OutgoingSegments extends Look {
  readonly kind: 'segments';
  readonly segments: readonly Segment[];
  /** Its normal says which way is anticlockwise. */
  readonly plane: Plane;
}

export interface OutgoingPoint extends Look {
  readonly kind: 'point';
  readonly at: Vector3;
}

export type Outgoing = OutgoingCurve | OutgoingSegments | OutgoingPoint;

/** What is handed over. */
export interface OutgoingSheet {
  readonly name: string;
  readonly items: readonly Outgoing[];
}

/** The items of each layer, by its name, in order. */
export function byLayer(items: readonly Outgoing[]): ReadonlyMap<string, readonly Outgoing[]> {
  const layers = new Map<string, Outgoing[]>();
  for (const item of items) {
    const there = layers.get(item.layer);
    if (there) there.push(item);
    else layers.set(item.layer, [item]);
  }
  return layers;
}

/** Red, green and blue of '#rrggbb', from 0 to 1. */
export const sharesOf = (colour: string): readonly number[] =>
  [1, 3, 5].map((i) => parseInt(colour.slice(i, i + 2), 16) / 255);
