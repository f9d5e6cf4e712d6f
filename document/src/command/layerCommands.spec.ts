import { archProject, performed, stamp } from '../fixture';
import { emptyProject, type Project } from '../project/project';
import { perform } from './perform';
import type { CommandCall } from './registry';
import { titleOf } from './titleOf';

const add: CommandCall = { command: 'addLayer', args: { id: 'more', name: 'More' } };
const del = (layer: string): CommandCall => ({ command: 'deleteLayer', args: { layer } });
const why = (project: Project, call: CommandCall) => {
  const outcome = perform(project, call, stamp());
  return outcome.ok ? null : outcome.failure;
};

describe('layers', () => {
  it('are deleted when nothing lies on them, but never the last one', () => {
    const empty = emptyProject('Test');
    expect(why(empty, del('sheet'))).toMatch(/is the last layer$/);
    const { project } = performed(empty, add, del('sheet'));
    expect([project.layerOrder, Object.keys(project.layers)]).toEqual([['more'], ['more']]);
    expect(why(project, del('more'))).toMatch(/^More is the last layer$/);
  });

  it('with curves on them are not deleted', () => {
    const { project } = performed(archProject(), add);
    expect(why(project, del('sheet'))).toMatch(/^1 of the drawing's curves and points lie on the layer .*first$/);
    expect(why(project, del('more'))).toBeNull();
  });

  it('are changed in words that say what', () => {
    const titleOfSetting = (set: object) => {
      const call = { command: 'setLayer', args: { layer: 'sheet', ...set } } as CommandCall;
      return performed(emptyProject('Test'), call).log.map(({ title }) => titleOf(title));
    };
    const settings = [{ visible: false }, { locked: true }, { reference: true }, { colour: '#aa3355' }, { name: 'Side' }]; // prettier-ignore
    expect(settings.flatMap(titleOfSetting)).toEqual([
      'Hide the layer Sheet',
      'Lock the layer Sheet',
      'Make the layer Sheet a reference',
      'Colour the layer Sheet',
      'Rename the layer Sheet to Side',
    ]);
  });

  it('move to a place of the list, counted without them', () => {
    const { project } = performed(emptyProject('Test'), add, {
      command: 'addLayer',
      args: { id: 'third', name: 'Third' },
    });
    const order = (layer: string, to: number) =>
      performed(project, { command: 'moveLayer', args: { layer, to } }).project.layerOrder;
    expect(order('sheet', 1)).toEqual(['more', 'sheet', 'third']);
    expect(order('third', 0)).toEqual(['third', 'sheet', 'more']);
    expect(order('sheet', 9)).toEqual(['more', 'third', 'sheet']);
  });
});
