import { lineBetween } from '@pencil-bend/core';
import { parse } from 'papaparse';
import { comparedWithCurve } from '../../work/comparison';
import { deviationCsv } from './deviationCsv';

it('has length, deviation with its side, and place, in the unit of the sheet', () => {
  const slanted = lineBetween([0, -2.54, 0], [254, 2.54, 0]);
  const figures = comparedWithCurve(slanted, lineBetween([-50, 0, 0], [300, 0, 0]), [0, 0, 1], 1, 10);
  const { data } = parse<string[]>(deviationCsv(figures, 'Lid, "flat"', 'in'));
  expect(data[0]).toEqual(['curve', 'length in', 'deviation in', 'x in', 'y in', 'z in']);
  expect(data).toHaveLength(1 + figures.s.length);
  const numbers = data.slice(1).map(([, ...rest]) => rest.map(Number));
  expect(data[1][0]).toBe('Lid, "flat"');
  expect(numbers[0]).toEqual([0, -0.1, 0, -0.1, 0]);
  expect(numbers.at(-1)?.slice(1)).toEqual([0.1, 10, 0.1, 0].map((each) => expect.closeTo(each, 9)));
});
