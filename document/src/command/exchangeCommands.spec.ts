import { homogeneous, makeCurve } from '@pencil-bend/core';
import { emptyProject, type Project } from '../project/project';
import { controlRecipe } from '../recipe/fixSpacing';
import { applyPatch } from '../history/patch';
import { perform } from './perform';
import type { CommandCall } from './registry';

const TIME = '2026-12-02T06:00:00.000Z';
const LINE = controlRecipe(makeCurve(1, [0, 0, 1, 1], homogeneous([0, 0, 0, 5, 0, 0])), (i) => `c${i + 1}`);
type Args = Extract<CommandCall, { command: 'bringIn' }>['args'];
const ARGS: Args = {
  file: 'kettle.step',
  plane: 'front',
  layers: [{ id: 'rims', name: 'Rims', reference: true }],
  groups: [{ id: 'both', name: 'Both' }],
  items: [
    { id: 'a', name: 'Rim', layer: 'rims', colour: '#ff8000', group: 'both', recipe: LINE },
    { id: 'b', name: 'Rim', layer: 'sheet', hidden: true, at: [1, 2, 3] },
    { id: 'c', name: 'Axis', layer: 'sheet', group: 'both', guide: { kind: 'line', at: [0, 0, 0], direction: [0, 1, 0], symmetry: false } },
  ],
}; // prettier-ignore

const outcome = (args: Args, project: Project = emptyProject('Kettle')) =>
  perform(project, { command: 'bringIn', args }, { id: 'step-0001', time: TIME });

describe('what a file brings', () => {
  it('comes as one step, with layers, groups, colours, and what is hidden', () => {
    const done = outcome(ARGS);
    if (!done.ok) throw new Error(done.failure);
    const { project, step } = done.value;
    expect(project.layers['rims']).toMatchObject({ name: 'Rims', reference: true, visible: true });
    expect(project.groups).toEqual({ both: { name: 'Both' } });
    expect(project.itemOrder).toEqual(['a', 'b', 'c']);
    expect(project.items['a']).toMatchObject({ kind: 'curve', name: 'Rim', colour: '#ff8000', layer: 'rims', group: 'both', visible: true }); // prettier-ignore
    expect(project.items['b']).toMatchObject({ kind: 'point', name: 'Rim 1', visible: false });
    expect(project.items['c']).toMatchObject({ kind: 'guide', name: 'Axis', group: 'both' });
    expect(applyPatch(project, step.inverse)).toEqual({ ok: true, value: emptyProject('Kettle') });
  });

  it.each<[string, Partial<Args>, string]>([
    ['a layer that is not there', { layers: [] }, "There is no layer 'rims' in this project"],
    ['a group that is not there', { groups: [] }, "There is no group 'both' in this project"],
    ['a plane that is not there', { plane: 'attic' }, "There is no plane 'attic' in this project"],
    [
      'a layer whose id is taken',
      { layers: [...ARGS.layers, { id: 'sheet', name: 'Sheet' }] },
      "The id 'sheet' is taken",
    ],
    ['two items of one id', { items: [ARGS.items[1], ARGS.items[1]] }, "The id 'b' is taken"],
  ])('is refused whole with %s', (_what, change, message) => {
    const done = outcome({ ...ARGS, ...change });
    expect(done.ok ? null : done.failure).toContain(message);
  });

  it('is not put on a locked layer', () => {
    const project = emptyProject('Kettle');
    const locked = { ...project, layers: { sheet: { ...project.layers['sheet'], locked: true } } };
    const done = outcome(ARGS, locked);
    expect(done.ok ? null : done.failure).toContain('The layer Sheet is locked');
  });
});
