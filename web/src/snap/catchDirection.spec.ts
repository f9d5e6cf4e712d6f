import { FRONT, type Vector3 } from '@pencil-bend/core';
import { plainItem, type Project } from '@pencil-bend/document';
import { projectWith, through } from '../session/bench.fixture';
import type { SnapKind } from '../api/savedView';
import { type ShownItem, shownItem } from '../view/shownItem';
import { catchDirection } from './catchDirection';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const project: Project = projectWith(through('slope', [0, 0], [40, 10]), through('bow', [100, 0], [120, 20], [140, 0]));
const items: ShownItem[] = Object.entries(project.items).map(([id, item]) =>
  shownItem(id, plainItem(project, item), project),
);
const ALL: ReadonlySet<SnapKind> = new Set<SnapKind>(['tangent', 'curve', 'level']);
const caught = (at: Vector3, about: Vector3, on = ALL, reach = 1) =>
  catchDirection(at, about, { items, on, plane: FRONT, reach });
const angleOf = (at: Vector3, about: Vector3) => (Math.atan2(at[1] - about[1], at[0] - about[0]) * 180) / Math.PI;

describe('a direction that is caught', () => {
  const free: Vector3 = [0, 200, 0];

  it('is a multiple of 15 degrees, called by its name where it has one', () => {
    expect(caught([30, 200.6, 0], free)).toMatchObject({ label: 'level', at: [30, 200, 0] });
    expect(caught([0.5, 160, 0], free)).toMatchObject({ label: 'upright' });
    const found = caught([30, 217.6, 0], free);
    expect(found?.label).toBe('30°');
    expect(angleOf(found?.at ?? free, free)).toBeCloseTo(30, 9);
    expect(caught([30, 223.9, 0], free)).toBeNull();
  });

  it('is that of a straight line, either way, before an angle', () => {
    const found = caught([-40, 189.6, 0], free);
    expect(found).toMatchObject({ label: 'along Curve 1', item: 'slope' });
    expect(angleOf(found?.at ?? free, free)).toBeCloseTo(Math.atan2(-10, -40) * (180 / Math.PI), 9);
    expect(caught([-40, 189.6, 0], free, new Set<SnapKind>(['level']))?.label).toBe('-165°');
  });

  it('is the tangent of a curve that passes there, first of all', () => {
    // At its top the bow runs level, by its symmetry.
    const found = caught([150, 20.5, 0], [120, 20, 0]);
    expect(found).toMatchObject({ label: 'tangent to Curve 2', item: 'bow' });
    expect(found?.at[1]).toBeCloseTo(20, 9);
  });

  it('is none while the stem is shorter than the reach', () => {
    expect(caught([0.5, 200, 0], free)).toBeNull();
  });
});
