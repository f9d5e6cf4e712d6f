import { plainJsonProblem } from './plainJson';

const nested = (levels: number): unknown => JSON.parse('['.repeat(levels) + ']'.repeat(levels));

describe('plain JSON', () => {
  it.each([['null'], ['1'], ['{"a":[1,{"b":null}],"proto":1}'], [JSON.stringify(nested(64))]])('takes %s', (text) => {
    expect(plainJsonProblem(JSON.parse(text))).toBeNull();
  });

  it.each([
    ['{"a":[1,{"__proto__":{"kind":"point"}}]}', '/a/1/__proto__'],
    ['{"constructor":1}', '/constructor'],
    ['[{"a/b":{"prototype":[]}}]', '/0/a~1b/prototype'],
  ])('names the misleading member of %s', (text, path) => {
    expect(plainJsonProblem(JSON.parse(text))).toMatchObject({ path, message: expect.stringContaining('no member') });
  });

  it('is nested 64 levels at most', () => {
    expect(plainJsonProblem(nested(65))).toEqual({ path: '/0'.repeat(64), message: 'is nested deeper than 64 levels' });
    // Deeper than any stack of calls.
    expect(plainJsonProblem(nested(1_000_000))?.message).toContain('deeper than 64');
  });
});
