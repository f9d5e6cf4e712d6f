import { type Draft, isDraft, original } from 'immer';
import { shortened } from '../name';
import { LONGEST_NAME } from '../project/format';
import type { Project } from '../project/project';

type Items = Project['items'];

/** The names in use, and the first free number of each base that was asked for. */
interface Taken {
  readonly names: ReadonlySet<string>;
  readonly free: Map<string, number>;
}

const known = new WeakMap<Items, Taken>();

/** Collected once for each state of the items. */
function takenIn(items: Items): Taken {
  let taken = known.get(items);
  if (!taken) {
    taken = { names: new Set(Object.values(items).map(({ name }) => name)), free: new Map() };
    known.set(items, taken);
  }
  return taken;
}

const withNumber = (base: string, number: number): string =>
  shortened(base, LONGEST_NAME - ` ${number}`.length) + ` ${number}`;

/** Names for new items, each given once: 'Curve 4' when the names up to 'Curve 3' are taken. */
export class FreeNames {
  private readonly taken: Taken;
  private readonly given = new Set<string>();
  private readonly free = new Map<string, number>();

  constructor(project: Pick<Project, 'items'>) {
    this.taken = takenIn(project.items);
  }

  isTaken(name: string): boolean {
    return this.taken.names.has(name) || this.given.has(name);
  }

  take(name: string): void {
    this.given.add(name);
  }

  /** A name itself while it is free, else with a number behind. */
  itselfOr(name: string): string {
    if (this.isTaken(name)) return this.next(name);
    this.take(name);
    return name;
  }

  next(base: string): string {
    let number = this.free.get(base) ?? this.firstFree(base);
    while (this.isTaken(withNumber(base, number))) number++;
    this.free.set(base, number + 1);
    const name = withNumber(base, number);
    this.take(name);
    return name;
  }

  private firstFree(base: string): number {
    const { names, free } = this.taken;
    let number = free.get(base) ?? 1;
    while (names.has(withNumber(base, number))) number++;
    free.set(base, number);
    return number;
  }
}

const ofDrafts = new WeakMap<Draft<Project>, FreeNames>();

/** The names of a project that is being changed: the same ones for as long as it is. */
export function namesIn(draft: Draft<Project>): FreeNames {
  let names = ofDrafts.get(draft);
  if (!names) {
    names = new FreeNames(isDraft(draft) ? (original(draft) as Project) : draft);
    ofDrafts.set(draft, names);
  }
  return names;
}
