import type { PointItem } from '../project/project';
import { placed } from '../recipe/affine';
import { type ItemKind, NO_SHAPE } from './itemKind';

export const pointKind: ItemKind<PointItem> = {
  label: 'a point',
  word: () => 'point',
  description: () => 'A point of its own',
  shape: ({ at }) => ({ ...NO_SHAPE, at }),
  extent: ({ at }) => [at],
  anchor: ({ at }) => at,
  moved: (item, map) => ({ ...item, at: placed(map, item.at) }),
  problems: () => [],
};
