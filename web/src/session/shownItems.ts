import { ToolView } from './toolView';
import { computed, inject, Injectable, linkedSignal, signal } from '@angular/core';
import type { Curve } from '@pencil-bend/core';
import { type Id, isDerived, isShown, type Item, plainItem, type Project, steps } from '@pencil-bend/document';
import { type ShownItem, shownItem } from '../view/shownItem';
import { Editing } from './editing';
import { PointSets } from './pointSets';
import { NearSeeking } from './nearSeeking';
import { StepLoader } from './stepLoader';
import { Trial } from './trial';

const NONE: readonly Id[] = [];

/** What the sheet shows: the items as they are kept, with what the tool in hand would change done on the side. */
@Injectable()
export class ShownItems {
  private readonly editing = inject(Editing);
  private readonly toolView = inject(ToolView);
  private readonly pointSets = inject(PointSets);
  private readonly loader = inject(StepLoader);
  private readonly trial = inject(Trial);
  private readonly seeking = inject(NearSeeking);

  /** Out of sight for a while, so that the rest can be looked at; what is drawn meanwhile is seen. */
  private readonly aside = signal<ReadonlySet<Id>>(new Set());
  readonly isAlone = computed(() => this.aside().size > 0);

  /** Every shown item as it is kept. */
  readonly kept = computed((): readonly ShownItem[] => {
    const project = this.editing.project();
    if (!project) return [];
    const aside = this.aside();
    if (aside.size === 0) return project.itemOrder.flatMap((id) => this.shownIn(project, id));
    const { items } = this.editing.selection();
    return project.itemOrder.flatMap((id) => (aside.has(id) && !items.includes(id) ? [] : this.shownIn(project, id)));
  });

  /** What the tool, or a control of the card, would do now, done on the side; null for nothing, and as long as steps cannot be done. */
  private readonly attempted = computed(() => {
    const project = this.editing.project();
    const call = this.toolView.preview().call ?? this.trial.call() ?? this.seeking.call();
    return project && call && this.loader.isReady() ? steps().preview(project, call) : null;
  });

  /** Why that cannot be done. */
  readonly refusal = computed(() => {
    const attempted = this.attempted();
    return attempted && !attempted.ok ? attempted.failure : null;
  });

  /** The items in hand. What a drag has changed stays so until its end, also while it lies where it is kept. */
  private readonly held = linkedSignal<{ readonly changed: readonly Id[]; readonly isDragged: boolean }, readonly Id[]>(
    {
      source: () => {
        const attempted = this.attempted();
        const changed = attempted?.ok ? attempted.value.changed : NONE;
        return { changed, isDragged: this.toolView.preview().dragged !== null };
      },
      computation: ({ changed, isDragged }, before) =>
        changed.length === 0 && isDragged && before ? before.value : changed,
      equal: (a, b) => a === b || (a.length === b.length && a.every((id, i) => id === b[i])),
    },
  );

  /** The project as it is now, with what the tool would do done on the side. */
  readonly project = computed((): Project | null => {
    const attempted = this.attempted();
    return attempted?.ok ? attempted.value.project : this.editing.project();
  });

  /** The items that rest: the same array as long as a drag goes on. */
  readonly resting = computed((): readonly ShownItem[] => {
    const held = new Set(this.held());
    const kept = this.kept();
    return kept.some(({ id }) => held.has(id)) ? kept.filter(({ id }) => !held.has(id)) : kept;
  });

  /** The items in hand as they would become: those that are dragged or made, and all that follow them. */
  readonly inHand = computed((): readonly ShownItem[] => {
    const project = this.editing.project();
    const held = this.held();
    if (!project || held.length === 0) return [];
    const attempted = this.attempted();
    const done = attempted?.ok ? attempted.value : { items: project.items, project };
    // Only what follows others has to look for other items.
    const isLoose = held.every((id) => isOfItsOwn(itemIn(done.items, id) ?? itemIn(project.items, id)));
    const now = isLoose ? { ...project, items: done.items } : done.project;
    const aside = this.aside();
    return held.flatMap((id) => {
      // What goes along with the item in hand stays out of sight with the others.
      if (aside.has(id) && !this.editing.selection().items.includes(id)) return [];
      const [shown] = this.shownIn(now, id, !Object.hasOwn(project.items, id));
      if (!shown) return [];
      // While a dragged point lies on its neighbour there is no curve through them: the last one stays.
      if (shown.item.kind !== 'curve' || shown.curve) return [shown];
      return Object.hasOwn(project.items, id)
        ? [{ ...shownItem(id, plainItem(project, project.items[id]), project), item: shown.item }]
        : [];
    });
  });

  /** Every shown item as it is now. */
  readonly all = computed((): readonly ShownItem[] => {
    const inHand = this.inHand();
    return inHand.length > 0 ? [...this.resting(), ...inHand] : this.resting();
  });

  private readonly restingMarks = computed(() => this.resting().filter(({ curve }) => !curve));
  /** Every shown item as it is now that is no curve: points, guides and measured sets. */
  readonly marks = computed((): readonly ShownItem[] => {
    const inHand = this.inHand().filter(({ curve }) => !curve);
    return inHand.length > 0 ? [...this.restingMarks(), ...inHand] : this.restingMarks();
  });

  /** Shows only what is selected, or everything again. */
  showAlone(alone: boolean): void {
    const { items } = this.editing.selection();
    const others = this.editing.project()?.itemOrder.filter((id) => !items.includes(id)) ?? [];
    this.aside.set(new Set(alone ? others : []));
  }

  /** The first selected item. */
  readonly selected = computed((): ShownItem | null => {
    const [first] = this.editing.selection().items;
    return first === undefined ? null : (this.all().find(({ id }) => id === first) ?? null);
  });

  private shownIn(project: Project, id: Id, made = false): ShownItem[] {
    if (!Object.hasOwn(project.items, id)) return [];
    const item = project.items[id];
    if (!isShown(project, item)) return [];
    return [shownItem(id, plainItem(project, item), project, { made, pointsOf: this.pointSets.of })];
  }

  /** The first curve that would come of the tool. */
  readonly drawing = computed((): Curve | null => this.inHand().find(({ curve }) => curve)?.curve ?? null);
}

const itemIn = (items: Project['items'], id: Id): Item | undefined =>
  Object.hasOwn(items, id) ? items[id] : undefined;

const isOfItsOwn = (item: Item | undefined): boolean =>
  item?.kind !== 'curve' || (!isDerived(item.recipe) && !item.joints && !item.ties);
