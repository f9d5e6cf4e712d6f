import { isSnapshotDue, superfluous } from './snapshots';

const STEPS = 200;

it('a snapshot is due every 200 steps, however many come at once', () => {
  expect(isSnapshotDue(0, 199, 100)).toBe(false);
  expect(isSnapshotDue(199, 200, 100)).toBe(true);
  expect(isSnapshotDue(200, 399, 100)).toBe(false);
  expect(isSnapshotDue(150, 950, 100)).toBe(true);
  expect(isSnapshotDue(0, 1, 17_000_000)).toBe(true);
});

describe('thinning', () => {
  /** The snapshots that are there after so many steps, thinned at each one as the log grows. */
  function grown(count: number, pinned: ReadonlySet<number> = new Set()): number[] {
    let kept = [0];
    for (let revision = STEPS; revision <= count; revision += STEPS) {
      kept.push(revision);
      const gone = new Set(superfluous(kept, pinned));
      kept = kept.filter((each) => !gone.has(each));
    }
    return kept;
  }

  it('keeps the first, the newest and those of stages', () => {
    const kept = grown(20_000, new Set([600, 7_000]));
    expect(kept).toEqual(expect.arrayContaining([0, 600, 7_000, 20_000]));
    expect(grown(20_000)).not.toContain(600);
  });

  it('keeps few: their number grows with the logarithm of the log', () => {
    expect(grown(20_000).length).toBeLessThanOrEqual(22);
    expect(grown(200_000).length).toBeLessThanOrEqual(34);
  });

  it('leaves no gap wider than the age of what lies behind it', () => {
    for (const count of [4_000, 20_000, 77_600]) {
      const kept = grown(count);
      kept.slice(1).forEach((revision, i) => expect(revision - kept[i]).toBeLessThanOrEqual(count - kept[i]));
      // The recent past stays dense.
      expect(kept).toEqual(expect.arrayContaining([count - STEPS, count - 2 * STEPS, count - 3 * STEPS]));
    }
  });
});
