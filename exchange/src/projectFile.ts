import { failed, type Result, success } from '@pencil-bend/core';
import {
  contentsOf,
  FORMAT,
  LONGEST_NAME,
  migrate,
  pointer,
  pointSetProblem,
  plainJsonProblem,
  type Problem,
  type Project,
  shortened,
  VERSION,
  withCleanNames,
  withPlaces,
} from '@pencil-bend/document';
import { checkProject } from '@pencil-bend/document/steps';
import { fromBase64, toBase64 } from './base64';

export const PROJECT_FILE_EXTENSION = '.pencilbend.json';

/** Bytes of UTF-8 that the usual file systems take for a name. */
const LONGEST_FILE_NAME = 255;
const utf8 = new TextEncoder();

/**
 * The name of a project's file: every character of the project's own name but those that some file system takes for
 * something else, or not at all (Microsoft, 'Naming Files, Paths, and Namespaces').
 */
export const projectFileName = (name: string): string => plainFileName(name, PROJECT_FILE_EXTENSION);

/** The same with another extension. */
export function plainFileName(name: string, extension: string): string {
  const plain = name.replace(/[/\\:*?"<>|]/g, '-').replace(/^\.+/, '-');
  for (let characters = LONGEST_NAME; ; characters--) {
    const fileName = shortened(plain, characters) + extension;
    if (utf8.encode(fileName).length <= LONGEST_FILE_NAME) return fileName;
  }
}

/** What a project file holds: a drawing, and the points that its measured sets refer to, by the names of their content. */
export interface ProjectFile {
  readonly project: Project;
  readonly pointSets: ReadonlyMap<string, Uint8Array>;
}

/** A project as a file: JSON after document/schema/project.schema.json. Numbers come back to the last bit. */
export function writeProjectFile({ project, pointSets }: ProjectFile): string {
  const sets = Object.fromEntries([...pointSets].map(([name, bytes]) => [name, toBase64(bytes)]));
  return `${JSON.stringify({ ...project, ...(pointSets.size > 0 && { pointSets: sets }) }, null, 1)}\n`;
}

/** Reads a project file's text, or says what is wrong with it and where. */
export function readProjectFile(text: string): Result<ProjectFile, Problem[]> {
  try {
    return readProject(JSON.parse(text));
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    return failed([{ path: '', message: `This is not a project file: it is not JSON (${error.message})` }]);
  }
}

/** The same for a value that has been parsed already. */
export function readProject(value: unknown): Result<ProjectFile, Problem[]> {
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
  const { pointSets = {}, ...drawing } = value as Record<string, unknown>;
  // Files from before there was a rule for names.
  const project = withCleanNames(migrate(drawing));
  const problems = checkProject(project);
  if (problems.length > 0) return failed(withPlaces(problems, project));
  const sets = pointSetsFrom(pointSets, contentsOf(project as Project));
  return sets.ok ? success({ project: project as Project, pointSets: sets.value }) : sets;
}

/** The points that a file brings for the sets of its drawing; what nothing refers to is passed over. */
function pointSetsFrom(value: unknown, wanted: ReadonlySet<string>): Result<ProjectFile['pointSets'], Problem[]> {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) {
    return failed([{ path: '/pointSets', message: 'Measured points stand under the names of their content' }]);
  }
  const sets = new Map<string, Uint8Array>();
  for (const [name, text] of Object.entries(value)) {
    if (!wanted.has(name)) continue;
    const bytes = typeof text === 'string' ? fromBase64(text) : null;
    const problem = bytes ? pointSetProblem(bytes) : 'they are not written in base64';
    if (!bytes || problem !== null) {
      return failed([{ path: pointer('pointSets', name), message: `The measured points cannot be read: ${problem}` }]);
    }
    sets.set(name, bytes);
  }
  return success(sets);
}
