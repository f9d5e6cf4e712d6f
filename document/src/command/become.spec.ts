import { become } from './become';

const became = (from: object, target: object): object => {
  const draft = JSON.parse(JSON.stringify(from));
  become(draft, target);
  return draft;
};

describe('become', () => {
  it('adds, removes and changes members at every depth', () => {
    const from = { a: 1, b: { c: 1, d: [1, 2], e: { f: 1 } }, g: {} };
    const target = { b: { d: [1], e: { f: null }, h: 0 }, g: 3, i: { j: 1 } };
    expect(became(from, target)).toEqual(target);
    expect(became(target, from)).toEqual(from);
  });

  it('puts members in the place of a list, and a list in theirs', () => {
    expect(became({ a: {}, b: [] }, { a: [], b: {} })).toEqual({ a: [], b: {} });
    expect(became({ a: [1, 2, 3] }, { a: [1] })).toEqual({ a: [1] });
  });

  it('does not touch what is equal', () => {
    const draft = { same: { deep: [1, 2] }, other: 1 };
    const { same } = draft;
    const { deep } = same;
    become(draft, { same: { deep: [1, 2] }, other: 2 });
    expect(draft.same).toBe(same);
    expect(draft.same.deep).toBe(deep);
  });
});
