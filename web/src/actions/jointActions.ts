import { arcCentre } from '@pencil-bend/core';
import { type CommandCall, type End, ENDS, type Id, type Joint, type Project } from '@pencil-bend/document';
import { endsMeeting } from '../tools/leaders';
import { curveIn } from '../view/curveIn';
import type { JointReading } from '../view/jointReading';

/** What of a joint is set anew. */
export type JointCall = Omit<Extract<CommandCall, { command: 'setJoint' }>['args'], 'item' | 'end'>;

/** Something that can be done to a joint, by one command. */
export interface JointAction {
  readonly label: string;
  readonly tip: string;
  readonly call: CommandCall;
}

/** Tangents that turn by more than a right angle run back. */
const RUNS_BACK = Math.PI / 2;

/** What can be done to a joint now; what mends it comes first. */
export function jointActions(project: Project, reading: JointReading & { readonly joint: Joint }): JointAction[] {
  const { item, end, joint, follower, led } = reading;
  const { leader } = joint;
  const args = { item, end };
  const isExact = isExactShape(project, item);
  return [
    ...(runsBack(reading)
      ? [{ label: 'turn it round', tip: `${follower} runs back over ${led}`, call: turned(args, leader) }]
      : []),
    ...(!reading.holds && isExact
      ? [
          {
            label: 'make it a free curve',
            tip: 'An exact shape can keep only so much; a free curve of the same shape keeps all',
            call: { command: 'fixSpacing', args: { item } } as const,
          },
        ]
      : []),
    ...(isCubicThroughPoints(project, item) && reading.wanted === 3
      ? [
          {
            label: 'fit anew in degree 5',
            tip: 'A cubic holds G3, but its third derivative jumps just beside the joint; the price comes first',
            call: { command: 'fitDegree', args: { item, degree: 5 } } as const,
          },
        ]
      : []),
    ...(leader.kind === 'end'
      ? [
          {
            label: `let ${led} follow`,
            tip: 'Leader and follower change places; neither moves',
            call: { command: 'swapJoint', args } as const,
          },
        ]
      : []),
    { label: 'release', tip: 'Both stay as they are (Del)', call: { command: 'releaseJoint', args } },
    {
      label: 'back to its free shape',
      tip: `${follower} as it was drawn, before it was joined; its price comes first`,
      call: { command: 'returnToFree', args },
    },
  ];
}

function isCubicThroughPoints(project: Project, id: Id): boolean {
  const item = project.items[id];
  return item?.kind === 'curve' && item.recipe.kind === 'fit' && item.recipe.degree === 3;
}

function isExactShape(project: Project, id: Id): boolean {
  const item = project.items[id];
  if (item?.kind !== 'curve') return false;
  const { recipe } = item;
  return recipe.kind === 'primitive' || (recipe.kind === 'control' && recipe.degree === 1);
}

/** A follower that is drawn back over what leads it does better turned round. */
function runsBack({ figures, joint }: JointReading & { readonly joint: Joint }): boolean {
  return joint.leader.kind !== 'plane' && joint.leader.kind !== 'axis' && (figures?.angle ?? 0) > RUNS_BACK;
}

function turned(args: { readonly item: Id; readonly end: End }, leader: Joint['leader']): CommandCall {
  if (leader.kind === 'place' || leader.kind === 'guide') {
    const sense = leader.sense === 'forward' ? 'backward' : 'forward';
    return { command: 'setJoint', args: { ...args, leader: { ...leader, sense } } };
  }
  return { command: 'joinOtherEnd', args };
}

/** An arc between the ends of two curves can become a soft corner of them; null for any other curve. */
export function filletSoftened(project: Project, id: Id): CommandCall | null {
  const curve = curveIn(project, id);
  if (curve?.closing !== 'open' || !arcCentre(curve)) return null;
  const [[first], [second]] = ENDS.map((end) => endsMeeting(project, id, end));
  if (!first || !second || first.item === second.item) return null;
  return { command: 'softenFillet', args: { item: id, first, second, level: 2 } };
}
