import { openBench, projectWith } from './bench.fixture';
import { newPicture } from '../trace/tracedPicture';
import { Tracing } from './tracing';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const picture = (id: string) => newPicture(id, `${id}.png`, { width: 400, height: 200 }, [10, 5], 200);

describe('pictures to trace over', () => {
  it('lie on the sheet: the chosen one is in hand, else the newest', () => {
    const tracing = openBench(projectWith()).inject(Tracing);
    expect(tracing.picture()).toBeNull();
    tracing.place(picture('a'));
    tracing.place(picture('b'));
    expect([tracing.pictures().length, tracing.picture()?.id]).toEqual([2, 'b']);
    tracing.choose('a');
    expect(tracing.picture()?.id).toBe('a');
  });

  it('that were taken out are known still, and can come back', () => {
    const tracing = openBench(projectWith()).inject(Tracing);
    tracing.place(picture('a'));
    tracing.place({ ...picture('a'), removed: true });
    expect([tracing.pictures(), tracing.known().length, tracing.picture()]).toEqual([[], 1, null]);
    tracing.place(picture('a'));
    expect(tracing.picture()?.id).toBe('a');
  });

  it('that are none, or too large, are refused in words', async () => {
    const bench = openBench(projectWith());
    await bench.inject(Tracing).bring(new File(['x'], 'notes.txt', { type: 'text/plain' }), [0, 0], 200);
    expect(bench.state().drawing.notice).toBe('notes.txt is no picture: a PNG or JPEG file is needed');
    expect(bench.state().view.pictures).toEqual([]);
  });
});
