import ts from 'typescript';

/** The code with every line that ends in a comment turned into a check of what the comment says. */
export function checking(code: string): { script: string; checks: number } {
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
export function near(expected: unknown): unknown {
  if (typeof expected === 'number') return expect.closeTo(expected, 6);
  if (Array.isArray(expected)) return expected.map(near);
  if (expected && typeof expected === 'object') {
    return expect.objectContaining(
      Object.fromEntries(Object.entries(expected).map(([key, value]) => [key, near(value)])),
    );
  }
  return expected;
}
