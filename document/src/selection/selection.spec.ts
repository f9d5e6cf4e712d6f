import { archProject } from '../fixture';
import type { Project } from '../project/project';
import type { Handle } from './handle';
import {
  clicked,
  handlesByItem,
  handlesOn,
  NOTHING,
  onlyItem,
  present,
  sameSelection,
  selectedHandles,
  toggled,
  withHandles,
} from './selection';

const fit = (id: string): Handle => ({ kind: 'fit', id });
const arch = archProject();
const two: Project = { ...arch, items: { ...arch.items, twin: arch.items['arch'] }, itemOrder: ['arch', 'twin'] };
const both = withHandles(['arch', 'twin'], [{ item: 'arch', handles: [fit('p1')] }, { item: 'twin', handles: [fit('p2'), fit('p9')] }]); // prettier-ignore

describe('a selection', () => {
  it('holds handles of several items, those that have some first', () => {
    expect(both).toMatchObject({ items: ['arch', 'twin'], handles: [fit('p1')], beside: [{ item: 'twin' }] });
    expect(selectedHandles(both, 'twin')).toEqual([fit('p2'), fit('p9')]);
    expect(selectedHandles(both, 'gone')).toEqual([]);
    const second = withHandles(['arch', 'twin'], [{ item: 'arch', handles: [] }, { item: 'twin', handles: [fit('p2')] }]); // prettier-ignore
    expect(second).toEqual({ items: ['twin', 'arch'], handles: [fit('p2')], beside: [] });
    expect(handlesByItem(second)).toEqual([{ item: 'twin', handles: [fit('p2')] }]);
    expect(sameSelection(both, { ...both, beside: [] })).toBe(false);
    expect([onlyItem(both), onlyItem(handlesOn('arch', [])), onlyItem(NOTHING)]).toEqual([null, 'arch', null]);
  });

  it('by a click is the item with its group, or one of several by itself', () => {
    const grouped = { ...two.items['arch'], group: 'g' };
    const project = { ...two, items: { arch: grouped, twin: grouped } };
    expect(clicked(project, NOTHING, 'twin').items).toEqual(['twin', 'arch']);
    expect(clicked(project, handlesOn('twin', []), 'twin').items).toEqual(['twin', 'arch']);
    expect(clicked(project, both, 'twin').items).toEqual(['twin']);
  });

  it('with an item more has its group more, each once; without it the group goes', () => {
    const grouped = { ...two.items['arch'], group: 'g' };
    const project = { ...two, items: { arch: grouped, twin: grouped, alone: two.items['arch'] } };
    expect(toggled(project, handlesOn('alone', []), 'twin').items).toEqual(['alone', 'twin', 'arch']);
    expect(toggled(project, handlesOn('arch', []), 'twin').items).toEqual(['arch', 'twin']);
    expect(toggled(project, both, 'twin').items).toEqual([]);
  });

  it('is what is still there: items that went, and points that no curve has, are not', () => {
    const now = present(two, both);
    expect(now.beside).toEqual([{ item: 'twin', handles: [fit('p2')] }]);
    expect(present(two, now)).toBe(now);
    expect(present({ ...two, items: { twin: two.items['twin'] } }, both)).toEqual(handlesOn('twin', [fit('p2')]));
    expect(present({ ...two, items: {} }, both)).toEqual(NOTHING);
  });
});
