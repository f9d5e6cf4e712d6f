import { handlesByItem } from '@pencil-bend/document';
import type { KeyInput } from '../tools/contract';
import { removal } from '../tools/select/edits';
import { type ToolName, TOOLS } from '../tools/catalogue';
import { hasCurve } from './selected';
import type { BenchAction, Workbench } from './workbench';

const tool =
  (name: ToolName) =>
  ({ hand }: Workbench) =>
    hand.takeUp(name);

/** A key for whatever is in hand: a stage that is viewed and a price that is offered come before the tool. */
const press =
  (key: KeyInput['key']) =>
  ({ hand, lossy, snaps, stages }: Workbench): void => {
    // What was caught for the step that is left, or taken back, is let go with it.
    if (key !== 'Enter') snaps.letGo();
    const offered = lossy.offer() !== null;
    if (key === 'Escape' && stages.viewed()) stages.leave();
    else if (key === 'Enter' && offered) lossy.apply();
    else if (key === 'Escape' && (offered || lossy.busy() !== null)) lossy.leave();
    else hand.feed({ type: 'key', key });
  };

/** The first choice that the tool in hand offers is set to the next of its values. */
function nextChoice({ hand, toolView }: Workbench): void {
  const option = toolView.options().find(({ kind }) => kind === 'choice');
  if (option?.kind !== 'choice') return;
  const values = option.choices.map(({ value }) => value);
  hand.setOption(option.name, values[(values.indexOf(option.value) + 1) % values.length]);
}

/** What Delete takes out, or frees. */
function deletion({ editing }: Workbench): string {
  const selection = editing.selection();
  const { items } = selection;
  const handles = handlesByItem(selection).flatMap((each) => each.handles);
  if (handles.length === 0) return items.length > 1 ? `Delete the ${items.length} selected` : 'Delete it';
  if (handles.length > 1) return `Take the ${handles.length} out`;
  return (
    {
      joint: 'Release the joint',
      freedom: 'Leave it to the program',
      tangent: 'Free the tangent',
      weight: 'Make the weight 1',
      knot: 'Take the knot out',
      on: 'Take the knot out',
    }[handles[0].kind as string] ?? 'Take the point out'
  );
}

/** The tools, and keys for whatever tool is in hand. */
export const TOOL_ACTIONS: readonly BenchAction[] = [
  ...TOOLS.filter(({ key }) => key !== null).map(({ name, label, key }): BenchAction => ({
    label,
    group: 'tools',
    keys: key === null ? [] : [key],
    ...(name === 'insert' && { inMenu: hasCurve }),
    does: tool(name),
  })),
  { label: 'All tools', group: 'tools', keys: ['/'], does: (bench) => bench.togglePalette() },
  {
    label: 'Next kind of leg or handle',
    group: 'tools',
    keys: [','],
    does: nextChoice,
  },
  {
    label: 'Snaps on, or off',
    group: 'tools',
    keys: [';'],
    does: ({ snaps }) => snaps.toggleAll(),
  },
  { label: 'Apply, take or end what is in hand', group: 'tools', keys: ['Enter'], does: press('Enter') },
  { label: 'Leave, or let go', group: 'tools', keys: ['Escape'], does: press('Escape') },
  { label: 'Take back the last point drawn', group: 'tools', keys: ['Backspace'], does: press('Backspace') },
  {
    label: 'Take it out, or delete the curve',
    now: deletion,
    group: 'tools',
    keys: ['Delete'],
    inMenu: ({ editing }) => {
      const selection = editing.selection();
      return (
        selection.items.length > 0 &&
        (selection.handles.length === 0 ||
          removal(selection, { recipeOf: editing.recipeOf, project: editing.project() }) !== null)
      );
    },
    does: press('Delete'),
  },
];
