import { bezier, valueOf } from '../curve/curves.fixture';
import { transform, rotation } from '../edit/transform';
import { arcThrough, circle, ellipse } from '../exact/arc';
import { distance } from '../linear/vector';
import { FRONT } from '../plane/plane';
import { arcCentre } from './arcCentre';

describe('the centre of an arc', () => {
  it('is that of the circle it is part of, in any plane', () => {
    expect(arcCentre(circle(FRONT, [3, 4, 0], 25))).toEqual([3, 4, 0]);
    const part = valueOf(arcThrough([28, 4, 0], [3, 29, 0], [-22, 4, 0]));
    const turned = transform(part, rotation([1, 2, 3], 0.7, [3, 4, 0]));
    expect(distance(arcCentre(turned) ?? [0, 0, 0], [3, 4, 0])).toBeLessThan(1e-12);
  });

  it('is none for what only looks round', () => {
    expect(arcCentre(ellipse(FRONT, [0, 0, 0], 60, 35))).toBeNull();
    expect(arcCentre(ellipse(FRONT, [0, 0, 0], 60, 60.00001))).toBeNull();
    // A parabola near its vertex: round to 1e-10, but not rational.
    const near = 1e-5;
    expect(arcCentre(bezier([-near, near * near], [0, -near * near], [near, near * near]))).toBeNull();
    expect(arcCentre(bezier([0, 0], [10, 0]))).toBeNull();
  });
});
