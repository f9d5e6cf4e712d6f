import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import * as core from './whole.fixture';

const text = readFileSync(join(__dirname, '../../docs/core.md'), 'utf8');
/** The examples in order: the first defines the curves that the others use. */
const examples = [...text.matchAll(/(?:^## (.+)$(?:(?!^## )[^])*?)?^```ts\n([^]*?)^```/gm)].map(([, title, code]) => ({
  title: title ?? 'Curves',
  code,
}));

/** The code with every line that ends in a comment turned into a check of what the comment says. */
function checking(code: string): { script: string; checks: number } {
  const source = ts.createSourceFile('example.ts', code, ts.ScriptTarget.Latest, true);
  let checks = 0;
  const script = source.statements.map((statement) => {
    const comment = ts.getTrailingCommentRanges(code, statement.end)?.[0];
    if (!ts.isExpressionStatement(statement) || !comment) return statement.getText();
    checks++;
    const said = code.slice(comment.pos + 2, comment.end).trim();
    return `check(${JSON.stringify(statement.getText())}, ${statement.expression.getText()}, (${said}));`;
  });
  return { script: ts.transpile(script.join('\n'), { target: ts.ScriptTarget.ES2022 }), checks };
}

/** Numbers to 6 decimals, objects in the fields that are named. */
function near(expected: unknown): unknown {
  if (typeof expected === 'number') return expect.closeTo(expected, 6);
  if (Array.isArray(expected)) return expected.map(near);
  if (expected && typeof expected === 'object') {
    return expect.objectContaining(
      Object.fromEntries(Object.entries(expected).map(([key, value]) => [key, near(value)])),
    );
  }
  return expected;
}

describe('docs/core.md', () => {
  const [curves, ...rest] = examples;

  it('has an example for each group of the surface', () => {
    const surface = ['index.ts', 'changing.ts', 'reading.ts']
      .map((file) => readFileSync(join(__dirname, file), 'utf8'))
      .join('');
    const groups = [...surface.matchAll(/^\/\/ ([A-Z][^:.]*?)(?::.*)?\.?$/gm)];
    const titles = new Set(groups.map(([, title]) => title).filter((title) => !title.startsWith('The ')));
    expect(new Set(rest.map(({ title }) => title))).toEqual(titles);
  });

  it('names every public function', () => {
    const missing = Object.keys(core).filter((name) => !text.includes(`\`${name}\``));
    expect(missing).toEqual([]);
  });

  it.each(rest.map(({ title }, i) => [title, i] as const))(
    '%s: the examples answer what is written beside them',
    (_, i) => {
      // Later groups go on with what earlier ones made.
      const before = rest.slice(0, i).map(({ code }) => checking(code).script);
      const { script, checks } = checking(rest[i].code);
      const names = Object.keys(core);
      const program = [curves.code, ...before, 'started();', script].join('\n');
      let done = 0;
      let counts = false;
      const check = (said: string, found: unknown, expected: unknown) => {
        if (!counts) return;
        expect({ [said]: found }).toEqual({ [said]: near(expected) });
        done++;
      };
      new Function(...names, 'check', 'started', program)(...Object.values(core), check, () => (counts = true));
      expect(done).toBe(checks);
      expect(checks).toBeGreaterThan(0);
    },
  );
});
