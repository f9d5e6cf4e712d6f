import { type Curve, lineBetween, reverse, type Vector3 } from '@pencil-bend/core';
import { reversed, runThrough } from './run';

const line = (id: string, from: Vector3, to: Vector3) => ({ id, curve: lineBetween(from, to) });
const a = line('a', [0, 0, 0], [10, 0, 0]);
const b = line('b', [10, 0, 0], [20, 2, 0]);
const c = line('c', [-5, 8, 0], [0, 0.05, 0]);

const names = ({ before, after }: ReturnType<typeof runThrough>) => [
  before.map(({ id }) => id),
  after.map(({ id }) => id),
];
const startX = (curve: Curve) => curve.points[0];

describe('a run of curves', () => {
  it('goes on over both ends, and turns round what runs the other way', () => {
    const turned = { id: 'b', curve: reverse(b.curve) };
    const run = runThrough(a, [c, turned, a], 0.1);
    expect(names(run)).toEqual([['c'], ['b']]);
    expect(startX(run.after[0].curve)).toBe(10);
    expect(startX(run.before[0].curve)).toBe(-5);
    // Seen from its other end it is the same run.
    expect(names(runThrough(b, [a, c], 0.1))).toEqual([['c', 'a'], []]);
  });

  it('leaves out what does not reach, and what is closed', () => {
    expect(names(runThrough(a, [b, c], 0.01))).toEqual([[], ['b']]);
  });

  it('takes the curve that turns least', () => {
    const aside = line('aside', [10, 0, 0], [10, 30, 0]);
    expect(names(runThrough(a, [aside, b], 0.1))).toEqual([[], ['b']]);
  });

  it('ends where it comes round again', () => {
    const ring = [line('d', [10, 0, 0], [10, 10, 0]), line('e', [0, 0, 0], [10, 10, 0])];
    expect(names(runThrough(a, ring, 0.1))).toEqual([[], ['d', 'e']]);
  });

  it('turns a curve round once', () => expect(reversed(a.curve)).toBe(reversed(a.curve)));
});
