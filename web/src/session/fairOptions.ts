import { type Curve, domainOf, type Level } from '@pencil-bend/core';
import {
  boundLevels,
  type EndLevels,
  heldAtEnds,
  heldParts,
  type Id,
  plainRecipe,
  type Project,
} from '@pencil-bend/document';
import { curveNormal } from '../view/curveNormal';
import type { FairTarget } from './refitTarget';

/** What stays of a curve while it is faired, and how its curvature is signed. */
export function heldIn(project: Project, item: Id, curve: Curve, startLevel: Level, endLevel: Level) {
  const it = project.items[item];
  const { start = 0, end = 0 } = boundLevels(project, item);
  const parts =
    it.kind === 'curve' ? heldParts(plainRecipe(project, it), new Set(Object.keys(it.ties ?? {}))) : undefined;
  return {
    normal: curveNormal(project, it.plane, curve),
    startLevel: Math.max(startLevel, start) as Level,
    endLevel: Math.max(endLevel, end) as Level,
    ...parts,
  };
}

export function fairOptions(
  project: Project,
  item: Id,
  curve: Curve,
  { energy, startLevel, endLevel, stretch }: FairTarget,
) {
  const [first, last] = domainOf(curve);
  return {
    energy,
    ...heldIn(project, item, curve, startLevel, endLevel),
    ...(stretch && { from: Math.max(first, stretch.from), to: Math.min(last, stretch.to) }),
  };
}

const IRONED: Level = 2;
export const ironOptions = (
  project: Project,
  item: Id,
  curve: Curve,
  startLevel: Level = IRONED,
  endLevel: Level = IRONED,
) => heldIn(project, item, curve, startLevel, endLevel);

/** The level up to which the ends of a curve stay as they are: by its joints, and by what is held at them. */
export function endsThatStay(project: Project, item: Id): EndLevels {
  const curve = project.items[item];
  const bound = boundLevels(project, item);
  const held = curve.kind === 'curve' ? heldAtEnds(plainRecipe(project, curve)) : {};
  const most = (end: 'start' | 'end') => Math.max(bound[end] ?? 0, held[end] ?? 0) as Level;
  return { start: most('start'), end: most('end') };
}
