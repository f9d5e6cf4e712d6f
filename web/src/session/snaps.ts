import { ToolView } from './toolView';
import { computed, inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { add, type Vector3 } from '@pencil-bend/core';
import type { SnapKind } from '../api/savedView';
import { alongDirection, catchAt } from '../snap/catchAt';
import { catchDirection } from '../snap/catchDirection';
import type { Caught } from '../snap/caught';
import type { Carried } from '../tools/contract';
import { Editing } from './editing';
import { viewActions } from '../state/actions';
import type { BenchState } from '../state/reducers';
import { selectSnapping, selectSnaps } from '../state/selectors';
import { ShownItems } from './shownItems';
import { Target } from './target';

/** So many places that were caught lately can be levelled with. */
const TRAIL = 3;

/** How the pointer is meant: with Ctrl free of snaps, with Shift in one of eight directions. */
export interface CatchKeys {
  readonly free: boolean;
  readonly straight: boolean;
}

/** Catches places for the tool in hand, and remembers what was caught. */
@Injectable()
export class Snaps {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly editing = inject(Editing);
  private readonly toolView = inject(ToolView);
  private readonly shown = inject(ShownItems);
  private readonly target = inject(Target);
  private readonly kinds = this.store.selectSignal(selectSnaps);
  private readonly chosen = computed(() => new Set(this.kinds()));
  private trail: readonly Caught[] = [];

  /** Whether places are caught at all. */
  readonly on = this.store.selectSignal(selectSnapping);
  /** What is caught under the pointer now. */
  readonly caught = signal<Caught | null>(null);

  /** The place that is caught, or null: of a drag that of what it carries. */
  catch(at: Vector3, reach: number, keys: CatchKeys): Caught | null {
    const { places, carries } = this.toolView.accepts();
    const caught = places
      ? this.found(at, reach, keys)
      : carries && !keys.free
        ? this.carried(at, reach, carries)
        : null;
    if (this.caught() !== caught) this.caught.set(caught);
    return caught;
  }

  letGo(): void {
    this.caught.set(null);
  }

  isChosen(kind: SnapKind): boolean {
    return this.chosen().has(kind);
  }

  toggle(kind: SnapKind): void {
    this.store.dispatch(viewActions.snapSet({ kind, on: !this.isChosen(kind) }));
  }

  toggleAll(): void {
    this.store.dispatch(viewActions.snappingSet({ on: !this.on() }));
  }

  private found(at: Vector3, reach: number, { free, straight }: CatchKeys): Caught | null {
    const { placed } = this.toolView.preview();
    const last = placed.at(-1) ?? null;
    const plane = this.target.plane();
    const found =
      free || !this.on()
        ? null
        : catchAt(at, {
            items: this.shown.kept(),
            on: this.chosen(),
            plane,
            grid: this.target.grid(),
            reach,
            last,
            levels: [
              ...placed.map((place, i) => ({ at: place, label: `place ${i + 1}` })),
              ...this.trail.map(({ at: place, label }) => ({ at: place, label })),
            ],
          });
    if (found?.item && found.kind !== 'curve' && found.kind !== 'symmetry') this.remember(found);
    // A place that is really there comes before a direction.
    return straight && last && (!found || found.kind === 'level' || found.kind === 'grid')
      ? alongDirection(at, last, plane)
      : found;
  }

  /** What is dragged is caught by what lies still. */
  private carried(pointer: Vector3, reach: number, { offset, from, about }: Carried): Caught | null {
    if (!this.on()) return null;
    const at = add(pointer, offset);
    const plane = this.target.plane();
    const moving = new Set([...this.editing.selection().items, ...this.shown.inHand().map(({ id }) => id)]);
    const items = this.shown.kept();
    const on = this.chosen();
    if (about) return catchDirection(at, about, { items, moving, on, plane, reach });
    const levels = [{ at: from, label: 'where it was' }];
    return catchAt(at, { items, moving, on, plane, grid: this.target.grid(), reach, last: null, levels });
  }

  private remember(caught: Caught): void {
    const others = this.trail.filter(({ label }) => label !== caught.label);
    this.trail = [...others, caught].slice(-TRAIL);
  }
}
