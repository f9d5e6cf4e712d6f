import { dot, length, type Vector3 } from '../linear/vector';
import { randomNumbers } from '../linear/random.fixture';
import { valueOf } from '../curve/curves.fixture';
import { mirror } from '../edit/transform';
import { type Jet, jetBeyond, turnedJet } from '../measure/jet';
import { continuityOfEnds } from '../measure/continuity';
import type { Plane } from '../plane/plane';
import { joinEnds } from './joinEnds';
import { randomPair, wandering } from './randomPairs.fixture';
import { sharedJets } from './sharedJets';

describe('two curves that share a joint', () => {
  it('both go on from the means, with G3 between them', () => {
    const random = randomNumbers(3);
    let told = 0;
    for (let k = 0; k < 30; k++) {
      const { leader, follower, jet } = randomPair(random);
      const other = jetBeyond(follower, 'start') as Jet;
      const shared = sharedJets(jet, other);
      if (!shared.ok) continue;
      told++;
      const first = valueOf(joinEnds(leader, { end: { jet: shared.value.first, level: 3 } })).curve;
      const second = valueOf(joinEnds(follower, { start: { jet: shared.value.second, level: 3 } })).curve;
      const met = continuityOfEnds(first, 'end', second, 'start');
      expect(met.level).toBe(3);
      expect(met.curvature.share).toBeLessThan(1e-9);
      expect(met.rate.share).toBeLessThan(1e-7);
    }
    expect(told).toBeGreaterThan(20);
  });

  it('a mirrored pair stays one to the last bit, across the plane and without rate', () => {
    const plane: Plane = { origin: [0, 0, 0], x: [0, 1, 0], y: [0, 0, 1] };
    const random = randomNumbers(4);
    const right = wandering(random, { degree: 5, count: 9, rational: false }, [2, 5, 1]);
    const left = mirror(right, plane);
    const { first, second } = valueOf(sharedJets(jetBeyond(left, 'start') as Jet, jetBeyond(right, 'start') as Jet));
    expect(second.tangent.map(Math.abs)).toEqual([1, 0, 0]);
    expect(length(second.rate)).toBe(0);
    expect(dot(second.curvature, second.tangent)).toBe(0);
    const one = valueOf(joinEnds(left, { start: { jet: first, level: 3 } })).curve;
    const two = valueOf(joinEnds(right, { start: { jet: second, level: 3 } })).curve;
    expect(mirror(one, plane).points).toEqual(two.points);
  });

  it('is refused where the two come from nearly the same side', () => {
    const jet: Jet = { point: [0, 0, 0], tangent: [1, 0, 0], curvature: [0, 0, 0], rate: [0, 0, 0] };
    const turned = (degrees: number): Jet => {
      const angle = (degrees * Math.PI) / 180;
      return turnedJet({ ...jet, tangent: [Math.cos(angle), Math.sin(angle), 0] as Vector3 });
    };
    expect(sharedJets(jet, turned(119)).ok).toBe(true);
    const far = sharedJets(jet, turned(121));
    expect(far).toMatchObject({ failure: { kind: 'turned-too-far' } });
    expect(sharedJets(jet, jet)).toMatchObject({ failure: { kind: 'turned-too-far', angle: Math.PI } });
  });
});
