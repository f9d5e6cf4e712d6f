import { afterNextRender, afterRenderEffect, inject, Injector } from '@angular/core';

/** A widget of the interface library: touched, it shows a value of its own. */
interface Holder {
  writeValue(value: unknown): void;
}

/**
 * Has a widget show what is true, and no more than that. What this returns is called after a touch was passed on: a
 * change that was refused, or that asks for its price first, leaves the widget as it was. (The forms of the framework
 * would remember what was touched, and pass over a later change to the same value.)
 */
export function keepShowing(holder: () => Holder | undefined, value: () => unknown): () => void {
  const injector = inject(Injector);
  const write = () => holder()?.writeValue(value());
  afterRenderEffect({ write });
  return () => afterNextRender({ write }, { injector });
}
