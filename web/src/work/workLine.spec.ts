/** @jest-environment node */
import { homogeneous, makeCurve, packCurve } from '@pencil-bend/core';
import type { JobKind } from './jobs';
import { WorkLine } from './workLine';
import { type Outcome, WorkQueue } from './workQueue';

const curve = makeCurve(1, [0, 0, 1, 1], homogeneous([0, 0, 0, 10, 0, 0]));
const asked = () => ({ curve: packCurve(curve) });

/** Jobs that end when they are told to; what was begun, in order. */
function slowly() {
  const begun: JobKind[] = [];
  const ends: ((fails?: Error) => void)[] = [];
  jest.spyOn(WorkQueue.prototype, 'run').mockImplementation((kind) => {
    begun.push(kind);
    return new Promise((resolve, reject) => {
      ends.push((fails) =>
        fails ? reject(fails) : resolve({ kind: 'answered', answer: [] } as unknown as Outcome<never>),
      );
    });
  });
  const line = new WorkLine(() => {
    throw new Error('no worker is needed');
  });
  const settle = async () => {
    for (let i = 0; i < 5; i++) await Promise.resolve();
  };
  return { line, begun, ends, settle };
}

afterEach(() => jest.restoreAllMocks());

describe('a line of work', () => {
  it('does one job after another, the least rank first, and never two at once', async () => {
    const { line, begun, ends, settle } = slowly();
    void line.ask('roughness', asked as never, { rank: 2 });
    void line.ask('lighten', asked as never, { rank: 2 });
    void line.ask('self-crossings', asked);
    await settle();
    expect(begun).toEqual(['self-crossings']);
    void line.ask('price', asked as never, { rank: 1 });
    ends[0]();
    await settle();
    expect(begun).toEqual(['self-crossings', 'price']);
    ends[1]();
    await settle();
    ends[2]();
    await settle();
    expect(begun).toEqual(['self-crossings', 'price', 'roughness', 'lighten']);
  });

  it('leaves out what nobody wants when its turn comes, and does not even put it together', async () => {
    const { line, begun, ends, settle } = slowly();
    let wanted = true;
    const put = jest.fn(asked);
    void line.ask('roughness', asked as never);
    const late = line.ask('self-crossings', put, { isWanted: () => wanted });
    await settle();
    wanted = false;
    ends[0]();
    expect(await late).toEqual({ kind: 'given-up' });
    expect(put).not.toHaveBeenCalled();
    expect(begun).toEqual(['roughness']);
  });

  it('goes on after a job that failed', async () => {
    const { line, ends, settle } = slowly();
    const fails = line.ask('self-crossings', asked);
    const after = line.ask('self-crossings', asked);
    await settle();
    ends[0](new Error('memory ran out'));
    await expect(fails).rejects.toThrow('memory ran out');
    await settle();
    ends[1]();
    expect(await after).toEqual({ kind: 'answered', answer: [] });
    const stuck = line.ask('roughness', asked as never);
    const waits = line.ask('lighten', asked as never);
    await settle();
    line.stop();
    expect(await waits).toEqual({ kind: 'given-up' });
    ends[2]();
    await stuck;
  });
});
