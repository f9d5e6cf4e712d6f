import { type Affine, along, circle, type Curve, length, lineBetween, unit, type Vector3 } from '@pencil-bend/core';
import { CommandError } from '../commandError';
import { pointer } from '../problem';
import type { GuideItem, Project } from '../project/project';
import { directed, placed, similarityOf } from '../recipe/affine';
import { type ItemKind, NO_SHAPE } from './itemKind';

export const guideKind: ItemKind<GuideItem> = {
  label: 'a guide',
  word: ({ guide }) => (guide.kind === 'circle' ? 'gauge' : guide.symmetry ? 'symmetry' : 'guide'),
  description: ({ guide }) =>
    guide.kind === 'circle' ? 'Gauge circle' : guide.symmetry ? 'Symmetry line' : 'Construction line',
  shape: (item, project) => ({
    ...NO_SHAPE,
    edge: edgeOfGuide(item, project),
    centre: item.guide.kind === 'circle' ? item.guide.centre : null,
  }),
  extent: ({ guide }) => {
    if (guide.kind === 'line') return [guide.at];
    const { centre, radius } = guide;
    return [-radius, radius].map((r): Vector3 => [centre[0] + r, centre[1] + r, centre[2]]);
  },
  anchor: ({ guide }) => (guide.kind === 'line' ? guide.at : guide.centre),
  moved: (item, map) => ({ ...item, guide: guideMovedBy(item, map) }),
  problems: ({ guide }) =>
    guide.kind === 'line' && Math.abs(length(guide.direction) ** 2 - 1) > 1e-9
      ? [{ path: pointer('guide', 'direction'), message: 'A direction is a unit vector' }]
      : [],
};

function guideMovedBy({ guide, name }: GuideItem, map: Affine): GuideItem['guide'] {
  if (guide.kind === 'line') {
    const direction = directed(map, guide.direction);
    if (!(length(direction) > 0)) throw new CommandError('A direction of no length leads nowhere');
    return { ...guide, at: placed(map, guide.at), direction: unit(direction) };
  }
  const factor = similarityOf(map);
  if (factor === null) throw new CommandError(`${name} would be a circle no longer`);
  return { ...guide, centre: placed(map, guide.centre), radius: guide.radius * factor };
}

/** A guide line is looked at so many mm to both sides. */
const REACH = 1e5;

const edges = new WeakMap<GuideItem, Curve>();

/** A guide as a curve, made once. */
function edgeOfGuide(item: GuideItem, { planes }: Pick<Project, 'planes'>): Curve {
  let edge = edges.get(item);
  if (!edge) {
    const { guide, plane } = item;
    if (guide.kind === 'circle') edge = circle(planes[plane], guide.centre, guide.radius);
    else {
      const end = (reach: number): Vector3 => along(guide.at, guide.direction, reach);
      edge = lineBetween(end(-REACH), end(REACH));
    }
    edges.set(item, edge);
  }
  return edge;
}
