import {
  Directive,
  type EmbeddedViewRef,
  inject,
  input,
  type OnChanges,
  TemplateRef,
  ViewContainerRef,
} from '@angular/core';

interface Context<Item> {
  $implicit: Item;
}

/**
 * Repeats a template for each of a list, place by place, as `@for` does by index. Only those that have become another
 * object are looked at: of hundreds of marks a drag moves a few.
 */
@Directive({ selector: '[pbEachChanged]' })
export class EachChanged<Item> implements OnChanges {
  readonly of = input.required<readonly Item[]>({ alias: 'pbEachChangedOf' });
  private readonly template = inject<TemplateRef<Context<Item>>>(TemplateRef);
  private readonly container = inject(ViewContainerRef);
  private readonly views: EmbeddedViewRef<Context<Item>>[] = [];

  static ngTemplateContextGuard<Item>(_each: EachChanged<Item>, _context: unknown): _context is Context<Item> {
    return true;
  }

  ngOnChanges(): void {
    const items = this.of();
    items.forEach((item, i) => {
      const view = this.views[i];
      if (!view) {
        const made = this.container.createEmbeddedView(this.template, { $implicit: item });
        // From here on it is checked by its own item alone.
        made.detach();
        made.detectChanges();
        this.views.push(made);
      } else if (view.context.$implicit !== item) {
        view.context.$implicit = item;
        view.detectChanges();
      }
    });
    for (const left of this.views.splice(items.length)) left.destroy();
  }
}
