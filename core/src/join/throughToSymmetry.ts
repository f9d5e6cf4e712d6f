import { add, scale, type Vector3, vectorAt } from '../linear/vector';
import { domainOf } from '../curve/curve';
import { subCurve } from '../edit/split';
import type { Affine } from '../edit/transform';
import type { ConstraintFailure } from '../fit/fitFailure';
import { packSites, listSites } from '../fit/sites';
import type { PointConstraint } from '../fit/through/constraints';
import { type Fit, throughPoints, type ThroughPointsOptions } from '../fit/through/throughPoints';
import type { End } from '../measure/ends';
import { mustBeOneOf, mustBePlaces } from '../refuse';
import { type Result, success } from '../result';
import { imageBy, nearestOn, type Symmetry } from './joinToSymmetry';

/**
 * The curve through points that meets its own image at one end: fitted together with the image, of which it is half. The
 * end point goes into the plane or onto the axis; what is held there gives way to the symmetry. Cubics meet with G2,
 * quintics with G3 exactly, since the whole is as smooth at its middle as anywhere.
 */
export function throughToSymmetry(
  points: Float64Array,
  end: End,
  symmetry: Symmetry,
  options: Omit<ThroughPointsOptions, 'closed'> = {},
): Result<Fit, ConstraintFailure> {
  mustBePlaces(points, 'points');
  mustBeOneOf(end, ['start', 'end'], 'end');
  const count = points.length / 3;
  if (count < 2) return throughPoints(points, options);
  const image = imageBy(symmetry);
  const own = Array.from({ length: count }, (_, i) => vectorAt(points, i));
  const meeting = end === 'start' ? 0 : count - 1;
  own[meeting] = nearestOn(symmetry, own[meeting]);
  const other = own.filter((_, i) => i !== meeting).map((point) => mapped(image, point));
  // Run on into the image, which comes back the other way.
  const all = end === 'end' ? [...own, ...other.reverse()] : [...other.reverse(), ...own];
  const first = end === 'end' ? 0 : count - 1;
  const indexOfImage = (index: number) => 2 * (count - 1) - (index + first);
  const constraints = (options.constraints ?? []).filter(({ index }) => index !== meeting);
  const whole = throughPoints(Float64Array.from(all.flat()), {
    ...options,
    constraints: [
      ...constraints.map((constraint) => ({ ...constraint, index: constraint.index + first })),
      ...constraints.map((constraint) => turned({ ...constraint, index: indexOfImage(constraint.index) }, image)),
    ],
    kinks: (options.kinks ?? []).flatMap((kink) => [kink + first, indexOfImage(kink)]),
    contacts: contactsOf(options, end, image),
    ...(options.targets && { targets: targetsOfBoth(options.targets, end, meeting) }),
  });
  if (!whole.ok) return whole;
  return success(half(whole.value, end, count));
}

/** Targets and their images, spaced alike on both sides of the place where they meet, which is passed exactly. */
function targetsOfBoth(
  { spacing: { parameters, knots, smoothing }, exact = [] }: NonNullable<ThroughPointsOptions['targets']>,
  end: End,
  meeting: number,
): NonNullable<ThroughPointsOptions['targets']> {
  const middle = parameters[meeting];
  const image = (list: Float64Array) => list.map((u) => 2 * middle - u).reverse();
  const others = image(end === 'end' ? parameters.slice(0, -1) : parameters.slice(1));
  const both = (own: Float64Array, theirs: Float64Array) =>
    Float64Array.from(end === 'end' ? [...own, ...theirs] : [...theirs, ...own]);
  const first = end === 'end' ? 0 : parameters.length - 1;
  const last = 2 * (parameters.length - 1);
  return {
    spacing: {
      parameters: both(parameters, others),
      knots: both(knots, image(knots)),
      ...(smoothing && { smoothing }),
    },
    exact: [...new Set([...exact, meeting].flatMap((index) => [index + first, last - (index + first)]))],
  };
}

/** The part of the whole that is the curve itself, over the parameters it has there. */
function half({ curve, parameters, sites, isRough }: Fit, end: End, count: number): Fit {
  const [first, last] = domainOf(curve);
  const middle = parameters[count - 1];
  const [from, to] = end === 'end' ? [first, middle] : [middle, last];
  const part = subCurve(curve, from, to);
  if (!part.ok) throw new Error('half of a curve is nothing');
  const own = end === 'end' ? parameters.slice(0, count) : parameters.slice(count - 1);
  // Of targets no sites determine the curve.
  if (sites.parameters.length === 0) return { curve: part.value, parameters: own, sites, isRough };
  const list = listSites(sites).filter(({ u }) => (end === 'end' ? u <= middle : u >= middle));
  const missing = part.value.points.length / 4 - list.length;
  // What the image determined is read as derivatives at the meeting.
  const more = Array.from({ length: Math.max(0, missing) }, (_, k) => ({
    u: middle,
    order: k + 1,
    left: end === 'end',
  }));
  const ordered =
    end === 'end'
      ? [...list.slice(0, -1), ...more.reverse(), { u: middle, order: 0, left: true }]
      : [list[0], ...more, ...list.slice(1)];
  return { curve: part.value, parameters: own, sites: packSites(ordered), isRough };
}

const directed = ({ x, y, z }: Affine, [a, b, c]: Vector3): Vector3 => add(add(scale(x, a), scale(y, b)), scale(z, c));
const mapped = (image: Affine, point: Vector3): Vector3 => add(directed(image, point), image.origin);

/** A constraint as the image has it: tangents run the other way, curvature vectors do not. */
function turned({ tangent, curvature, side, ...rest }: PointConstraint, image: Affine): PointConstraint {
  return {
    ...rest,
    ...(side && { side: side === 'before' ? ('after' as const) : ('before' as const) }),
    ...(tangent && { tangent: { ...tangent, direction: scale(directed(image, tangent.direction), -1) } }),
    ...(curvature && { curvature: 'radius' in curvature ? curvature : directed(image, curvature) }),
  };
}

/** What the far end goes on from, and its image at the other far end. */
function contactsOf({ contacts }: ThroughPointsOptions, end: End, image: Affine): ThroughPointsOptions['contacts'] {
  const far = end === 'end' ? contacts?.start : contacts?.end;
  if (!far) return {};
  const { point, tangent, curvature, rate } = far.jet;
  const jet = {
    point: mapped(image, point),
    tangent: directed(image, tangent),
    curvature: directed(image, curvature),
    rate: directed(image, rate),
  };
  const other = { ...far, jet };
  return end === 'end' ? { start: far, end: other } : { start: other, end: far };
}
