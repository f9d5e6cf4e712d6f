import { computed, inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { type End, type Id, type Item, selectedHandles } from '@pencil-bend/document';
import type { BenchState } from '../state/reducers';
import { selectReading } from '../state/selectors';
import type { JointReading } from '../view/jointReading';
import { thresholdsOf } from '../view/meeting';
import { Editing } from './editing';
import { ReadingKernel } from './readingKernel';
import { ShownItems } from './shownItems';

const NONE: readonly JointReading[] = [];

/** What joins the curves, wanted and reached, as they are this instant. */
@Injectable()
export class Joints {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly editing = inject(Editing);
  private readonly kernel = inject(ReadingKernel);
  private readonly shown = inject(ShownItems);
  private readonly settings = this.store.selectSignal(selectReading);
  private readonly within = computed(
    () => {
      const { within: _within, ...thresholds } = thresholdsOf(this.settings().continuity);
      return thresholds;
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );

  /** Of the curves as they are kept. */
  private readonly kept = computed((): readonly JointReading[] => {
    const project = this.editing.project();
    const read = this.kernel.functions()?.jointReadings;
    const held = project?.itemOrder.filter((id) => isHeld(project.items[id])) ?? [];
    return project && read && held.length > 0 ? read(project, held, this.within()) : NONE;
  });

  private readonly curves = computed(() => new Map(this.shown.kept().map(({ id, curve }) => [id, curve])));

  /** Of a drag only what it moves is read anew, so that the rest is the same. */
  readonly all = computed((): readonly JointReading[] => {
    const kept = this.kept();
    const inHand = this.shown.inHand();
    // All that follows what is dragged is in hand, and most of it stays where it is.
    const curves = inHand.length > 0 ? this.curves() : null;
    const moving = new Set(inHand.flatMap(({ id, curve }) => (curves?.get(id) === curve ? [] : id)));
    const ids = new Set(inHand.filter(({ id, item }) => moving.has(id) && isHeld(item)).map(({ id }) => id));
    // A blend is shown by its shape alone: that it is one stands in what is kept.
    for (const { item, leader } of kept) if (moving.has(item) || (leader && moving.has(leader))) ids.add(item);
    const read = ids.size > 0 ? this.kernel.functions()?.jointReadings : undefined;
    const project = read && this.shown.project();
    if (!read || !project) return kept;
    const now = read(project, [...ids], this.within());
    // In the order that they have at rest; what is being made comes last.
    const byEnd = new Map(now.map((each) => [`${each.item} ${each.end}`, each]));
    const inOrder = kept.flatMap((each) => {
      if (!ids.has(each.item)) return [each];
      const key = `${each.item} ${each.end}`;
      const found = byEnd.get(key);
      byEnd.delete(key);
      return found ? [found] : [];
    });
    return [...inOrder, ...byEnd.values()];
  });

  readonly any = computed(() => this.all().length > 0);

  /** The joint whose handle is selected, or one of its freedoms. */
  readonly selected = computed((): JointReading | null => {
    const selection = this.editing.selection();
    const [item] = selection.items;
    if (!item) return null;
    for (const handle of selectedHandles(selection, item)) {
      if (handle.kind === 'joint' || handle.kind === 'freedom') return this.at(item, handle.end);
    }
    return null;
  });

  /** What is read together: the curves of the joint in hand, or those that a selected blend or corner lies between. */
  readonly chain = computed(
    (): readonly Id[] => {
      const { items } = this.editing.selection();
      if (items.length !== 1) return [];
      const own = this.all().filter(({ item, kind }) => item === items[0] && kind !== 'joint');
      const selected = this.selected();
      const ids = (selected ? [selected] : own).flatMap(({ item, leader }) => (leader ? [item, leader] : [item]));
      return [...new Set(ids)];
    },
    // The same as long as a drag goes on: combs and strip rest upon it.
    { equal: (a, b) => a.length === b.length && a.every((id, i) => id === b[i]) },
  );

  at(item: Id, end: End): JointReading | null {
    return this.all().find((each) => each.item === item && each.end === end) ?? null;
  }

  /** Those that an item has part in, as follower or leader. */
  of(id: Id): readonly JointReading[] {
    return this.all().filter(({ item, leader }) => item === id || leader === id);
  }
}

/** Held at an end by a joint, or made between two ends. */
const isHeld = (item: Item): boolean =>
  item.kind === 'curve' && (item.joints !== undefined || item.recipe.kind === 'blend' || item.recipe.kind === 'corner');
