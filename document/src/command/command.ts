import type { Draft } from 'immer';
import type { Project, Recipe } from '../project/project';
import type { SchemaName } from '../schemaProblems';

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
  /** How many items it adds, where its arguments tell: too many are refused before it begins. */
  readonly adds?: (args: Args) => number;
  /** It changes the shape by an amount nobody can foresee, so its price is shown before it is done. */
  readonly lossy?: true;
  /** Of a command that gives one curve another recipe: what makes it, for a preview. Throws a `Refusal`. */
  readonly recipe?: (recipe: Recipe, args: Args, project: Pick<Project, 'tolerance'>) => Recipe;
}

export const command = <Args>(it: Command<Args>): Command<Args> => it;
