import { failed, type Result, success } from '@pencil-bend/core';
import {
  checkProject,
  FORMAT,
  LONGEST_NAME,
  migrate,
  plainJsonProblem,
  type Problem,
  type Project,
  shortened,
  VERSION,
  withCleanNames,
  withPlaces,
} from '@pencil-bend/document';

export const PROJECT_FILE_EXTENSION = '.pencilbend.json';

/** Bytes of UTF-8 that the usual file systems take for a name. */
const LONGEST_FILE_NAME = 255;
const utf8 = new TextEncoder();

/**
 * The name of a project's file: every character of the project's own name but those that some file system takes for
 * something else, or not at all (Microsoft, 'Naming Files, Paths, and Namespaces').
 */
export function projectFileName(name: string): string {
  const plain = name.replace(/[/\\:*?"<>|]/g, '-').replace(/^\.+/, '-');
  for (let characters = LONGEST_NAME; ; characters--) {
    const fileName = shortened(plain, characters) + PROJECT_FILE_EXTENSION;
    if (utf8.encode(fileName).length <= LONGEST_FILE_NAME) return fileName;
  }
}

/** A project as a file: JSON after document/schema/project.schema.json. Numbers come back to the last bit. */
export const writeProjectFile = (project: Project): string => `${JSON.stringify(project, null, 1)}\n`;

/** Reads a project file's text, or says what is wrong with it and where. */
export function readProjectFile(text: string): Result<Project, Problem[]> {
  try {
    return readProject(JSON.parse(text));
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    return failed([{ path: '', message: `This is not a project file: it is not JSON (${error.message})` }]);
  }
}

/** The same for a value that has been parsed already. */
export function readProject(value: unknown): Result<Project, Problem[]> {
  const misleading = plainJsonProblem(value);
  if (misleading) return failed([misleading]);
  const { format, version } = (typeof value === 'object' && value !== null ? value : {}) as Record<string, unknown>;
  if (format !== FORMAT) {
    return failed([{ path: '/format', message: `This is not a project file: its format is not '${FORMAT}'` }]);
  }
  if (typeof version === 'number' && version > VERSION) {
    const message = `This file was made by a newer Pencil Bend (file version ${version}; this one reads up to ${VERSION})`;
    return failed([{ path: '/version', message }]);
  }
  // Files from before there was a rule for names.
  const project = withCleanNames(migrate(value));
  const problems = checkProject(project);
  return problems.length > 0 ? failed(withPlaces(problems, project)) : success(project as Project);
}
