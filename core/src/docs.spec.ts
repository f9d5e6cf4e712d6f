import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { checking, near } from './examples.fixture';
import * as core from './whole.fixture';

const text = readFileSync(join(__dirname, '../../docs/core.md'), 'utf8');
/** The examples in order: the first defines the curves that the others use. */
const examples = [...text.matchAll(/(?:^## (.+)$(?:(?!^## )[^])*?)?^```ts\n([^]*?)^```/gm)].map(([, title, code]) => ({
  title: title ?? 'Curves',
  code,
}));

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
