import type { ExportFormat } from '@pencil-bend/exchange';

/** An open format as people choose it. */
interface FormatShown {
  readonly format: ExportFormat;
  readonly label: string;
  /** What it is for. */
  readonly use: string;
}

export const FORMATS_SHOWN: readonly FormatShown[] = [
  { format: 'step', label: 'STEP', use: 'exact, to build surfaces' },
  { format: 'iges', label: 'IGES', use: 'exact, for older programs' },
  { format: 'svg', label: 'SVG', use: 'flat, for pages' },
  { format: 'pdf', label: 'PDF sheet', use: 'to print at 1:1' },
  { format: 'machine', label: 'Machine path', use: 'to cut along' },
  { format: 'table', label: 'Table', use: 'places, curvature, radius' },
  { format: 'curves', label: 'JSON', use: 'degree, knots, weights' },
];
