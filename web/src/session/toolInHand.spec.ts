import { handlesOn, selectionOf, titleOf } from '@pencil-bend/document';
import { drawingActions } from '../state/actions';
import { TOOLS } from '../tools/catalogue';
import { type OtherTools, toolOf, useTools } from '../tools/table';
import { at, openArch, projectWith, through } from './bench.fixture';
import { StepLoader } from './stepLoader';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

describe('the tool in hand', () => {
  it('draws what it is given as one step, selects it, and is put down', () => {
    const { hand, editing, state, toolView, stepHistory } = openArch();
    hand.takeUp('line');
    expect([hand.name(), toolView.reads(), toolView.accepts().places]).toEqual(['line', 'preview', true]);
    hand.feed(at('press', 0, 0));
    expect(stepHistory.canUndo()).toBe(true);
    hand.feed(at('press', 5, 0));
    expect(state().drawing.log.map(({ title }) => titleOf(title))).toEqual(['Draw Line 1']);
    expect(editing.selection().items).toHaveLength(1);
    expect(hand.name()).toBe('select');
  });

  it('previews just what is then kept, with the same ids', () => {
    const { hand, editing, toolView } = openArch();
    hand.takeUp('line');
    hand.feed(at('press', 0, 0));
    hand.feed(at('move', 5, 0));
    const { call } = toolView.preview();
    if (call?.command !== 'drawItems') throw new Error('nothing is shown');
    hand.feed(at('press', 5, 0));
    expect(editing.selection().items).toEqual([call.args.items[0].id]);
    // The next one gets ids of its own.
    hand.takeUp('line');
    hand.feed(at('press', 1, 1));
    hand.feed(at('move', 5, 5));
    const next = toolView.preview().call;
    expect(next?.command === 'drawItems' && next.args.items[0].id).not.toBe(call.args.items[0].id);
  });

  it('lets what is given wait for a tool whose code is on its way, which is shown already', async () => {
    const others = Object.fromEntries(TOOLS.map(({ name }) => [name, toolOf(name)])) as unknown as OtherTools;
    useTools(null as never);
    const { hand, inject, toolView, state } = openArch();
    hand.takeUp('circle');
    hand.takeUp('line');
    hand.feed(at('press', 3, 0));
    hand.feed({ type: 'typed', at: [9, 0, 0] });
    hand.takeUp('polyline');
    hand.feed(at('press', 1, 1));
    expect([hand.name(), toolView.accepts().places, toolView.preview().placed]).toEqual(['polyline', true, []]);
    useTools(others);
    await inject(StepLoader).load();
    await Promise.resolve();
    expect(state().drawing.log.map(({ title }) => titleOf(title))).toEqual(['Draw Line 1']);
    expect([hand.name(), toolView.preview().placed]).toEqual(['polyline', [[1, 1, 0]]]);
  });

  it('keeps options for the next time', () => {
    const { hand, toolView } = openArch();
    hand.takeUp('polygon');
    hand.setOption('sides', 8);
    hand.putDown();
    hand.takeUp('polygon');
    expect(toolView.options().find(({ name }) => name === 'sides')?.value).toBe(8);
  });

  it('says what a tool has against what it was given', () => {
    const { hand, state } = openArch();
    hand.takeUp('move');
    hand.feed(at('press', 0, 0));
    expect(state().drawing.notice).toMatch(/select a curve first/);
  });

  it('drags a handle of what is selected; of a viewed stage it drags nothing', () => {
    const { hand, editing, store, state, toolView } = openArch();
    editing.select(selectionOf(['a']));
    const located = { handle: { kind: 'fit', id: 'p2' }, at: [10, 5, 0] } as const;
    const hits = [{ kind: 'handle', item: 'a', located }] as const;
    hand.feed(at('press', 10, 5, { hits }));
    expect(editing.selection()).toEqual(handlesOn('a', [located.handle]));
    hand.feed(at('move', 12, 9));
    expect(toolView.preview()).toMatchObject({ call: { command: 'movePoints' }, dragged: { to: [12, 9, 0] } });
    hand.feed({ type: 'key', key: 'Escape' });
    store.dispatch(drawingActions.stageViewed({ viewed: { stage: 's', name: 'Early', time: '', project: projectWith(through('a', [0, 0], [10, 5], [20, 0])) } })); // prettier-ignore
    hand.feed(at('press', 10, 5, { hits }));
    hand.feed(at('move', 12, 9));
    expect(toolView.preview().call).toBeNull();
    expect(state().drawing.notice).toMatch(/only looked at/);
  });
});
