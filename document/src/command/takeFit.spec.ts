import { lineBetween } from '@pencil-bend/core';
import { drawing, measured, performed, points } from '../fixture';
import { emptyProject, fitRecipe, type Project } from '../project/project';
import { controlRecipe } from '../recipe/fixSpacing';
import { done, refused } from './step.fixture';
import type { CommandCall } from './registry';

const LINE = controlRecipe(lineBetween([0, 0, 0], [90, 9, 0]), (i) => `c${i + 1}`);
const drawn = (): Project =>
  performed(
    emptyProject('Fits'),
    drawing('curve', { id: 'lip', recipe: fitRecipe(points([0, 0, 0], [40, 20, 0], [90, 9, 0]), false) }),
  ).project;
const take = (item: string, more: Partial<Extract<CommandCall, { command: 'takeFit' }>['args']> = {}): CommandCall => ({
  command: 'takeFit',
  args: { item, layer: 'sheet', plane: 'front', how: 'elastica', recipe: LINE, ...more },
});
const beside = { id: 'set', layer: 'fits', layerName: 'Points of fits', name: 'Points of Curve 1', pointSet: measured };

describe('a fit that is taken', () => {
  it('makes it the curve, and leaves the points beside it on a layer to work to, in one step', () => {
    const { project, title } = done(drawn(), take('lip', { points: beside }));
    expect(title).toBe('Fit Curve 1 anew: bending and stretching');
    expect(project.items['lip']).toMatchObject({ kind: 'curve', name: 'Curve 1', recipe: LINE });
    expect(project.items['set']).toMatchObject({ kind: 'pointSet', layer: 'fits', pointSet: measured });
    expect(project.layers['fits']).toMatchObject({ name: 'Points of fits', reference: true });
    // The next ones go to the same layer.
    const again = done(project, take('lip', { how: 'fewest', points: { ...beside, id: 'other' } })).project;
    expect(again.layerOrder).toHaveLength(2);
    expect(again.items['other'].name).not.toBe(again.items['set'].name);
  });

  it('is a new curve where none is named', () => {
    const { project, title } = done(drawn(), take('new', { how: 'euler-spiral' }));
    expect(title).toBe('Fit Curve 2 anew: Euler spirals');
    expect(project.items['new']).toMatchObject({ kind: 'curve', name: 'Curve 2', layer: 'sheet', recipe: LINE });
    expect(project.items['lip']).toEqual(drawn().items['lip']);
  });

  it('is refused for what others make, and for what is no curve', () => {
    const mirrored = done(drawn(), {
      command: 'mirrorItems',
      args: { items: ['lip'], id: 'image', about: { at: [0, 0, 0], across: [1, 0, 0] } },
    }).project;
    const image = Object.keys(mirrored.items).find((id) => id !== 'lip') ?? '';
    expect(refused(mirrored, take(image))).toContain('is made from others');
    const dotted = done(drawn(), drawing('point', { id: 'dot', at: [5, 5, 0] })).project;
    expect(refused(dotted, take('dot'))).toContain('a curve of its own is needed');
    expect(refused(drawn(), take('lip', { layer: 'nowhere', item: 'new' }))).not.toBe('accepted');
  });
});
