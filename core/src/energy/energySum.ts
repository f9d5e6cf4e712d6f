import type { BandedEnergy } from '../linear/barrier';

/** Several energies of the same moves as one. */
export const energySum = (parts: readonly BandedEnergy[]): BandedEnergy => ({
  value: (moves) => parts.reduce((sum, part) => sum + part.value(moves), 0),
  model: (moves, gradient, matrix) => parts.reduce((sum, part) => sum + part.model(moves, gradient, matrix), 0),
});
