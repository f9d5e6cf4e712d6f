import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { CheckedName } from './schema/published';
import { schemaProblems, WORDS } from './schemaProblems';

const handles = { item: 'a', points: ['p'], knots: [] };

describe('what a value breaks in a schema, in words', () => {
  it.each([
    ['required', 'deleteItem', {}, '', "the member 'item' is missing"],
    ['additionalProperties', 'deleteItem', { item: 'a', by: 1 }, '', "there is no member 'by' in this format"],
    ['type', 'deleteItem', { item: 3 }, '/item', 'must be of type string'],
    ['minItems', 'deleteItems', { items: [] }, '/items', 'needs at least 1 of them'],
    ['minProperties', 'setLayer', { layer: 'a' }, '', 'needs at least 2 of them'],
    ['uniqueItems', 'removeHandles', { ...handles, points: ['p', 'q', 'p'] }, '/points', 'number 3 is there twice'],
    ['exclusiveMaximum', 'insertControlPoint', { item: 'a', leg: 0, share: 1 }, '/share', 'must be less than 1'],
    ['oneOf', 'divideCurve', { item: 'a', id: 'b', into: {} }, '/into', 'has none of the forms that are possible here'],
  ] as [string, CheckedName, unknown, string, string][])('%s', (_keyword, schema, value, path, message) => {
    expect(schemaProblems(schema, value)).toContainEqual({ path, message });
  });

  it('there are words for every keyword that the schemas use', () => {
    const compiled = readFileSync(join(__dirname, 'validators.generated.js'), 'utf8');
    const keywords = [...compiled.matchAll(/keyword: "([^"]+)"/g)].map(([, keyword]) => keyword);
    expect(keywords.length).toBeGreaterThan(100);
    expect([...new Set(keywords)].filter((keyword) => !Object.hasOwn(WORDS, keyword))).toEqual([]);
  });
});
