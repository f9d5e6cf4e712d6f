import { legTo } from './legs';

it('a leg takes a length along itself', () => {
  expect(legTo([0, 0, 0], [3, 4, 0], 10)).toEqual([6, 8, 0]);
  expect(() => legTo([1, 1, 1], [1, 1, 1], 10)).toThrow('no direction');
});
