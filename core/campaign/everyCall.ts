import { asCode, nastyCurve, oneOf } from './nastyCurves';
import { faultOf, functionNamed } from './badInput';
import { callsOn, PLAIN } from './calls';
import type { Check } from './check';

/** A call may take so long, on any input within the stated limits. */
const LONGEST_MS = 2000;
/** These may take longer, and say how far they are. */
const LONG = [
  'lighten',
  'relay',
  'nearPoints',
  'freehand',
  'midwayByLength',
  'roughness',
  'fairingTolerance',
  'ironingTolerance',
];
const NAMES = Object.keys(callsOn(PLAIN));

/** What has no reference of its own is at least answered. */
export const EVERY_CALL: Check = {
  name: 'every function, answered with numbers within 2 s or refused in our words',
  play: (random) => {
    const name = oneOf(random, NAMES);
    const subjects = {
      curve: nastyCurve(random),
      other: nastyCurve(random),
      ring: nastyCurve(random, { closings: ['periodic'] }),
      loop: nastyCurve(random, { closings: ['periodic', 'clamped-closed'], flat: true }),
    };
    const args = callsOn(subjects)[name]();
    const start = performance.now();
    const fault = faultOf({ play: () => functionNamed(name)(...args) });
    const took = LONG.includes(name) ? 0 : performance.now() - start;
    const curves = Object.values(subjects).map(asCode).join(' and ');
    return { off: fault ? 2 : took / LONGEST_MS, what: `${name} ${fault ?? `takes ${took} ms`} on ${curves}` };
  },
};
