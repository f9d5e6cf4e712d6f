import { arcLength, type Curve, type Deviation, lengthAt } from '@pencil-bend/core';
import { lengthInWords, lengthShown, type Units } from '../ui/length';
import type { ComparisonFigures } from '../work/comparison';

/** The proof says more than what was read along the curve by this share: the other goes on alone somewhere. */
const ALONE = 0.05;

/** How far a curve lies from what it is compared with, in sentences with their numbers. */
export function comparisonInWords(
  figures: ComparisonFigures,
  proven: Deviation | null,
  curve: Curve,
  tolerance: number,
  units: Units,
): readonly string[] {
  const { isOfPoints, most, mean, within } = figures;
  const length = (mm: number) => lengthInWords(mm, units, 0);
  const share = `${(100 * within).toFixed(1)} %`;
  const rest = [
    `Mean ${length(mean)}.`,
    `Within ${length(tolerance)}: ${share} of the ${isOfPoints ? 'points' : 'length'}.`,
  ];
  if (isOfPoints) return [`At most ${length(most.distance)}, near ${lengthInWords(most.s, units, 2)}.`, ...rest];

  const isAlone = proven !== null && proven.max > most.distance * (1 + ALONE) + tolerance;
  // Between two places that were read the proof may have found a little more.
  const [largest, s] =
    proven && !isAlone && proven.max > most.distance
      ? [proven.max, lengthAt(arcLength(curve), proven.u)]
      : [most.distance, most.s];
  const isOff = Number(lengthShown(largest, units)) > 0;
  const where = isOff ? `At most ${length(largest)}, near ${lengthInWords(s, units, 2)}` : 'On it all along';
  const said = [`${where}${isAlone ? '' : proofOf(proven, units)}.`];
  if (isAlone) said.push(`The other is up to ${length(proven.max)} away where it goes on alone.`);
  return [...said, ...rest];
}

function proofOf(proven: Deviation | null, units: Units): string {
  if (!proven) return '; the proof is coming';
  return proven.certified ? `; proven not over ${lengthInWords(proven.bound, units, 0)}` : '; read, not proven';
}
