import { closestPoint, type Curve, distance, dot, jetAtShare, length } from '@pencil-bend/core';
import type { Id } from '../project/project';
import { type EndReference, endsOf, placeAt, type PlaceReference, shareAt } from './reference';

/** Two directions are one when their cosine is above this: what a cut leaves of a curve runs as it did. */
const ALIKE = 0.999;

/** Curves by their ids. */
export type Heirs = Readonly<Record<Id, Curve>>;

/**
 * Where an end or a place of a curve lies after the curve was cut, joined to another or run the other way: it is looked
 * for on the curves that came of it, within the tolerance in mm. Null where it is no end, or no place, any more.
 */
export function livesOn<Of extends EndReference | PlaceReference>(
  reference: Of,
  before: Curve,
  heirs: Heirs,
  tolerance: number,
): Of | null {
  if (reference.kind === 'end') return endLivesOn(reference, before, heirs, tolerance) as Of | null;
  const at = placeAt(before, reference.share);
  const found = Object.entries(heirs)
    .map(([item, curve]) => ({ item, curve, ...closestPoint(curve, at) }))
    .filter((place) => place.distance <= tolerance)
    .sort((a, b) => a.distance - b.distance);
  if (found.length === 0) return null;
  const [{ item, curve, u }] = found;
  const moved = { ...reference, item, share: shareAt(curve, u) };
  if (reference.sense === undefined) return moved;
  // What runs the other way now is left in the other sense, in the same direction.
  const runs = (of: Curve, share: number) => jetAtShare(of, share, 'forward')?.tangent ?? [0, 0, 0];
  const isTurned = dot(runs(before, reference.share), runs(curve, moved.share)) < 0;
  return isTurned ? { ...moved, sense: reference.sense === 'forward' ? 'backward' : 'forward' } : moved;
}

function endLivesOn(reference: EndReference, before: Curve, heirs: Heirs, tolerance: number): EndReference | null {
  const old = endsOf(before).find(({ end }) => end === reference.end);
  if (!old) return null;
  const isStill = !(length(old.beyond) > 0);
  const found = Object.entries(heirs)
    .flatMap(([item, curve]) => endsOf(curve).map((end) => ({ item, ...end, away: distance(end.at, old.at) })))
    .filter(({ away, beyond }) => away <= tolerance && (isStill || dot(beyond, old.beyond) > ALIKE))
    .sort((a, b) => a.away - b.away);
  if (found.length === 0) return null;
  const [{ item, end }] = found;
  return { kind: 'end', item, end };
}
