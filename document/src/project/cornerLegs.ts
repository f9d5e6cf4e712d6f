import { arcLength, type Curve } from '@pencil-bend/core';
import { CommandError } from '../commandError';
import { graphOf, keyOfEnd } from '../links/order';
import type { End } from '../links/sources';
import { type Cornered, cornerBetweenLegs, type Leg } from './corners';
import type { CornerRecipe, Id } from './project';
import { nameIn, type SeenCurves, type Setting } from './seen';

interface KnownCorner {
  readonly from: readonly unknown[];
  readonly made: Cornered;
}
const cornersMade = new WeakMap<CornerRecipe, KnownCorner>();

/** The corner that an item is, as its legs allow it. */
export function cornerOf(project: Setting, id: Id, seen: SeenCurves): Cornered {
  const item = project.items[id];
  if (item?.kind !== 'curve' || item.recipe.kind !== 'corner') throw new CommandError(`'${id}' is no corner`);
  const { recipe, name } = item;
  const legs = [recipe.first, recipe.second].map(({ item: leg, end }): Leg => {
    const curve = seen.whole(project, leg);
    if (typeof curve === 'string') throw new CommandError(`${name} is a corner of a curve: ${curve}`);
    return { name: nameIn(project, leg), curve, room: roomAt(project, leg, curve, end, id, seen) };
  });
  const plane = project.planes?.[item.plane];
  if (!plane) throw new CommandError(`${name} lies in no plane`);
  const from = [...legs.flatMap(({ curve, room }) => [curve, room]), plane];
  const known = cornersMade.get(recipe);
  if (known && known.from.every((each, i) => each === from[i])) return known.made;
  const made = cornerBetweenLegs(recipe, [legs[0], legs[1]], plane);
  cornersMade.set(recipe, { from, made });
  return made;
}

/** How much of a leg a corner may use, in mm: where there is one at its other end, too, what both ask for is shared out. */
function roomAt(project: Setting, leg: Id, curve: Curve, end: End, corner: Id, seen: SeenCurves): number {
  const { total } = arcLength(curve);
  const across = graphOf(project).corners.get(keyOfEnd({ id: leg, end: end === 'start' ? 'end' : 'start' }));
  if (across === undefined || across === corner) return total;
  const [own, theirs] = [corner, across].map((each) => askedSetback(project, each, leg, curve, seen));
  const usable = total * (1 - LEAST_LEFT);
  return own + theirs <= usable ? usable - theirs : (usable * own) / (own + theirs);
}

/** A leg keeps this share of its length between two corners. */
const LEAST_LEFT = 2e-3;

/** How far back a corner starts on a leg when it has all of it, in mm. */
function askedSetback(project: Setting, id: Id, leg: Id, curve: Curve, seen: SeenCurves): number {
  const item = project.items[id];
  if (item?.kind !== 'curve' || item.recipe.kind !== 'corner') return 0;
  const { first, second, size, ratio = 1 } = item.recipe;
  const which = first.item === leg ? 0 : 1;
  if ('setbacks' in size) return size.setbacks[which];
  if ('setback' in size) return which === 0 ? size.setback : ratio * size.setback;
  const legs = [first, second].map(({ item: each }): Leg => {
    const whole = each === leg ? curve : seen.whole(project, each);
    if (typeof whole === 'string') throw new CommandError(whole);
    return { name: nameIn(project, each), curve: whole, room: arcLength(whole).total };
  });
  const plane = project.planes?.[item.plane];
  return plane ? cornerBetweenLegs(item.recipe, [legs[0], legs[1]], plane).setbacks[which] : 0;
}
