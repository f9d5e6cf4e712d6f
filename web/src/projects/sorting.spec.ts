import type { ListedProject } from '@pencil-bend/document';
import { listed } from './sorting';

const project = (name: string, changedAt: string, items: number): ListedProject => ({
  id: name,
  name,
  revision: 0,
  changedAt,
  items,
  deletedAt: null,
});
const ALL = [
  project('Sheet 10', '2026-11-20', 3),
  project('Sheet 9', '2026-11-22', 3),
  project('Bézier lid', '2026-11-21', 8),
];
const names = (...args: Parameters<typeof listed>) => listed(...args).map(({ name }) => name);

it('sorts by change, by name with numbers as people count, and by curves', () => {
  expect(names(ALL, '', 'changed')).toEqual(['Sheet 9', 'Bézier lid', 'Sheet 10']);
  expect(names(ALL, '', 'name')).toEqual(['Bézier lid', 'Sheet 9', 'Sheet 10']);
  expect(names(ALL, '', 'items')).toEqual(['Bézier lid', 'Sheet 9', 'Sheet 10']);
  expect(ALL[0].name).toBe('Sheet 10');
});

it('finds every word anywhere in the name, whatever its capitals and accents', () => {
  expect(names(ALL, 'LID bezi', 'name')).toEqual(['Bézier lid']);
  expect(names(ALL, ' ', 'name')).toHaveLength(3);
  expect(names(ALL, 'sheet 9', 'name')).toEqual(['Sheet 9']);
  expect(names(ALL, 'spout', 'name')).toEqual([]);
});
