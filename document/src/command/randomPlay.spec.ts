import type { Vector3 } from '@pencil-bend/core';
import { drawing, randomly, stamp } from '../fixture';
import { NO_STACKS, type Stacks, stacksOf, type Step } from '../history/history';
import { applyPatch } from '../history/patch';
import { checkProject } from '../project/check';
import { emptyProject, fitRecipe, type Id, type Project } from '../project/project';
import { schemaProblems } from '../schemaProblems';
import { perform } from './perform';
import { type Outcome, projectBefore, redo, undo } from '../history/undo';
import type { CommandCall } from './registry';

/** What must be there, told without patches, recipes or schemas. */
interface ModelItem {
  readonly name: string;
  readonly colour: string;
  readonly visible: boolean;
  readonly note: string | undefined;
  /** Null for a point of its own. */
  readonly closed: boolean | null;
  readonly points: readonly { readonly id: Id; readonly at: Vector3 }[];
}
interface Model {
  readonly name: string;
  readonly items: ReadonlyMap<Id, ModelItem>;
}

const START: Model = { name: 'Play', items: new Map() };

const told = ({ name, items }: Model): string => JSON.stringify([name, [...items]]);

function modelOf({ name, items, itemOrder }: Project): Model {
  const entries = itemOrder.map((id): [Id, ModelItem] => {
    const item = items[id];
    const { name: itemName, colour, visible, note } = item;
    const told = { name: itemName, colour, visible, note };
    if (item.kind === 'point') return [id, { ...told, closed: null, points: [{ id, at: item.at }] }];
    if (item.kind !== 'curve' || item.recipe.kind !== 'fit') throw new Error('no command of the play makes one');
    return [id, { ...told, closed: item.recipe.closed, points: item.recipe.points }];
  });
  return { name, items: new Map(entries) };
}

/** Neighbours in one place, and too few points, are what a curve cannot have. */
function isPossible({ closed, points }: ModelItem): boolean {
  if (closed === null) return true;
  if (points.length < (closed ? 3 : 2) || new Set(points.map(({ id }) => id)).size < points.length) return false;
  return points.every(({ at }, i) => (i === 0 && !closed) || at.join() !== points.at(i - 1)?.at.join());
}

/** The model after an order; null when the order must be refused. */
function expected(model: Model, { command, args }: CommandCall): Model | null {
  const withItem = (id: Id, item: ModelItem | null): Model | null => {
    if (item && !isPossible(item)) return null;
    const items = new Map(model.items);
    if (item) items.set(id, item);
    else items.delete(id);
    return { ...model, items };
  };
  const numbered = (word: string) => {
    const names = [...model.items.values()].map(({ name }) => name);
    let number = 1;
    while (names.includes(`${word} ${number}`)) number++;
    return { name: `${word} ${number}`, colour: '#33363b', visible: true, note: undefined };
  };
  if (command === 'renameProject') return { ...model, name: args.name };
  if (command === 'restoreStage') return modelOf(args.drawing);
  if (command === 'drawItems') {
    const [drawn] = args.items;
    if (model.items.has(drawn.id)) return null;
    if ('at' in drawn) return withItem(drawn.id, { ...numbered('Point'), closed: null, points: [{ id: drawn.id, at: drawn.at }] }); // prettier-ignore
    if (!('recipe' in drawn) || drawn.recipe.kind !== 'fit') throw new Error('not in this play');
    return withItem(drawn.id, { ...numbered('Curve'), closed: drawn.recipe.closed, points: drawn.recipe.points });
  }
  const item = 'item' in args ? model.items.get(args.item) : null;
  if (!item || !('item' in args)) return null;
  switch (command) {
    case 'deleteItem':
      return withItem(args.item, null);
    case 'renameItem':
      return withItem(args.item, { ...item, name: args.name });
    case 'colourItem':
      return withItem(args.item, { ...item, colour: args.colour });
    case 'noteItem':
      return withItem(args.item, { ...item, note: args.note ?? undefined });
    case 'showItem':
      return withItem(args.item, { ...item, visible: args.visible });
    case 'placePoint':
      if (item.closed !== null) return null;
      return withItem(args.item, { ...item, points: [{ ...item.points[0], at: args.to }] });
    case 'movePoints': {
      const { point, to } = args.moves[0];
      const index = item.closed === null ? -1 : item.points.findIndex(({ id }) => id === point);
      const points = item.points.map((each, i) => (i === index ? { ...each, at: to } : each));
      return index < 0 ? null : withItem(args.item, { ...item, points });
    }
    case 'removeFitPoint': {
      if (item.closed === null) return null;
      const points = item.points.filter(({ id }) => id !== args.point);
      return points.length === item.points.length ? null : withItem(args.item, { ...item, points });
    }
    default:
      throw new Error(`${command} is not in this play`);
  }
}

/** Coordinates from a coarse grid, so that points often meet. */
function calls(seed: number) {
  const { below, oneOf } = randomly(seed);
  let serial = 0;
  const place = (): Vector3 => [below(6) * 10, below(6) * 7.3, 0];
  const fresh = () => ({ id: `n${serial++}`, at: place() });
  return (model: Model, stages: readonly Project[]): CommandCall => {
    const ids = [...model.items.keys()];
    // Now and then somebody asks for what is not there.
    const id = ids.length > 0 && below(40) > 0 ? oneOf(ids) : 'nobody';
    const point = oneOf(model.items.get(id)?.points.map((each) => each.id) ?? ['nobody']);
    const newId = ids.length > 0 && below(60) === 0 ? id : `i${serial++}`;
    switch (below(ids.length < 12 ? 12 : 10)) {
      case 0:
        return { command: 'placePoint', args: { item: id, to: place() } };
      case 1:
        return { command: 'removeFitPoint', args: { item: id, point } };
      case 2:
        return { command: 'renameItem', args: { item: id, name: `Name ${below(50)}` } };
      case 3:
        return { command: 'colourItem', args: { item: id, colour: oneOf(['#2f5d8a', '#7a5230']) } };
      case 4:
        if (below(3) === 0)
          return { command: 'noteItem', args: { item: id, note: oneOf([null, 'Tight', 'Meant so:\nthe lid']) } };
        return { command: 'showItem', args: { item: id, visible: below(2) === 0 } };
      case 5:
        return below(3) === 0
          ? { command: 'deleteItem', args: { item: id } }
          : { command: 'renameProject', args: { name: `Play ${below(9)}` } };
      case 6:
      case 7:
      case 8:
      case 9:
        return stages.length > 0 && below(4) === 0
          ? { command: 'restoreStage', args: { name: 'Stage', drawing: oneOf(stages) } }
          : { command: 'movePoints', args: { item: id, moves: [{ point, to: place() }] } };
      case 10:
        return drawing('point', { id: newId, at: place() });
      default: {
        const points = Array.from({ length: 2 + below(5) }, fresh);
        return drawing('curve', { id: newId, recipe: fitRecipe(points, below(3) === 0) });
      }
    }
  };
}

const SEED = Number(process.env['LAW_SEED'] ?? 2026);

describe('random play over the command registry', () => {
  it.each([SEED, SEED + 1])('seed %i: 1,500 steps agree with a simple model', (seed) => {
    const next = calls(seed);
    const { below } = randomly(seed + 1000);
    let project = emptyProject('Play');
    const log: Step[] = [];
    let stacks: Stacks = NO_STACKS;
    const done: Model[] = [START];
    const undone: Model[] = [];
    const stages: Project[] = [];
    let refused = 0;
    const follow = (outcome: Outcome) => {
      if (!outcome.ok) throw new Error(outcome.failure);
      project = outcome.value.project;
      log.push(outcome.value.step);
      const model = modelOf(project);
      // Texts compare fast; only a difference is worth a readable report.
      if (told(model) !== told(done[done.length - 1])) expect(model).toEqual(done.at(-1));
      stacks = stacksOf([outcome.value.step], stacks);
    };

    for (let turn = 0; turn < 1500; turn++) {
      const dice = below(10);
      if (dice < 2 && done.length > 1) {
        undone.push(...done.splice(-1));
        follow(undo(project, stacks, stamp()));
      } else if (dice < 4 && undone.length > 0) {
        done.push(...undone.splice(-1));
        follow(redo(project, stacks, stamp()));
      } else {
        const model = done[done.length - 1];
        const call = next(model, stages);
        const after = expected(model, call);
        const outcome = perform(project, call, stamp());
        expect([turn, call, outcome.ok]).toEqual([turn, call, after !== null]);
        if (!after) {
          refused++;
          continue;
        }
        undone.length = 0;
        done.push(after);
        follow(outcome);
        if (below(100) === 0) stages.push(project);
      }
      if (turn % 50 === 0) {
        // A fresh copy, so that nothing is believed because it was right before.
        expect(checkProject(JSON.parse(JSON.stringify(project)))).toEqual([]);
        expect(schemaProblems('step', log.at(-1))).toEqual([]);
        // As it was before one of the last steps that still stand.
        const back = below(Math.min(20, stacks.undo.length));
        const before = projectBefore(project, stacks, stacks.undo[stacks.undo.length - 1 - back].id);
        expect(before && told(modelOf(before))).toBe(told(done[done.length - 2 - back]));
        expect(projectBefore(project, stacks, stacks.redo.at(-1)?.id ?? 'none')).toBeNull();
      }
    }
    expect(refused).toBeGreaterThan(100);

    const played = log.length;
    const end = JSON.stringify(project);
    const stops: string[] = [];
    expect(stacks).toEqual(stacksOf(log));
    while (stacks.undo.length > 0) {
      stops.push(JSON.stringify(project));
      undone.push(...done.splice(-1));
      follow(undo(project, stacks, stamp()));
    }
    expect(JSON.stringify(project)).toBe(JSON.stringify(emptyProject('Play')));
    while (stops.length > 0) {
      done.push(...undone.splice(-1));
      follow(redo(project, stacks, stamp()));
      expect(sorted(project)).toBe(sorted(JSON.parse(stops.pop() ?? '')));
    }
    while (stacks.redo.length > 0) follow(redo(project, stacks, stamp()));
    expect(log.length).toBeGreaterThan(played);

    // The log alone, as it lies in a file, leads to the same drawing.
    let replayed = emptyProject('Play');
    for (const { patch } of JSON.parse(JSON.stringify(log.slice(0, played))) as Step[]) {
      const applied = applyPatch(replayed, patch);
      if (!applied.ok) throw new Error(applied.failure.message);
      replayed = applied.value;
    }
    expect(sorted(replayed)).toBe(sorted(JSON.parse(end)));
  });
});

/** JSON with the members of records in the order of their names: a record has no order of its own. */
const sorted = (project: Project): string =>
  JSON.stringify(project, (_key, value: unknown) =>
    typeof value === 'object' && value !== null && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
      : value,
  );
