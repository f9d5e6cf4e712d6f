import { attempt } from '../command/attempt';
import type { CommandCall } from '../command/registry';
import { perform } from '../command/perform';
import { undo } from '../history/undo';
import { titleOf } from '../command/titleOf';
import { performed, points, stamp } from '../fixture';
import { stacksOf } from '../history/history';
import { emptyProject, fitRecipe, type Item, type Project } from '../project/project';
import type { Reference } from './reference';
import type { LinkKind } from './sources';
import type * as sourcesOf from './sources';
import type * as table from './table';

// A kind of item that only this spec knows: a point that is made from what its note names.
function mockSources(item: Item): Reference[] {
  return item.note ? (JSON.parse(item.note) as Reference[]) : [];
}
jest.mock('./sources', () => {
  const actual = jest.requireActual<typeof sourcesOf>('./sources');
  return {
    ...actual,
    linkKindOf: (item: Item) => (item.note ? 'spot' : actual.linkKindOf(item)),
    sourcesOf: (item: Item) => (item.note ? mockSources(item) : actual.sourcesOf(item)),
  };
});
jest.mock('./table', () => {
  const actual = jest.requireActual<typeof table>('./table');
  const alone = (_project: unknown, { note: _note, ...item }: Item) => item;
  const spot = {
    from: (item: Item, sources: readonly (Reference | null)[], given: Project) =>
      sources.includes(null) ? alone(given, item) : { ...item, note: JSON.stringify(sources) },
    moved: (item: Item) => item,
    alone,
    isDerived: true,
    path: ['note'],
    is: 'is tied to',
    freed: { one: 'is tied no longer', several: 'are tied no longer' },
  };
  return { ...actual, linksOf: (kind: LinkKind) => ((kind as string) === 'spot' ? spot : actual.linksOf(kind)) };
});

const sheet = { layer: 'sheet', plane: 'front' } as const;
const lid = fitRecipe(points([0, 0, 0], [30, 20, 0], [60, 0, 0], [90, 30, 0]), false);
const rim = fitRecipe(points([90, 30, 0], [120, 60, 0], [150, 60, 0]), false);

/** A lid and a rim that go on from each other, the lid's mirror, and a point that is tied to places of them. */
function project(...sources: readonly Reference[]): Project {
  const drawn = performed(
    emptyProject('Settle'),
    { command: 'drawItems', args: { ...sheet, shape: 'curve', items: [{ id: 'lid', recipe: lid }, { id: 'rim', recipe: rim }] } }, // prettier-ignore
    { command: 'mirrorItems', args: { items: ['lid'], id: 'm', about: { at: [0, 0, 0], across: [1, 0, 0] } } },
    { command: 'drawItems', args: { ...sheet, shape: 'point', items: [{ id: 'spot', at: [0, 0, 0] }] } },
  ).project;
  return { ...drawn, items: { ...drawn.items, spot: { ...drawn.items['spot'], note: JSON.stringify(sources) } } };
}

const end = (item: string, which: 'start' | 'end'): Reference => ({ kind: 'end', item, end: which });
const place = (item: string, share: number): Reference => ({ kind: 'place', item, share });

function after(before: Project, call: CommandCall) {
  const outcome = perform(before, call, stamp());
  if (!outcome.ok) throw new Error(outcome.failure);
  const { project: now, step } = outcome.value;
  // Whatever was settled is undone with the step, to the last bit.
  const back = undo(now, stacksOf([step]), stamp());
  expect(back.ok && JSON.stringify(sorted(back.value.project))).toBe(JSON.stringify(sorted(before)));
  return { spot: now.items['spot'] ? mockSources(now.items['spot']) : null, now, title: titleOf(step.title) };
}

const sorted = (value: unknown): unknown =>
  Array.isArray(value)
    ? value.map(sorted)
    : typeof value === 'object' && value !== null
      ? Object.fromEntries(Object.entries(value).map(([key, member]) => [key, sorted(member)]).sort(([a], [b]) => (String(a) < String(b) ? -1 : 1))) // prettier-ignore
      : value;

describe('what is made from others, when those are', () => {
  it('split: follows each place to the part that has it', () => {
    const call: CommandCall = { command: 'splitCurve', args: { item: 'lid', u: 0.5, id: 'rest' } };
    const { spot, title } = after(project(end('lid', 'start'), end('lid', 'end'), place('lid', 0.1), place('rim', 0.4)), call); // prettier-ignore
    expect(spot?.slice(0, 2)).toEqual([end('lid', 'start'), end('rest', 'end')]);
    expect(spot?.[2]).toMatchObject({ item: 'lid' });
    expect((spot?.[2] as { share: number }).share).toBeGreaterThan(0.1);
    expect(spot?.[3]).toEqual(place('rim', 0.4));
    // Of the whole lid there is none any more: its mirror stands for itself.
    expect(title).toBe('Split Curve 1; Curve, mirror 1 is a mirror no longer');
  });

  it('run the other way: an end is called otherwise, and a mirror goes along, also where the mirror is meant', () => {
    for (const item of ['lid', 'm-1']) {
      const { spot, title } = after(project(end('lid', 'start'), end('m-1', 'end'), place('m-1', 0.25)), {
        command: 'reverseCurve',
        args: { item },
      });
      expect(spot).toEqual([end('lid', 'end'), end('m-1', 'start'), place('m-1', expect.closeTo(0.75, 6) as number)]);
      expect(title).not.toContain('no longer');
    }
  });

  it('made one: the ends that meet are ends no longer, and what was tied to one keeps its place', () => {
    const call: CommandCall = {
      command: 'joinCurves',
      args: { first: 'lid', firstEnd: 'end', second: 'rim', secondEnd: 'start' },
    };
    expect(after(project(end('lid', 'start'), end('rim', 'end')), call).spot).toEqual([
      end('lid', 'start'),
      end('lid', 'end'),
    ]);
    const { now, title } = after(project(end('lid', 'start'), end('lid', 'end')), call);
    expect(now.items['spot']).toMatchObject({ kind: 'point', at: [0, 0, 0] });
    expect(now.items['spot']).not.toHaveProperty('note');
    expect(title).toBe('Make one of Curve 1 and Curve 2; Curve, mirror 1 is a mirror no longer');
  });

  it('edited: stays as it is', () => {
    const before = project(end('lid', 'end'), place('lid', 0.5));
    const { spot } = after(before, {
      command: 'movePoints',
      args: { item: 'lid', moves: [{ point: 'p4', to: [95, 35, 0] }] },
    });
    expect(spot).toEqual([end('lid', 'end'), place('lid', 0.5)]);
    const moved = attempt(before, { command: 'movePoints', args: { item: 'lid', moves: [{ point: 'p4', to: [95, 35, 0] }] } }); // prettier-ignore
    // The family of a drag: what is made from the curve that is dragged.
    expect(moved.ok && moved.value.changed.toSorted()).toEqual(['lid', 'm-1', 'spot']);
  });

  it('removed: keeps its last shape, unless it goes too', () => {
    const gone = after(project(end('rim', 'end')), { command: 'deleteItems', args: { items: ['rim', 'lid'] } });
    expect(gone.title).toBe('Delete Curve 2 and Curve 1; Curve, mirror 1 is a mirror no longer');
    expect(gone.now.items['m-1']).toMatchObject({ recipe: { kind: 'fit', points: [{ at: [0, 0, 0] }, { at: [-30, 20, 0] }, {}, {}] } }); // prettier-ignore
    const all = after(project(end('rim', 'end')), { command: 'deleteItems', args: { items: ['rim', 'spot'] } });
    expect(all.title).toBe('Delete Curve 2 and Point 1');
  });
});
