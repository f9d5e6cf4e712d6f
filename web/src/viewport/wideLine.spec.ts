import { LineMaterial } from 'three/addons/lines/LineMaterial.js';
import { WideLine } from './wideLine';

const line = () => new WideLine(new LineMaterial());
/** Ends of the segments that are drawn, relative to the line's origin. */
function drawn({ geometry }: WideLine): number[] {
  const start = geometry.getAttribute('instanceStart');
  const end = geometry.getAttribute('instanceEnd');
  return Array.from({ length: geometry.instanceCount }, (_, i) =>
    [start, end].flatMap((each) => [each.getX(i), each.getY(i), each.getZ(i)]),
  ).flat();
}

describe('WideLine', () => {
  it('joins places one after the other, or in pairs, several parts in one', () => {
    const wide = line();
    wide.write(
      [
        { points: [0, 0, 0, 1, 0, 0, 1, 1, 0], join: 'through' },
        { points: [5, 5, 5, 6, 6, 6, 7, 7, 7, 8, 8, 8], join: 'pairs' },
      ],
      [0, 0, 0],
    );
    expect(drawn(wide)).toEqual([0, 0, 0, 1, 0, 0, 1, 0, 0, 1, 1, 0, 5, 5, 5, 6, 6, 6, 7, 7, 7, 8, 8, 8]);
  });

  it('keeps the digits of places far from the origin, which single precision would lose', () => {
    const wide = line();
    const points = [1e6 + 0.001, -2e6, 0, 1e6 + 0.003, -2e6 + 0.002, 0];
    wide.write([{ points, join: 'through' }], points);
    const [, , , x, y] = drawn(wide);
    expect(Math.abs(x - 0.002)).toBeLessThan(1e-9);
    expect(Math.abs(y - 0.002)).toBeLessThan(1e-9);
    expect(Math.abs(Math.fround(points[3]) - points[3])).toBeGreaterThan(1e-3);
    expect(wide.position.x).toBe(points[0]);
  });

  it('writes into the same buffer as long as it is large enough, and shows nothing when there is nothing', () => {
    const wide = line();
    const write = (count: number) => wide.write([{ points: new Float64Array(3 * count), join: 'through' }], [0, 0, 0]);
    write(20);
    const first = wide.geometry.getAttribute('instanceStart');
    write(25);
    expect(wide.geometry.getAttribute('instanceStart')).toBe(first);
    expect(wide.geometry.instanceCount).toBe(24);
    write(500);
    expect(wide.geometry.getAttribute('instanceStart')).not.toBe(first);
    wide.write([], [0, 0, 0]);
    expect(wide.visible).toBe(false);
  });
});
