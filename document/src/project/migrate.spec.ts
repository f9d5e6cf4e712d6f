import { checkProject } from './check';
import { migrate } from './migrate';
import { emptyProject, VERSION } from './project';

const { groups: _groups, ...today } = emptyProject('Old');
const third = { ...emptyProject('Old'), version: 3, layers: { sheet: { name: 'Sheet', visible: false, colour: null, locked: false, reference: false } } }; // prettier-ignore
const second = { ...today, version: 2, layers: { sheet: { name: 'Sheet', visible: false } } };
const { grid: _grid, ...first } = { ...second, version: 1 };

describe('migrate', () => {
  it.each([
    ['first', first],
    ['second', second],
    ['third', third],
    ['fourth', { ...third, version: 4 }],
    ['fifth', { ...third, version: 5 }],
    ['sixth', { ...third, version: 6, joints: {} }],
  ])('makes the %s version one of today, with all that was in it', (_which, old) => {
    const project = migrate(old);
    expect(checkProject(project)).toEqual([]);
    expect(project).toMatchObject({ version: VERSION, grid: null, groups: {}, layers: { sheet: { name: 'Sheet', visible: false, colour: null, locked: false, reference: false } } }); // prettier-ignore
  });

  it('leaves alone what it does not know', () => {
    for (const other of [
      null,
      7,
      'x',
      [],
      {},
      { ...first, format: 'other' },
      { ...first, version: 9 },
      { ...first, version: '1' },
    ]) {
      // prettier-ignore
      expect(migrate(other)).toBe(other);
    }
  });
});
