import { fitPointsOf, type Id, pointsWritten, type Recipe } from '@pencil-bend/document';

const AXES = ['x', 'y', 'z'] as const;

/** What is held at each point of a curve, in words, as 'x and direction'; points where nothing is are left out. */
export function heldPoints(recipe: Recipe): ReadonlyMap<Id, string> {
  const held = new Map<Id, string>();
  for (const { id, pinned = [] } of pointsWritten(recipe))
    note(
      held,
      id,
      pinned.map((axis) => AXES[axis]),
    );
  for (const { id, pinned = [], tangent, tangents, radius } of fitPointsOf(recipe)) {
    const all = [tangent, tangents?.before, tangents?.after].flatMap((each) => each ?? []);
    note(held, id, [
      ...pinned.map((axis) => AXES[axis]),
      ...(all.length > 0 ? ['direction'] : []),
      ...(all.some(({ strength }) => strength) ? ['strength'] : []),
      ...(radius === undefined ? [] : ['radius']),
    ]);
  }
  return held;
}

function note(held: Map<Id, string>, id: Id, what: readonly string[]): void {
  const last = what.at(-1);
  if (last === undefined) return;
  held.set(id, what.length > 1 ? `${what.slice(0, -1).join(', ')} and ${last}` : last);
}
