import type { Vector3 } from '@pencil-bend/core';
import { perform } from './command/perform';
import type { CommandCall } from './command/registry';
import type { Shape } from './command/shapes';
import type { NewItem } from './command/sheetCommands';
import type { Step } from './history/history';
import { emptyProject, type FitPoint, fitRecipe, type PointSet, type Project } from './project/project';

/** Small projects for the specs. */

export const points = (...places: readonly Vector3[]): FitPoint[] => places.map((at, i) => ({ id: `p${i + 1}`, at }));

let serial = 0;
export const stamp = () => ({ id: `step-${String(++serial).padStart(6, '0')}`, time: '2026-11-23T12:00:00.000Z' });

/** Performs commands one after the other; throws for one that is refused. */
export function performed(project: Project, ...calls: readonly CommandCall[]): { project: Project; log: Step[] } {
  const log: Step[] = [];
  for (const call of calls) {
    const outcome = perform(project, call, stamp());
    if (!outcome.ok) throw new Error(outcome.failure);
    project = outcome.value.project;
    log.push(outcome.value.step);
  }
  return { project, log };
}

/** Draws one item on the first layer. */
export const drawing = (shape: Shape, item: NewItem) =>
  ({ command: 'drawItems', args: { layer: 'sheet', plane: 'front', shape, items: [item] } }) as const;

export const drawArch: CommandCall = drawing('curve', {
  id: 'arch',
  recipe: fitRecipe(points([0, 0, 0], [30, 20, 0], [60, 0, 0]), false),
});

/** Measured points that lie nowhere: what the drawing knows of them. */
export const measured: PointSet = {
  content: '0123456789abcdef0123456789abcdef',
  count: 1234,
  box: { least: [0, 0, 0], largest: [40, 20, 2] },
  map: { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1], origin: [0, 0, 0] },
  thinning: 1,
};

/** A sheet with one curve through three points. */
export const archProject = (): Project => performed(emptyProject('Test'), drawArch).project;

/** Seeded chance for random play: the same seed gives the same play. (Mulberry32, public domain, by T. Ettinger.) */
export function randomly(seed: number) {
  let state = seed >>> 0;
  const below = (limit: number): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return Math.floor((((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32) * limit);
  };
  return { below, oneOf: <T>(choices: readonly T[]): T => choices[below(choices.length)] };
}
