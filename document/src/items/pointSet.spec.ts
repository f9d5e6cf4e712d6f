import { rotation, scaling, translation, type Vector3 } from '@pencil-bend/core';
import { archProject, drawing, measured, performed, stamp } from '../fixture';
import { perform } from '../command/perform';
import type { CommandCall } from '../command/registry';
import { checkProject } from '../project/check';
import { withPlaces } from '../placeInWords';
import { inWords } from '../problem';
import type { PointSet, Project } from '../project/project';
import { placed } from '../recipe/affine';
import { newPointSet } from './pointSet';
import { itemDescription, itemExtent, itemWord, labelOf } from './table';

const start = performed(archProject(), drawing('measured-set', { id: 'scan', pointSet: measured })).project;
const move: CommandCall = { command: 'transformItems', args: { items: ['scan'], how: 'move', map: translation([1, 2, 3]) } }; // prettier-ignore

function scanIn({ items: { scan } }: Project): PointSet {
  if (scan.kind !== 'pointSet') throw new Error('it is no set');
  return scan.pointSet;
}

describe('a set of points as an item', () => {
  it('first lies where its points were measured, and knows the box around them', () => {
    const set = newPointSet(measured.content, Float64Array.of(1, -2, 3, 0, 5, 3));
    expect(set).toEqual({ ...measured, count: 2, box: { least: [0, -2, 3], largest: [1, 5, 3] } });
    expect(checkProject(performed(archProject(), drawing('measured-set', { id: 's', pointSet: set })).project)).toEqual(
      [],
    );
  });

  it('is told by its count, and reaches as far as its box', () => {
    const { scan } = start.items;
    expect([scan.name, itemWord(scan), labelOf(scan)]).toEqual(['Measured set 1', '1,234', 'a measured set']);
    expect(itemDescription(scan as never)).toBe('1,234 measured points');
    const corners = itemExtent(start, 'scan');
    expect(corners).toHaveLength(8);
    expect(new Set(corners.map(String))).toEqual(new Set(['0,0,0', '40,0,0', '0,20,0', '40,20,0', '0,0,2', '40,0,2', '0,20,2', '40,20,2'])); // prettier-ignore
  });

  it('goes where maps take it, one after the other: its points stay as they are kept', () => {
    const turn = rotation([0, 0, 1], Math.PI / 2);
    const { project } = performed(
      start,
      move,
      { command: 'transformItems', args: { items: ['scan'], how: 'rotate', map: turn } },
      { command: 'transformItems', args: { items: ['scan'], how: 'scale', map: scaling(2) } },
    );
    const { map, ...kept } = scanIn(project);
    const { map: _before, ...before } = measured;
    expect(kept).toEqual(before);
    // (10, 5, 1) moved, turned by a quarter and doubled, by hand.
    const at = placed(map, [10, 5, 1]);
    const byHand: Vector3 = [-14, 22, 8];
    at.forEach((value, c) => expect(value).toBeCloseTo(byHand[c], 12));
  });

  it('is thinned, copied and taken out, and is no curve', () => {
    const { project } = performed(
      start,
      { command: 'thinPointSet', args: { item: 'scan', thinning: 10 } },
      { command: 'copyItems', args: { items: ['scan'], how: 'copy', id: 'k', maps: [translation([0, 9, 0])] } },
    );
    expect(scanIn(project).thinning).toBe(10);
    expect(project.items['k-1']).toMatchObject({ name: 'Measured set 2', pointSet: { content: measured.content, thinning: 10 } }); // prettier-ignore
    const refused = (call: CommandCall) => {
      const outcome = perform(start, call, stamp());
      return outcome.ok ? null : outcome.failure;
    };
    expect(refused({ command: 'thinPointSet', args: { item: 'arch', thinning: 2 } })).toBe(
      'Curve 1 is no measured set',
    );
    expect(refused({ command: 'reverseCurve', args: { item: 'scan' } })).toBe('Measured set 1 is a measured set, not a curve'); // prettier-ignore
    expect(refused({ command: 'thinPointSet', args: { item: 'scan', thinning: 0 } })).toMatch(/thinning/);
  });

  it.each<[string, Partial<PointSet>, RegExp]>([
    ['a name that no content has', { content: '../etc' }, /measured set Measured set 1, content.*pattern/],
    ['no points', { count: 0 }, /measured set Measured set 1, count/],
    [
      'a box inside out',
      { box: { least: [1, 0, 0], largest: [0, 0, 0] } },
      /measured set Measured set 1, box: The least/,
    ],
    [
      'a place too far off',
      { box: { least: [0, 0, 0], largest: [1e12, 0, 0] } },
      /measured set Measured set 1.*x: 1e12 mm/,
    ],
  ])('with %s it is refused in words', (_what, part, words) => {
    const value = { ...start, items: { ...start.items, scan: { ...start.items['scan'], pointSet: { ...measured, ...part } } } }; // prettier-ignore
    const problems = checkProject(value);
    expect(problems).not.toEqual([]);
    expect(inWords(withPlaces(problems, value))).toMatch(words);
  });
});
