import { FRONT, rectangle } from '@pencil-bend/core';
import { controlRecipe } from '@pencil-bend/document';
import { perform } from '@pencil-bend/document/steps';
import { projectWith, through } from '../../session/bench.fixture';
import type { Caught } from '../../snap/caught';
import type { Hit, Options, PointerInput } from '../contract';
import type { ToolName } from '../catalogue';
import { play, pointer, started, toolContext } from '../toolFixture';

jest.mock('../../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const PROJECT = projectWith(
  through('lid', [0, 0], [20, 10], [40, 0]),
  through('rim', [60, 5], [80, 20], [110, 10]),
  through('post', [110, 10], [110, 60]),
  { id: 'tray', recipe: controlRecipe(rectangle(FRONT, [200, 0, 0], 60, 40), (i) => `c${i}`) },
  { id: 'dot', at: [30, 50, 0] },
  { id: 'gauge', guide: { kind: 'circle', centre: [0, 100, 0], radius: 20 } },
  { id: 'axis', guide: { kind: 'line', at: [0, 80, 0], direction: [-0.96, 0.28, 0], symmetry: false } },
);
const on = (item: string, u: number, x: number, y: number): PointerInput =>
  pointer('press', x, y, { kind: 'curve', item, u, at: [x, y, 0] } as Hit);
const caught = (kind: Caught['kind'], item: string, x: number, y: number): PointerInput =>
  pointer('press', x, y, null, { caught: { kind, label: '', at: [x, y, 0], item, ahead: null, from: [] } });

/** What a tool calls, which has to be something that can be done. */
const calls = (tool: ToolName, options: Options, ...inputs: PointerInput[]) => {
  const made = play(started(tool, options), toolContext(undefined, undefined, PROJECT), ...inputs);
  for (const call of made.calls) {
    const outcome = perform(PROJECT, call, { id: 'step-000001', time: '' });
    if (!outcome.ok) throw new Error(outcome.failure);
  }
  return made;
};

describe('the joint tool', () => {
  it('lets the nearer end of a curve go on from an end, which is in hand then', () => {
    const made = calls('joint', { level: '2' }, on('rim', 0.1, 63, 8), caught('end', 'lid', 40, 0));
    expect(made.calls).toEqual([
      {
        command: 'joinEnd',
        args: { item: 'rim', end: 'start', leader: { kind: 'end', item: 'lid', end: 'end' }, level: 2 },
      },
    ]);
    expect(made.select).toMatchObject({ items: ['rim'], handles: [{ kind: 'joint', end: 'start' }] });
  });

  it('or from a place along a curve, or a guide; or meets once', () => {
    expect(calls('joint', {}, on('rim', 0.1, 63, 8), on('tray', 0.5, 200, 20)).calls).toMatchObject([
      { args: { leader: { kind: 'place', item: 'tray' } } },
    ]);
    expect(calls('joint', {}, on('rim', 0.1, 63, 8), caught('curve', 'gauge', 20, 100)).calls).toMatchObject([
      { args: { leader: { kind: 'guide', item: 'gauge' } } },
    ]);
    expect(calls('joint', { lasts: 'once' }, on('rim', 0.1, 63, 8), caught('end', 'lid', 40, 0)).calls).toMatchObject([
      { command: 'meetOnce' },
    ]);
  });

  it('says why nothing comes of a closed curve, or of an empty place', () => {
    expect(calls('joint', {}, on('tray', 0.1, 203, 0), caught('end', 'lid', 40, 0))).toMatchObject({
      calls: [],
      why: 'Click a curve that has ends: a closed one has none',
    });
    expect(calls('joint', {}, on('rim', 0.1, 63, 8), pointer('press', 500, 500))).toMatchObject({
      calls: [],
      why: 'There is nothing at that place to go on from',
    });
  });
});

it('the blend tool goes from the nearer end of one curve to that of the other', () => {
  expect(calls('blend', {}, on('lid', 0.9, 38, 2), on('rim', 0.1, 63, 8)).calls).toMatchObject([
    {
      command: 'drawBlend',
      args: { first: { item: 'lid', end: 'end', level: 2 }, second: { item: 'rim', end: 'start', level: 2 } },
    },
  ]);
});

it('or from the places that were clicked, towards each other; a closed curve has no other', () => {
  const places = { from: 'places' };
  const [call] = calls('blend', places, on('lid', 0.5, 20, 10), on('rim', 0.1, 63, 8)).calls;
  expect(call).toMatchObject({
    command: 'drawBlend',
    args: {
      first: { item: 'lid', share: expect.closeTo(0.5, 2), sense: 'forward', level: 2 },
      second: { item: 'rim', sense: 'backward', level: 2 },
    },
  });
  expect(calls('blend', places, on('tray', 0.1, 203, 0), on('rim', 0.9, 100, 8)).calls).toMatchObject([
    { command: 'drawBlend', args: { first: { item: 'tray' } } },
  ]);
  expect(calls('blend', {}, on('tray', 0.1, 203, 0), on('rim', 0.9, 100, 8)).why).toContain(
    'A closed curve has no ends',
  );
});

describe('the soft corner tool', () => {
  it('softens the kink that is nearest, or where two ends meet, and has the corner in hand', () => {
    const kink = calls('softCorner', { size: 6 }, on('tray', 0.9, 258, 38));
    expect(kink.calls).toMatchObject([
      { command: 'softenKink', args: { item: 'tray', near: [260, 40, 0], size: { setback: 6 } } },
    ]);
    expect(kink.select).toMatchObject({ items: ['id1-2'] });
    const met = calls('softCorner', { by: 'radius', size: 4 }, on('post', 0.1, 110, 14));
    expect(met.calls).toMatchObject([
      {
        command: 'drawCorner',
        args: { first: { item: 'post', end: 'start' }, second: { item: 'rim', end: 'end' }, size: { radius: 4 } },
      },
    ]);
  });

  it('or all corners of it, with the curves that it goes on in', () => {
    expect(calls('softCorner', { corners: 'all', size: 6 }, on('tray', 0.9, 258, 38)).calls).toMatchObject([
      { command: 'softenCorners', args: { items: ['tray'] } },
    ]);
    expect(calls('softCorner', { corners: 'all', size: 6 }, on('post', 0.1, 110, 14)).calls).toMatchObject([
      { args: { items: ['post', 'rim'] } },
    ]);
  });

  it('says where there is none', () => {
    expect(calls('softCorner', {}, on('lid', 0.1, 3, 2))).toMatchObject({
      calls: [],
      why: 'There is no corner there: a kink, or two ends that meet',
    });
  });
});

it('the tie tool lets the nearest point of a curve follow a point, an end, a place, a guide', () => {
  const to = (target: PointerInput) => calls('tie', {}, on('lid', 0.5, 20, 10), target).calls;
  expect(to(caught('point', 'dot', 30, 50))).toEqual([
    { command: 'tiePoint', args: { item: 'lid', point: 'p2', to: { kind: 'point', item: 'dot' } } },
  ]);
  expect(to(caught('end', 'rim', 60, 5))).toMatchObject([{ args: { to: { kind: 'end', item: 'rim', end: 'start' } } }]);
  expect(to(on('rim', 0.5, 80, 20))).toMatchObject([{ args: { to: { kind: 'place', item: 'rim' } } }]);
  expect(to(caught('curve', 'gauge', 20, 100))).toMatchObject([{ args: { to: { kind: 'along', item: 'gauge' } } }]);
});

it('and its tangent the direction of a guide line or of a straight curve, in the sense in which it runs', () => {
  const to = (target: PointerInput) => calls('tie', { what: 'tangent' }, on('lid', 0.5, 20, 10), target);
  expect(to(caught('curve', 'axis', 0, 80)).calls).toEqual([
    { command: 'tieTangent', args: { item: 'lid', point: 'p2', to: { item: 'axis', turned: true } } },
  ]);
  expect(to(on('post', 0.5, 110, 30)).calls).toMatchObject([{ args: { to: { item: 'post', turned: false } } }]);
  expect(() => to(on('rim', 0.5, 80, 20))).toThrow(/ is not straight/);
  expect(to(on('lid', 0.2, 8, 5)).calls).toEqual([]);
});
