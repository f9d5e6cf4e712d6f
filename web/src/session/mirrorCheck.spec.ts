import { domainOf, evaluate } from '@pencil-bend/core';
import { selectionOf } from '@pencil-bend/document';
import { at, openBench, projectWith, through, until } from './bench.fixture';
import { Combs } from './combs';
import { MirrorCheck } from './mirrorCheck';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

/** Half a lid: it ends on the axis, flat there. */
const opened = async (last: readonly [number, number] = [0, 30]) => {
  const bench = openBench(projectWith(through('a', [-40, 20], [-20, 28], last), through('b', [10, 0], [30, 10])));
  const check = bench.inject(MirrorCheck);
  bench.editing.select(selectionOf(['a']));
  check.toggle();
  return { ...bench, check };
};

describe('the mirror check', () => {
  it('shows the selected curves mirrored about the upright axis, running on, and makes nothing', async () => {
    const { check, editing, state } = await opened();
    const [{ curve, reading }, ...more] = check.ghosts();
    expect(more).toEqual([]);
    const [first, last] = domainOf(curve);
    expect(evaluate(curve, first)).toEqual([0, 30, 0].map((x) => expect.closeTo(x, 9)));
    expect(evaluate(curve, last)).toEqual([40, 20, 0].map((x) => expect.closeTo(x, 9)));
    // To the right all along, as the curve itself: the same sign.
    expect(reading.profile.kappa.every((kappa) => kappa <= 1e-9)).toBe(true);
    expect(editing.project()?.itemOrder).toEqual(['a', 'b']);
    expect(state().drawing.log).toEqual([]);
    check.toggle();
    expect(check.ghosts()).toEqual([]);
  });

  it('says how the curve goes on over the plane', async () => {
    const { check } = await opened();
    await until(() => check.meeting() !== null);
    expect(check.meeting()).toMatchObject({ end: 'end', at: [0, 30, 0].map((x) => expect.closeTo(x, 9)) });
    // A natural end has no curvature, but here it does not arrive level.
    expect(check.meeting()?.figures.level).toBe(0);
    expect(check.meeting()?.figures.angle).toBeGreaterThan(0.05);
  });

  it('finds no meeting where the curve ends before the plane', async () => {
    const { check, inject } = await opened([-2, 30]);
    await until(() => inject(MirrorCheck).ghosts().length === 1);
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(check.meeting()).toBeNull();
  });

  it('is about the symmetry line of the drawing where there is one', async () => {
    const { check, editing } = await opened();
    editing.do({
      command: 'drawItems',
      args: {
        layer: 'sheet',
        plane: 'front',
        shape: 'symmetry-line',
        items: [{ id: 's', guide: { kind: 'line', at: [100, 0, 0], direction: [0, 1, 0], symmetry: true } }],
      },
    });
    editing.select(selectionOf(['a']));
    const [{ curve }] = check.ghosts();
    expect(evaluate(curve, domainOf(curve)[0])).toEqual([200, 30, 0].map((x) => expect.closeTo(x, 9)));
  });

  it('follows a drag, and carries a comb', async () => {
    const { check, inject, hand } = await opened();
    const combs = inject(Combs);
    expect(combs.movingCombs()).toHaveLength(1);
    const located = { handle: { kind: 'fit', id: 'p2' }, at: [-20, 28, 0] } as const;
    hand.feed(at('press', -20, 28, { hits: [{ kind: 'handle', item: 'a', located }] }));
    hand.feed(at('move', -20, 38));
    const [{ curve }] = check.ghosts();
    const heights = Array.from({ length: 21 }, (_, i) => {
      const [first, last] = domainOf(curve);
      return evaluate(curve, first + (i / 20) * (last - first))[1];
    });
    expect(Math.max(...heights)).toBeGreaterThan(36);
    expect(combs.movingCombs()).toHaveLength(2);
  });
});
