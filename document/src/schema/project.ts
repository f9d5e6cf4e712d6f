import { Type } from '@sinclair/typebox';
import { FORMAT, VERSION } from '../project/format';
import { item } from './items';
import { colour, direction, described, ids, name, object, oneOfWords, orNull, record, vector } from './kit';

export const layer = object(
  {
    name,
    colour: orNull(colour, { description: 'Of what is drawn on it from now on; null for graphite.' }),
    visible: Type.Boolean(),
    locked: Type.Boolean({ description: 'What lies on it can be seen and caught, not changed.' }),
    reference: Type.Boolean({
      description: 'Copies to work to: drawn lighter, caught by snaps, taken into hand only from the list.',
    }),
  },
  { $id: 'layer' },
);

export const group = object({ name }, { $id: 'group', description: 'Items that are selected and moved together.' });

export const workPlane = object(
  {
    name,
    origin: vector,
    x: direction,
    y: described(vector, 'Unit vector at a right angle to x.'),
  },
  { $id: 'plane', description: 'A named plane to draw on.' },
);

export const units = oneOfWords(['mm', 'cm', 'm', 'in'], { description: 'Shown to people; lengths are always mm.' });

export const grid = Type.Unsafe<number | null>({
  type: ['number', 'null'],
  exclusiveMinimum: 0,
  maximum: 1e9,
  description: "Distance of the grid's lines in mm, by which arrow keys move; null where it follows the zoom.",
});

export const project = object(
  {
    format: Type.Literal(FORMAT),
    version: Type.Literal(VERSION),
    name,
    units,
    tolerance: Type.Number({ exclusiveMinimum: 0, description: "The sheet's tolerance in mm." }),
    grid,
    layers: record(layer),
    layerOrder: ids({ minItems: 1 }),
    planes: record(workPlane),
    items: record(item),
    itemOrder: ids(),
    groups: record(group),
  },
  {
    $id: 'project',
    title: `Pencil Bend project, version ${VERSION}`,
    description:
      'Lengths in mm. Records are keyed by stable ids; the order arrays give the order in which people see them.',
  },
);
