import { key, play, pointer, toolContext, preview, prompt, started } from '../toolFixture';
import type { Hit } from '../contract';

const CURVE: Hit = { kind: 'curve', item: 'c', at: [4, 2, 0], u: 0.2 };
const NOWHERE: Hit = { kind: 'curve', item: 'd', at: [4, 2, 0], u: 0.2 };

describe('adding a point', () => {
  it('shows where the point would be and adds it with a click', () => {
    const aimed = play(started('insert'), toolContext(), pointer('move', 4, 2.2, CURVE));
    expect(preview(aimed.state, toolContext()).ghost).toEqual([4, 2, 0]);
    expect(prompt(aimed.state, toolContext()).text).toBe('Click to add a point here.');
    const added = play(aimed.state, toolContext(), pointer('press', 4, 2.2, CURVE));
    expect(added.calls).toEqual([{ command: 'insertFitPoint', args: { item: 'c', u: 0.2, id: 'id1' } }]);
    expect(added.state.tool).toBe('select');
  });

  it('does nothing beside a curve or on one that is gone; Escape goes back', () => {
    expect(play(started('insert'), toolContext(), pointer('press', 50, 50)).calls).toEqual([]);
    expect(play(started('insert'), toolContext(), pointer('press', 4, 2, NOWHERE)).calls).toEqual([]);
    expect(play(started('insert'), toolContext(), key('Escape')).state.tool).toBe('select');
  });
});
