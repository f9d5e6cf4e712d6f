import { FRONT, type Vector3 } from '@pencil-bend/core';
import { readPlace, type Typing } from './typedPlace';

const typing: Typing = { unit: 1, plane: FRONT, last: [10, 20, 0], pointer: [13, 24, 0], meaning: null };

describe('a typed place', () => {
  it.each<[string, Vector3, Partial<Typing>?]>([
    ['12, 5', [12, 5, 0]],
    ['-12,5.5,3', [-12, 5.5, 3]],
    ['12,5; 3,25', [12.5, 3.25, 0]],
    ['+3, -4', [13, 16, 0]],
    ['20 at 90', [10, 40, 0]],
    ['20 at -30°', [10 + 20 * Math.cos(Math.PI / 6), 10, 0]],
    ['10', [16, 28, 0]],
    ['2 * 5', [16, 28, 0]],
    ['1 in, 1/2 in', [25.4, 12.7, 0]],
    ['1, 2', [25.4, 50.8, 0], { unit: 25.4 }],
    ['+1, 0', [35.4, 20, 0], { unit: 25.4 }],
    ['5', [15, 20, 0], { pointer: null }],
  ])('%s', (text, at, more = {}) => {
    const read = readPlace(text, { ...typing, ...more });
    if (!read.ok) throw new Error(read.why);
    read.at.forEach((x, c) => expect(x).toBeCloseTo(at[c], 9));
  });

  it('a single number is what the tool says it is', () => {
    const meaning = { label: 'fullness', plain: true, place: (value: number): Vector3 => [value, 0, 0] };
    expect(readPlace('0.25', { ...typing, meaning })).toEqual({ ok: true, at: [0.25, 0, 0], value: 0.25 });
    expect(readPlace('5 mm', { ...typing, meaning })).toMatchObject({ ok: false });
  });

  it.each([
    ['', {}, 'A number is needed'],
    ['12, x', {}, "'x' is not a number"],
    ['1, 2, 3, 4', {}, 'A place has two or three coordinates, not 4'],
    ['5', { last: null }, 'A first place needs two numbers: x, y'],
    ['+5, 5', { last: null }, 'There is no place yet to go on from'],
    ['5 at 30', { last: null }, 'There is no place yet to go on from'],
    ['5 at east', {}, "'east' is not"],
  ])('%p is refused in words', (text, more, words) => {
    const read = readPlace(text, { ...typing, ...more });
    expect(read.ok ? 'read' : read.why).toContain(words);
  });
});
