import type { ConstraintFailure } from '@pencil-bend/core';
import type { Gate, OutOfReach } from '@pencil-bend/core/changing';

/** Why points have no fit by a method. */
export function fitFailureInWords(failure: ConstraintFailure | OutOfReach): string {
  switch (failure.kind) {
    case 'too-few-points':
      return `${failure.needed} points are needed, not ${failure.count}`;
    case 'coincident-points':
      return `points ${failure.first + 1} and ${failure.second + 1} lie in one place`;
    case 'out-of-reach':
      return `not within that of every point: ${failure.reachable} mm can be reached`;
    case 'ill-conditioned':
      return 'the points lie too unevenly';
    default:
      return 'no curve of a size that can be held';
  }
}

const degrees = (radians: number): string => `${Math.round((radians * 180) / Math.PI)}°`;

/** Why a fit that seeks its own shape was not taken. */
export function gateInWords(gate: Gate): string {
  switch (gate.kind) {
    case 'turn':
      return `the points turn by ${degrees(gate.turn)} at ${gate.index + 1}, more than ${degrees(gate.most)}`;
    case 'length':
      return `it would be ${gate.ratio.toFixed(1)} times as long as the lines between the points`;
    case 'crossing':
      return 'it would cross itself';
    case 'no-gain':
      return 'the plain cubic varies its curvature less';
    case 'not-flat':
      return 'the points lie in no plane';
    case 'not-found':
      return 'none was found';
  }
}
