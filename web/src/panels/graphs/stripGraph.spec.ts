import { TestBed } from '@angular/core/testing';
import { selectionOf } from '@pencil-bend/document';
import { at, lumpyArc, openBench, projectWith, through, until } from '../../session/bench.fixture';
import { MirrorCheck } from '../../session/mirrorCheck';
import { StripGraph } from './stripGraph';

jest.mock('../../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const straight = (id: string, x: number) => through(id, [x, 0], [x + 50, 0], [x + 100, 0]);

function opened(...ids: string[]) {
  const project = projectWith(
    straight('a', 0),
    straight('b', 100),
    straight('c', 200),
    through('far', ...lumpyArc(0.1, 900)),
  );
  const bench = openBench(project);
  bench.editing.select(selectionOf(ids));
  return { ...bench, strip: TestBed.runInInjectionContext(() => new StripGraph()) };
}

describe('the strip', () => {
  it('has the curve that is read, others that are selected over the same axis', () => {
    const { strip } = opened('b', 'a');
    expect(strip.own()?.id).toBe('b');
    expect(strip.others().map(({ id, offset }) => [id, offset])).toEqual([['a', 0]]);
    expect(strip.whole()).toEqual({ from: 0, to: expect.closeTo(100, 6) });
  });

  it('lays a single curve end to end with all that it goes on in, with the level at each meeting', async () => {
    const { strip } = opened('b');
    strip.isRun.set(true);
    expect(strip.others().map(({ id, offset }) => [id, Math.round(offset)])).toEqual([
      ['a', -100],
      ['c', 100],
    ]);
    expect([strip.whole().from, strip.whole().to].map(Math.round)).toEqual([-100, 200]);
    expect([strip.seenOfOwn().from, Math.round(strip.seenOfOwn().to)]).toEqual([0, 100]);
    strip.zoom(-50, 0.4);
    expect([strip.seenOfOwn().from, Math.round(strip.seenOfOwn().to)]).toEqual([0, 50]);
    strip.showWhole();
    await until(() => strip.meetings().length > 0);
    expect(strip.meetings().map(({ s, text }) => [Math.round(s), text])).toEqual([
      [0, 'G3'],
      [100, 'G3'],
    ]);
  });

  it('has what is being drawn alone, whatever the selected curve goes on in', () => {
    const { strip, hand } = opened('b');
    strip.isRun.set(true);
    expect(strip.others()).toHaveLength(2);
    hand.takeUp('line');
    hand.feed(at('press', 0, 50));
    hand.feed(at('move', 30, 50));
    expect(strip.whole()).toEqual({ from: 0, to: expect.closeTo(30, 6) });
    expect(strip.others()).toEqual([]);
  });

  it('of several selected curves lays only those end to end', () => {
    const { strip } = opened('b', 'c', 'far');
    strip.isRun.set(true);
    expect(strip.others().map(({ id }) => id)).toEqual(['c']);
  });

  it('has the other half of a mirror check beside the curve', async () => {
    const { strip, inject } = opened('a');
    const check = inject(MirrorCheck);
    check.toggle();
    await until(() => check.meeting() !== null);
    expect(strip.others().map(({ id, offset }) => [id, Math.round(offset)])).toEqual([[null, -100]]);
  });

  it('zooms about a place, moves as far as there is something, and shows another curve whole', () => {
    const { strip, editing } = opened('a');
    strip.zoom(80, 0.5);
    expect([strip.seen().from, strip.seen().to].map((s) => Math.round(s))).toEqual([40, 90]);
    strip.pan(500);
    expect([strip.seen().from, strip.seen().to].map((s) => Math.round(s))).toEqual([50, 100]);
    strip.pan(-10);
    expect([strip.seen().from, strip.seen().to].map((s) => Math.round(s))).toEqual([40, 90]);
    strip.zoom(60, 100);
    expect(strip.isZoomed()).toBe(false);
    strip.zoom(80, 0.1);
    editing.select(selectionOf(['far']));
    expect(strip.isZoomed()).toBe(false);
    expect(strip.seen()).toEqual(strip.whole());
  });

  it('has nothing to zoom into where nothing is read', () => {
    const { strip } = opened();
    strip.zoom(0, 0.5);
    strip.pan(3);
    expect([strip.own(), strip.isZoomed()]).toEqual([null, false]);
  });
});
