import { type CommandCall, handlesOn, type Handle, type Project } from '@pencil-bend/document';
import { changed, projectWith, through } from '../../session/bench.fixture';
import type { Caught } from '../../snap/caught';
import type { Hit } from '../contract';
import { idle, key, play, pointer, prompt, toolContext } from '../toolFixture';

jest.mock('../../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const BASE = projectWith(through('lid', [0, 0], [20, 10], [40, 0]), through('rim', [60, 5], [80, 20], [110, 10]), {
  id: 'gauge',
  guide: { kind: 'line', at: [0, 50, 0], direction: [1, 0, 0], symmetry: false },
});
const join = (leader: object, level = 2): CommandCall =>
  ({ command: 'joinEnd', args: { item: 'rim', end: 'start', leader, level } }) as CommandCall;
const JOINED = changed(BASE, join({ kind: 'end', item: 'lid', end: 'end' }));
const hit = (item: string, handle: Handle, x: number, y: number, stem?: readonly [number, number, number]): Hit =>
  ({ kind: 'handle', item, located: { handle, at: [x, y, 0], ...(stem && { stem }) } }) as Hit;
const END = hit('rim', { kind: 'fit', id: 'p1' }, 60, 5);
const caught: Caught = { kind: 'end', label: 'end of Curve 1', at: [40, 0, 0], item: 'lid', ahead: null, from: [] };

const dragged = (project: Project, from: Hit, to: readonly [number, number], by?: Caught) => {
  const [x, y] = from.kind === 'handle' ? from.located.at : [0, 0];
  const more = by ? { caught: by } : {};
  const context = toolContext(handlesOn('rim', []), undefined, project);
  return play(
    idle,
    context,
    pointer('press', x, y, from),
    pointer('move', ...to, null, more),
    pointer('release', ...to, null, more),
  );
};

describe('an end that is dragged', () => {
  it('onto another one is joined to it with G0, and the joint is in hand', () => {
    const made = dragged(BASE, END, [40, 0], caught);
    expect(made.calls).toEqual([join({ kind: 'end', item: 'lid', end: 'end' }, 0)]);
    expect(made.select).toMatchObject({ items: ['rim'], handles: [{ kind: 'joint', end: 'start' }] });
    const context = toolContext(handlesOn('rim', []), undefined, BASE);
    const over = play(idle, context, pointer('press', 60, 5, END), pointer('move', 40, 0, null, { caught }));
    expect(prompt(over.state, context).text).toBe('Release to join it here; its level is chosen then.');
  });

  it('elsewhere, or past snaps, or as one of several, only moves', () => {
    const move = { calls: [{ command: 'movePoints' }] };
    const context = toolContext(handlesOn('rim', []), undefined, BASE);
    const at = (inputs: Parameters<typeof play>[2][]) => play(idle, context, ...inputs);
    const press = pointer('press', 60, 5, END);
    expect(at([press, pointer('move', 40, 0), pointer('release', 40, 0)])).toMatchObject(move);
    const grid: Caught = { ...caught, kind: 'grid', item: null };
    expect(
      at([press, pointer('move', 50, 0, null, { caught: grid }), pointer('release', 50, 0, null, { caught: grid })]),
    ).toMatchObject(move);
  });
});

describe('a joint that is dragged', () => {
  const JOINT = hit('rim', { kind: 'joint', end: 'start' }, 40, 0);

  it('takes the end along that leads it, as its follower does by its own point', () => {
    const moved = [{ command: 'movePoints', args: { item: 'lid', moves: [{ point: 'p3', to: [45, 3, 0] }] } }];
    expect(dragged(JOINED, JOINT, [45, 3]).calls).toEqual(moved);
    expect(dragged(JOINED, hit('rim', { kind: 'fit', id: 'p1' }, 40, 0), [45, 3]).calls).toEqual(moved);
  });

  it('slides along the curve, or the guide, that leads it', () => {
    const on = changed(BASE, join({ kind: 'place', item: 'lid', share: 0.5, sense: 'forward' }, 1));
    const [call] = dragged(on, hit('rim', { kind: 'joint', end: 'start' }, 20, 10), [10, 7]).calls;
    expect(call).toMatchObject({
      command: 'setJoint',
      args: { leader: { kind: 'place', item: 'lid', sense: 'forward' } },
    });
    const share = call.command === 'setJoint' && call.args.leader?.kind === 'place' ? call.args.leader.share : NaN;
    expect(share).toBeGreaterThan(0.2);
    expect(share).toBeLessThan(0.4);
    const guided = changed(BASE, join({ kind: 'guide', item: 'gauge', along: 60, sense: 'forward' }, 1));
    expect(dragged(guided, hit('rim', { kind: 'joint', end: 'start' }, 60, 50), [70, 52]).calls).toMatchObject([
      { args: { leader: { along: 70 } } },
    ]);
  });

  it('and Delete releases it', () => {
    const context = toolContext(handlesOn('rim', [{ kind: 'joint', end: 'start' }]), undefined, JOINED);
    expect(play(idle, context, key('Delete')).calls).toEqual([
      { command: 'releaseJoint', args: { item: 'rim', end: 'start' } },
    ]);
  });
});

describe('a stem that is dragged', () => {
  const stem = (of: 'a' | 'b', perMm: readonly [number, number, number] = [0.5, 0, 0]) =>
    hit('rim', { kind: 'freedom', end: 'start', of }, 50, 0, perMm);
  const strength = (project: Project, by: number) => {
    const [call] = dragged(project, stem('a'), [50 + by, 0]).calls;
    return call.command === 'setJoint' ? call.args.freedoms?.a : undefined;
  };

  it('sets the strength, as a length or as the ratio that it was', () => {
    const [less, more] = [0, 10].map((by) => strength(JOINED, 5 + by) as { readonly mm: number });
    expect(more.mm - less.mm).toBeCloseTo(20, 9);
    const ratio = changed(JOINED, {
      command: 'setJoint',
      args: { item: 'rim', end: 'start', freedoms: { a: { ratio: 0.9 } } },
    });
    expect(strength(ratio, 5)).toEqual({ ratio: expect.any(Number) });
    // However far it is dragged back something is left.
    expect((strength(JOINED, -1e4) as { readonly mm: number }).mm).toBeGreaterThan(0);
  });

  it('of the next freedom may be drawn to either side, and Delete leaves it to the program', () => {
    const [call] = dragged(JOINED, stem('b'), [20, 0]).calls;
    expect(call).toMatchObject({ args: { freedoms: { b: expect.any(Number) } } });
    const held = changed(JOINED, call);
    const context = toolContext(handlesOn('rim', [{ kind: 'freedom', end: 'start', of: 'b' }]), undefined, held);
    expect(play(idle, context, key('Delete')).calls).toEqual([
      { command: 'setJoint', args: { item: 'rim', end: 'start', freedoms: null } },
    ]);
  });

  it('of a blend and of a corner as well', () => {
    const blend = changed(BASE, {
      command: 'drawBlend',
      args: {
        id: 'gap',
        first: { item: 'lid', end: 'end', level: 2 },
        second: { item: 'rim', end: 'start', level: 2 },
      },
    });
    const context = toolContext(handlesOn('gap', []), undefined, blend);
    const at = hit('gap', { kind: 'freedom', end: 'end', of: 'a' }, 50, 0, [0.5, 0, 0]);
    const made = play(
      idle,
      context,
      pointer('press', 50, 0, at),
      pointer('move', 54, 0),
      pointer('release', 54, 0),
    ).calls;
    expect(made).toMatchObject([
      { command: 'setBlend', args: { second: { magnitude: { ratio: expect.any(Number) } }, ratio: null } },
    ]);
    const corner = changed(projectWith(through('floor', [0, 0], [50, 0]), through('wall', [50, 0], [50, 60])), {
      command: 'drawCorner',
      args: {
        id: 'c',
        first: { item: 'floor', end: 'end' },
        second: { item: 'wall', end: 'start' },
        level: 2,
        size: { radius: 5 },
        ratio: 2,
      },
    });
    const setback = hit('c', { kind: 'freedom', end: 'end', of: 'a' }, 50, 20, [0, 1, 0]);
    const [call] = play(
      idle,
      toolContext(handlesOn('c', []), undefined, corner),
      pointer('press', 50, 20, setback),
      pointer('move', 50, 26),
      pointer('release', 50, 26),
    ).calls;
    expect(call).toMatchObject({ command: 'setCorner', args: { size: { setback: expect.any(Number) }, ratio: 2 } });
    expect(changed(corner, call)).toBeTruthy();
  });
});
