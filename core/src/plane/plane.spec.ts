import { FRONT, heightOver, normalOf } from './plane';

describe('planes', () => {
  it('Front faces the viewer along z', () => {
    expect(normalOf(FRONT)).toEqual([0, 0, 1]);
    expect(heightOver(FRONT, [3, 4, 5])).toBe(5);
  });
});
