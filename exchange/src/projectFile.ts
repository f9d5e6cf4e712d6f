import { failed, type Result, success } from '@pencil-bend/core';
import { checkProject, FORMAT, migrate, type Problem, type Project, VERSION } from '@pencil-bend/document';

export const PROJECT_FILE_EXTENSION = '.pencilbend.json';

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
  const { format, version } = (typeof value === 'object' && value !== null ? value : {}) as Record<string, unknown>;
  if (format !== FORMAT) {
    return failed([{ path: '/format', message: `This is not a project file: its format is not '${FORMAT}'` }]);
  }
  if (typeof version === 'number' && version > VERSION) {
    const message = `This file was made by a newer Pencil Bend (file version ${version}; this one reads up to ${VERSION})`;
    return failed([{ path: '/version', message }]);
  }
  const project = migrate(value);
  const problems = checkProject(project);
  return problems.length > 0 ? failed(problems) : success(project as Project);
}
