import { type CurvatureProfile, type Vector3, vectorAt } from '@pencil-bend/core';
import type { CombOf } from '../session';
import type { Meeting, MeetingPlace } from '../view/meeting';

/** Curvatures that differ by no more than this share of the larger are no break: as for G2. */
const SAME = 0.01;
/** And by this share of the largest of the curve: what is small beside it cannot be seen. */
const SEEN = 1e-3;

/** Lines from tip to tip where a comb breaks: at a knot of its curve, or where its curve meets another with a comb. */
export function combBreaks(
  combs: readonly CombOf[],
  meetings: readonly Meeting[],
): readonly (readonly [Vector3, Vector3])[] {
  const byId = new Map(combs.map((comb) => [comb.id, comb]));
  const atKnots = combs.flatMap(({ comb, profile }) =>
    jumpsOf(profile).map((i) => [vectorAt(comb.outlineTips, i), vectorAt(comb.outlineTips, i + 1)] as const),
  );
  const atMeetings = meetings.flatMap(({ first, second, figures }) => {
    if (figures.level < 0 || figures.level > 1 || first.item === second.item) return [];
    const [a, b] = [tipOf(byId, first), tipOf(byId, second)];
    return a && b ? [[a, b] as const] : [];
  });
  return [...atKnots, ...atMeetings];
}

/** The samples at which curvature jumps to the next one, which stands at the same place. */
function jumpsOf({ u, kappa }: CurvatureProfile): number[] {
  let most = 0;
  for (const value of kappa) most = Math.max(most, Math.abs(value));
  const jumps: number[] = [];
  for (let i = 0; i + 1 < u.length; i++) {
    if (u[i] !== u[i + 1]) continue;
    const [a, b] = [kappa[i], kappa[i + 1]];
    if (Math.abs(a - b) > Math.max(SAME * Math.max(Math.abs(a), Math.abs(b)), SEEN * most)) jumps.push(i);
  }
  return jumps;
}

function tipOf(combs: ReadonlyMap<string | null, CombOf>, place: MeetingPlace): Vector3 | null {
  const found = combs.get(place.item);
  if (!found || !('end' in place)) return null;
  const { outlineTips: tips } = found.comb;
  return vectorAt(tips, place.end === 'start' ? 0 : tips.length / 3 - 1);
}
