import {
  controlRecipe,
  fixSpacing,
  NOTHING,
  tangentOn,
  pointsOf,
  type Selection,
  selectionOf,
} from '@pencil-bend/document';
import { homogeneous, makeCurve, uniformKnots } from '@pencil-bend/core';
import type { DragSettings, SlideInput, Taking, ToolInput } from '../contract';
import { projectWith, through } from '../../session/bench.fixture';
import { evaluate, translation } from '@pencil-bend/core';
import { ARCH, handleAt, key, play, pointer, selected, toolContext, preview, prompt, idle } from '../toolFixture';
import type { Hit } from '../contract';

jest.mock('../../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const P2 = handleAt({ kind: 'fit', id: 'p2' }, 10, 5);
const C2 = handleAt({ kind: 'control', id: 'c2' }, 8, 9);
const CURVE: Hit = { kind: 'curve', item: 'c', at: [4, 2, 0], u: 0.1 };
const FIT2 = selected({ kind: 'fit', id: 'p2' });
const BARE = selected();
const way = (settings: Partial<DragSettings>): ToolInput => ({ type: 'drag-settings', ...settings });
const take = (what: Taking): ToolInput => ({ type: 'take', what });

/** A curve by control points c1 to c5. */
const PULLED = controlRecipe(
  makeCurve(3, uniformKnots(3, 5), homogeneous([0, 0, 0, 10, 20, 0, 30, 20, 0, 40, 0, 0, 60, 10, 0])),
  (i) => `c${i + 1}`,
);

/** What a drag of a handle by (dx, dy) calls. */
const dragged = (
  hit: ReturnType<typeof handleAt>,
  dx: number,
  dy: number,
  context = toolContext(BARE),
  ...before: ToolInput[]
) => {
  const [x, y] = hit.located.at;
  return play(
    idle,
    context,
    ...before,
    pointer('press', x, y, hit),
    pointer('move', x + dx, y + dy),
    pointer('release', x + dx, y + dy),
  ).calls;
};
const moves = (...list: readonly [string, readonly number[]][]) => [
  { command: 'movePoints', args: { item: 'c', moves: list.map(([point, to]) => ({ point, to })) } },
];

describe('selecting', () => {
  it('a click selects a curve, a handle, or nothing', () => {
    expect(play(idle, toolContext(), pointer('press', 4, 2, CURVE)).select).toEqual(BARE);
    expect(play(idle, toolContext(BARE), pointer('press', 10, 5, P2)).select).toEqual(FIT2);
    const nothing = play(idle, toolContext(FIT2), pointer('press', 90, 90), pointer('release', 90, 90));
    expect(nothing.select).toEqual(NOTHING);
  });

  it('Shift adds points and takes them off again', () => {
    const shift = { shift: true };
    const p3 = handleAt({ kind: 'fit', id: 'p3' }, 30, 5);
    const two = play(idle, toolContext(FIT2), pointer('press', 30, 5, p3, shift)).select as Selection;
    expect(two.handles).toEqual([P2.located.handle, p3.located.handle]);
    expect(play(idle, toolContext(two), pointer('press', 10, 5, P2, shift)).select?.handles).toEqual([
      p3.located.handle,
    ]);
  });

  it('a box takes the fit points inside, else the control points; Shift adds them', () => {
    const box = [pointer('press', -1, -1), pointer('move', 5, 3), pointer('release', 15, 6)];
    expect(play(idle, toolContext(BARE), ...box).select?.handles).toEqual([
      { kind: 'fit', id: 'p1' },
      { kind: 'fit', id: 'p2' },
    ]);
    const pulled = toolContext(BARE, PULLED);
    expect(play(idle, pulled, pointer('press', 5, 15), pointer('release', 35, 25)).select?.handles).toEqual([
      { kind: 'control', id: 'c2' },
      { kind: 'control', id: 'c3' },
    ]);
    const p4 = selected({ kind: 'fit', id: 'p4' });
    const added = play(
      idle,
      toolContext(p4),
      pointer('press', -1, -1, null, { shift: true }),
      pointer('release', 5, 5),
    );
    expect(added.select?.handles).toEqual([{ kind: 'fit', id: 'p4' }, { kind: 'fit', id: 'p1' }]); // prettier-ignore
  });

  it('a lasso takes what lies inside its outline, and Escape leaves it', () => {
    const lasso = [pointer('press', 5, 0, null, { lasso: true }), pointer('move', 15, 0), pointer('move', 15, 10), pointer('move', 5, 10)]; // prettier-ignore
    expect(play(idle, toolContext(BARE), ...lasso, pointer('release', 5, 9)).select).toEqual(FIT2);
    const left = play(idle, toolContext(BARE), ...lasso, key('Escape'), pointer('release', 5, 9));
    expect(left.select).toBeUndefined();
  });

  it('a key steps through handles that lie over each other', () => {
    const stacked = [P2, C2];
    const { state } = play(idle, toolContext(BARE), pointer('move', 9, 6, stacked), { type: 'stack' });
    expect(play(state, toolContext(BARE), pointer('press', 9, 6, stacked)).select).toEqual(selected(C2.located.handle));
    const round = play(state, toolContext(BARE), { type: 'stack' }, pointer('press', 9, 6, stacked));
    expect(round.select).toEqual(FIT2);
  });

  it('Escape lets go of the way, then the point, then the curve', () => {
    const { state } = play(idle, toolContext(FIT2), way({ along: 'x', soft: 20 }), key('Escape'));
    expect(state).toMatchObject({ along: 'free', soft: null });
    expect(play(state, toolContext(FIT2), key('Escape')).select).toEqual(BARE);
    expect(play(state, toolContext(BARE), key('Escape')).select).toEqual(NOTHING);
  });
});

describe('dragging', () => {
  it('becomes one command on release, and keeps the distance to the pointer', () => {
    const { calls, state } = play(
      idle,
      toolContext(BARE),
      pointer('press', 10.5, 5.25, P2),
      pointer('move', 12, 8),
      pointer('release', 20.5, 15.25),
    );
    expect(calls).toEqual(moves(['p2', [20, 15, 0]]));
    expect(state).toMatchObject({ drag: null });
  });

  it('that trembles does not nudge', () => {
    const tremble = [pointer('press', 10, 5, P2), pointer('move', 10.2, 5.1), pointer('release', 10.2, 5.1)];
    expect(play(idle, toolContext(BARE), ...tremble).calls).toEqual([]);
  });

  it('takes all selected points along', () => {
    const both = toolContext(selected(P2.located.handle, { kind: 'fit', id: 'p3' }));
    expect(dragged(P2, 1, 2, both)).toEqual(moves(['p2', [11, 7, 0]], ['p3', [31, 7, 0]]));
    expect(dragged(handleAt({ kind: 'fit', id: 'p1' }, 0, 0), 1, 2, both)).toEqual(moves(['p1', [1, 2, 0]]));
  });

  it('keeps to an axis, with Shift to the nearer one, to the chords beside the point, or to the normal', () => {
    const free = toolContext(BARE);
    expect(dragged(P2, 3, 2, free, way({ along: 'y' }))).toEqual(moves(['p2', [10, 7, 0]]));
    const shift = [pointer('press', 10, 5, P2), pointer('move', 13, 7, null, { shift: true })];
    const released = play(idle, free, ...shift, pointer('release', 13, 7, null, { shift: true }));
    expect(released.calls).toEqual(moves(['p2', [13, 5, 0]]));
    // The chord to p3 is level, the one to p1 rises by a half.
    expect(dragged(P2, 6, 1, free, way({ along: 'legs' }))).toEqual(moves(['p2', [16, 5, 0]]));
    const [call] = dragged(P2, 0, 4, free, way({ along: 'normal' }));
    const by = call.command === 'movePoints' ? call.args.moves[0].to : [0, 0, 0];
    // Nearly straight up, where the curve is nearly level.
    expect(Math.hypot(by[0] - 10, by[1] - 5)).toBeLessThan(4);
    expect(by[1]).toBeGreaterThan(7);
  });

  it('softly takes the neighbours along by their share', () => {
    const [call] = dragged(P2, 0, 10, toolContext(BARE), way({ soft: 25 }));
    const shares = new Map(call.command === 'movePoints' ? call.args.moves.map(({ point, to }) => [point, to[1]]) : []);
    expect(shares.get('p2')).toBe(15);
    // (1 − (20/25)²)² of 10 mm, common practice.
    expect(shares.get('p3')).toBeCloseTo(5 + 10 * (1 - 0.64) ** 2, 9);
    expect(shares.has('p4')).toBe(false);
  });

  it('leaves pinned coordinates', () => {
    const pinned = { ...ARCH, points: ARCH.points.map((point) => ({ ...point, pinned: [1] as const })) };
    expect(dragged(P2, 3, 4, toolContext(BARE, pinned))).toEqual(moves(['p2', [13, 5, 0]]));
  });

  it('moves a control point of a curve through points, which the preview shows held', () => {
    const at = fixSpacing(ARCH).points[1].at;
    const hit = handleAt({ kind: 'control', id: 'c2' }, at[0], at[1]);
    const [call] = dragged(hit, 2, 2);
    expect(call).toMatchObject({ command: 'movePoints', args: { moves: [{ point: 'c2' }] } });
    const { state } = play(idle, toolContext(BARE), pointer('press', at[0], at[1], hit), pointer('move', 20, 20));
    expect(preview(state, toolContext(BARE)).call).toMatchObject({ command: 'movePoints' });
  });

  it('moves a leg with both its points, or along itself about its middle', () => {
    const leg = handleAt({ kind: 'leg', index: 1 }, 15, 20);
    const context = toolContext(BARE, PULLED);
    expect(dragged(leg, 0, 5, context)).toEqual(moves(['c2', [10, 25, 0]], ['c3', [30, 25, 0]]));
    expect(dragged(leg, -4, 5, context, way({ along: 'legs' }))).toEqual(
      moves(['c2', [6, 20, 0]], ['c3', [34, 20, 0]]),
    );
  });

  it('slides a knot along the curve, and it stays selected', () => {
    const knots = handleAt({ kind: 'knot', u: 0.5 }, 30, 15);
    const played = play(idle, toolContext(BARE, PULLED), pointer('press', 30, 15, knots), pointer('move', 36, 12), pointer('release', 36, 12)); // prettier-ignore
    const [call] = played.calls;
    if (call.command !== 'moveKnot') throw new Error(call.command);
    expect(call.args.to).toBeGreaterThan(0.5);
    expect(call.args.to).toBeLessThan(0.98);
    expect(played.select).toEqual(selected({ kind: 'knot', u: call.args.to }));
    // Past its neighbour it stops before it.
    const [far] = dragged(knots, 900, 10, toolContext(BARE, PULLED));
    expect(far).toMatchObject({ args: { to: 0.98 } });
  });

  it('bends the curve at a knot, turns a tangent, weighs a point and moves the seam', () => {
    const context = toolContext(BARE, PULLED);
    expect(dragged(handleAt({ kind: 'on', u: 0.5 }, 30, 15), 0, 6, context)).toEqual([
      { command: 'bendAt', args: { item: 'c', u: 0.5, to: [30, 21, 0] } },
    ]);
    const weight = handleAt({ kind: 'weight', id: 'c3' }, 30, 30, [0, 4, 0]);
    expect(dragged(weight, 0, 8, context)).toEqual([
      { command: 'setWeights', args: { item: 'c', weights: [{ point: 'c3', weight: 4 }] } },
    ]);
    const ring = toolContext(BARE, { ...ARCH, closed: true });
    expect(dragged(handleAt({ kind: 'seam' }, 0, 0), 30, 5, ring)).toMatchObject([
      { command: 'moveSeam', args: { item: 'c' } },
    ]);
  });

  it('turns a tangent: both, its direction alone with Shift, its strength alone along itself', () => {
    const end = handleAt({ kind: 'tangent', id: 'p1', side: 1 }, 3, 4);
    expect(dragged(end, -3, 2)).toEqual([
      {
        command: 'setTangent',
        args: { item: 'c', point: 'p1', tangent: { direction: [0, 1, 0], strength: { mm: 12 } } },
      },
    ]);
    const shift = { shift: true };
    const turned = play(idle, toolContext(BARE), pointer('press', 3, 4, end), pointer('move', 0, 6, null, shift), pointer('release', 0, 6, null, shift)); // prettier-ignore
    expect(turned.calls).toMatchObject([{ args: { tangent: { direction: [0, 1, 0] } } }]);
    expect(turned.calls[0]).not.toHaveProperty('args.tangent.strength');
    const [stronger] = dragged(end, 3, 4, toolContext(BARE), way({ along: 'legs' }));
    expect(stronger).toMatchObject({
      command: 'setTangent',
      args: { tangent: { strength: { mm: expect.any(Number) } } },
    });
    // Held as a ratio it stays one.
    const ratio = { ...ARCH, points: ARCH.points.map((point, i) => (i === 0 ? { ...point, tangent: { direction: [0, 1, 0] as const, strength: { ratio: 1 } } } : point)) }; // prettier-ignore
    expect(dragged(end, -3, 2, toolContext(BARE, ratio))).toMatchObject([{ args: { tangent: { strength: { ratio: expect.any(Number) } } } }]); // prettier-ignore
  });

  it('shows what it would do, and Escape puts it back', () => {
    const state = play(idle, toolContext(BARE), pointer('press', 10, 5, P2), pointer('move', 30, 9)).state;
    const shown = preview(state, toolContext(BARE));
    expect(shown).toMatchObject({ call: moves(['p2', [30, 9, 0]])[0], dragged: { to: [30, 9, 0] } });
    const back = play(state, toolContext(FIT2), key('Escape'), pointer('release', 30, 9));
    expect(back.calls).toEqual([]);
    expect(preview(back.state, toolContext(FIT2)).call).toBeNull();
  });

  it('of a point of its own places it', () => {
    const dot: Hit = { kind: 'point', item: 'dot', at: [10, 5, 0] };
    const played = play(
      idle,
      toolContext(),
      pointer('press', 10, 5, dot),
      pointer('move', 12, 5),
      pointer('release', 12, 6),
    );
    expect(played.calls).toEqual([{ command: 'placePoint', args: { item: 'dot', to: [12, 6, 0] } }]);
  });

  it('of a knot on the knot line is one command when it is let go', () => {
    const slide = (to: number, ends: SlideInput['ends']) => ({ type: 'slide', item: 'c', u: 0.5, to, ends }) as const;
    const context = toolContext(BARE, PULLED);
    const going = play(idle, context, slide(0.6, 'not yet'), slide(0.7, 'not yet'));
    expect(going.calls).toEqual([]);
    expect(preview(going.state, context).call).toMatchObject({ command: 'moveKnot', args: { to: 0.7 } });
    expect(preview(play(going.state, context, slide(0.7, 'back')).state, context).call).toBeNull();
    expect(play(going.state, context, slide(0.7, 'here')).calls).toEqual([
      { command: 'moveKnot', args: { item: 'c', u: 0.5, to: 0.7 } },
    ]);
  });
});

describe('taking out, adding, taking from another', () => {
  it('Delete takes out the selected handle, else the curve', () => {
    const press = (selection: Selection, recipe = ARCH as Parameters<typeof toolContext>[1]) =>
      play(idle, toolContext(selection, recipe), key('Delete')).calls;
    expect(press(FIT2)).toEqual([{ command: 'removeFitPoint', args: { item: 'c', point: 'p2' } }]);
    expect(press(selected(C2.located.handle))).toEqual([
      { command: 'removeControlPoint', args: { item: 'c', point: 'c2' } },
    ]);
    expect(press(selected({ kind: 'knot', u: 0.5 }), PULLED)).toEqual([
      { command: 'removeKnot', args: { item: 'c', u: 0.5 } },
    ]);
    expect(press(selected({ kind: 'tangent', id: 'p1', side: 1 }))).toMatchObject([{ args: { tangent: null } }]);
    expect(press(selected({ kind: 'weight', id: 'c2' }), PULLED)).toMatchObject([
      { args: { weights: [{ weight: 1 }] } },
    ]);
    expect(press(BARE)).toEqual([{ command: 'deleteItem', args: { item: 'c' } }]);
    expect(press(NOTHING)).toEqual([]);
    expect(press(selected(P2.located.handle, { kind: 'fit', id: 'p3' }, { kind: 'knot', u: 0.5 }))).toEqual([
      { command: 'removeHandles', args: { item: 'c', points: ['p2', 'p3'], knots: [0.5] } },
    ]);
  });

  it('at a kink a tangent is turned, freed and taken over on its own side', () => {
    const kinked = {
      ...ARCH,
      points: ARCH.points.map((point, i) => (i === 1 ? { ...point, kink: true as const } : point)),
    };
    const before = handleAt({ kind: 'tangent', id: 'p2', side: -1 }, 6, 3);
    const [turned] = dragged(before, -1, -8, toolContext(BARE, kinked));
    // The stem goes back from the point: (10, 5) to (5, -5).
    expect(turned).toMatchObject({ command: 'setTangent', args: { point: 'p2', side: 'before' } });
    const { direction } = (turned.args as { tangent: { direction: number[] } }).tangent;
    expect(direction[0] / direction[1]).toBeCloseTo(5 / 10, 9);
    const [after] = dragged(handleAt({ kind: 'tangent', id: 'p2', side: 1 }, 14, 7), 0, 3, toolContext(BARE, kinked));
    expect(after.args).toMatchObject({ side: 'after' });
    expect(dragged(handleAt({ kind: 'tangent', id: 'p2', side: 1 }, 14, 7), 0, 3)[0].args).not.toHaveProperty('side');
    const freed = play(idle, toolContext(selected(before.located.handle), kinked), key('Delete')).calls;
    expect(freed).toEqual([{ command: 'setTangent', args: { item: 'c', point: 'p2', tangent: null, side: 'before' } }]);
    const context = toolContext(selected(before.located.handle), kinked);
    const taken = play(idle, context, take('direction'), pointer('press', 4, 2, CURVE)).calls;
    expect(taken).toMatchObject([{ command: 'setTangent', args: { point: 'p2', side: 'before' } }]);
  });

  describe('points of several curves', () => {
    const OTHER = { ...ARCH, points: ARCH.points.map(({ id, at: [x, y] }) => ({ id, at: [x + 40, y, 0] as const })) };
    const context = (selection: Selection) => ({
      ...toolContext(selection),
      recipeOf: (item: string) => (item === 'c' ? ARCH : item === 'd' ? OTHER : null),
    });
    const box = (x0: number, y0: number, x1: number, y1: number, shift = false) => [
      pointer('press', x0, y0, null, { shift }),
      pointer('release', x1, y1),
    ];
    // The end of the first curve and the start of the second lie on one place.
    const MEETING = play(idle, context(selectionOf(['c', 'd'])), ...box(35, -2, 45, 2)).select as Selection;

    it('are what a box takes while they are selected; without any inside it takes whole items', () => {
      expect(MEETING).toEqual({
        items: ['c', 'd'],
        handles: [{ kind: 'fit', id: 'p4' }],
        beside: [{ item: 'd', handles: [{ kind: 'fit', id: 'p1' }] }],
      });
      const more = play(idle, context(MEETING), ...box(65, 2, 75, 8, true)).select;
      expect(more?.beside).toEqual([
        {
          item: 'd',
          handles: [
            { kind: 'fit', id: 'p1' },
            { kind: 'fit', id: 'p3' },
          ],
        },
      ]);
      // The curve with points goes first.
      const second = play(idle, context(selectionOf(['c', 'd'])), ...box(65, 2, 75, 8)).select;
      expect(second).toMatchObject({ items: ['d', 'c'], handles: [{ id: 'p3' }], beside: [] });
      expect(play(idle, context(selectionOf(['c', 'd'])), ...box(200, 200, 210, 210)).select).toEqual(NOTHING);
    });

    it('are dragged, nudged and taken out together, in one step', () => {
      const p1 = { ...handleAt({ kind: 'fit', id: 'p1' }, 40, 0), item: 'd' };
      const args = {
        item: 'd',
        moves: [{ point: 'p1', to: [43, 4, 0] }],
        also: [{ item: 'c', moves: [{ point: 'p4', to: [43, 4, 0] }] }],
      };
      const drag = [pointer('press', 40, 0, p1), pointer('move', 41, 1), pointer('release', 43, 4)];
      expect(play(idle, context(MEETING), ...drag).calls).toEqual([{ command: 'movePoints', args }]);
      const located = { handle: { kind: 'fit', id: 'p4' }, at: [40, 0, 0] } as const;
      const nudge = [{ type: 'nudge', by: [3, 4, 0], located }, { type: 'settle' }] as const;
      expect(play(idle, context(MEETING), ...nudge).calls).toEqual([
        { command: 'movePoints', args: { ...args.also[0], also: [{ item: 'd', moves: args.moves }] } },
      ]);
      expect(play(idle, context(MEETING), key('Delete')).calls).toEqual([
        { command: 'removeHandles', args: { item: 'c', points: ['p4'], knots: [], also: [{ item: 'd', points: ['p1'], knots: [] }] } }, // prettier-ignore
      ]);
    });

    it('take a coordinate from what is clicked, and are let go by Escape', () => {
      const dot: Hit = { kind: 'point', item: 'x', at: [1, 9, 0] };
      expect(play(idle, context(MEETING), take(1), pointer('press', 1, 9, dot)).calls).toEqual([
        {
          command: 'movePoints',
          args: {
            item: 'c',
            moves: [{ point: 'p4', to: [40, 9, 0] }],
            also: [{ item: 'd', moves: [{ point: 'p1', to: [40, 9, 0] }] }],
          },
        },
      ]);
      expect(play(idle, context(MEETING), key('Escape')).select).toEqual(selectionOf(['c', 'd']));
    });

    it('with Shift one of them is left out', () => {
      const p1 = { ...handleAt({ kind: 'fit', id: 'p1' }, 40, 0), item: 'd' };
      const left = play(idle, context(MEETING), pointer('press', 40, 0, p1, { shift: true })).select;
      expect(left).toEqual({ items: ['c', 'd'], handles: [{ kind: 'fit', id: 'p4' }], beside: [] });
    });
  });

  it('a double-click adds a fit point to the selected curve, a knot where it has none', () => {
    const double = pointer('double', 4, 2, CURVE);
    expect(play(idle, toolContext(BARE), double)).toMatchObject({
      calls: [{ command: 'insertFitPoint', args: { item: 'c', u: 0.1, id: 'id1' } }],
      select: selected({ kind: 'fit', id: 'id1' }),
    });
    expect(play(idle, toolContext(BARE, PULLED), double)).toMatchObject({
      calls: [{ command: 'insertKnot', args: { item: 'c', u: 0.1 } }],
      select: selected({ kind: 'knot', u: 0.1 }),
    });
    expect(play(idle, toolContext(), double).calls).toEqual([]);
  });

  it('a double-click on a leg adds a control point there', () => {
    const leg = handleAt({ kind: 'leg', index: 1 }, 15, 20);
    expect(play(idle, toolContext(BARE, PULLED), pointer('double', 15, 20, [leg, CURVE])).calls).toEqual([
      { command: 'insertControlPoint', args: { item: 'c', leg: 1, share: 0.25 } },
    ]);
  });

  it('a coordinate comes from the point that is clicked next', () => {
    const p4 = handleAt({ kind: 'fit', id: 'p4' }, 40, 0);
    const taken = play(idle, toolContext(FIT2), take(1), pointer('press', 40, 0, p4));
    expect(taken.calls).toEqual(moves(['p2', [10, 0, 0]]));
    expect(taken.state).toMatchObject({ taking: null, drag: null });
    expect(play(idle, toolContext(FIT2), take(1), key('Escape')).state).toMatchObject({ taking: null });
  });

  it("a tangent's direction comes from a leg or a curve, with the sense it has", () => {
    const context = toolContext(FIT2);
    const along = play(idle, context, take('direction'), pointer('press', 4, 2, { ...CURVE, u: 0.1 }));
    expect(along.calls).toMatchObject([{ command: 'setTangent', args: { point: 'p2' } }]);
    const pulled = selected({ kind: 'tangent', id: 'p2', side: 1 });
    const leg = handleAt({ kind: 'leg', index: 0 }, 1, 1);
    const fromLeg = play(idle, toolContext(pulled), take('direction'), pointer('press', 1, 1, leg));
    expect(fromLeg.calls).toHaveLength(1);
  });

  it('always has a prompt', () => {
    const hits: readonly Hit[] = [
      CURVE,
      P2,
      C2,
      handleAt({ kind: 'knot', u: 0.5 }, 1, 1),
      handleAt({ kind: 'seam' }, 1, 1),
    ];
    for (const hit of hits) {
      const { state } = play(idle, toolContext(BARE), pointer('move', 4, 2, hit));
      for (const selection of [FIT2, BARE, NOTHING, selected(C2.located.handle)]) {
        expect(prompt(state, toolContext(selection)).text).toMatch(/\.$/);
      }
    }
    for (const input of [take(0), take('direction'), pointer('press', 9, 9)]) {
      expect(prompt(play(idle, toolContext(FIT2), input).state, toolContext(FIT2)).text).toMatch(/\.$/);
    }
  });
});

describe('the tangent at a place of a curve by control points', () => {
  const root = { kind: 'on', u: 0.5 } as const;
  it('is dragged by its end: direction and strength, with Shift the direction alone', () => {
    const curve = pointsOf(PULLED)?.curve;
    if (!curve) throw new Error('no curve');
    const { direction, mm } = tangentOn(curve, 0.5);
    const foot = evaluate(curve, 0.5);
    const end = foot.map((x, c) => x + (direction[c] * mm) / 2);
    const handle = handleAt({ kind: 'on-tangent', u: 0.5, side: 1 }, end[0], end[1]);
    const go = (shift: boolean) =>
      play(
        idle,
        toolContext(selected(root), PULLED),
        pointer('press', end[0], end[1], handle),
        pointer('move', foot[0], foot[1] + 8, null, { shift }),
        pointer('release', foot[0], foot[1] + 8, null, { shift }),
      ).calls[0] as { args: { direction: readonly number[]; mm: number } };
    [0, 1, 0].forEach((x, c) => expect(go(false).args.direction[c]).toBeCloseTo(x, 9));
    expect(go(false).args.mm).toBeCloseTo(16, 9);
    expect(go(true).args.mm).toBeCloseTo(mm, 9);
  });
});

describe('a curve as a whole', () => {
  const project = projectWith(through('c', [0, 0], [10, 5], [40, 0]));
  const on = { kind: 'curve', item: 'c', at: [4, 2, 0], u: 0.1 } as const;

  it('moves by the place where it is pressed once it is selected', () => {
    const context = toolContext(BARE, ARCH, project);
    const drag = [pointer('press', 4, 2, on), pointer('move', 9, 2), pointer('release', 10, 4)];
    const map = translation([6, 2, 0]);
    expect(play(idle, context, ...drag).calls).toEqual([
      { command: 'transformItems', args: { items: ['c'], how: 'move', map } },
    ]);
    expect(play(idle, toolContext(NOTHING, ARCH, project), ...drag).calls).toEqual([]);
    expect(play(idle, context, pointer('press', 4, 2, on), pointer('release', 4, 2)).calls).toEqual([]);
  });

  it('stays where it is, and so do its handles, on a locked layer', () => {
    const locked = { ...project, layers: { sheet: { ...project.layers['sheet'], locked: true } } };
    const context = toolContext(BARE, ARCH, locked);
    for (const hit of [on, P2]) {
      const { calls, state } = play(idle, context, pointer('press', 4, 2, hit), pointer('move', 30, 30));
      expect(calls).toEqual([]);
      expect(preview(state, context).call).toBeNull();
    }
    const nudged = play(idle, toolContext(FIT2, ARCH, locked), { type: 'nudge', by: [1, 0, 0], located: P2.located });
    expect(nudged.why).toBe('Curve 1 lies on the layer Sheet, which is locked');
    expect(prompt(idle, context).text).toContain('it can be read');
  });
});
