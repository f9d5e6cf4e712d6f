import type { Vector3 } from '@pencil-bend/core';
import {
  emptyProject,
  fitRecipe,
  FRONT_ID,
  GRAPHITE,
  type Id,
  type Item,
  type MirrorPlane,
  newLayer,
  type Project,
  isDerived,
} from '@pencil-bend/document';
import type { ProjectFile } from '@pencil-bend/exchange';
import { contentName } from '../projects/contents';
import { details } from './kettleDetails';
import { measuredAlong } from './measuredGrip';

type Pair = readonly [x: number, y: number];

const BLUE = '#2f5d8a';
const UMBER = '#7a5230';

/** The kettle is the same on both sides. */
const MIRROR: MirrorPlane = { at: [0, 0, 0], across: [1, 0, 0] };
const SYMMETRIC: readonly Id[] = ['base', 'knob'];

const placed = (pairs: readonly Pair[], name: Id) =>
  pairs.map(([x, y], index) => ({ id: `${name}-${index + 1}`, at: [x, y, 0] as Vector3 }));

const WALL: readonly Pair[] = [
  [60, 2],
  [61.5, 14],
  [57, 46],
  [47.5, 84],
  [40, 110],
  [33, 126],
];

interface Sketch {
  readonly id: Id;
  readonly name: string;
  readonly layer: Id;
  readonly points: readonly Pair[];
  readonly closed?: boolean;
  readonly colour?: string;
  readonly note?: string;
}

const THROUGH_POINTS: readonly Sketch[] = [
  { id: 'wall-right', name: 'Wall, right', layer: 'body', points: WALL },
  {
    id: 'base',
    name: 'Base',
    layer: 'body',
    points: [
      [-60, 2],
      [-42, 0.2],
      [0, -0.8],
      [42, 0.2],
      [60, 2],
    ],
  },
  {
    id: 'lid',
    name: 'Lid',
    layer: 'body',
    note: 'A fault left in on purpose: it tightens over each shoulder and relaxes again.',
    points: [
      [-33, 126],
      [-19, 131.2],
      [0, 133],
      [19, 131.2],
      [33, 126],
    ],
  },
  {
    id: 'knob',
    name: 'Knob',
    layer: 'body',
    points: [
      [-6, 132.8],
      [-10.5, 141],
      [-8.5, 149],
      [0, 152],
      [8.5, 149],
      [10.5, 141],
      [6, 132.8],
    ],
  },
  {
    id: 'window',
    name: 'Water window',
    layer: 'body',
    closed: true,
    colour: BLUE,
    points: [
      [0, 26],
      [5, 32],
      [5.5, 50],
      [5, 68],
      [0, 74],
      [-5, 68],
      [-5.5, 50],
      [-5, 32],
    ],
  },
  {
    id: 'spout',
    name: 'Spout centre line',
    layer: 'spout',
    note: 'Never tighter than R 14 at the top: the gauge circle shows it. Its lump is a fault left in on purpose.',
    points: [
      [60.5, 22],
      [76, 26.5],
      [86.5, 43],
      [90.5, 66],
      [93.5, 90],
      [101, 112],
      [114, 124],
      [129, 123],
      [139, 114],
    ],
  },
  {
    id: 'grip-outer',
    name: 'Grip, outer',
    layer: 'handle',
    note: 'A fault left in on purpose: the back of the hand feels where it relaxes.',
    colour: UMBER,
    points: [
      [-44.5, 96],
      [-58, 117],
      [-80, 125],
      [-101, 113],
      [-108.5, 86],
      [-103, 54],
      [-88, 26],
    ],
  },
  {
    id: 'grip-inner',
    name: 'Grip, inner',
    layer: 'handle',
    colour: UMBER,
    points: [
      [-48.5, 82],
      [-61, 101],
      [-78, 108],
      [-91, 99],
      [-95.5, 80],
      [-93, 52],
      [-88, 26],
    ],
  },
];

/** The demo project: a gooseneck pour-over kettle seen from the front. All of it is invented. */
export function kettle(): ProjectFile {
  const items: Record<Id, Item> = {};
  for (const { id, name, layer, points, closed = false, colour = GRAPHITE, note } of THROUGH_POINTS) {
    const recipe = fitRecipe(placed(points, id), closed);
    const symmetry = SYMMETRIC.includes(id) ? { symmetry: MIRROR } : {};
    items[id] = {
      kind: 'curve',
      name,
      colour,
      visible: true,
      layer,
      plane: FRONT_ID,
      ...(note !== undefined && { note }),
      recipe: { ...recipe, ...symmetry },
    };
    if (id === 'wall-right') {
      items['wall-left'] = { ...items[id], name: 'Wall, left', recipe: { kind: 'mirror', of: id, about: MIRROR } };
    }
  }
  items['lip'] = {
    kind: 'curve',
    name: 'Lip',
    colour: GRAPHITE,
    visible: true,
    layer: 'spout',
    plane: FRONT_ID,
    recipe: {
      kind: 'control',
      degree: 3,
      closing: 'open',
      knots: [0, 0, 0, 0, 1, 1, 1, 1],
      points: placed(
        [
          [134, 108.5],
          [138, 111.5],
          [141.5, 115],
          [144, 119.5],
        ],
        'lip',
      ).map((point) => ({ ...point, weight: 1 })),
    },
  };
  Object.assign(items, details());
  const pointSets = new Map<string, Uint8Array>();
  for (const [i, id] of (['grip-outer', 'grip-inner'] as const).entries()) {
    const grip = items[id];
    if (grip.kind !== 'curve' || isDerived(grip.recipe)) throw new Error(`the demo has no curve ${id}`);
    const { item, bytes } = measuredAlong(grip.recipe, `${i === 0 ? 'Outer' : 'Inner'}, measured`, 7 + i);
    items[`${id}-measured`] = item;
    pointSets.set(contentName(bytes), bytes);
  }
  const project: Project = {
    ...emptyProject('Gooseneck kettle'),
    layers: {
      body: newLayer('Body'),
      spout: newLayer('Spout'),
      handle: newLayer('Handle'),
      details: newLayer('Details'),
      studies: newLayer('Studies'),
      setup: { ...newLayer('Set up'), locked: true },
      before: { ...newLayer('Last version'), reference: true },
      sample: { ...newLayer('Sample part'), reference: true },
    },
    layerOrder: ['body', 'spout', 'handle', 'details', 'studies', 'setup', 'before', 'sample'],
    items,
    itemOrder: Object.keys(items),
    groups: { rivets: { name: 'Rivets' } },
  };
  return { project, pointSets };
}
