import { closestOnSegment } from './segment';

describe('a straight segment', () => {
  it('is nearest at the foot of the point or at an end', () => {
    expect(closestOnSegment([3, 4, 0], [0, 0, 0], [10, 0, 0])).toEqual({ share: 0.3, point: [3, 0, 0], distance: 4 });
    expect(closestOnSegment([13, 4, 0], [0, 0, 0], [10, 0, 0])).toEqual({ share: 1, point: [10, 0, 0], distance: 5 });
    expect(closestOnSegment([3, 4, 0], [0, 0, 0], [0, 0, 0]).distance).toBe(5);
  });
});
