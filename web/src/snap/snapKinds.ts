import type { SnapKind } from '../api/savedView';

interface SnapText {
  readonly kind: SnapKind;
  readonly words: string;
  /** On the switch. */
  readonly chip: string;
  /** What it catches, in a sentence. */
  readonly does: string;
}

/** Every kind of snap as people read it; `words` begin the label of what it caught. */
export const SNAPS: readonly SnapText[] = [
  { kind: 'end', words: 'end', chip: 'end', does: 'Ends of curves' },
  { kind: 'point', words: 'point', chip: 'point', does: 'Points, and points of curves' },
  { kind: 'intersection', words: 'intersection', chip: 'intersection', does: 'Where curves cross' },
  { kind: 'middle', words: 'middle', chip: 'middle', does: 'Half the length of a curve or leg' },
  { kind: 'centre', words: 'centre', chip: 'centre', does: 'Centres of arcs and closed curves' },
  { kind: 'quadrant', words: 'quadrant', chip: 'quadrant', does: 'Where a curve runs level or upright' },
  { kind: 'tangent', words: 'tangent', chip: 'tangent', does: 'Touching, from the last place' },
  {
    kind: 'perpendicular',
    words: 'perpendicular',
    chip: 'perpendicular',
    does: 'Square to a curve, from the last place',
  },
  { kind: 'symmetry', words: 'symmetry line', chip: 'symmetry line', does: 'On a symmetry line' },
  { kind: 'curve', words: 'on', chip: 'on curve', does: 'On a curve or a guide' },
  { kind: 'level', words: 'level with', chip: 'level', does: 'Level with, or over, another place' },
  { kind: 'grid', words: 'grid', chip: 'grid', does: 'Crossings of the grid' },
];
