import {
  along,
  breaksOf,
  type Curve,
  directionBeyond,
  directionTo,
  distance,
  domainOf,
  endOf,
  freedomsAt,
  negate,
  scale,
  type Vector3,
} from '@pencil-bend/core';
import {
  cornerIn,
  type CornerRecipe,
  type CurveItem,
  type End,
  ENDS,
  type Freedom,
  FREEDOMS,
  HANDLE_SHARE,
  type Id,
  plainRecipe,
  pointsOf,
  type Project,
} from '@pencil-bend/document';

/** What a joint leaves free at an end, in mm: by the whole curve as if its parameter went from 0 to 1. */
export type FreedomsInMm = Readonly<Record<Freedom, number>>;

/** One of them as a stem along the tangent; of a soft corner the setback, along its leg. */
export interface FreedomStem {
  readonly end: End;
  readonly of: Freedom;
  readonly mm: number;
  readonly foot: Vector3;
  readonly tip: Vector3;
  /** What the tip goes for each mm. */
  readonly perMm: Vector3;
  /** It is given, and not left to the program. */
  readonly isHeld: boolean;
}

/** The strength, what bends it on, and the rate of that, as shares of what they do to the first control points. */
const SHARES: Readonly<Record<Freedom, number>> = { a: HANDLE_SHARE, b: 1 / 6, c: 1 / 24 };

/** Null where the curve stands still. */
export function freedomsInMm(curve: Curve, end: End): FreedomsInMm | null {
  const free = freedomsAt(curve, end);
  const [first, last] = domainOf(curve);
  const all = last - first;
  return free && { a: free.a * all, b: free.b * all ** 2, c: free.c * all ** 3 };
}

/**
 * The stems of a curve: at its joints in hand as many as the level has, each so far beside the one before; at both ends
 * of a blend the strength, at both of a corner the setback.
 */
export function freedomStems(
  project: Pick<Project, 'items' | 'planes'>,
  id: Id,
  curve: Curve,
  inHand: readonly End[],
  beside: (end: End) => Vector3,
): readonly FreedomStem[] {
  const item = Object.hasOwn(project.items, id) ? project.items[id] : null;
  if (item?.kind !== 'curve') return [];
  const { recipe } = item;
  if (recipe.kind === 'corner') return cornerStems(project, id, recipe, curve);
  return ENDS.flatMap((end) => {
    if (recipe.kind === 'blend') {
      const { level, magnitude } = end === 'start' ? recipe.first : recipe.second;
      return level > 0 ? alongTangent(curve, end, ['a'], [0, 0, 0], () => magnitude !== undefined) : [];
    }
    const joint = inHand.includes(end) ? item.joints?.[end] : undefined;
    if (!joint) return [];
    const held = (of: Freedom) => joint.freedoms?.[of] !== undefined;
    return alongTangent(curve, end, FREEDOMS.slice(0, joint.level), beside(end), held);
  });
}

function alongTangent(
  curve: Curve,
  end: End,
  all: readonly Freedom[],
  beside: Vector3,
  isHeld: (of: Freedom) => boolean,
): FreedomStem[] {
  const free = freedomsInMm(curve, end);
  if (!free) return [];
  const breaks = breaksOf(curve).map(({ u }) => u);
  const [first, last] = domainOf(curve);
  const [near, next] = end === 'start' ? breaks : breaks.toReversed();
  const span = Math.abs(next - near) / (last - first);
  const tangent = negate(directionBeyond(curve, end));
  return all.map((of, i) => {
    const foot = along(endOf(curve, end), beside, i);
    const perMm = scale(tangent, SHARES[of] * span ** (i + 1));
    return { end, of, mm: free[of], foot, tip: along(foot, perMm, free[of]), perMm, isHeld: isHeld(of) };
  });
}

/** From where the legs would meet to where the corner starts on each. */
function cornerStems(
  project: Pick<Project, 'items' | 'planes'>,
  id: Id,
  { first, second, size }: CornerRecipe,
  curve: Curve,
): FreedomStem[] {
  const { setbacks, cuts } = cornerIn(project, id);
  if (!cuts) return [];
  return ENDS.flatMap((end, i): FreedomStem[] => {
    const leg = [first, second][i];
    const whole = pointsOf(plainRecipe(project, project.items[leg.item] as CurveItem))?.curve;
    if (!whole) return [];
    const [foot, tip] = [endOf(whole, leg.end), endOf(curve, end)];
    const perMm = directionTo(foot, tip);
    if (!perMm) return [];
    const isHeld = 'setback' in size || 'setbacks' in size;
    return [{ end, of: 'a', mm: setbacks[i], foot, tip, perMm, isHeld }];
  });
}

export const chordOf = (curve: Curve): number => distance(endOf(curve, 'start'), endOf(curve, 'end'));
