import { failed, type Result, success } from '@pencil-bend/core';
import equal from 'fast-deep-equal';
import { type Draft, type Patch as ImmerPatch, produceWithPatches } from 'immer';
import type { StepTitle } from '../history/stepTitle';
import { changedItems } from '../history/stepSize';
import { fromImmer, type Patch } from '../history/patch';
import type { Id, Item, Project } from '../project/project';
import { withFollowers } from '../links/order';
import { type Fates, type Freed, settle, type Settled } from '../links/settle';
import { CommandError } from '../commandError';
import { become } from './become';
import type { Change, ChangedItems } from './command';
import { addItem, named } from './items';
import { commandOf, type CommandCall } from './registry';
import { withoutMinusZero } from './withoutMinusZero';

/** A project with a command done on the side. */
export interface Attempt extends Changes {
  /** What its step tells. */
  readonly title: StepTitle;
}

interface Changes {
  /** The items that it adds, changes or takes out, and those that follow them. */
  readonly changed: readonly Id[];
  /** The first of these as they become, without those that are taken out and those that only follow. */
  readonly items: Readonly<Record<Id, Item>>;
  /** The whole project, put together when it is asked for. */
  readonly project: Project;
  /** What is written to the log, told when it is asked for. */
  readonly difference: () => { readonly patch: Patch; readonly inverse: Patch };
}

export type Attempted = Result<Attempt, string>;

/** The latest attempt on each project. */
type Latest = WeakMap<Project, { readonly call: CommandCall; readonly attempted: Attempted }>;

const latest: Latest = new WeakMap();
const latestQuick: Latest = new WeakMap();

/**
 * Does a command to a project on the side: what it would lead to, or why it cannot be done, in words. The arguments are
 * taken as right, and the project it leads to is not checked: `perform` does both. The latest attempt on a project is
 * remembered, so that what was previewed is taken as it is when it is performed.
 */
export const attempt = (project: Project, call: CommandCall): Attempted =>
  remembered(latest, project, call, commandOf(call.command).change);

/** What is shown of a command while its arguments still change: its quick stand-in, where it has one. */
export function preview(project: Project, call: CommandCall): Attempted {
  const { quick } = commandOf(call.command);
  return quick ? remembered(latestQuick, project, call, quick) : attempt(project, call);
}

function remembered(among: Latest, project: Project, call: CommandCall, change: Change<unknown>): Attempted {
  const known = among.get(project);
  if (known && equal(known.call, call)) return known.attempted;
  const attempted = tried(project, call, change);
  among.set(project, { call, attempted });
  return attempted;
}

function tried(project: Project, call: CommandCall, change: Change<unknown>): Attempted {
  const { command, args: given } = call;
  const args = withoutMinusZero<unknown>(given);
  const { facts, fates, tellsOfLinks } = commandOf(call.command);
  try {
    const title = { command, ...facts(project, args) };
    const fate = fates?.(args) ?? {};
    // Taken as it is: spread out, it would put the whole project together, which is done when it is asked for.
    const changes =
      typeof change === 'function'
        ? drafted(project, (draft) => change(draft, args), fate)
        : withItems(project, change.items(project, args), fate);
    const { freed } = changes;
    const told = tellsOfLinks ? {} : freedFacts(project, freed);
    return success(Object.assign(changes, { title: { ...title, ...told } }));
  } catch (error) {
    if (error instanceof CommandError) return failed(error.message);
    throw error;
  }
}

/** What a step tells of items that are made from others no longer. */
function freedFacts(project: Project, { mirror = [], blend = [], corner = [], bound = [] }: Freed): Partial<StepTitle> {
  const known = (ids: readonly Id[]) => ids.filter((id) => Object.hasOwn(project.items, id));
  const told = (ids: readonly Id[]) => (known(ids).length > 0 ? named(project, known(ids)) : undefined);
  const [freed, unblended, uncornered, unjoined] = [mirror, blend, corner, bound].map(told);
  return {
    ...(freed && { freed }),
    ...(unblended && { unblended }),
    ...(uncornered && { uncornered }),
    ...(unjoined && { unjoined }),
  };
}

type Freeing = Changes & Pick<Settled, 'freed'>;

function drafted(project: Project, change: (draft: Draft<Project>) => void, fates: Fates): Freeing {
  const [changed, patches, inverse] = produceWithPatches(project, change);
  const ids = changedItems(patchesFrom(patches, inverse));
  const items = Object.fromEntries(ids.flatMap((id) => (changed.items[id] ? [[id, changed.items[id]]] : [])));
  const { items: settled, freed } = settle(project, { items, removed: ids.filter((id) => !items[id]) }, fates);
  const [whole, more, moreInverse] = produceWithPatches(changed, (draft: Draft<Project>) => {
    for (const [id, item] of Object.entries(settled)) become(draft.items[id], item);
  });
  const all = { ...items, ...Object.fromEntries(Object.keys(settled).map((id) => [id, whole.items[id]])) };
  return {
    project: whole,
    items: all,
    changed: withFollowers(project, [...ids, ...Object.keys(settled)]),
    difference: () => patchesFrom([...patches, ...more], [...moreInverse, ...inverse]),
    freed,
  };
}

/** The project with items that come, or become others; only what differs is written to the log. */
function withItems(project: Project, { changed = {}, added = {} }: ChangedItems, fates: Fates): Freeing {
  const taken = Object.keys(added).find((id) => Object.hasOwn(project.items, id));
  if (taken !== undefined) throw new CommandError(`The id '${taken}' is taken`);
  const made = withoutMinusZero({ ...changed, ...added });
  const { items: settled, freed } = settle(project, { items: made, removed: [] }, fates);
  const items = { ...made, ...withoutMinusZero(settled) };
  const fresh = Object.keys(added);
  let whole: Project | null = null;
  return {
    items,
    get project() {
      return (whole ??= {
        ...project,
        items: { ...project.items, ...items },
        ...(fresh.length > 0 && { itemOrder: [...project.itemOrder, ...fresh] }),
      });
    },
    changed: withFollowers(project, Object.keys(items)),
    difference: () => {
      const [, patches, inverse] = produceWithPatches(project, (draft: Draft<Project>) => {
        for (const id of Object.keys(items)) if (!Object.hasOwn(added, id)) become(draft.items[id], items[id]);
        for (const id of fresh) addItem(draft, id, items[id]);
      });
      return patchesFrom(patches, inverse);
    },
    freed,
  };
}

const patchesFrom = (patches: readonly ImmerPatch[], inverse: readonly ImmerPatch[]) => ({
  patch: fromImmer(patches),
  inverse: fromImmer(inverse),
});
