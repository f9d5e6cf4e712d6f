import { angleBetween, subtract, vectorAt } from '../../linear/vector';
import { mustBeAbove0, mustBePacked } from '../../refuse';
import { chordsOf } from '../parameters';

/** A turn counts as a corner from this angle on, in radians. */
const LEAST_TURN = Math.PI / 4;
/** Seen from half as far a corner turns as much, an arc half as much. */
const SHARPNESS = 0.75;

/**
 * Indices of the corners of a row of noisy points: where the directions to the points `reach` mm before and after turn
 * by 45° or more, and by nearly as much seen from half as far, which tells a corner from a tight bend. `points` are
 * packed x y z; `reach` should be several times the noise.
 */
export function cornersOf(points: Float64Array, reach: number, leastTurn = LEAST_TURN): number[] {
  mustBePacked(points, 3, 'points');
  mustBeAbove0(reach, 'reach');
  mustBeAbove0(leastTurn, 'turn');
  const count = points.length / 3;
  const chords = chordsOf(points, false);
  const along = new Float64Array(count);
  for (let i = 1; i < count; i++) along[i] = along[i - 1] + chords[i - 1];
  const near = turnsSeenFrom(points, along, reach / 2);
  const far = turnsSeenFrom(points, along, reach);
  const corners: number[] = [];
  for (let i = 1; i < count - 1; i++) {
    if (!(near[i] >= leastTurn && far[i] >= leastTurn && near[i] >= SHARPNESS * far[i])) continue;
    const last = corners[corners.length - 1];
    if (last === undefined || along[i] - along[last] > reach) corners.push(i);
    else if (near[i] > near[last]) corners[corners.length - 1] = i;
  }
  return corners;
}

/** The turn at each point between those a distance before and after along the row; 0 nearer to the ends. */
function turnsSeenFrom(points: Float64Array, along: Float64Array, reach: number): Float64Array {
  const count = along.length;
  const turns = new Float64Array(count);
  let before = 0;
  let after = 0;
  for (let i = 0; i < count; i++) {
    while (before + 1 < i && along[i] - along[before + 1] >= reach) before++;
    while (after < count - 1 && along[after] - along[i] < reach) after++;
    if (along[i] - along[before] < reach || along[after] - along[i] < reach) continue;
    const here = vectorAt(points, i);
    turns[i] = angleBetween(subtract(here, vectorAt(points, before)), subtract(vectorAt(points, after), here));
  }
  return turns;
}
