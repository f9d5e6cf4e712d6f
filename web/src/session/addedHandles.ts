import { computed, type Signal, signal } from '@angular/core';
import { breaksOf } from '@pencil-bend/core';
import { type Order, type Project, type Recipe, type Handle, keyOf, pointsOf } from '@pencil-bend/document';

const NOTHING: ReadonlySet<string> = new Set();

/** The handles that the last step added: they stand out until the next one. */
export class Added {
  private readonly came = signal({ project: null as Project | null, keys: NOTHING });
  readonly keys = computed(() => (this.came().project === this.project() ? this.came().keys : NOTHING));

  constructor(private readonly project: Signal<Project | null>) {}

  /** Does a command to a curve, and remembers which of its handles came with it. */
  during(command: Order['command'], recipe: () => Recipe | null, deed: () => void): void {
    const before = handlesOf(recipe());
    deed();
    // Moved knots are no new ones.
    if (!/^(insert|raise)/.test(command)) return;
    const keys = new Set([...handlesOf(recipe())].filter((key) => !before.has(key)));
    this.came.set({ project: this.project(), keys });
  }
}

/** Keys of the fit points, control points and knots of a curve. */
function handlesOf(recipe: Recipe | null): ReadonlySet<string> {
  const points = recipe && pointsOf(recipe);
  if (!points) return NOTHING;
  const handles: Handle[] = [
    ...points.fit.map((each): Handle => ({ kind: 'fit', id: each.id })),
    ...points.control.map((each): Handle => ({ kind: 'control', id: each.id })),
    ...breaksOf(points.curve).map(({ u }): Handle => ({ kind: 'knot', u })),
  ];
  return new Set(handles.map(keyOf));
}
