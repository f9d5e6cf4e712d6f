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

  /** The items that are held to others: where there are none, nothing of a drag is looked at. */
  private readonly held = computed((): readonly Id[] => {
    const project = this.editing.project();
    const order = project?.itemOrder.filter((id) => isHeld(project.items[id])) ?? [];
    const made = this.shown.inHand().filter(({ id, item }) => isHeld(item) && !order.includes(id));
    return made.length > 0 ? [...order, ...made.map(({ id }) => id)] : order;
  });

  readonly all = computed((): readonly JointReading[] => {
    const held = this.held();
    const read = this.kernel.functions()?.jointReadings;
    const project = held.length > 0 && read ? this.shown.project() : null;
    return project && read ? read(project, held, this.within()) : NONE;
  });

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
  readonly chain = computed((): readonly Id[] => {
    const { items } = this.editing.selection();
    if (items.length !== 1) return [];
    const own = this.all().filter(({ item, kind }) => item === items[0] && kind !== 'joint');
    const selected = this.selected();
    const ids = (selected ? [selected] : own).flatMap(({ item, leader }) => (leader ? [item, leader] : [item]));
    return [...new Set(ids)];
  });

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
