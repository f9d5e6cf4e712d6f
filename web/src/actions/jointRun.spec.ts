import { runAt } from './jointRun';

describe('a run of joined curves', () => {
  const joint = (item: string, leader: string | null) => ({ item, leader });

  it('is all that is joined, directly or by way of others, from the selected one on', () => {
    const joints = [joint('lip', 'spout'), joint('tail', 'lip'), joint('rim', 'wall'), joint('spout', null)];
    expect(runAt(joints, 'lip')).toEqual(['lip', 'spout', 'tail']);
    expect(runAt(joints, 'rim')).toEqual(['rim', 'wall']);
    expect(runAt(joints, 'lid')).toEqual(['lid']);
  });

  it('that closes is gone round once', () => {
    expect(runAt([joint('b', 'a'), joint('c', 'b'), joint('a', 'c')], 'a')).toEqual(['a', 'b', 'c']);
  });
});
