import type { ContactFailure, ExactFailure, ExactKind, NotOneToOne } from '@pencil-bend/core';

export const inMm = (mm: number): string => String(Number(mm.toPrecision(4)));

/** Why a joint cannot be kept, and what would make it possible. */
export function failureInWords(failure: ContactFailure | ExactFailure | NotOneToOne, kind?: ExactKind): string {
  switch (failure.kind) {
    case 'closed':
      return 'a closed curve has no end';
    case 'degree-too-low':
      return `it needs degree ${failure.needed}, and has ${failure.degree}`;
    case 'too-few-points':
      return `it needs ${failure.needed} control points, and has ${failure.controlPoints}`;
    case 'no-length':
      return 'all of it would lie in one place';
    case 'too-near':
      return `its control points there lie ${inMm(failure.leg)} mm apart: rounding decides how it bends`;
    case 'one-end':
      return 'an exact shape can take a direction over at one end only';
    case 'stays-exact-at': {
      const shape = kind === 'line' ? 'a line' : kind === 'arc' ? 'an arc' : 'an exact shape';
      const radius = failure.radius === undefined ? '' : ` with R ${inMm(failure.radius)} mm`;
      return `${shape} can follow with G${failure.level}${radius} and no further: make it a free curve`;
    }
    case 'too-far':
      return `its control points would lie ${inMm(failure.farthest)} mm out`;
    case 'not-one-to-one':
    case 'ill-conditioned':
      return 'its fit points lie too unevenly';
  }
}
