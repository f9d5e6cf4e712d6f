import type { Prompt } from '../../tools/contract';

/** The prompt for someone at the keyboard, who clicks nothing: `takes` is the key that takes what arrows go to. */
export function forKeys({ text, keys }: Prompt, takes: 'Space' | 'Enter'): Prompt {
  if (!/\bclick\b/i.test(text)) return { text, keys };
  const told = text
    .replace(/^Click to (\w)/, (_, first: string) => first.toUpperCase())
    .replace(/^Click\b/, 'Go to')
    .replace(/\bclick\b/g, takes);
  const more = [
    { key: 'arrows', does: 'go there' },
    { key: takes, does: takes === 'Space' ? 'gives it' : 'takes it' },
  ];
  return { text: told, keys: [...more, ...keys.filter(({ key }) => !more.some((each) => each.key === key))] };
}
