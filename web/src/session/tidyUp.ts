import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { distinctOf, packCurve, unpackCurve } from '@pencil-bend/core';
import {
  type CommandCall,
  controlRecipe,
  type ControlRecipe,
  type Id,
  type Item,
  selectionOf,
} from '@pencil-bend/document';
import { isKnot, type Meeting } from '../view/meeting';
import { ReadingWorkService } from '../work/readingWorkService';
import { Editing } from './editing';
import { wholeCurve } from './lossyPreview';
import { Meetings } from './meetings';

/** Curves of more control points take longer to lighten than anybody waits for. */
const MOST_POINTS = 1000;
/** Behind all that is being read. */
const RANK = 8;

/** A curve that a lighter one could stand for. */
interface Lighter {
  readonly id: Id;
  /** As it was when that was found. */
  readonly item: Item;
  readonly recipe: ControlRecipe;
  readonly before: number;
  readonly after: number;
}

/** What could be tidied up of curves that came in: those that are heavier than they need be, and ends that meet. */
@Injectable()
export class TidyUp {
  private readonly editing = inject(Editing);
  private readonly meetings = inject(Meetings);
  private readonly work = inject(ReadingWorkService);
  private readonly of = signal<ReadonlySet<Id>>(new Set());
  private readonly found = signal<readonly Lighter[]>([]);
  /** In mm, of the sheet when it was asked. */
  readonly tolerance = signal(0.01);
  /** How many curves are still to be looked at. */
  readonly left = signal(0);

  /** Of curves that are still as they came. */
  readonly lighter = computed(() => {
    const items = this.editing.project()?.items ?? {};
    return this.found().filter(({ id, item }) => items[id] === item);
  });

  /** Ends that meet ends without a joint, and are of what came. */
  readonly ends = computed((): readonly Meeting[] => {
    const of = this.of();
    const project = this.editing.project();
    if (of.size === 0 || !project) return [];
    const isFree = ({ first, second }: Meeting) =>
      [first, second].every((place) => {
        const item = project.items[place.item];
        return 'end' in place && item?.kind === 'curve' && item.joints?.[place.end] === undefined;
      });
    return this.meetings
      .kept()
      .filter(
        (meeting) => !isKnot(meeting) && (of.has(meeting.first.item) || of.has(meeting.second.item)) && isFree(meeting),
      );
  });
  readonly isAny = computed(() => this.lighter().length > 0 || this.ends().length > 0);

  constructor() {
    inject(DestroyRef).onDestroy(() => this.of.set(new Set()));
  }

  /** Looks at what came in; nothing is changed. */
  async begin(ids: readonly Id[]): Promise<void> {
    const of = new Set(ids);
    this.of.set(of);
    this.found.set([]);
    const project = this.editing.project();
    if (!project) return;
    const { tolerance } = project;
    this.tolerance.set(tolerance);
    const curves = ids.flatMap((id) => {
      const curve = wholeCurve(project, id);
      return curve && curve.points.length <= 4 * MOST_POINTS ? [{ id, item: project.items[id], curve }] : [];
    });
    this.left.set(curves.length);
    for (const { id, item, curve } of curves) {
      const isWanted = () => this.of() === of;
      const asked = () => ({ curve: packCurve(curve), tolerance });
      const outcome = await this.work.ask('lighten', asked, { rank: RANK, isWanted }).catch(() => null);
      if (!isWanted()) return;
      this.left.update((count) => count - 1);
      if (outcome?.kind !== 'answered' || !outcome.answer.ok) continue;
      const lighter = unpackCurve(outcome.answer.value.curve);
      const [before, after] = [distinctOf(curve), distinctOf(lighter)];
      const recipe = controlRecipe(lighter, (i) => `c${i + 1}`);
      if (after < before) this.found.update((all) => [...all, { id, item, recipe, before, after }]);
    }
  }

  /** Asks for lighter curves in place of all that have one, with the price of them together first. */
  lighten(): void {
    const [first, ...also] = this.lighter().map(({ id, recipe }) => ({
      item: id,
      how: 'lighten' as const,
      tolerance: this.tolerance(),
      recipe,
    }));
    if (!first) return;
    this.editing.select(selectionOf([first, ...also].map(({ item }) => item)));
    const call: CommandCall = { command: 'refit', args: { ...first, ...(also.length > 0 && { also }) } };
    this.editing.do(call);
  }

  leave(): void {
    this.of.set(new Set());
    this.found.set([]);
    this.left.set(0);
  }
}
