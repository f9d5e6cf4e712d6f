import type { Vector3 } from '@pencil-bend/core';
import type { Move } from './read';

/** A leg is looked at in so many places. */
const PLACES = 16;

/** Places along a move: of an arc its radius runs evenly from that of one end to that of the other, as a machine does it. */
export function placesOf(move: Move, count = PLACES): Vector3[] {
  return Array.from({ length: count + 1 }, (_, i) => placeOn(move, i / count));
}

export function placeOn(move: Move, share: number): Vector3 {
  const { from, to } = move;
  if (share === 1) return to;
  const at = from.map((x, c) => x + share * (to[c] - x)) as [number, number, number];
  if (move.kind !== 'arc') return at;
  const { centre, turn, axes } = move;
  const [u, v] = axes;
  const radius = (place: readonly number[]) => Math.hypot(place[u] - centre[u], place[v] - centre[v]);
  const angle = Math.atan2(from[v] - centre[v], from[u] - centre[u]) + share * turn;
  const r = radius(from) + share * (radius(to) - radius(from));
  at[u] = centre[u] + r * Math.cos(angle);
  at[v] = centre[v] + r * Math.sin(angle);
  return at;
}
