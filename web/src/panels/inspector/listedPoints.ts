import { computed, inject, Injectable, linkedSignal } from '@angular/core';
import type { Vector3 } from '@pencil-bend/core';
import { type Handle, type Id, pointsOf } from '@pencil-bend/document';
import { Editing, ShownItems } from '../../session';
import { heldPoints } from './held';

interface Point {
  readonly id: Id;
  readonly at: Vector3;
  readonly weight?: number;
}

/** The points of the selected curve that the table lists, as they are now: a drag moves them. */
@Injectable()
export class ListedPoints {
  private readonly editing = inject(Editing);
  private readonly shown = inject(ShownItems);

  private readonly recipe = computed(() => {
    const item = this.shown.selected()?.item;
    return item?.kind === 'curve' ? item.recipe : null;
  });
  private readonly points = computed(() => {
    const recipe = this.recipe();
    return recipe && pointsOf(recipe);
  });
  readonly hasFit = computed(() => (this.points()?.fit.length ?? 0) > 0);
  /** Which points are listed: what was selected last tells. */
  readonly which = linkedSignal<'fit' | 'control', 'fit' | 'control'>({
    source: () => {
      const [handle] = this.editing.selection().handles;
      if (!this.hasFit() || handle?.kind === 'control' || handle?.kind === 'weight') return 'control';
      return 'fit';
    },
    computation: (which) => which,
  });
  readonly all = computed((): readonly Point[] => this.points()?.[this.which()] ?? []);
  readonly byId: (id: Id) => Point | null = (id) => this.map().get(id) ?? null;
  private readonly map = computed(() => new Map(this.all().map((point) => [point.id, point])));

  /** What is held at a point, in words; null for nothing. */
  readonly heldAt: (id: Id) => string | null = (id) => this.held().get(id) ?? null;
  private readonly held = computed(() => {
    const recipe = this.recipe();
    return recipe ? heldPoints(recipe) : new Map<Id, string>();
  });

  handleOf(id: Id): Handle {
    return { kind: this.which(), id };
  }
}
