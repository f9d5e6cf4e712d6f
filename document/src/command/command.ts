import type { Draft } from 'immer';
import type { Id, Item, Project } from '../project/project';
import type { SchemaName } from '../schemaProblems';

/**
 * A verb of the work. Its arguments are checked by the schema of the same name in commands.schema.json before
 * either function is called.
 */
export interface Command<Args> {
  readonly schema: SchemaName;
  /** The readable name of the step, told of the project as it was before. */
  readonly stepName: (project: Project, args: Args) => string;
  /** How it is done. Throws a `CommandError`, which leaves the project as it was. */
  readonly change: Change<Args>;
  /** How many items it adds, where its arguments tell: too many are refused before it begins. */
  readonly adds?: (args: Args) => number;
  /** It changes the shape by an amount nobody can foresee, so its price is shown before it is done. */
  readonly lossy?: true;
  /** It adds points or knots to its curve. */
  readonly addsHandles?: true;
}

/** By changing a draft; or, of a command that adds and changes items and does nothing else, by what they become. */
export type Change<Args> =
  ((project: Draft<Project>, args: Args) => void) | { readonly items: (project: Project, args: Args) => ChangedItems };

/** What items become, and items that come: their ids must be free. */
export interface ChangedItems {
  readonly changed?: Readonly<Record<Id, Item>>;
  readonly added?: Readonly<Record<Id, Item>>;
}

export const command = <Args>(it: Command<Args>): Command<Args> => it;
