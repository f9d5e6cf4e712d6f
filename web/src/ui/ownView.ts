import {
  ApplicationRef,
  type Binding,
  createComponent,
  DestroyRef,
  ElementRef,
  EnvironmentInjector,
  inject,
  type Type,
} from '@angular/core';

/**
 * Puts a widget of the interface library into the component that asks for it, in a view of its own. A widget that is
 * dragged asks with every move that all around it be checked, up to the page: an accordion alone costs more than a curve.
 * From a view of its own it reaches no farther than itself. To be called where a component is made.
 */
export function ownView<Widget>(widget: Type<Widget>, tag: string, bindings: Binding[]): Widget {
  const application = inject(ApplicationRef);
  const hostElement = document.createElement(tag);
  inject<ElementRef<HTMLElement>>(ElementRef).nativeElement.append(hostElement);
  const made = createComponent(widget, { environmentInjector: inject(EnvironmentInjector), hostElement, bindings });
  application.attachView(made.hostView);
  inject(DestroyRef).onDestroy(() => made.destroy());
  return made.instance;
}
