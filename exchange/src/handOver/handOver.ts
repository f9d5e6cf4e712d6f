import { failed, type Result, success } from '@pencil-bend/core';
import type { Project } from '@pencil-bend/document';
import { TooManyRows, writeCurveTable, type WriteCurveTableOptions } from '../curveTable/write';
import { writeCurvesJson } from '../curvesJson/write';
import { writeIges } from '../iges/write';
import { writeMachinePath } from '../machine/write';
import type { OutgoingSheet } from '../outgoing';
import { type PaperSize, TooLarge } from '../pdf/pages';
import { plainFileName } from '../projectFile';
import type { ExportReport, Written } from '../report';
import { writeStep } from '../step/write';
import { writeSvg } from '../svg/write';
import { EXPORT_FORMATS, type ExportFormat } from './formats';
import { outgoingOf, type Which } from './outgoingOf';
import { type CurveForm, type StandIn, standInsFor } from './standIns';

export interface HandOverOptions {
  readonly format: ExportFormat;
  readonly which: Which;
  /** What lies on layers to work to goes out too. */
  readonly references: boolean;
  readonly units: Project['units'];
  /** In mm: of arcs and lines, polylines, and where the format cannot hold a curve as it is. */
  readonly tolerance: number;
  readonly form: CurveForm;
  readonly table: Pick<WriteCurveTableOptions, 'places' | 'decimal' | 'mark'>;
  readonly paper: PaperSize;
  /** In mm, and mm a minute. */
  readonly machine: { readonly clearance: number; readonly depth: number; readonly feed: number };
  /** When it is made, ISO 8601. */
  readonly time: string;
}

export interface HandedOver {
  readonly name: string;
  readonly mediaType: string;
  readonly bytes: Uint8Array;
  readonly report: ExportReport;
  readonly standIns: readonly StandIn[];
}

export const HAND_OVER_DEFAULTS: Omit<HandOverOptions, 'format' | 'time'> = {
  which: { kind: 'all' },
  references: false,
  units: 'mm',
  tolerance: 0.01,
  form: 'as-drawn',
  table: { places: { count: 101 } },
  paper: 'one',
  machine: { clearance: 5, depth: 1, feed: 300 },
};

/** A drawing as a file in an open format, and what of it goes exactly, at what price, or not at all; fails in words. */
export async function handOver(
  project: Project,
  { format, ...options }: HandOverOptions,
  progress?: (share: number) => void,
): Promise<Result<HandedOver, string>> {
  const [file] = await handOverEach(project, [format], options, progress);
  return file;
}

/** The same drawing in several formats, one after the other: what stands for its curves is made once. */
export async function handOverEach(
  project: Project,
  formats: readonly ExportFormat[],
  options: Omit<HandOverOptions, 'format'>,
  progress?: (share: number) => void,
): Promise<readonly Result<HandedOver, string>[]> {
  const { sheet: drawn, leftOut } = outgoingOf(project, options);
  if (drawn.items.length === 0)
    return formats.map(() => failed('there is nothing to hand over: no curve or point that is shown'));
  const share = options.form === 'as-drawn' ? 0 : 0.5;
  const made = await orWhy(() =>
    standInsFor(drawn, options.form, options.tolerance, (part) => progress?.(share * part)),
  );
  if (!made.ok) return formats.map(() => made);
  const { sheet, standIns, approximated } = made.value;
  const files: Result<HandedOver, string>[] = [];
  for (const format of formats) {
    const written = await orWhy(() =>
      write(sheet, { ...options, format }, (part) =>
        progress?.(share + ((1 - share) * (files.length + part)) / formats.length),
      ),
    );
    if (!written.ok) {
      files.push(written);
      continue;
    }
    const { bytes, report } = written.value;
    const { extension, mediaType } = EXPORT_FORMATS[format];
    const whole: ExportReport = {
      ...report,
      approximated: [...approximated.list, ...report.approximated],
      leftOut: [...leftOut.list, ...report.leftOut],
    };
    files.push(success({ name: plainFileName(project.name, extension), mediaType, bytes, report: whole, standIns }));
  }
  return files;
}

/** What is asked for, or in words why it is too much. */
async function orWhy<Value>(asked: () => Value | Promise<Value>): Promise<Result<Value, string>> {
  try {
    return success(await asked());
  } catch (error) {
    if (error instanceof TooLarge || error instanceof TooManyRows || error instanceof RangeError)
      return failed(error.message);
    throw error;
  }
}

async function write(
  sheet: OutgoingSheet,
  options: HandOverOptions,
  progress: (share: number) => void,
): Promise<Written> {
  const { format, units, time, tolerance, table, paper, machine } = options;
  switch (format) {
    case 'step':
      return writeStep(sheet, { units, time, progress });
    case 'iges':
      return writeIges(sheet, { units, time, progress });
    case 'svg':
      return writeSvg(sheet, { tolerance, progress });
    case 'pdf': {
      // The package is large, and few hand over on paper.
      const { writePdf } = await import('../pdf/write');
      return writePdf(sheet, { tolerance, paper, time, progress });
    }
    case 'machine':
      return writeMachinePath(sheet, { tolerance, units: units === 'in' ? 'in' : 'mm', ...machine, progress });
    case 'table':
      return writeCurveTable(sheet, { ...table, units, progress });
    case 'curves':
      return writeCurvesJson(sheet);
  }
}
