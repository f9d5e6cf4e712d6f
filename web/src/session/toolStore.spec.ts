import { at, openArch, settled } from './bench.fixture';
import { ToolStore } from './toolStore';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

describe('what outlives a reload', () => {
  it('is the tool with what it has placed, not where the pointer is', async () => {
    const { hand, inject } = openArch();
    hand.takeUp('through');
    hand.feed(at('press', 3, 4));
    hand.feed(at('move', 9, 9));
    await settled();
    expect(await inject(ToolStore).take('k')).toMatchObject({ tool: 'through', places: [{ at: [3, 4, 0] }], pointer: null }); // prettier-ignore
    hand.putDown();
    await settled();
    expect(await inject(ToolStore).take('k')).toBeNull();
  });
});
