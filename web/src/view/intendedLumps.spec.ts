import type { Lump } from '@pencil-bend/core/reading';
import { partedByIntent } from './intendedLumps';

const lump = (s: number, prominence: number): Lump => ({ s, prominence }) as Lump;
const [near, far] = [lump(30, 0.01), lump(160, 0.004)];
const meantOf = (at: number, size: number, isClosed = false, lumps = [near, far]) =>
  partedByIntent(lumps, 200, isClosed, [{ curve: 'a', at, size }]).meant;

describe('a lump that is meant so', () => {
  it('is not listed, the others are', () => {
    const { listed, meant } = partedByIntent([near, far], 200, false, [{ curve: 'a', at: 0.15, size: 0.01 }]);
    expect([listed, meant]).toEqual([[far], [near]]);
    expect(partedByIntent([near, far], 200, false, []).listed).toEqual([near, far]);
  });

  it('lapses when its place moves by more than 5 % of the length', () => {
    expect(meantOf(0.195, 0.01)).toEqual([near]);
    expect(meantOf(0.205, 0.01)).toEqual([]);
    expect(meantOf(0.105, 0.01)).toEqual([near]);
  });

  it('lapses when it grows by more than a quarter, not when it shrinks', () => {
    expect(meantOf(0.15, 0.0081)).toEqual([near]);
    expect(meantOf(0.15, 0.0079)).toEqual([]);
    expect(meantOf(0.15, 1)).toEqual([near]);
  });

  it('of a closed curve is as near over the seam', () => {
    const atSeam = [lump(199, 0.01)];
    expect(meantOf(0.01, 0.01, true, atSeam)).toEqual(atSeam);
    expect(meantOf(0.01, 0.01, false, atSeam)).toEqual([]);
  });
});
