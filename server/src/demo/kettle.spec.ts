import { type Curve, curvatureExtrema, type End } from '@pencil-bend/core';
import { pointsDeviation } from '@pencil-bend/core/changing';
import { continuityOfEnds, lumps } from '@pencil-bend/core/reading';
import { contentsOf, type Id, keptJoints, pointsOfBytes, resolve } from '@pencil-bend/document';
import { checkProject } from '@pencil-bend/document/steps';
import { kettle } from './kettle';

const { project, pointSets } = kettle();
const curves = resolve(project);

function curveOf(id: Id): Curve {
  const found = curves.get(id);
  if (!found?.ok) throw new Error(`no curve ${id}`);
  return found.value.curve;
}

const notesOf = (id: Id): string | undefined => project.items[id].note;
const read = (id: Id) => lumps(curveOf(id), { normal: id === 'spout' ? null : [0, 0, 1] });

/** How many extrema of curvature each curve has. */
const EXTREMA: Readonly<Record<Id, number>> = {
  'wall-right': 0,
  'base-corner-right': 1,
  base: 0,
  rim: 0,
  'lid-seat': 0,
  lid: 1,
  knob: 1,
  window: 4,
  spout: 3,
  mouth: 0,
  lip: 1,
  'grip-outer': 1,
  'lid-before': 1,
};
/** Those with a fault on purpose. */
const FAULTY: readonly Id[] = ['shoulder-right', 'spout-upper', 'spout-underside', 'grip-inner', 'grip-end'];

describe('the demo project', () => {
  it('is a valid project whose curves all resolve', () => {
    expect(checkProject(project)).toEqual([]);
    expect([...curves.values()].every(({ ok }) => ok)).toBe(true);
  });

  it('is drawn with few points, each curve with as many extrema of curvature as it needs', () => {
    const drawn = Object.entries(project.items).filter(
      ([, item]) => item.kind === 'curve' && (item.recipe.kind === 'fit' || item.recipe.kind === 'control'),
    );
    expect(drawn.map(([id]) => id).sort()).toEqual([...Object.keys(EXTREMA), ...FAULTY].sort());
    for (const [id, item] of drawn) {
      if (id === 'grip-inner' || item.kind !== 'curve' || !('points' in item.recipe)) continue;
      expect(item.recipe.points.length).toBeLessThanOrEqual(9);
    }
    for (const [id, count] of Object.entries(EXTREMA)) {
      const found = curvatureExtrema(curveOf(id), id === 'spout' ? null : [0, 0, 1]);
      expect([id, found.length]).toEqual([id, count]);
    }
  });

  it('has no lump of 2 % and no hook but where it is faulty on purpose', () => {
    for (const id of Object.keys(EXTREMA)) {
      expect([id, read(id).lumps, read(id).hooks]).toEqual([id, [], []]);
    }
  });

  it('has the faults that its notes tell of, and no others', () => {
    const told = Object.keys(project.items).filter((id) => notesOf(id)?.includes('on purpose'));
    expect(told.sort()).toEqual([...FAULTY].sort());
    expect(met('wall-right', 'end', 'shoulder-right', 'start')).toBe(1);
    expect(notesOf('shoulder-right')).toContain('G1 only');
    const [lump, ...others] = read('spout-underside').lumps;
    expect(lump.share).toBeGreaterThan(0.1);
    expect([...others, ...read('spout-underside').hooks]).toEqual([]);
    expect(notesOf('spout-underside')).toContain('a lump');
    expect(read('spout-upper').lumps).toEqual([]);
    expect(read('spout-upper').hooks).toContainEqual(expect.objectContaining({ end: 'end', kind: 'extremum' }));
    expect(notesOf('spout-upper')).toContain('hooks');
    expect(curveOf('grip-inner').points.length / 4).toBe(26);
    expect(read('grip-inner').lumps.length).toBeGreaterThan(4);
    expect(notesOf('grip-inner')).toContain('heavy');
    const grip = project.items['grip-end'];
    if (grip.kind !== 'curve' || grip.recipe.kind !== 'fit') throw new Error('it is not there');
    expect(grip.recipe.points.filter(({ kink }) => kink)).toHaveLength(1);
    expect(notesOf('grip-end')).toContain('a kink');
  });

  it('has joints that hold, G2 and G3, where a product has them', () => {
    const kept = (id: Id) => keptJoints(project, id);
    expect(kept('base-corner-right')).toEqual({ start: { level: 2, problem: null }, end: { level: 3, problem: null } });
    expect(kept('shoulder-right')).toEqual({ start: { level: 1, problem: null } });
    expect(kept('lip')).toEqual({ start: { level: 3, problem: null } });
    expect(met('base', 'end', 'base-corner-right', 'start')).toBe(2);
    expect(met('base-corner-right', 'end', 'wall-right', 'start')).toBe(3);
    expect(met('spout-underside', 'end', 'lip', 'start')).toBe(3);
  });

  it('leans its spout out of Front', () => {
    const heights = curveOf('spout').points.filter((_, i) => i % 4 === 2);
    expect(Math.max(...heights)).toBeGreaterThan(12);
  });

  it('has the points of its measured sets, near its grip', () => {
    expect([...pointSets.keys()].sort()).toEqual([...contentsOf(project)].sort());
    for (const grip of ['grip-outer', 'grip-inner']) {
      const set = project.items[`${grip}-measured`];
      if (set.kind !== 'pointSet') throw new Error('it is not there');
      const bytes = pointSets.get(set.pointSet.content);
      if (!bytes) throw new Error('it has no points');
      const points = pointsOfBytes(bytes);
      expect(set.pointSet.count).toBe(points.length / 3);
      const { max } = pointsDeviation(points, curveOf(grip));
      expect(max).toBeGreaterThan(0.2);
      expect(max).toBeLessThan(0.5);
      for (let c = 0; c < 3; c++) {
        const values = [...points].filter((_, i) => i % 3 === c);
        expect(set.pointSet.box.least[c]).toBe(Math.min(...values));
        expect(set.pointSet.box.largest[c]).toBe(Math.max(...values));
      }
    }
  });
});

const met = (leader: Id, of: End, id: Id, end: End) => continuityOfEnds(curveOf(leader), of, curveOf(id), end).level;
