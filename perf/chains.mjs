// A chain of joined curves in a frame: the first curve is bent, and all that follows it is found anew.
import { join } from 'node:path';
import { build } from 'esbuild';

const COUNTS = [50, 200];
const FRAMES = 21;

// In a plane a rigid chain takes one map. In space the turns without twist differ from joint to joint, so each is solved.
const KINDS = [
  { name: 'control points, faded', level: 3, spread: 'faded', through: false, rise: 1, limit: 4 },
  { name: 'control points, rigid, in a plane', level: 3, spread: 'rigid', through: false, rise: 0, limit: 4 },
  { name: 'control points, rigid, in space', level: 3, spread: 'rigid', through: false, rise: 1, limit: 8 },
  { name: 'live fit points', level: 2, spread: 'faded', through: true, rise: 1, limit: 8 },
];

/** For each kind the milliseconds of a frame at each length of the chain. */
export async function chainFigures(root, scratch) {
  const outfile = join(scratch, 'chains.mjs');
  const contents =
    "export * from './index'; export { attempt } from './steps'; export { performed, points } from './fixture'; export * as core from '@pencil-bend/core'; import './steps';";
  const stdin = { contents, resolveDir: join(root, 'document/src'), loader: 'ts' };
  await build({ stdin, bundle: true, format: 'esm', platform: 'node', outfile });
  const document = await import(outfile);
  return KINDS.map((kind) => ({ ...kind, counts: COUNTS, ms: COUNTS.map((count) => frameOf(document, kind, count)) }));
}

function frameOf(document, { level, spread, through, rise }, count) {
  const { attempt, core, controlRecipe, emptyProject, fitRecipe, itemShape, performed, plainItem, points } = document;
  const ids = Array.from({ length: count }, (_, i) => `k${i}`);
  const places = (i, of) =>
    Array.from({ length: of }, (_, j) => [40 * i + (39 * j) / (of - 1), 6 * Math.sin(i + j / 3), rise * (j % 2)]);
  const recipe = (i) =>
    through
      ? fitRecipe(points(...places(i, 5)), false)
      : controlRecipe(
          core.makeCurve(5, core.uniformKnots(5, 8), core.homogeneous(places(i, 8).flat())),
          (k) => `c${k + 1}`,
        );
  const done = (project, call) => {
    const attempted = attempt(project, call);
    if (!attempted.ok) throw new Error(attempted.failure);
    return attempted.value;
  };
  const items = ids.map((id, i) => ({ id, recipe: recipe(i) }));
  const drawn = performed(emptyProject('Chain'), {
    command: 'drawItems',
    args: { layer: 'sheet', plane: 'front', shape: 'curve', items },
  }).project;
  const chain = ids.slice(1).reduce((project, item, i) => {
    const leader = { kind: 'end', item: ids[i], end: 'end' };
    return done(project, { command: 'joinEnd', args: { item, end: 'start', leader, level, spread } }).project;
  }, drawn);
  const point = through ? 'p4' : 'c7';
  const frame = (k) => {
    const moves = [{ point, to: [33 + (k % 17) / 40, 4 + (k % 13) / 30, rise] }];
    const { changed, project } = done(chain, { command: 'movePoints', args: { item: ids[0], moves } });
    // What the sheet does with them.
    for (const id of changed) itemShape(plainItem(project, project.items[id]), project);
  };
  for (let k = 0; k < 2 * FRAMES; k++) frame(k);
  const times = Array.from({ length: FRAMES }, (_, k) => {
    const start = performance.now();
    frame(k + 100);
    return performance.now() - start;
  });
  return times.sort((a, b) => a - b)[FRAMES >> 1];
}
