export { decoded } from './decoded';
export { picture } from './picture';
export { type PointTable, readPointTable } from './pointTable';
export {
  PROJECT_FILE_EXTENSION,
  type ProjectFile,
  projectFileName,
  readProject,
  readProjectFile,
  writeProjectFile,
} from './projectFile';
