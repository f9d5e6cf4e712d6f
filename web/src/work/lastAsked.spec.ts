import { LastAsked } from './lastAsked';

describe('what was asked for last', () => {
  const open = () => {
    const line = new LastAsked();
    const done: string[] = [];
    const ends: (() => void)[] = [];
    const ask = (name: string) =>
      line.ask(async () => {
        done.push(name);
        await new Promise<void>((resolve) => ends.push(resolve));
      });
    const end = async () => {
      ends.shift()?.();
      await new Promise((resolve) => setTimeout(resolve));
    };
    return { line, done, ask, end };
  };

  it('comes after what is being done, and what was asked for between is passed over', async () => {
    const { done, ask, end } = open();
    for (const name of ['a', 'b', 'c']) ask(name);
    expect(done).toEqual(['a']);
    await end();
    expect(done).toEqual(['a', 'c']);
    await end();
    ask('d');
    expect(done).toEqual(['a', 'c', 'd']);
  });

  it('does not come once it was dropped; what is asked for later does', async () => {
    const { line, done, ask, end } = open();
    ask('a');
    ask('b');
    line.drop();
    await end();
    expect(done).toEqual(['a']);
    ask('c');
    expect(done).toEqual(['a', 'c']);
  });
});
