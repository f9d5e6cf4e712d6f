import {
  breaksOf,
  deviation,
  distance,
  domainOf,
  homogeneous,
  makeCurve,
  uniformKnots,
  type Vector3,
} from '@pencil-bend/core';
import { drawing, performed, randomly, stamp } from '../fixture';
import { NO_STACKS, type Stacks, stacksOf, type Step } from '../history/history';
import { applyPatch } from '../history/patch';
import { checkProject } from '../project/check';
import { type Axis, emptyProject, fitRecipe, isDerived, type Project, type Recipe } from '../project/project';
import { controlRecipe, curveOf } from '../recipe/fixSpacing';
import { fitPointsOf } from '../recipe/makeLive';
import { mirroredPlace } from '../recipe/mirroredPlace';
import { schemaProblems } from '../schemaProblems';
import { controlIds } from './items';
import { perform } from './perform';
import { undo } from '../history/undo';
import { curveCommands } from './curveCommands';
import type { CommandCall } from './registry';

/** What says that it keeps the curve where it is. */
const EXACT: readonly string[] = ['pinPoints', 'insertControlPoint', 'insertKnot', 'setRange', 'fixSpacing', 'raiseDegree', 'openCurve', 'reverseCurve']; // prettier-ignore
const NAMES = Object.keys(curveCommands).filter(
  (name) => !['refit', 'setFigure', 'giveBy'].includes(name),
) as CommandCall['command'][];

function calls(seed: number) {
  const { below, oneOf } = randomly(seed);
  let serial = 0;
  const fresh = () => `n${serial++}`;
  const place = (): Vector3 => [below(100), below(80) - 40, below(5) === 0 ? below(9) : 0];
  return (recipe: Recipe): CommandCall => {
    const { curve } = curveOf(recipe);
    const [first, last] = domainOf(curve);
    const fit = fitPointsOf(recipe).map(({ id }) => id);
    const controls = controlIds(recipe);
    const anyFit = fit.length > 0 && below(30) > 0 ? oneOf(fit) : 'nobody';
    const any = oneOf([anyFit, oneOf(controls)]);
    const knot = oneOf(breaksOf(curve)).u;
    const u = below(3) === 0 ? knot : first + (last - first) * (below(1000) / 999);
    const item = 'curve';
    const isOwnMirror = recipe.kind !== 'primitive' && recipe.symmetry !== undefined;
    if (isOwnMirror && below(20) === 0) return { command: 'releaseMirror', args: { item } };
    // A curve that is its own mirror takes fewer of them, so that it stays one for a while.
    const command = isOwnMirror && below(3) > 0 ? oneOf(ON_BOTH_SIDES) : oneOf(NAMES);
    const args: Record<string, unknown> = {
      movePoints: { moves: [{ point: any, to: place() }] },
      bendAt: { u, to: place() },
      turnAt: { u, direction: place(), mm: 1 + below(40) },
      pinPoints: { points: [any], axis: below(3) as Axis, pinned: below(2) === 0 },
      setPoints: {
        which: oneOf(['fit', 'control']),
        rows: Array.from({ length: 2 + below(9) }, () => ({ at: place() })),
      },
      insertFitPoint: { u, id: fresh() },
      removeFitPoint: { point: anyFit },
      removeHandles: { points: [...new Set([anyFit, ...(below(2) ? [oneOf(controls)] : [])])], knots: below(3) ? [] : [knot] }, // prettier-ignore
      setKink: { point: anyFit, kink: below(3) > 0 },
      setTangent: { point: anyFit, tangent: below(3) === 0 ? null : { direction: place(), ...(below(2) && { strength: { ratio: 0.5 + below(3) } }) } }, // prettier-ignore
      setRadius: { point: anyFit, radius: below(2) === 0 ? null : 5 + below(50) },
      setFitTolerance: { within: below(3) === 0 ? 0 : (1 + below(40)) / 10 },
      insertControlPoint: { leg: below(controls.length), share: (1 + below(8)) / 10 },
      removeControlPoint: { point: oneOf(controls) },
      setWeights: { weights: [{ point: oneOf(controls), weight: (1 + below(30)) / 10 }] },
      straighten: { points: [oneOf(controls), oneOf(controls)] },
      insertKnot: { u },
      removeKnot: { u: knot },
      moveKnot: { u: knot, to: u },
      setRange: { first: below(5), last: 1 + below(9) },
      fitDegree: { degree: 1 + below(6) },
      openCurve: { id: fresh() },
      moveSeam: { u },
      pulledByCorners: { degree: 1 + below(4) },
      makeSymmetric: { about: { at: [40 + below(20), 0, 0], across: [1, 0, 0] } },
    };
    return { command, args: { item, ...(args[command] as object) } } as CommandCall;
  };
}

const ON_BOTH_SIDES = ['movePoints', 'insertFitPoint', 'removeFitPoint', 'setKink', 'setTangent', 'setRadius', 'setFitTolerance', 'reverseCurve', 'fixSpacing', 'setWeights', 'insertKnot', 'makeLive'] as const; // prettier-ignore

/** A curve pulled by the points. */
const plain = (rows: readonly { at: Vector3 }[]) =>
  controlRecipe(
    makeCurve(3, uniformKnots(3, rows.length), homogeneous(rows.flatMap(({ at }) => [...at]))),
    (i) => `c${i + 1}`,
  );

const recipeOf = (project: Project): Recipe => {
  const item = project.items['curve'];
  if (item?.kind !== 'curve' || isDerived(item.recipe)) throw new Error('no curve');
  return item.recipe;
};

/** Points of a curve that is its own mirror whose images are no points of it. */
function withoutImage(recipe: Recipe): Vector3[] {
  const about = recipe.kind === 'primitive' ? undefined : recipe.symmetry;
  if (!about || recipe.kind === 'primitive') return [];
  const places = recipe.points.map(({ at }) => at);
  return places.filter((at) => !places.some((other) => distance(other, mirroredPlace(about, at)) < 1e-6));
}

const SEED = Number(process.env['LAW_SEED'] ?? 2026);

const told = { heldMirrors: 0 };
// Among all seeds, steps that leave a curve of held spacing that is its own mirror.
afterAll(() => expect(told.heldMirrors).toBeGreaterThan(3));

describe('random play with one curve', () => {
  it.each([0, 1, 2, 3].map((i) => SEED + i))('seed %i: every command is done right or refused in words', (seed) => {
    const next = calls(seed);
    const points = [[0, 0, 0], [20, 30, 0], [50, 35, 0], [80, 10, 0], [100, -20, 0]].map((at, i) => ({ id: `p${i}`, at: at as never })); // prettier-ignore
    let { project } = performed(
      emptyProject('Play'),
      drawing('curve', { id: 'curve', recipe: fitRecipe(points, seed % 2 === 0) }),
    );
    const start = project;
    let stacks: Stacks = NO_STACKS;
    const log: Step[] = [];
    const done = new Map<string, number>();
    const refusals = new Set<string>();
    let heldMirrors = 0;
    for (let turn = 0; turn < 500; turn++) {
      const recipe = recipeOf(project);
      // A curve that was raised and cut again and again says little more; it begins anew.
      if (controlIds(recipe).length > 40 || curveOf(recipe).curve.degree > 6) {
        const rows = points.map(({ at }) => ({ at }));
        const anew = { command: 'refit', args: { item: 'curve', how: 'relay', recipe: plain(rows) } } as const;
        const begun = performed(project, anew);
        log.push(...begun.log);
        stacks = stacksOf(begun.log, stacks);
        project = begun.project;
        continue;
      }
      const call = next(recipe);
      const before = JSON.stringify(project);
      const outcome = perform(project, call, stamp());
      expect(JSON.stringify(project)).toBe(before);
      if (!outcome.ok) {
        expect(outcome.failure).toMatch(/^([A-Z\d]|[a-z][^:/]+: ).{8,}/);
        refusals.add(outcome.failure.replace(/[\d'].*/, ''));
        continue;
      }
      const { project: after, step } = outcome.value;
      done.set(call.command, (done.get(call.command) ?? 0) + 1);
      expect(schemaProblems('step', step)).toEqual([]);
      expect(checkProject(JSON.parse(JSON.stringify(after)))).toEqual([]);
      expect(applyPatch(project, JSON.parse(JSON.stringify(step.patch)))).toEqual({ ok: true, value: after });
      expect([call, recipe, withoutImage(recipeOf(after))]).toEqual([call, recipe, []]);
      const [old, made] = [curveOf(recipe).curve, curveOf(recipeOf(after)).curve];
      if (EXACT.includes(call.command) && call.command !== 'reverseCurve') {
        expect([call, deviation(old, made).max]).toEqual([call, expect.closeTo(0, 6)]);
      }
      const now = recipeOf(after);
      if (now.kind === 'control' && now.symmetry) heldMirrors++;
      project = after;
      if (step.patch.length > 0) {
        log.push(step);
        stacks = stacksOf([step], stacks);
      }
    }
    told.heldMirrors += heldMirrors;
    expect(done.size).toBeGreaterThan(18);
    expect(refusals.size).toBeGreaterThan(8);
    while (stacks.undo.length > 0) {
      const back = undo(project, stacks, stamp());
      if (!back.ok) throw new Error(back.failure);
      project = back.value.project;
      stacks = stacksOf([back.value.step], stacks);
    }
    expect(project).toEqual(start);
  });
});
