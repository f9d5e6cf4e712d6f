import { dot, jetBeyond, type Level } from '@pencil-bend/core';
import { CommandError } from '../commandError';
import { handedOn, plainRecipe } from '../project/plain';
import type { CurveItem, Id, Leader, Project } from '../project/project';
import { curveOf } from '../recipe/fixSpacing';
import { openCurve } from './bindable';
import { curveItemOf } from './items';
import { joined, type OfEnd, setTo } from './jointChanges';

type MeetingPlace = OfEnd | { readonly item: Id; readonly share: number };

/** The curves of a meeting with a joint of this level: the one there is, else the second follows the first if it can. */
export function meetingJoined(
  project: Project,
  { first, second }: { readonly first: MeetingPlace; readonly second: MeetingPlace },
  level: Level,
): Readonly<Record<Id, CurveItem>> {
  const ways = [
    [second, first],
    [first, second],
  ] as const;
  for (const [follower, leader] of ways) {
    const joint = 'end' in follower && curveItemOf(project, follower.item).joints?.[follower.end];
    if (joint && isLedBy(joint.leader, leader)) return setTo(project, follower, { level }).changed;
  }
  let why: CommandError | null = null;
  for (const [follower, place] of ways) {
    if (!('end' in follower)) continue;
    try {
      const leader = leaderAt(project, place, follower);
      return joined(project, follower, { level, leader, gives: 'follower', spread: 'faded' });
    } catch (error) {
      if (!(error instanceof CommandError)) throw error;
      why ??= error;
    }
  }
  throw why ?? new CommandError('Two curves that only touch are not joined: one has to end there');
}

const isLedBy = (leader: Leader, place: MeetingPlace): boolean =>
  (leader.kind === 'end' || leader.kind === 'place') &&
  leader.item === place.item &&
  ('end' in place ? leader.kind === 'end' && leader.end === place.end : leader.kind === 'place');

/** A place as a leader; a follower leaves a place along a curve as it runs there. */
function leaderAt(project: Project, place: MeetingPlace, follower: OfEnd): Leader {
  if ('end' in place) return { kind: 'end', item: place.item, end: place.end };
  const { recipe } = openItemSeen(project, follower.item);
  const back = jetBeyond(curveOf(recipe).curve, follower.end);
  const ahead = handedOn(project, { leader: { kind: 'place', ...place, sense: 'forward' } }).jet;
  const isAgainst = back && ahead && dot(back.tangent, ahead.tangent) > 0;
  return { kind: 'place', ...place, sense: isAgainst ? 'backward' : 'forward' };
}

const openItemSeen = (project: Project, id: Id) => {
  const item = openCurve(project, id);
  return { ...item, recipe: plainRecipe(project, item) };
};
