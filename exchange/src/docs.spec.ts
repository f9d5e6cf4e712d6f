import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { emptyProject, fitRecipe } from '@pencil-bend/document';
import { perform } from '@pencil-bend/document/steps';
import ts from 'typescript';
import * as exchange from './index';

const text = readFileSync(join(__dirname, '../../docs/exchange.md'), 'utf8');
const code = [...text.matchAll(/^```ts\n([^]*?)^```/gm)].map(([, example]) => example).join('');

/** Every line that ends in a comment as a check of what the comment says. */
function checks(): { readonly script: string; readonly count: number } {
  const source = ts.createSourceFile('example.ts', code, ts.ScriptTarget.Latest, true);
  let count = 0;
  const script = source.statements.map((statement) => {
    const comment = ts.getTrailingCommentRanges(code, statement.end)?.[0];
    if (!ts.isExpressionStatement(statement) || !comment) return statement.getText();
    count++;
    const said = code.slice(comment.pos + 2, comment.end).trim();
    return `check(${JSON.stringify(statement.getText())}, ${statement.expression.getText()}, (${said}));`;
  });
  return { script: ts.transpile(script.join('\n'), { target: ts.ScriptTarget.ES2022 }), count };
}

/** Numbers to 6 decimals, objects in the fields that are named. */
function near(expected: unknown): unknown {
  if (typeof expected === 'number') return expect.closeTo(expected, 6);
  if (Array.isArray(expected)) return expected.map(near);
  if (typeof expected !== 'object' || expected === null) return expected;
  return expect.objectContaining(
    Object.fromEntries(Object.entries(expected).map(([key, value]) => [key, near(value)])),
  );
}

describe('docs/exchange.md', () => {
  it('names every public function and value', () => {
    expect(Object.keys(exchange).filter((name) => !text.includes(`\`${name}`) && !text.includes(`${name}(`))).toEqual(
      [],
    );
  });

  it('answers what is written beside its examples', async () => {
    const { script, count } = checks();
    const known = { ...exchange, emptyProject, fitRecipe, perform };
    let checked = 0;
    const check = (line: string, answer: unknown, said: unknown) => {
      checked++;
      expect({ line, answer }).toEqual({ line, answer: near(said) });
    };
    const run = new Function('check', ...Object.keys(known), `return (async () => {\n${script}\n})();`) as (
      ...values: readonly unknown[]
    ) => Promise<void>;
    await run(check, ...Object.values(known));
    expect(checked).toBe(count);
    expect(count).toBeGreaterThan(15);
  });
});
