import { arcLength, closestPoint, type Curve, distance, lengthAt } from '@pencil-bend/core';
import { edgeOf, type Id } from '@pencil-bend/document';
import type { MeasuredPlace, MeasurementKind } from '../../api/savedView';
import type { ToolContext } from '../contract';
import { type Made, type Place, placingTool } from './placingTool';

/** A place lies on what caught it where it is nearer than this, in mm. */
const ON = 1e-6;

/** A curve of the drawing, or what a guide is drawn as. */
const edgeIn = ({ project }: ToolContext, id: Id): Curve | null =>
  project && Object.hasOwn(project.items, id) ? edgeOf(project, id) : null;

/** The item that a place was given on; null for a place of its own, and for one of many that nothing tells apart. */
function itemAt({ on, caught }: Place, { project }: ToolContext): Id | null {
  const id = caught?.item ?? on?.item ?? null;
  return id && project?.items[id]?.kind === 'pointSet' ? null : id;
}

/** A place as it follows the drawing: by its share of a curve's length, as a point, or where it is. */
function followed(place: Place, context: ToolContext): MeasuredPlace {
  const item = itemAt(place, context);
  if (item === null) return { at: place.at };
  const curve = edgeIn(context, item);
  if (!curve) return { item };
  const near = closestPoint(curve, place.at);
  // A centre or the like is caught by a curve, and lies beside it.
  if (place.caught && near.distance > ON) return { at: place.at };
  const measured = arcLength(curve);
  return { item, share: measured.total > 0 ? lengthAt(measured, near.u) / measured.total : 0 };
}

const allFollowed = (places: readonly Place[], context: ToolContext): readonly MeasuredPlace[] =>
  places.map((place) => followed(place, context));

/** A whole item where there is one. */
function whole(place: Place, context: ToolContext): MeasuredPlace {
  const item = itemAt(place, context);
  return item === null ? { at: place.at } : { item };
}

const measured = (kind: MeasurementKind, places: readonly MeasuredPlace[], { newId }: ToolContext): Made => ({
  measurement: { id: newId(), kind, places },
});

const NO_CURVE: Made = { why: 'There is no curve under that place' };

/** What is measured is left standing, and follows the drawing. */
export const measure = {
  measureDistance: placingTool({
    asks: (count) => (count === 0 ? 'Click a place to measure from.' : 'Click a place to measure to.'),
    least: 2,
    most: 2,
    stays: true,
    make: ({ places }, context) => {
      if (!(distance(places[0].at, places[1].at) > 0)) return { why: 'Both places are one' };
      return measured('distance', allFollowed(places, context), context);
    },
  }),

  measureAngle: placingTool({
    asks: (count) => ['Click a place on the first leg.', 'Click the corner.', 'Click a place on the other leg.'][count],
    least: 3,
    most: 3,
    stays: true,
    make: ({ places }, context) => {
      const [first, corner, second] = places.map(({ at }) => at);
      if (!(distance(first, corner) > 0 && distance(corner, second) > 0)) return { why: 'A leg has no length' };
      return measured('angle', allFollowed(places, context), context);
    },
  }),

  measureTangents: placingTool({
    asks: (count) =>
      count === 0
        ? 'Click a curve where its direction is to be measured.'
        : 'Click another curve, or the same one again; Enter measures against x.',
    least: 1,
    most: 2,
    stays: true,
    picks: () => true,
    make: ({ places }, context) => {
      const on = allFollowed(places, context);
      return on.every((each) => 'share' in each) ? measured('tangents', on, context) : NO_CURVE;
    },
  }),

  measureClearance: placingTool({
    asks: (count) => (count === 0 ? 'Click a curve, a point or a guide.' : 'Click what it is to keep clear of.'),
    least: 2,
    most: 2,
    stays: true,
    make: ({ places }, context) => {
      const [first, second] = places.map((place) => whole(place, context));
      if ('item' in first && 'item' in second && first.item === second.item) return { why: 'Both are the same' };
      return measured('clearance', [first, second], context);
    },
  }),

  measureArea: placingTool({
    asks: () => 'Click a closed curve.',
    least: 1,
    most: 1,
    stays: true,
    picks: () => true,
    make: ({ places: [place] }, context) => {
      const item = place.on?.item;
      const curve = item === undefined ? null : edgeIn(context, item);
      if (item === undefined || !curve) return NO_CURVE;
      return curve.closing === 'open'
        ? { why: 'This curve is open: only a closed one encloses an area' }
        : measured('area', [{ item }], context);
    },
  }),
} as const;
