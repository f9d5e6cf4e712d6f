export { picture } from './picture';
export { PROJECT_FILE_EXTENSION, readProject, readProjectFile, writeProjectFile } from './projectFile';
