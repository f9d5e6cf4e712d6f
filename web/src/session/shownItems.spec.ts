import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { type CommandCall, resolveRecipe, titleOf } from '@pencil-bend/document';
import { attempt, commandOf } from '@pencil-bend/document/steps';
import { at, openMirrored, projectWith, through } from './bench.fixture';
import { StepLoader } from './stepLoader';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const ids = (items: readonly { readonly id: string }[]) => items.map(({ id }) => id).sort();

describe('shown items', () => {
  it('rest until something is dragged: then what changes is in hand, with the mirrors that follow it', () => {
    const { shown, drag } = openMirrored();
    expect([shown.resting(), shown.inHand()]).toEqual([shown.kept(), []]);
    drag(12, 9);
    expect(ids(shown.resting())).toEqual(['b']);
    expect(ids(shown.inHand())).toEqual(['a', 'm-1']);
    expect(ids(shown.all())).toEqual(['a', 'b', 'm-1']);
  });

  it('are as they are kept until the code that does steps has come', () => {
    const { shown, drag } = openMirrored();
    const isReady = signal(false);
    Object.assign(TestBed.inject(StepLoader), { isReady });
    drag(12, 9);
    expect([shown.resting(), shown.inHand()]).toEqual([shown.kept(), []]);
    isReady.set(true);
    expect(ids(shown.inHand())).toEqual(['a', 'm-1']);
  });

  it('rest in the same array as long as a drag goes on', () => {
    const { shown, hand, drag } = openMirrored();
    drag(12, 9);
    const before = shown.resting();
    hand.feed(at('move', 13, 9));
    expect(shown.resting()).toBe(before);
  });

  it('stay in hand over the place where they are kept, and rest when the drag is given up', () => {
    const { shown, hand, drag, editing } = openMirrored();
    const { recipe } = shown.kept()[0].item as { recipe: { points: readonly { at: readonly number[] }[] } };
    const [x, y] = recipe.points[1].at;
    drag(12, 9);
    const before = shown.resting();
    hand.feed(at('move', x, y));
    expect(shown.resting()).toBe(before);
    expect(shown.inHand().map(({ curve }) => curve)).toEqual(shown.kept().filter(({ id }) => id !== 'b').map(({ curve }) => curve)); // prettier-ignore
    hand.feed({ type: 'key', key: 'Escape' });
    expect(shown.resting()).toBe(shown.kept());
    expect(editing.project()?.items['a']).toBeDefined();
  });

  it('are taken as they are on release: the curve that was seen is the one that is kept', () => {
    const { shown, hand, drag, stepHistory } = openMirrored();
    drag(12, 9);
    const seen = shown.inHand().find(({ id }) => id === 'a')?.curve;
    hand.feed(at('release', 12, 9));
    expect(stepHistory.stacks().stacks.undo.map(({ title }) => titleOf(title))).toEqual(['Move point 2 of Curve 1']);
    expect(shown.kept().find(({ id }) => id === 'a')?.curve).toBe(seen);
    expect(shown.inHand()).toEqual([]);
  });

  it('of a command with a final solve are its stand-in, and what is kept is solved on release', () => {
    const { shown, hand, drag, editing } = openMirrored();
    const movePoints = commandOf('movePoints') as { change: unknown; quick?: unknown };
    const standIn = editing.project()?.items['a'];
    movePoints.quick = { items: () => ({ changed: { a: { ...standIn, name: 'Stand-in' } } }) };
    drag(12, 9);
    expect(shown.inHand().map(({ item }) => item.name)).toContain('Stand-in');
    hand.feed(at('release', 12, 9));
    delete movePoints.quick;
    expect(editing.project()?.items['a']).toMatchObject({ name: 'Curve 1', recipe: { points: [{}, { at: [12, 9, 0] }, {}] } }); // prettier-ignore
  });

  it('that are being made are there with those that would change', () => {
    const { shown, hand, editing } = openMirrored();
    hand.takeUp('offset');
    hand.feed(at('press', 10, 30, { hits: [{ kind: 'curve', item: 'b', at: [10, 30, 0], u: 0.5 }] }));
    hand.feed(at('move', 10, 34));
    expect(shown.inHand().map(({ made }) => made)).toEqual([true]);
    expect(ids(shown.resting())).toEqual(['a', 'b', 'm-1']);
    expect(shown.drawing()).not.toBeNull();
    expect(editing.project()?.itemOrder).toHaveLength(3);
  });

  it('say why what is asked for cannot be done', () => {
    const { shown, hand } = openMirrored();
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
    const { shown, drag } = openMirrored();
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
