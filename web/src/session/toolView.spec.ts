import { at, openArch } from './bench.fixture';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

describe('what the tool in hand shows', () => {
  it('follows its state: what it accepts, says and would do', () => {
    const { hand, toolView } = openArch();
    expect([toolView.reads(), toolView.preview().call, toolView.accepts().places]).toEqual(['selection', null, false]);
    hand.takeUp('bezier');
    expect([toolView.reads(), toolView.accepts().places]).toEqual(['preview', true]);
    hand.feed(at('press', 0, 0));
    // While a handle is pulled no snap comes between.
    expect(toolView.accepts().places).toBe(false);
    hand.feed(at('release', 0, 0));
    expect(toolView.prompt().text).toContain('next anchor');
    expect(toolView.options().map(({ name }) => name)).toEqual(['kind']);
    hand.feed(at('move', 9, 0));
    expect(toolView.preview().call).toMatchObject({ command: 'drawItems' });
  });

  it("what a number means is the tool's own", () => {
    const { hand, toolView } = openArch();
    hand.takeUp('conic');
    expect(toolView.meaning([0, 0, 0])).toBeNull();
    for (const [x, y] of [
      [0, 0],
      [9, 0],
      [4, 5],
    ] as const)
      hand.feed(at('press', x, y));
    expect(toolView.meaning(null)).toMatchObject({ label: 'fullness, 0 to 1', plain: true });
  });
});
