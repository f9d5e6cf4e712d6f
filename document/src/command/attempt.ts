import { failed, type Result, success } from '@pencil-bend/core';
import equal from 'fast-deep-equal';
import { type Draft, type Patch as ImmerPatch, produceWithPatches } from 'immer';
import type { StepTitle } from '../history/stepTitle';
import { changedItems } from '../history/stepSize';
import { fromImmer, type Patch } from '../history/patch';
import type { FitRecipe, Id, Item, Project } from '../project/project';
import { withFollowers } from '../links/order';
import { type Fates, type Freed, settle, type Settled } from '../links/settle';
import { CommandError } from '../commandError';
import { become } from './become';
import type { Change, ChangedItems } from './command';
import { addItem, named } from './items';
import { nearAnew } from './nearAnew';
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
  /** The curves near their points that it concerns, bound as they are shown: previewed, they may come out otherwise. */
  readonly near: readonly FitRecipe[];
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
  const { quick, change } = commandOf(call.command);
  return remembered(latestQuick, project, call, quick ?? change);
}

function remembered(among: Latest, project: Project, call: CommandCall, change: Change<unknown>): Attempted {
  const known = among.get(project);
  if (known && equal(known.call, call)) return known.attempted;
  const isQuick = among === latestQuick;
  const attempted = tried(project, call, change, isQuick);
  among.set(project, { call, attempted });
  // Nothing was quicker in it than it would be: it is taken as it is.
  const isQuicker = !attempted.ok || attempted.value.near.length > 0 || commandOf(call.command).quick;
  if (isQuick && !isQuicker) latest.set(project, { call, attempted });
  return attempted;
}

function tried(project: Project, call: CommandCall, change: Change<unknown>, quick: boolean): Attempted {
  const { command, args: given } = call;
  const args = withoutMinusZero<unknown>(given);
  const { facts, fates, tellsOfLinks } = commandOf(call.command);
  try {
    const title = { command, ...facts(project, args) };
    const fate = fates?.(args) ?? {};
    // Taken as it is: spread out, it would put the whole project together, which is done when it is asked for.
    const changes =
      typeof change === 'function'
        ? drafted(project, (draft) => change(draft, args), fate, quick)
        : withItems(project, change.items(project, args), fate, quick);
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

function drafted(project: Project, change: (draft: Draft<Project>) => void, fates: Fates, quick: boolean): Freeing {
  const [changed, patches, inverse] = produceWithPatches(project, change);
  const ids = changedItems(patchesFrom(patches, inverse));
  const drawn = Object.fromEntries(ids.flatMap((id) => (changed.items[id] ? [[id, changed.items[id]]] : [])));
  const removed = ids.filter((id) => !drawn[id]);
  const near = nearAnew(project, drawn, removed, quick);
  const anew = withoutMinusZero(near.items);
  const items = { ...drawn, ...anew };
  const { items: settled, freed } = settle(project, { items, removed }, fates);
  const others = { ...anew, ...settled };
  const [whole, more, moreInverse] = produceWithPatches(changed, (draft: Draft<Project>) => {
    for (const [id, item] of Object.entries(others)) become(draft.items[id], item);
  });
  const all = { ...items, ...Object.fromEntries(Object.keys(others).map((id) => [id, whole.items[id]])) };
  return {
    project: whole,
    items: all,
    changed: withFollowers(project, [...ids, ...Object.keys(others)]),
    difference: () => patchesFrom([...patches, ...more], [...moreInverse, ...inverse]),
    freed,
    near: near.concerned,
  };
}

/** The project with items that come, or become others; only what differs is written to the log. */
function withItems(
  project: Project,
  { changed = {}, added = {} }: ChangedItems,
  fates: Fates,
  quick: boolean,
): Freeing {
  const taken = Object.keys(added).find((id) => Object.hasOwn(project.items, id));
  if (taken !== undefined) throw new CommandError(`The id '${taken}' is taken`);
  const drawn = withoutMinusZero({ ...changed, ...added });
  const near = nearAnew(project, drawn, [], quick);
  const anew = withoutMinusZero(near.items);
  const made = { ...drawn, ...anew };
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
    near: near.concerned,
  };
}

const patchesFrom = (patches: readonly ImmerPatch[], inverse: readonly ImmerPatch[]) => ({
  patch: fromImmer(patches),
  inverse: fromImmer(inverse),
});
