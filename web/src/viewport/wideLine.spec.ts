import { ShaderMaterial } from 'three';
import { WideLine } from './wideLine';

const line = () => new WideLine(new ShaderMaterial());
/** Ends of the segments that are drawn, relative to the line's origin, as each corner of their rectangles has them. */
function drawn({ geometry, segments }: WideLine): number[] {
  const [start, end] = ['start', 'end'].map((name) => geometry.getAttribute(name));
  return Array.from({ length: segments }, (_, i) => {
    const corners = [...(geometry.index?.array.slice(6 * i, 6 * i + 6) ?? [])];
    expect(new Set(corners)).toEqual(new Set([4 * i, 4 * i + 1, 4 * i + 2, 4 * i + 3]));
    const [first, ...others] = corners.map((corner) =>
      [start, end].flatMap((each) => [each.getX(corner), each.getY(corner), each.getZ(corner)]),
    );
    for (const other of others) expect(other).toEqual(first);
    return first;
  }).flat();
}

const ORIGIN = new Float64Array(3);

describe('WideLine', () => {
  it('joins places one after the other, or in pairs, several parts in one', () => {
    const wide = line();
    wide.write(
      [
        { points: Float64Array.of(0, 0, 0, 1, 0, 0, 1, 1, 0), join: 'through' },
        { points: Float64Array.of(5, 5, 5, 6, 6, 6, 7, 7, 7, 8, 8, 8), join: 'pairs' },
      ],
      ORIGIN,
    );
    expect(drawn(wide)).toEqual([0, 0, 0, 1, 0, 0, 1, 0, 0, 1, 1, 0, 5, 5, 5, 6, 6, 6, 7, 7, 7, 8, 8, 8]);
  });

  it('keeps the digits of places far from the origin, which single precision would lose', () => {
    const wide = line();
    const points = Float64Array.of(1e6 + 0.001, -2e6, 0, 1e6 + 0.003, -2e6 + 0.002, 0);
    wide.write([{ points, join: 'through' }], points);
    const [, , , x, y] = drawn(wide);
    expect(Math.abs(x - 0.002)).toBeLessThan(1e-9);
    expect(Math.abs(y - 0.002)).toBeLessThan(1e-9);
    expect(Math.abs(Math.fround(points[3]) - points[3])).toBeGreaterThan(1e-3);
    expect(wide.position.x).toBe(points[0]);
  });

  it('writes into the same buffer as long as it is large enough, and shows nothing when there is nothing', () => {
    const wide = line();
    const write = (count: number) => wide.write([{ points: new Float64Array(3 * count), join: 'through' }], ORIGIN);
    write(20);
    const first = wide.geometry.index;
    write(25);
    expect(wide.geometry.index).toBe(first);
    expect(wide.segments).toBe(24);
    write(500);
    expect(wide.geometry.index).not.toBe(first);
    wide.write([], ORIGIN);
    expect(wide.visible).toBe(false);
  });
});
