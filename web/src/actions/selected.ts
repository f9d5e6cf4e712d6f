import { type CommandCall, fitPointsOf, type Recipe } from '@pencil-bend/document';
import type { Workbench } from './workbench';

/** The recipe of the first selected item; null where that is no curve. */
export const recipeOf = ({ editing }: Workbench): Recipe | null => {
  const [item] = editing.selection().items;
  return item ? editing.recipeOf(item) : null;
};

/** The handle that is selected alone. */
export const single = ({ editing }: Workbench) => {
  const { handles, beside } = editing.selection();
  return handles.length === 1 && beside.length === 0 ? handles[0] : null;
};

export const hasCurve = (bench: Workbench) => recipeOf(bench) !== null;
export const hasFit = (bench: Workbench) => fitPointsOf(recipeOf(bench) ?? NO_RECIPE).length > 0;
export const NO_RECIPE = { kind: 'control', degree: 1, closing: 'open', knots: [], points: [] } as const;

/** A command to the selected curve. */
export const give =
  (callFor: (bench: Workbench) => { readonly command: CommandCall['command']; readonly args?: object } | null) =>
  (bench: Workbench): void => {
    const item = bench.editing.onlySelected();
    const given = item === null ? null : callFor(bench);
    if (given) bench.editing.do({ command: given.command, args: { item, ...given.args } } as CommandCall);
  };
