import { LARGEST_POINT_SET, pointsOfBytes, pointSetBytes, pointSetProblem } from './pointSet';

describe('points as bytes', () => {
  it('are IEEE 754 numbers of 64 bits, the low byte first', () => {
    // 1, -2 and 0.1 by the standard: 3ff0..., c000..., 3fb999999999999a.
    const bytes = pointSetBytes(Float64Array.of(1, -2, 0.1));
    expect(Buffer.from(bytes).toString('hex')).toBe('000000000000f03f' + '00000000000000c0' + '9a9999999999b93f');
    expect([...pointsOfBytes(bytes)]).toEqual([1, -2, 0.1]);
  });

  it('are read wherever in a buffer they stand', () => {
    const bytes = new Uint8Array(31);
    bytes.set(pointSetBytes(Float64Array.of(3, 4, 5)), 7);
    expect([...pointsOfBytes(bytes.subarray(7))]).toEqual([3, 4, 5]);
  });

  it.each<[Uint8Array, string | null]>([
    [pointSetBytes(Float64Array.of(1, 2, 3)), null],
    [new Uint8Array(0), '0 bytes are no whole number of points'],
    [new Uint8Array(25), '25 bytes are no whole number of points'],
    [pointSetBytes(Float64Array.of(1, 2, 3, 4, NaN, 6)), 'the y of point 2 is NaN'],
    [pointSetBytes(Float64Array.of(1, 2, -Infinity)), 'the z of point 1 is -Infinity'],
    [pointSetBytes(Float64Array.of(1e10, 2, 3)), 'the x of point 1 is 10000000000'],
    [new Uint8Array(LARGEST_POINT_SET.bytes + 24), '1,000,001 points are too many: a measured set may have 1,000,000'],
  ])('that are wrong are told so', (bytes, problem) => expect(pointSetProblem(bytes)).toBe(problem));
});
