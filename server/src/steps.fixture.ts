import { fitRecipe, type CommandCall, type Project, type Step } from '@pencil-bend/document';
import { perform } from '@pencil-bend/document/steps';

let serial = 0;
export const stamp = () => ({ id: `step-${String(++serial).padStart(6, '0')}`, time: new Date().toISOString() });

export function done(project: Project, call: CommandCall): { project: Project; step: Step } {
  const outcome = perform(project, call, stamp());
  if (!outcome.ok) throw new Error(outcome.failure);
  return outcome.value;
}

export const draw = (id: string, y = 7): CommandCall => ({
  command: 'drawItems',
  args: {
    layer: 'sheet',
    plane: 'front',
    shape: 'curve',
    items: [
      {
        id,
        recipe: fitRecipe(
          [
            { id: 'a', at: [0, 0, 0] },
            { id: 'b', at: [0.1 + 0.2, y, 0] },
          ],
          false,
        ),
      },
    ],
  },
});
