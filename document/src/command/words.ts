import type { ChamferFailure, FilletFailure, OffsetFailure } from '@pencil-bend/core/changing';

/** Why something could not be made from curves, in the words of the trade. */

const inMm = (mm: number): string => String(Number(mm.toPrecision(4)));

export function offsetInWords(failure: OffsetFailure, name: string, tolerance: number): string {
  return failure.kind === 'not-flat'
    ? `${name} leaves its plane by ${inMm(failure.height)} mm; an offset within ${inMm(tolerance)} mm needs a flat curve`
    : `${name} bends or comes too near to itself everywhere for an offset of ${inMm(Math.abs(failure.distance))} mm`;
}

type CornerFailure = FilletFailure | ChamferFailure | { readonly kind: 'no-kink' };

export function cornerInWords(
  failure: CornerFailure,
  shape: 'fillet' | 'chamfer',
  first: string,
  second: string,
): string {
  switch (failure.kind) {
    case 'no-kink':
      return `${first} has no corner`;
    case 'not-flat':
      return `A curve leaves the plane by ${inMm(failure.height)} mm`;
    case 'no-corner':
      return `${first} and ${second} do not meet: the nearest end lies ${inMm(failure.gap)} mm away`;
    case 'closed':
      return `${failure.which === 'first' ? first : second} is closed: open it first`;
    case 'does-not-fit':
      return `No arc of radius ${inMm(failure.radius)} mm fits into the corner of ${first} and ${second}`;
    case 'too-long':
      return `A ${shape} of ${inMm(failure.setback)} mm is longer than the ${inMm(failure.length)} mm of ${failure.which === 'first' ? first : second}`;
  }
}
