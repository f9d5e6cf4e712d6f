import type { Step } from '@pencil-bend/document';
import { firstBatch, MOST_CHARACTERS } from './batch';

const step = (id: string, characters = 1): Step => ({
  id,
  kind: 'do',
  of: null,
  title: { command: 'earlier', text: 'x'.repeat(characters) },
  time: '',
  patch: [],
  inverse: [],
});
const ids = (steps: readonly Step[]) => firstBatch(steps).map(({ id }) => id);

describe('the first batch of steps', () => {
  it('has 200 steps at most', () => {
    const steps = Array.from({ length: 450 }, (_, i) => step(`s${i}`));
    expect(firstBatch(steps)).toEqual(steps.slice(0, 200));
    expect(firstBatch([])).toEqual([]);
  });

  it('ends before it is too long for one request, but a long step goes by itself', () => {
    const half = MOST_CHARACTERS / 2;
    expect(ids([step('a', half), step('b', half - 500), step('c')])).toEqual(['a', 'b', 'c']);
    expect(ids([step('a', half), step('b', half), step('c')])).toEqual(['a']);
    expect(ids([step('a', 2 * half), step('b')])).toEqual(['a']);
    expect(ids([step('a'), step('b', 2 * half)])).toEqual(['a']);
  });
});
