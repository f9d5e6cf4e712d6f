import { readCoordinate } from './readCoordinate';

describe('readCoordinate', () => {
  it.each([
    ['12.5', 12.5],
    [' -0,25 ', -0.25],
    ['−3', -3],
    ['.5 mm', 0.5],
    ['1e2', 100],
    ['7mm', 7],
  ])('reads %p', (text, value) => expect(readCoordinate(text)).toBe(value));

  it.each(['', 'high', '1,2,3', '0x10', 'Infinity', 'NaN', '1e400', '1e10', '3 4'])('refuses %p', (text) =>
    expect(readCoordinate(text)).toBeNull(),
  );
});
