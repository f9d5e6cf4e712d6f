export { picture } from './picture';
export type { Encoding } from './decoded';
export type { Delimiter } from './points/cells';
export type { PointColumns } from './points/columns';
export type { PointLayout } from './points/layout';
export { type PassedOver, type PointTable, readPoints, type SampleLine } from './points/read';
export type { PointUnit } from './points/units';
export { writePoints, type WritePointsOptions } from './points/write';
export {
  PROJECT_FILE_EXTENSION,
  type ProjectFile,
  projectFileName,
  readProject,
  readProjectFile,
  writeProjectFile,
} from './projectFile';
export { bringIn } from './bringIn/bringIn';
export { fileKind, type FileKind } from './bringIn/fileKind';
export type { Incoming, IncomingItem } from './incoming';
export { LARGEST_FILE, MOST_CURVES } from './incoming';
export { EXPORT_FORMATS, type ExportFormat, isExportFormat } from './handOver/formats';
export { HAND_OVER_DEFAULTS, type HandedOver, handOver, handOverEach, type HandOverOptions } from './handOver/handOver';
export type { Which } from './handOver/outgoingOf';
export { type CurveForm, type StandIn, standInOf } from './handOver/standIns';
export { curveOfNurbs, type Nurbs, recipeOfNurbs } from './nurbs';
export type { ReadOptions } from './readOptions';
export type { Entry, ExchangePrice, ExportReport, FileUnit, ImportFormat, ImportReport, Whereabouts } from './report';
export type { PaperSize } from './pdf/pages';
export { broughtIn, type BroughtInOptions } from './bringIn/broughtIn';
