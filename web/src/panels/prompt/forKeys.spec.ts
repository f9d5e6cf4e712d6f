import { TOOLS } from '../../tools/catalogue';
import '../../tools/otherTools';
import { toolOf } from '../../tools/table';
import { toolContext } from '../../tools/toolFixture';
import { forKeys } from './forKeys';

const told = (text: string) => forKeys({ text, keys: [] }, 'Space').text;

describe('a prompt for the keyboard', () => {
  it('says what to do without a click, and with which keys', () => {
    expect(told('Click to place the first point.')).toBe('Place the first point.');
    expect(told('Click where it ends, or type its length.')).toBe('Go to where it ends, or type its length.');
    expect(told('Drag the point, click to select it.')).toBe('Drag the point, Space to select it.');
    expect(forKeys({ text: 'Click the centre.', keys: [{ key: 'Esc', does: 'leaves it' }] }, 'Space').keys).toEqual([
      { key: 'arrows', does: 'go there' },
      { key: 'Space', does: 'gives it' },
      { key: 'Esc', does: 'leaves it' },
    ]);
  });

  it('leaves one that speaks of no click as it is', () => {
    const prompt = { text: 'Release to leave it here.', keys: [] };
    expect(forKeys(prompt, 'Enter')).toEqual(prompt);
  });

  it('never says click, whatever tool is in hand', () => {
    for (const { name } of TOOLS) {
      const tool = toolOf(name);
      const prompt = tool.prompt(tool.start({}), toolContext());
      expect(forKeys(prompt, 'Space').text).not.toMatch(/click/i);
    }
  });
});
