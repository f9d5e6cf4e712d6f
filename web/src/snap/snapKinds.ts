import type { SnapKind } from '../api/savedView';

interface SnapText {
  readonly kind: SnapKind;
  readonly label: string;
  /** On the switch. */
  readonly chip: string;
  /** What it catches, in a sentence. */
  readonly does: string;
}

/** Every kind of snap as people read it; `label` begins what is said of a place it caught. */
export const SNAPS: readonly SnapText[] = [
  { kind: 'end', label: 'end', chip: 'end', does: 'Ends of curves' },
  { kind: 'point', label: 'point', chip: 'point', does: 'Points, points of curves, measured points' },
  { kind: 'intersection', label: 'intersection', chip: 'intersection', does: 'Where curves cross' },
  { kind: 'middle', label: 'middle', chip: 'middle', does: 'Half the length of a curve or leg' },
  { kind: 'centre', label: 'centre', chip: 'centre', does: 'Centres of arcs and closed curves' },
  { kind: 'quadrant', label: 'quadrant', chip: 'quadrant', does: 'Where a curve runs level or upright' },
  { kind: 'tangent', label: 'tangent', chip: 'tangent', does: 'Touching, from the last place' },
  {
    kind: 'perpendicular',
    label: 'perpendicular',
    chip: 'perpendicular',
    does: 'Square to a curve, from the last place',
  },
  { kind: 'symmetry', label: 'symmetry line', chip: 'symmetry line', does: 'On a symmetry line' },
  { kind: 'curve', label: 'on', chip: 'on curve', does: 'On a curve or a guide' },
  { kind: 'level', label: 'level with', chip: 'level', does: 'Level with, or over, another place' },
  { kind: 'grid', label: 'grid', chip: 'grid', does: 'Crossings of the grid' },
];
