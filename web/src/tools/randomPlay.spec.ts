import { breaksOf, domainOf, type Vector3 } from '@pencil-bend/core';
import {
  checkProject,
  emptyProject,
  type Id,
  NO_STACKS,
  type Outcome,
  perform,
  type Project,
  redo,
  type Stacks,
  stacksOf,
  undo,
} from '@pencil-bend/document';
import { randomly } from '@pencil-bend/document/fixture';
import { idle } from './bend/bend';
import { WAYS } from './bend/along';
import { type Handle, hasHandle, legsOf, pointsOf } from './handle';
import { type Hit, NOTHING, type Selection, type ToolContext, type ToolInput, type ToolState } from './tool';
import { preview, prompt, step, takeUp } from './tools';

const SEED = 2026;

/** A bench without a screen: tools, commands and history, and a simple model of what must be there. */
class Table {
  project: Project = emptyProject('Play');
  stacks: Stacks = NO_STACKS;
  tool: ToolState = idle;
  selection: Selection = NOTHING;
  /** What each step drew, if anything: the steps that stand, and those that can be done again. */
  standing: (Id | null)[] = [];
  undone: (Id | null)[] = [];
  private serial = 0;

  context(): ToolContext {
    const { item } = this.selection;
    const found = item ? this.project.items[item] : null;
    const recipeOf = (id: Id) => {
      const it = this.project.items[id];
      return it?.kind === 'curve' ? it.recipe : null;
    };
    const recipe = found && item ? recipeOf(item) : null;
    const handles = this.selection.handles.filter((handle) => recipe && hasHandle(recipe, handle));
    return {
      selection: found ? { item, handles } : NOTHING,
      recipeOf,
      place: found?.kind === 'point' ? found.at : null,
      tolerance: 0.01,
      normal: [0, 0, 1],
      layer: 'sheet',
      plane: 'front',
      newId: () => `id${++this.serial}`,
    };
  }

  private stamp = () => ({ id: `step-${++this.serial}`, at: '' });

  /** Follows a transition; false when its order was refused, which leaves all as it was. */
  follow({ state, order, select }: ReturnType<typeof step>): boolean {
    this.tool = state;
    if (select) this.selection = select;
    if (!order) return true;
    const outcome = perform(this.project, order, this.stamp());
    if (!outcome.ok) return false;
    this.done(outcome);
    if (outcome.value.step.patch.length === 0) return true;
    const draws = order.command === 'drawCurve' || order.command === 'drawPoint';
    this.standing.push(draws ? order.args.id : null);
    this.undone = [];
    return true;
  }

  private done(outcome: Outcome & { ok: true }): void {
    this.project = outcome.value.project;
    if (outcome.value.step.patch.length > 0) this.stacks = stacksOf([outcome.value.step], this.stacks);
  }

  walk(way: 'undo' | 'redo'): boolean {
    const outcome = (way === 'undo' ? undo : redo)(this.project, this.stacks, this.stamp());
    if (!outcome.ok) return false;
    this.done(outcome);
    if (way === 'undo') this.undone.push(...this.standing.splice(-1));
    else this.standing.push(...this.undone.splice(-1));
    return true;
  }
}

function inputs(seed: number) {
  const { below, oneOf } = randomly(seed);
  const place = (): Vector3 => [below(12) * 5, below(12) * 5, 0];
  const hits = (project: Project): readonly Hit[] => {
    const id = project.itemOrder.length > 0 ? oneOf(project.itemOrder) : null;
    const item = id ? project.items[id] : null;
    if (!id || !item || below(4) === 0) return [];
    if (item.kind === 'point') return [{ kind: 'point', item: id, at: item.at }];
    const points = pointsOf(item.recipe);
    if (!points) return [];
    const [first, last] = domainOf(points.curve);
    const curve: Hit = { kind: 'curve', item: id, at: place(), u: first + ((last - first) * below(100)) / 99 };
    const handles: readonly Handle[] = [
      ...points.fit.map((each): Handle => ({ kind: 'fit', id: each.id })),
      ...points.fit.map((each): Handle => ({ kind: 'tangent', id: each.id, way: below(2) === 0 ? 1 : -1 })),
      ...points.control.flatMap((each): Handle[] => [
        { kind: 'control', id: each.id },
        { kind: 'weight', id: each.id },
      ]),
      ...breaksOf(points.curve).flatMap(({ u }): Handle[] => [
        { kind: 'knot', u },
        { kind: 'on', u },
      ]),
      ...Array.from({ length: legsOf(points) }, (_, index): Handle => ({ kind: 'leg', index })),
      { kind: 'seam' },
    ];
    const grip = { handle: oneOf(handles), at: place(), stem: [0, 2, 0] as const };
    return below(3) === 0 ? [curve] : [{ kind: 'handle', item: id, grip }, curve];
  };
  return (project: Project): ToolInput | 'undo' | 'redo' | ToolState['tool'] => {
    const dice = below(100);
    if (dice < 3) return 'undo';
    if (dice < 5) return 'redo';
    if (dice < 17) return oneOf(['draw', 'draw', 'bend', 'insert'] as const);
    if (dice < 26) return { type: 'key', key: oneOf(['Enter', 'Escape', 'Backspace', 'Delete'] as const) };
    const [hit] = hits(project);
    const grip = hit?.kind === 'handle' ? hit.grip : null;
    if (dice < 30) return { type: 'nudge', by: [oneOf([-5, 0, 0.5]), oneOf([5, 0]), 0], grip };
    if (dice < 33) return { type: 'settle' };
    if (dice < 36) return { type: 'way', along: oneOf(WAYS), soft: oneOf([null, 20]), taking: oneOf([null, null, 1, 'direction'] as const) }; // prettier-ignore
    if (dice < 37) return { type: 'stack' };
    if (dice < 39 && hit) return { type: 'slide', item: hit.item, u: 0.5, to: below(10) / 9, done: below(2) === 0 };
    const type = oneOf(['move', 'move', 'press', 'press', 'release', 'double'] as const);
    return { type, at: place(), hits: hits(project), reach: 1, shift: below(5) === 0, lasso: below(9) === 0 };
  };
}

describe('random play with the tools', () => {
  it.each([SEED, SEED + 1])('seed %i: what was placed is there, or comes back by undo', (seed) => {
    const next = inputs(seed);
    const table = new Table();
    for (let turn = 0; turn < 4000; turn++) {
      const input = next(table.project);
      const before = table.tool;
      const placed = before.tool === 'draw' ? before.points.length : 0;
      const count = table.project.itemOrder.length;
      if (input === 'undo' || input === 'redo') table.walk(input);
      else {
        const isTool = typeof input === 'string';
        const transition = isTool ? takeUp(before, input, table.context()) : step(before, input, table.context());
        const accepted = table.follow(transition);
        const now = table.tool.tool === 'draw' ? table.tool.points.length : 0;
        // A drawing ends with its points as a curve or a point, unless a closed one is refused; it never just ends.
        if (placed > 0 && now === 0 && accepted && !(!isTool && input.type === 'key' && input.key === 'Backspace')) {
          expect(table.project.itemOrder).toHaveLength(count + 1);
        }
        if (now < placed && now > 0) expect([placed - now, isTool ? '' : input.type]).toEqual([1, 'key']);
      }
      preview(table.tool, table.context());
      expect(prompt(table.tool, table.context()).text).not.toBe('');
      if (turn % 100 === 0) expect(checkProject(JSON.parse(JSON.stringify(table.project)))).toEqual([]);
    }
    const end = table.project;
    const { length } = table.standing;
    const line = [...table.standing, ...table.undone].filter((id) => id !== null);
    expect(line.length).toBeGreaterThan(30);
    while (table.walk('redo'));
    const seen = new Set<Id>(table.project.itemOrder);
    while (table.walk('undo')) table.project.itemOrder.forEach((id) => seen.add(id));
    expect(JSON.stringify(table.project)).toBe(JSON.stringify(emptyProject('Play')));
    for (const id of line) expect(seen).toContain(id);
    while (table.standing.length < length) table.walk('redo');
    expect(table.project).toEqual(end);
  });
});
