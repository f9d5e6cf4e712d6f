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
