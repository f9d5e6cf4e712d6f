import { preview, prompt } from '../table';
import { key, play, pointer, toolContext } from '../toolFixture';
import type { Hit } from '../contract';
import { startInserting } from './insert';

const CURVE: Hit = { kind: 'curve', item: 'c', at: [4, 2, 0], u: 0.2 };
const NOWHERE: Hit = { kind: 'curve', item: 'd', at: [4, 2, 0], u: 0.2 };

describe('adding a point', () => {
  it('shows where the point would be and adds it with a click', () => {
    const aimed = play(startInserting, toolContext(), pointer('move', 4, 2.2, CURVE));
    expect(preview(aimed.state, toolContext()).ghost).toEqual([4, 2, 0]);
    expect(prompt(aimed.state, toolContext()).text).toBe('Click to add a point here.');
    const added = play(aimed.state, toolContext(), pointer('press', 4, 2.2, CURVE));
    expect(added.orders).toEqual([{ command: 'insertFitPoint', args: { item: 'c', u: 0.2, id: 'id1' } }]);
    expect(added.state.tool).toBe('bend');
  });

  it('does nothing beside a curve or on one that is gone; Escape goes back', () => {
    expect(play(startInserting, toolContext(), pointer('press', 50, 50)).orders).toEqual([]);
    expect(play(startInserting, toolContext(), pointer('press', 4, 2, NOWHERE)).orders).toEqual([]);
    expect(play(startInserting, toolContext(), key('Escape')).state.tool).toBe('bend');
  });
});
