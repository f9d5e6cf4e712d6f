import type { Draft } from 'immer';
import type { Project } from '../project/project';
import type { SchemaName } from '../schemaProblems';

/** Thrown inside a command that cannot be done to this project: what and why, in words for the user. */
export class Refusal extends Error {
  override readonly name = 'Refusal';
}

/**
 * A verb of the work. Its arguments are checked by the schema of the same name in commands.schema.json before
 * either function is called.
 */
export interface Command<Args> {
  readonly schema: SchemaName;
  /** The readable name of the step, told of the project as it was before. */
  readonly stepName: (project: Project, args: Args) => string;
  /** Changes the draft, or throws a `Refusal` and so leaves the project as it was. */
  readonly change: (project: Draft<Project>, args: Args) => void;
}
