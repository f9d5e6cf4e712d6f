import { at, openArch, settled } from './bench.fixture';
import { ToolWork } from './toolWork';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

describe('heavy work', () => {
  it('is done by the worker, and merged into the state that the tool has by then', async () => {
    const { hand, inject, toolView } = openArch();
    inject(ToolWork);
    hand.takeUp('freehand');
    const places = Array.from({ length: 30 }, (_, i) => [i, Math.sin(i / 5)] as const);
    hand.feed(at('press', ...places[0], { reach: 5 }));
    for (const place of places) hand.feed(at('move', ...place, { reach: 5 }));
    hand.feed(at('release', ...places[29], { reach: 5 }));
    expect(toolView.preview().call).toBeNull();
    for (let i = 0; i < 3; i++) await settled();
    expect(toolView.preview().call).toMatchObject({ command: 'drawItems' });
    expect(toolView.facts().map(({ label }) => label)).toEqual(['Deviation', 'Points', 'Stroke']);
  });
});
