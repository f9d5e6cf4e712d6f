import { projectWith, through } from '../../session/bench.fixture';
import type { Caught } from '../../snap/caught';
import type { ToolState } from '../contract';
import type { ToolName } from '../catalogue';
import { toolOf } from '../table';
import { key, play, pointer, preview, started, toolContext } from '../toolFixture';

jest.mock('../../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const PROJECT = projectWith(through('lid', [0, 0], [20, 10], [40, 0]), {
  id: 'middle',
  guide: { kind: 'line', at: [100, 0, 0], direction: [0, 1, 0], symmetry: true },
});
const context = () => toolContext(undefined, undefined, PROJECT);
const caught = (kind: Caught['kind'], at: Caught['at'], item: string | null): Caught => ({
  kind,
  label: '',
  at,
  item,
  ahead: null,
  from: [],
});
const AT_END = pointer('press', 40, 0, null, { caught: caught('end', [40, 0, 0], 'lid') });
const ON_LID = pointer('press', 20, 10, null, { caught: caught('curve', [20, 10, 0], 'lid') });
const ON_AXIS = pointer('press', 100, 30, null, { caught: caught('symmetry', [100, 30, 0], 'middle') });
const ON_GRID = pointer('press', 60, 20, null, { caught: caught('grid', [60, 20, 0], null) });

const drawn = (tool: ToolName, options: object, ...inputs: Parameters<typeof play>[2][]) => {
  const [call] = play(started(tool, options as never), context(), ...inputs, key('Enter')).calls;
  const item = call.command === 'drawItems' ? call.args.items[0] : null;
  return item && 'recipe' in item ? (item.joints ?? null) : null;
};
const optionsOf = (state: ToolState) => toolOf(state.tool).options?.(state) ?? [];

describe('a curve that is drawn from something', () => {
  it('goes on from an end smoothly, from a place along a curve only touching, across a symmetry line at a right angle', () => {
    expect(drawn('through', {}, AT_END, ON_GRID)).toEqual({
      start: { leader: { kind: 'end', item: 'lid', end: 'end' }, level: 1 },
    });
    expect(drawn('through', {}, ON_GRID, ON_LID)).toMatchObject({
      end: { leader: { kind: 'place', item: 'lid' }, level: 0 },
    });
    expect(drawn('through', {}, AT_END, ON_GRID, ON_AXIS)).toMatchObject({
      end: { leader: { kind: 'plane', at: [100, 0, 0] }, level: 1 },
    });
    expect(drawn('through', {}, ON_GRID, pointer('press', 80, 20))).toBeNull();
  });

  it('has the level that was chosen, or none, and a closed one none', () => {
    expect(drawn('through', { startLevel: '3' }, AT_END, ON_GRID)).toMatchObject({ start: { level: 3 } });
    expect(drawn('through', { startLevel: 'free' }, AT_END, ON_GRID)).toBeNull();
    const closed = [AT_END, ON_GRID, pointer('press', 50, 40), pointer('press', 40, 0)];
    const [call] = play(started('through'), context(), ...closed).calls;
    expect(call).toMatchObject({ args: { items: [{ recipe: { closed: true } }] } });
    expect(JSON.stringify(call)).not.toContain('joints');
  });

  it('leaves a place along a curve in the direction that it runs itself', () => {
    expect(drawn('through', {}, ON_LID, pointer('press', 60, 20))).toMatchObject({
      start: { leader: { sense: 'forward' } },
    });
    expect(drawn('through', {}, ON_LID, pointer('press', -20, 20))).toMatchObject({
      start: { leader: { sense: 'backward' } },
    });
  });

  it('by control points has the levels that its points so far allow: 2, 3, 4 for G1, G2, G3', () => {
    const levels = (...inputs: Parameters<typeof play>[2][]) => {
      const found = optionsOf(play(started('pulled'), context(), ...inputs).state).find(
        ({ name }) => name === 'startLevel',
      );
      return found?.kind === 'choice' ? found.choices.map(({ label }) => label) : null;
    };
    expect(levels(ON_GRID)).toBeNull();
    expect(levels(AT_END, ON_GRID)).toEqual(['no', 'G0', 'G1']);
    expect(levels(AT_END, ON_GRID, pointer('press', 70, 9))).toEqual(['no', 'G0', 'G1', 'G2']);
    expect(levels(AT_END, ON_GRID, pointer('press', 70, 9), pointer('press', 80, 9))).toHaveLength(5);
    expect(drawn('pulled', { startLevel: '3' }, AT_END, ON_GRID, pointer('press', 70, 9))).toMatchObject({
      start: { level: 2 },
    });
  });

  it('that is a line has what a line can keep, where it is asked for', () => {
    const line = (options: object) =>
      play(started('line', options as never), context(), AT_END, ON_GRID).calls.map((call) => JSON.stringify(call));
    expect(line({})[0]).not.toContain('joints');
    expect(line({ startLevel: '3' })[0]).toContain('"level":1');
    const choices = optionsOf(play(started('line'), context(), AT_END).state);
    expect(choices).toMatchObject([{ value: 'free', choices: [{ label: 'no' }, { label: 'G0' }, { label: 'G1' }] }]);
  });

  it('or an arc between its ends, too: the place that it goes through leads nothing', () => {
    const through = pointer('press', 55, 12, null, { caught: caught('end', [55, 12, 0], 'lid') });
    const arc = (options: object) => drawn('arc', options, AT_END, through, pointer('press', 70, 5));
    expect(arc({})).toBeNull();
    expect(arc({ startLevel: '2' })).toEqual({ start: { leader: { kind: 'end', item: 'lid', end: 'end' }, level: 1 } });
    const offered = (...inputs: Parameters<typeof play>[2][]) =>
      optionsOf(play(started('arc'), context(), ...inputs).state).flatMap(({ name, label }) =>
        name.endsWith('Level') ? [label] : [],
      );
    expect(offered(AT_END, through)).toEqual(['Starts on with']);
    expect(optionsOf(play(started('arc'), context(), AT_END).state).map(({ label }) => label)).toContain('By');
    const about = { by: 'centre', startLevel: '1' };
    expect(drawn('arc', about, AT_END, pointer('press', 55, 12), pointer('press', 70, 5))).toBeNull();
  });

  it('is shown with its joint while it is drawn, and says so', () => {
    const { state } = play(started('through'), context(), AT_END, { ...ON_GRID, type: 'move' });
    expect(preview(state, context())).toMatchObject({
      note: 'Start joined with G1.',
      call: { command: 'drawItems', args: { items: [{ joints: { start: { level: 1 } } }] } },
    });
  });
});
