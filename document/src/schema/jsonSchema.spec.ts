import { Type } from '@sinclair/typebox';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import Ajv2020 from 'ajv/dist/2020';
import { archProject } from '../fixture';
import { asDefinitions, asDocument } from './jsonSchema';
import { described, object } from './kit';
import { checkedSchema, projectSchema } from './published';

const inner = object({ n: Type.Number() }, { $id: 'inner' });
const outer = object({ here: described(inner, 'In this place.'), there: Type.Array(inner) }, { $id: 'outer' });

describe('JSON Schema of schemas', () => {
  it('has each definition once, referred to by name, and what it means in a place stays there', () => {
    const { $defs, ...document } = asDocument(outer, 'https://example.com/outer.json');
    expect(document).toMatchObject({
      $schema: 'https://json-schema.org/draft/2020-12/schema',
      properties: {
        here: { $ref: '#/$defs/inner', description: 'In this place.' },
        there: { type: 'array', items: { $ref: '#/$defs/inner' } },
      },
      required: ['here', 'there'],
    });
    expect(Object.keys($defs as object)).toEqual(['inner']);
    expect(JSON.stringify(document)).not.toContain('"$id":"outer"');
  });

  it('of several has all that they refer to', () => {
    const { $defs } = asDefinitions({ some: outer }, 'https://example.com/all.json') as { $defs: object };
    expect(Object.keys($defs).sort()).toEqual(['inner', 'some']);
  });
});

describe('what values are checked against', () => {
  // Of values whose type stands elsewhere, by a $ref, Ajv compares each with each: 20,000 ids took 1.3 s.
  it('says beside each list without doubles what stands in it', () => {
    const lists: { readonly items: object }[] = [];
    JSON.stringify(checkedSchema, (_key, value: { readonly uniqueItems?: boolean; readonly items: object } | null) => {
      if (value?.uniqueItems) lists.push(value);
      return value;
    });
    expect(lists.length).toBeGreaterThan(5);
    for (const { items } of lists) expect('type' in items || 'enum' in items).toBe(true);
  });
});

describe('the published schema of the project file', () => {
  const file = join(__dirname, '../../schema/project.schema.json');

  it('is what the types are made from: npm run generate writes it', () => {
    expect(JSON.parse(readFileSync(file, 'utf8'))).toEqual(JSON.parse(JSON.stringify(projectSchema)));
  });

  it('is one that a reader of any kind can use: it takes a project, and refuses what is none', () => {
    const validate = new Ajv2020({ strict: false }).compile(JSON.parse(readFileSync(file, 'utf8')) as object);
    const project = archProject();
    expect(validate(project)).toBe(true);
    expect(validate({ ...project, version: 1 })).toBe(false);
    expect(validate({ ...project, layers: { 'not an id': project.layers } })).toBe(false);
  });
});
