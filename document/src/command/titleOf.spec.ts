import { archProject, drawArch, performed } from '../fixture';
import { emptyProject } from '../project/project';
import { migrateStep } from '../history/stepTitle';
import { stepProblems } from '../history/stepProblems';
import { named } from './items';
import { titleOf } from './titleOf';

const step = performed(emptyProject('Test'), drawArch).log[0];
const withTitle = (title: unknown) => ({ ...step, title });

describe('the title of a step', () => {
  it('is made of facts of then: renaming the curve later does not change it', () => {
    const { log } = performed(
      archProject(),
      { command: 'movePoints', args: { item: 'arch', moves: [{ point: 'p2', to: [30, 25, 0] }] } },
      { command: 'renameItem', args: { item: 'arch', name: 'Handle' } },
    );
    expect(log[0].title).toEqual({ command: 'movePoints', items: { names: ['Curve 1'], count: 1 }, points: { kind: 'fit', number: 2 } }); // prettier-ignore
    expect(log.map(({ title }) => titleOf(title))).toEqual(['Move point 2 of Curve 1', 'Rename Curve 1 to Handle']);
  });

  it.each([
    [[], 'Delete nothing'],
    [['a'], 'Delete a'],
    [['a', 'b'], 'Delete a and b'],
    [['a', 'b', 'c'], 'Delete a and 2 more'],
  ])('names the first of %p', (ids, words) => {
    const items = Object.fromEntries(ids.map((id) => [id, { ...archProject().items['arch'], name: id }]));
    const project = { ...emptyProject('Test'), items };
    expect(titleOf({ command: 'deleteItems', items: named(project, ids) })).toBe(words);
  });

  it('is one line, however long the names are', () => {
    const items = { names: ['a'.repeat(120), 'b'.repeat(120)], count: 2 };
    expect(titleOf({ command: 'groupItems', items, to: 'c'.repeat(120) })).toHaveLength(300);
  });

  it('is still told of a command that this version does not have, and of what fits no command', () => {
    expect(titleOf({ command: 'foldPaper' })).toBe('A change');
    expect(titleOf({ command: 'constructor' })).toBe('A change');
    expect(titleOf({ command: 'setLayer', how: 'fold', items: { names: ['Sheet'], count: 1 } })).toBe('Change the layer Sheet'); // prettier-ignore
    expect(titleOf({ command: 'movePoints' })).toBe('Move  of nothing');
  });
});

describe('a step of an earlier format', () => {
  const { title: _title, time, ...rest } = step;
  const old = { ...rest, at: time, name: 'Move point 4 of Spout' };

  it('keeps its title as people read it', () => {
    const migrated = migrateStep(old);
    expect(stepProblems(migrated)).toEqual([]);
    expect(titleOf((migrated as typeof step).title)).toBe('Move point 4 of Spout');
  });

  it('is told from what is none', () => {
    for (const other of [null, 7, 'x', [], {}, step, { ...old, title: { command: 'setUp' } }]) {
      expect(migrateStep(other)).toBe(other);
    }
    expect(stepProblems(migrateStep({ ...rest, at: time, name: 7 }))).not.toEqual([]);
  });
});

it.each<[string, unknown, string]>([
  ['no title', undefined, ''],
  ['a text', 'Move', '/title'],
  ['an unknown command', { command: 'fly' }, '/title/command'],
  ['a command that every object has', { command: 'toString' }, '/title/command'],
  ['an earlier step without its text', { command: 'earlier' }, '/title'],
  ['a text beside facts', { command: 'setUp', text: 'Set up' }, '/title/text'],
  ['a name that no item may have', { command: 'deleteItem', items: { names: ['a\u0007'], count: 1 } }, '/title/items/names/0'], // prettier-ignore
  ['a point before the first', { command: 'movePoints', points: { kind: 'fit', number: 0 } }, '/title/points'],
])('a step with %s is refused', (_what, title, path) => {
  expect(stepProblems(withTitle(title))[0].path).toContain(path);
});
