import * as core from '../src/whole.fixture';
import { randomNumbers } from '../src/linear/random.fixture';
import { badCalls, faultOf, SPOILT } from './badInput';
import { CHECKS } from './checks';

/** A sample of what `npm run campaign` plays for minutes. */
const CASES = 24;
const EVERY = 23;

describe('a sample of the campaign', () => {
  it.each(CHECKS.map((check) => [check.name, check] as const))('%s', (_name, check) => {
    let told = 0;
    const cases = check.sample ?? CASES;
    for (let seed = 1; seed <= cases; seed++) {
      const found = check.play(randomNumbers(seed));
      if (!found) continue;
      told++;
      if (!(found.off <= 1)) throw new Error(`seed ${seed} is off by ${found.off} of what is allowed: ${found.what}`);
    }
    expect(told).toBeGreaterThanOrEqual(cases / 8);
  });

  it('bad input is refused in our words, or answered with numbers', () => {
    const faults = badCalls().flatMap((call, i) => {
      const fault = i % EVERY === 0 ? faultOf(call) : null;
      return fault ? [`${call.name}, ${call.what}: ${fault}`] : [];
    });
    expect(faults).toEqual([]);
  });

  it('plays every public function that takes more than curves', () => {
    const OF_CURVES = ['across', 'add', 'along', 'angleBetween', 'cross', 'distance', 'dot', 'length', 'lerp', 'middle', 'negate', 'rounded', 'scale', 'sitesInOrder', 'subtract', 'unit', 'vectorIn', 'withCoordinate', 'packVectors', 'vectorAt', 'closestOnSegment', 'success', 'failed', 'homogeneous', 'packCurve', 'unpackCurve']; // prettier-ignore
    const functions = Object.entries(core).filter(
      ([name, value]) => typeof value === 'function' && /^[a-z]/.test(name),
    );
    const missing = functions.flatMap(([name, value]) =>
      SPOILT.includes(name) || OF_CURVES.includes(name) || (value as () => unknown).length < 2 ? [] : [name],
    );
    // Two curves and nothing else.
    expect(missing.sort()).toEqual(['curvatureChange', 'midway']);
  });
});
