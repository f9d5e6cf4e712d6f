import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { emptyProject, fitRecipe } from '@pencil-bend/document';
import { perform } from '@pencil-bend/document/steps';
import { checking, near } from '../../core/src/examples.fixture';
import * as exchange from './index';

const text = readFileSync(join(__dirname, '../../docs/exchange.md'), 'utf8');
const code = [...text.matchAll(/^```ts\n([^]*?)^```/gm)].map(([, example]) => example).join('');

describe('docs/exchange.md', () => {
  it('names every public function and value', () => {
    expect(Object.keys(exchange).filter((name) => !text.includes(`\`${name}`) && !text.includes(`${name}(`))).toEqual(
      [],
    );
  });

  it('answers what is written beside its examples', async () => {
    const { script, checks } = checking(code);
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
    expect(checked).toBe(checks);
    expect(checks).toBeGreaterThan(15);
  });
});
