import { apart } from './apart';

describe('labels that can be read', () => {
  it('are the first of those that lie on each other, also over the edge of a cell', () => {
    const [a, b, c, d] = [
      { x: 9, y: 5 },
      { x: 11, y: 5 },
      { x: 30, y: 5 },
      { x: 9, y: 26 },
    ];
    expect([...apart([a, b, c, d], 10, 10)]).toEqual([a, c, d]);
    expect([...apart([b, a], 10, 10)]).toEqual([b]);
    expect([...apart([a, { x: 19, y: 5 }], 10, 10)]).toHaveLength(2);
  });

  it('are as wide as they say', () => {
    const [long, short, shorter] = [
      { x: 50, y: 5, width: 40 },
      { x: 78, y: 5, width: 14 },
      { x: 76, y: 5, width: 14 },
    ];
    expect([...apart([long, short], 40, 10)]).toEqual([long, short]);
    expect([...apart([long, shorter], 40, 10)]).toEqual([long]);
  });

  it('of thousands never lie on each other, and every one left out lies on one that is there', () => {
    let seed = 3;
    const random = () => (seed = (seed * 16807) % 2147483647) / 2147483647;
    const labels = Array.from({ length: 2000 }, () => ({ x: 1000 * random() - 500, y: 600 * random() }));
    const chosen = [...apart(labels, 24, 14)];
    const hits = (a: { x: number; y: number }, b: { x: number; y: number }) =>
      Math.abs(a.x - b.x) < 24 && Math.abs(a.y - b.y) < 14;
    for (const label of labels) {
      const on = chosen.filter((other) => hits(label, other));
      expect(on.length).toBeGreaterThan(0);
      if (chosen.includes(label)) expect(on).toEqual([label]);
    }
  });
});
