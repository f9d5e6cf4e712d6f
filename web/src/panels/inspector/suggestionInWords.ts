import { counted } from '../../ui/labels';
import { lengthInWords, toleranceInWords, type Units } from '../../ui/length';
import type { Suggestion } from '../../work/suggestions';

/** What moves a curve by less, in mm, moves nothing. */
const NOTHING = 1e-6;

/** 'Take out 6 of 17 control points: moves 0.008 mm, 2 lumps go'. */
export function suggestionInWords(suggestion: Suggestion, units: Units): string {
  const { moves, lumpsGone, gain, does } = suggestion;
  const moved = moves <= NOTHING ? 'moves nothing' : `moves ${toleranceInWords(Number(moves.toPrecision(2)), units)}`;
  const lumps = lumpsGone > 0 ? `, ${counted(lumpsGone, 'lump goes', 'lumps go')}` : '';
  const fairer = does.kind !== 'lighten' && lumpsGone === 0 ? `, ${Math.round(100 * gain)} % less variation` : '';
  return `${stepInWords(suggestion, units)}: ${moved}${lumps}${fairer}`;
}

function stepInWords({ does, pointsGone, points }: Suggestion, units: Units): string {
  switch (does.kind) {
    case 'lighten':
      return `Take out ${pointsGone} of ${points} control points`;
    case 'fair':
      return 'Fair all of it';
    case 'iron':
      return `Iron the lump near ${lengthInWords(does.near, units, 3)}`;
  }
}
