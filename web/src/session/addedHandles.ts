import { computed, inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { breaksOf } from '@pencil-bend/core';
import {
  type Handle,
  keyOf,
  type CommandCall,
  plainRecipe,
  pointsOf,
  type Project,
  steps,
} from '@pencil-bend/document';
import type { BenchState } from '../state/reducers';
import { selectProject } from '../state/selectors';

const NOTHING: ReadonlySet<string> = new Set();

/** The handles that the last step added: they stand out until the next one. */
@Injectable()
export class AddedHandles {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly project = this.store.selectSignal(selectProject);
  private readonly came = signal({ project: null as Project | null, keys: NOTHING });
  readonly keys = computed(() => (this.came().project === this.project() ? this.came().keys : NOTHING));

  /** Does a command, and remembers which handles of its curve came with it. */
  during(call: CommandCall, work: () => void): void {
    // Moved knots are no new ones.
    if (!steps().addsHandles(call.command)) return work();
    const before = this.handlesFor(call);
    work();
    const keys = new Set([...this.handlesFor(call)].filter((key) => !before.has(key)));
    this.came.set({ project: this.project(), keys });
  }

  /** Keys of the fit points, control points and knots of the curve that a command is done to. */
  private handlesFor({ args }: CommandCall): ReadonlySet<string> {
    const project = this.project();
    const item = 'item' in args ? project?.items[args.item] : null;
    const points = project && item?.kind === 'curve' ? pointsOf(plainRecipe(project, item)) : null;
    if (!points) return NOTHING;
    const handles: Handle[] = [
      ...points.fit.map((each): Handle => ({ kind: 'fit', id: each.id })),
      ...points.control.map((each): Handle => ({ kind: 'control', id: each.id })),
      ...breaksOf(points.curve).map(({ u }): Handle => ({ kind: 'knot', u })),
    ];
    return new Set(handles.map(keyOf));
  }
}
