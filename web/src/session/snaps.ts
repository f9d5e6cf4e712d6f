import type { SnapKind } from '../api/keptView';
import { computed, inject, Injectable, signal } from '@angular/core';
import { FRONT, type Vector3 } from '@pencil-bend/core';
import { FRONT_ID } from '@pencil-bend/document';
import { Store } from '@ngrx/store';
import { Bench } from './bench';
import { viewActions } from '../state/actions';
import type { BenchState } from '../state/reducers';
import type { ToolState } from '../tools/contract';
import { placesOf } from '../tools/placesOf';
import { alongDirection, catchAt } from '../snap/catchAt';
import type { Caught } from '../snap/caught';

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
  private readonly bench = inject(Bench);
  private readonly store: Store<BenchState> = inject(Store);
  private readonly on = computed(() => new Set(this.bench.view().snaps));
  private trail: readonly Caught[] = [];

  /** What is caught under the pointer now. */
  readonly caught = signal<Caught | null>(null);

  /** The place that is caught, or null: for a tool that takes places. */
  catch(at: Vector3, reach: number, { free, straight }: CatchKeys): Caught | null {
    const tool = this.bench.tool();
    const caught = takesPlaces(tool) ? this.found(at, reach, tool, free, straight) : null;
    if (this.caught() !== caught) this.caught.set(caught);
    return caught;
  }

  letGo(): void {
    this.caught.set(null);
  }

  toggle(kind: SnapKind): void {
    this.store.dispatch(viewActions.snapSet({ kind, on: !this.on().has(kind) }));
  }

  toggleAll(): void {
    this.store.dispatch(viewActions.snappingSet({ on: !this.bench.view().snapping }));
  }

  private found(at: Vector3, reach: number, tool: ToolState, free: boolean, straight: boolean): Caught | null {
    const placed = placesOf(tool);
    const last = placed.at(-1) ?? null;
    const plane = this.bench.project()?.planes[FRONT_ID] ?? FRONT;
    const found =
      free || !this.bench.view().snapping
        ? null
        : catchAt(at, {
            drawn: this.bench.resting(),
            on: this.on(),
            plane,
            grid: this.bench.grid(),
            reach,
            last,
            levels: [
              ...placed.map((place, i) => ({ at: place, label: `place ${i + 1}` })),
              ...this.trail.map(({ at: place, label }) => ({ at: place, label })),
            ],
          });
    if (found?.item && found.kind !== 'curve' && found.kind !== 'symmetry') this.remember(found);
    // A place that is really there comes before a direction.
    return straight && last && (!found || found.kind === 'level' || found.kind === 'grid') ? alongDirection(at, last, plane) : found; // prettier-ignore
  }

  private remember(caught: Caught): void {
    const others = this.trail.filter(({ label }) => label !== caught.label);
    this.trail = [...others, caught].slice(-TRAIL);
  }
}

const takesPlaces = (tool: ToolState): boolean => tool.tool === 'lay' || (tool.tool === 'bezier' && !tool.grabbed);
