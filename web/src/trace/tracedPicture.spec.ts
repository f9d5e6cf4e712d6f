import type { TracedPicture } from '../api/savedView';
import { newPicture, levelledBetween, movedBetween, scaledBetween } from './tracedPicture';

const PICTURE = newPicture('p', 'scan.png', { width: 400, height: 300 }, [10, 20], 160);

/** Where a place of the picture, in pixels from its middle with y up, lies on the sheet. */
function onSheet({ at, scale, angle }: TracedPicture, [x, y]: readonly [number, number]): [number, number] {
  const turn = (angle * Math.PI) / 180;
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  return [at[0] + scale * (c * x - s * y), at[1] + scale * (s * x + c * y)];
}
const changed = (change: ReturnType<typeof scaledBetween>): TracedPicture => {
  if ('why' in change) throw new Error(change.why);
  return change.picture;
};

describe('a traced picture', () => {
  it('first lies in the middle of what is seen', () => {
    expect(PICTURE).toMatchObject({ at: [10, 20], scale: 0.2, angle: 0, locked: false });
  });

  it('is scaled by two of its places and the length between them; the first stays', () => {
    const [a, b] = [onSheet(PICTURE, [-100, 0]), onSheet(PICTURE, [100, 50])];
    const scaled = changed(scaledBetween(PICTURE, a, b, 125));
    expect(onSheet(scaled, [-100, 0])).toEqual(a.map((x) => expect.closeTo(x, 9)));
    const there = onSheet(scaled, [100, 50]);
    expect(Math.hypot(there[0] - a[0], there[1] - a[1])).toBeCloseTo(125, 9);
  });

  it('is turned so that a line on it runs level, or upright', () => {
    for (const [end, axis] of [
      [[100, 30], 1],
      [[-20, 100], 0],
    ] as const) {
      const [a, b] = [onSheet(PICTURE, [0, 0]), onSheet(PICTURE, end)];
      const level = changed(levelledBetween(PICTURE, a, b));
      expect(onSheet(level, end)[axis]).toBeCloseTo(onSheet(level, [0, 0])[axis], 9);
      expect(onSheet(level, [0, 0])).toEqual(a.map((x) => expect.closeTo(x, 9)));
    }
  });

  it('is moved; locked, or where there is none, it says so', () => {
    expect(changed(movedBetween(PICTURE, [0, 0], [3, 4])).at).toEqual([13, 24]);
    expect(scaledBetween(null, [0, 0], [1, 0], 5)).toEqual({
      why: expect.stringContaining('There is no picture'),
    });
    expect(movedBetween({ ...PICTURE, locked: true }, [0, 0], [1, 0])).toEqual({ why: 'scan.png is locked' });
    expect(scaledBetween(PICTURE, [0, 0], [0, 0], 5)).toEqual({ why: 'Two different places are needed' });
    expect(scaledBetween(PICTURE, [0, 0], [1, 0], -5)).toEqual({ why: 'A length above 0 is needed' });
  });
});
