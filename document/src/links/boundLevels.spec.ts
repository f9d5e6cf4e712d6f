import type { CommandCall } from '../command/registry';
import { drawing, performed, points } from '../fixture';
import { emptyProject, fitRecipe } from '../project/project';
import { boundLevels } from './boundLevels';

const line = (id: string, x: number): CommandCall =>
  drawing('curve', { id, recipe: fitRecipe(points([x, 0, 0], [x + 20, 8, 0], [x + 40, 0, 0]), false) });
const join = (item: string, leader: string, level: 1 | 2): CommandCall => ({
  command: 'joinEnd',
  args: { item, end: 'start', leader: { kind: 'end', item: leader, end: 'end' }, level },
});

describe('the levels that joints ask of the ends of a curve', () => {
  it('are those of its own joints, and of what follows it; nothing else is bound', () => {
    const drawn = performed(emptyProject('Run'), line('a', 0), line('b', 40), line('c', 80)).project;
    const { project } = performed(drawn, join('b', 'a', 1), join('c', 'b', 2));
    expect(boundLevels(project, 'a')).toEqual({ end: 1 });
    expect(boundLevels(project, 'b')).toEqual({ start: 1, end: 2 });
    expect(boundLevels(project, 'c')).toEqual({ start: 2 });
    expect(boundLevels(project, 'nothing')).toEqual({});
    expect(boundLevels(drawn, 'b')).toEqual({});
  });
});
