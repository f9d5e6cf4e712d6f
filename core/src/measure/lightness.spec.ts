import { circle, ellipse } from '../exact/arc';
import { FRONT } from '../plane/plane';
import { lightness } from './lightness';
import { uneven } from './shapes.fixture';

const UP = [0, 0, 1] as const;

describe('lightness', () => {
  it('counts what a designer counts', () => {
    expect(lightness(uneven, UP)).toEqual({ controlPoints: 10, spans: 7, monotonePieces: 8, inflections: 0 });
    expect(lightness(ellipse(FRONT, [0, 0, 0], 3, 2), UP)).toEqual({
      controlPoints: 9,
      spans: 4,
      monotonePieces: 4,
      inflections: 0,
    });
    expect(lightness(circle(FRONT, [0, 0, 0], 3))).toMatchObject({ monotonePieces: 1 });
  });
});
