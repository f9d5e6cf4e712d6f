/** The open formats that a drawing is handed over in. */
export type ExportFormat = 'step' | 'iges' | 'svg' | 'pdf' | 'machine' | 'table' | 'curves';

interface FormatFacts {
  /** With its point. */
  readonly extension: string;
  readonly mediaType: string;
  /** Units that it may be written in; others are always in mm. */
  readonly hasUnits: boolean;
  /** It cannot hold every curve as it is: a tolerance counts. */
  readonly hasTolerance: boolean;
}

export const EXPORT_FORMATS: Readonly<Record<ExportFormat, FormatFacts>> = {
  step: { extension: '.step', mediaType: 'model/step', hasUnits: true, hasTolerance: false },
  iges: { extension: '.igs', mediaType: 'model/iges', hasUnits: true, hasTolerance: false },
  svg: { extension: '.svg', mediaType: 'image/svg+xml', hasUnits: false, hasTolerance: true },
  pdf: { extension: '.pdf', mediaType: 'application/pdf', hasUnits: false, hasTolerance: true },
  machine: { extension: '.nc', mediaType: 'text/plain', hasUnits: true, hasTolerance: true },
  table: { extension: '.csv', mediaType: 'text/csv', hasUnits: true, hasTolerance: false },
  curves: { extension: '.curves.json', mediaType: 'application/json', hasUnits: false, hasTolerance: false },
};

export const isExportFormat = (text: string): text is ExportFormat => Object.hasOwn(EXPORT_FORMATS, text);
