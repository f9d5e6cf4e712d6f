import type { Level } from '@pencil-bend/core';
import { handlesOn, selectionOf } from '@pencil-bend/document';
import { runAt } from './jointRun';
import type { BenchAction, Workbench } from './workbench';

/** Takes the next joint of the list into hand, or the one before; round from the last to the first. */
const step =
  (by: 1 | -1) =>
  ({ joints, editing, viewports }: Workbench): void => {
    const all = joints.all();
    if (all.length === 0) return editing.notify('there is no joint yet');
    const { items } = editing.selection();
    const selected = joints.selected();
    const at = all.findIndex((each) => each === selected || (!selected && each.item === items[0]));
    const next = all[at < 0 ? (by > 0 ? 0 : all.length - 1) : (at + by + all.length) % all.length];
    editing.select(next.joint ? handlesOn(next.item, [{ kind: 'joint', end: next.end }]) : selectionOf([next.item]));
    viewports.goTo([next.at]);
  };

const hasJoint = ({ joints }: Workbench): boolean => Boolean(joints.selected()?.joint);

const levelled =
  (level: Level) =>
  ({ joints, editing }: Workbench): void => {
    const selected = joints.selected();
    if (!selected?.joint) return editing.notify('a level is given to a joint: take one into hand first');
    editing.do({ command: 'setJoint', args: { item: selected.item, end: selected.end, level } });
  };

/** What keys do to joints. */
export const JOINT_ACTIONS: readonly BenchAction[] = [
  { label: 'Next joint', finds: 'continuity walk', group: 'joint', keys: ["'"], does: step(1) },
  { label: 'Joint before', finds: 'continuity walk previous', group: 'joint', keys: ['"'], does: step(-1) },
  ...([0, 1, 2, 3] as const).map((level): BenchAction => ({
    label: `Joint in hand with G${level}`,
    finds: 'continuity raise lower level',
    group: 'joint',
    keys: [String(level)],
    inMenu: (bench) => hasJoint(bench) && bench.joints.selected()?.wanted !== level,
    does: levelled(level),
  })),
  {
    label: 'Select the run of joined curves',
    finds: 'chain outline all connected',
    group: 'joint',
    keys: ['^'],
    inMenu: ({ editing, joints }) => joints.of(editing.selection().items[0] ?? '').length > 0,
    does: ({ editing, joints }) => {
      const [item] = editing.selection().items;
      const run = item ? runAt(joints.all(), item) : [];
      if (run.length < 2) return editing.notify('nothing is joined to what is selected');
      editing.select(selectionOf(run));
    },
  },
];
