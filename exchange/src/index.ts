export { picture } from './picture';
export {
  PROJECT_FILE_EXTENSION,
  type ProjectFile,
  projectFileName,
  readProject,
  readProjectFile,
  writeProjectFile,
} from './projectFile';
