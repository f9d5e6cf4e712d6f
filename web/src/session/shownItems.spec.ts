import { attempt, type CommandCall, perform, resolveRecipe, selectionOf } from '@pencil-bend/document';
import { newStamp } from '../state/ids';
import type { PointerInput } from '../tools/contract';
import { openBench, projectWith, through } from './bench.fixture';
import { Editing } from './editing';
import { ShownItems } from './shownItems';
import { StepHistory } from './stepHistory';
import { ToolInHand } from './toolInHand';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const at = (type: PointerInput['type'], x: number, y: number, more: Partial<PointerInput> = {}): PointerInput => ({
  type,
  at: [x, y, 0],
  hits: [],
  reach: 1,
  ...more,
});
const P2 = { handle: { kind: 'fit', id: 'p2' }, at: [10, 5, 0] } as const;

/** A curve, its mirror, and another one. */
const opened = () => {
  const drawn = projectWith(through('a', [0, 0], [10, 5], [20, 0]), through('b', [0, 30], [20, 30]));
  const about = { at: [0, 0, 0], across: [1, 0, 0] } as const;
  const mirrored = perform(drawn, { command: 'mirrorItems', args: { items: ['a'], id: 'm', about } }, newStamp());
  if (!mirrored.ok) throw new Error(mirrored.failure);
  const bench = openBench(mirrored.value.project);
  const [editing, hand, shown] = [bench.inject(Editing), bench.inject(ToolInHand), bench.inject(ShownItems)];
  const drag = (x: number, y: number) => {
    editing.select(selectionOf(['a']));
    hand.feed(at('press', 10, 5, { hits: [{ kind: 'handle', item: 'a', grip: P2 }] }));
    hand.feed(at('move', x, y));
  };
  return { ...bench, editing, hand, shown, drag, stepHistory: bench.inject(StepHistory) };
};
const ids = (items: readonly { readonly id: string }[]) => items.map(({ id }) => id).sort();

describe('shown items', () => {
  it('rest until something is dragged: then what changes is in hand, with the mirrors that follow it', () => {
    const { shown, drag } = opened();
    expect([shown.resting(), shown.inHand()]).toEqual([shown.kept(), []]);
    drag(12, 9);
    expect(ids(shown.resting())).toEqual(['b']);
    expect(ids(shown.inHand())).toEqual(['a', 'm-1']);
    expect(ids(shown.all())).toEqual(['a', 'b', 'm-1']);
  });

  it('rest in the same array as long as a drag goes on', () => {
    const { shown, hand, drag } = opened();
    drag(12, 9);
    const before = shown.resting();
    hand.feed(at('move', 13, 9));
    expect(shown.resting()).toBe(before);
  });

  it('are taken as they are on release: the curve that was seen is the one that is kept', () => {
    const { shown, hand, drag, stepHistory } = opened();
    drag(12, 9);
    const seen = shown.inHand().find(({ id }) => id === 'a')?.curve;
    hand.feed(at('release', 12, 9));
    expect(stepHistory.stacks().stacks.undo.map(({ name }) => name)).toEqual(['Move point 2 of Curve 1']);
    expect(shown.kept().find(({ id }) => id === 'a')?.curve).toBe(seen);
    expect(shown.inHand()).toEqual([]);
  });

  it('that are being made are there with those that would change', () => {
    const { shown, hand, editing } = opened();
    hand.takeUp('offset');
    hand.feed(at('press', 10, 30, { hits: [{ kind: 'curve', item: 'b', at: [10, 30, 0], u: 0.5 }] }));
    hand.feed(at('move', 10, 34));
    expect(shown.inHand().map(({ made }) => made)).toEqual([true]);
    expect(ids(shown.resting())).toEqual(['a', 'b', 'm-1']);
    expect(shown.drawing()).not.toBeNull();
    expect(editing.project()?.itemOrder).toHaveLength(3);
  });

  it('say why what is asked for cannot be done', () => {
    const { shown, hand } = opened();
    hand.takeUp('fillet');
    const on = (item: string, x: number, y: number) => ({
      hits: [{ kind: 'curve', item, at: [x, y, 0], u: 0.5 }] as const,
    });
    hand.feed(at('press', 10, 5, on('a', 10, 5)));
    hand.feed(at('move', 10, 30, on('b', 10, 30)));
    expect(shown.refusal()).toMatch(/do not meet/);
    expect(shown.inHand()).toEqual([]);
  });

  it('while a dragged point lies on its neighbour the last curve stays, with its points where they are', () => {
    const { shown, drag } = opened();
    drag(20, 0);
    const [a] = shown.inHand().filter(({ id }) => id === 'a');
    expect(a.curve).toBe(shown.kept().find(({ id }) => id === 'a')?.curve);
    expect(a.item.kind === 'curve' && resolveRecipe(a.item.recipe).ok).toBe(false);
  });
});

it('a preview costs no more than what it changes: the rest of the project is not gone through', () => {
  const many = projectWith(...Array.from({ length: 300 }, (_, i) => through(`i${i}`, [i, 0], [i + 5, 5], [i + 9, 0])));
  const call: CommandCall = { command: 'movePoints', args: { item: 'i7', moves: [{ point: 'p2', to: [1, 2, 0] }] } };
  const attempted = attempt(many, call);
  expect(attempted.ok && Object.keys(attempted.value.items)).toEqual(['i7']);
});
