import { TestBed } from '@angular/core/testing';
import { type CommandCall, handlesOn, selectionOf } from '@pencil-bend/document';
import { openBench, projectWith, through } from './bench.fixture';
import { Ghosts } from './ghosts';
import { Joints } from './joints';
import { ReadingKernel } from './readingKernel';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const TWO = projectWith(through('lid', [0, 0], [15, 12], [40, 0]), through('rim', [40, 0], [60, -9], [80, 0]));
const JOIN: CommandCall = {
  command: 'joinEnd',
  args: { item: 'rim', end: 'start', leader: { kind: 'end', item: 'lid', end: 'end' }, level: 2 },
};

async function opened() {
  const bench = openBench(TWO);
  const joints = TestBed.inject(Joints);
  TestBed.inject(ReadingKernel).hurry();
  TestBed.tick();
  for (let i = 0; i < 200 && !TestBed.inject(ReadingKernel).functions(); i++)
    await new Promise((done) => setTimeout(done, 5));
  return { bench, joints };
}

describe('joints on the bench', () => {
  it('are none until one is made, and then read with what they reach', async () => {
    const { bench, joints } = await opened();
    expect(joints.all()).toEqual([]);
    bench.editing.do(JOIN);
    expect(joints.all()).toMatchObject([{ item: 'rim', leader: 'lid', wanted: 2, reached: 2, holds: true }]);
    expect(joints.at('rim', 'start')).toBe(joints.all()[0]);
    expect(joints.at('rim', 'end')).toBeNull();
    expect(joints.of('lid')).toHaveLength(1);
  });

  it('one is in hand when its handle is, or one of its stems; both curves are read together then', async () => {
    const { bench, joints } = await opened();
    bench.editing.do(JOIN);
    bench.editing.select(selectionOf(['rim']));
    expect([joints.selected(), joints.chain()]).toEqual([null, []]);
    bench.editing.select(handlesOn('rim', [{ kind: 'freedom', end: 'start', of: 'a' }]));
    expect(joints.selected()).toBe(joints.all()[0]);
    expect(joints.chain()).toEqual(['rim', 'lid']);
  });

  it('of a blend both ends are, and it is read with what it lies between', async () => {
    const { bench, joints } = await opened();
    bench.editing.do({ command: 'movePoints', args: { item: 'rim', moves: [{ point: 'p1', to: [52, 2, 0] }] } });
    bench.editing.do({
      command: 'drawBlend',
      args: {
        id: 'gap',
        first: { item: 'lid', end: 'end', level: 2 },
        second: { item: 'rim', end: 'start', level: 1 },
      },
    });
    expect(joints.all().map(({ kind, wanted, holds }) => [kind, wanted, holds])).toEqual([
      ['blend', 2, true],
      ['blend', 1, true],
    ]);
    bench.editing.select(selectionOf(['gap']));
    expect(joints.chain()).toEqual(['gap', 'lid', 'rim']);
  });
});

describe('a choice that is pointed at', () => {
  it('is seen as a ghost of all that it would change, until it is left, or something is done or selected', async () => {
    const { bench } = await opened();
    const ghosts = TestBed.inject(Ghosts);
    bench.editing.do(JOIN);
    const move: CommandCall = {
      command: 'movePoints',
      args: { item: 'lid', moves: [{ point: 'p3', to: [45, 5, 0] }] },
    };
    ghosts.show(move);
    expect(ghosts.curves()).toHaveLength(2);
    ghosts.show(null);
    expect(ghosts.curves()).toEqual([]);
    ghosts.show({ ...move, args: { item: 'gone', moves: [] } } as CommandCall);
    expect(ghosts.curves()).toEqual([]);
    ghosts.show(move);
    TestBed.tick();
    bench.editing.select(selectionOf(['lid']));
    TestBed.tick();
    expect(ghosts.curves()).toEqual([]);
  });
});
