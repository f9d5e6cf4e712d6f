import { roleOf, withRole } from './columnRoles';

const COLUMNS = { x: 0, y: 1, z: 2, name: null };

describe('what stands in the columns', () => {
  it('is told of each', () => {
    expect([0, 1, 2, 3].map((column) => roleOf(COLUMNS, column))).toEqual(['x', 'y', 'z', null]);
  });

  it('changes places with what stood there', () => {
    expect(withRole(COLUMNS, 2, 'x', 3)).toEqual({ x: 2, y: 1, z: 0, name: null });
    expect(withRole(COLUMNS, 3, 'y', 4)).toEqual({ x: 0, y: 3, z: 2, name: null });
    expect(withRole(COLUMNS, 2, null, 3)).toEqual({ x: 0, y: 1, z: null, name: null });
    expect(withRole(COLUMNS, 1, 'y', 3)).toBe(COLUMNS);
  });

  it('leaves x and y their columns: another one, where it takes theirs', () => {
    expect(withRole(COLUMNS, 0, 'name', 5)).toEqual({ x: 3, y: 1, z: 2, name: 0 });
    expect(withRole(COLUMNS, 1, null, 4)).toEqual({ x: 0, y: 3, z: 2, name: null });
    expect(withRole(COLUMNS, 1, null, 3)).toBeNull();
    expect(withRole({ ...COLUMNS, z: null }, 0, 'z', 2)).toBeNull();
  });
});
