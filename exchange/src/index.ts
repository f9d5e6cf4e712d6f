export { picture } from './picture';
export { PROJECT_FILE_EXTENSION, projectFileName, readProject, readProjectFile, writeProjectFile } from './projectFile';
