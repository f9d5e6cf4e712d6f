import { circle } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { randomNumbers } from '../linear/random.fixture';
import { elevateDegree } from '../degree/elevateDegree';
import { bumped, checkFA, helix, profile, ring, sCurve, shaped } from '../measure/fairShapes.fixture';
import { FRONT } from '../plane/plane';
import { culprits } from './culprits';

const UP = [0, 0, 1] as const;

describe('culprits', () => {
  it('of check FA: point 9, to be moved by (0, −0.40002), for 94 % of the jerk', () => {
    const [first, second] = culprits(checkFA(), { normal: UP });
    expect(first.index).toBe(9);
    expect(first.move).toEqual([expect.closeTo(0, 5), expect.closeTo(-0.40002, 5), 0]);
    expect(first.gain).toBeCloseTo(0.94, 2);
    expect(second.gain).toBeLessThan(first.gain);
  });

  it('name the one point that was moved, 100 times of 100, and the way back', () => {
    const random = randomNumbers(17);
    for (let round = 0; round < 100; round++) {
      const [shape, inSpace] = ([[profile, false], [sCurve, false], [helix, true]] as const)[round % 3]; // prettier-ignore
      const degree = round % 2 ? 3 : 5;
      const count = 20 + Math.floor(random() * 30);
      const index = 3 + Math.floor(random() * (count - 6));
      const size = 0.3 + random();
      const turn = 2 * Math.PI * random();
      const move = [size * Math.cos(turn), size * Math.sin(turn), inSpace ? size * random() : 0] as const;
      const curve = bumped(shaped(shape, count, degree), index, move);
      const [culprit] = culprits(curve, { normal: inSpace ? null : UP });
      expect(culprit.index).toBe(index);
      culprit.move.forEach((x, c) => expect(x).toBeCloseTo(-move[c], 0));
    }
  });

  it('are never held, and of a closed curve may stand at the seam', () => {
    const found = culprits(bumped(shaped(profile, 20), 1, [0, 1, 0]), { normal: UP });
    expect(found.map(({ index }) => index).filter((i) => i < 3 || i > 16)).toEqual([]);
    expect(culprits(bumped(shaped(profile, 20), 1, [0, 1, 0]), { normal: UP, startLevel: 0 })[0].index).toBe(1);
    expect(culprits(bumped(ring(30), 0, [0.4, 0, 0]), { normal: UP })[0].index).toBe(0);
  });

  it('are none of a straight curve, and of one with nothing free', () => {
    expect(culprits(lineBetween([0, 0, 0], [9, 0, 0]))).toEqual([]);
    expect(culprits(elevateDegree(lineBetween([0, 0, 0], [9, 0, 0]), 2), { startLevel: 0, endLevel: 0 })).toEqual([]);
    expect(culprits(circle(FRONT, [0, 0, 0], 9), { held: [0, 1, 2, 3, 4, 5, 6, 7, 8] })).toEqual([]);
  });
});
