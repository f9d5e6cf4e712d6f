import { ChangeDetectionStrategy, Component, computed, inject, viewChild } from '@angular/core';
import type { Id } from '@pencil-bend/document';
import { Select } from 'primeng/select';
import { Editing } from '../../session';
import { keepShowing } from '../../ui/keepShowing';
import { ColourChoice } from '../../ui/colourChoice';

/** What the selected item looks like, and the layer it lies on. */
@Component({
  selector: 'pb-look-section',
  imports: [ColourChoice, Select],
  template: `
    @if (item(); as item) {
      <dl>
        <dt>Colour</dt>
        <dd><pb-colour-choice label="Colour" [value]="item.colour" (chosen)="colour($event)" /></dd>
        <dt>Layer</dt>
        <dd>
          <p-select
            size="small"
            ariaLabel="Layer"
            [autofocus]="false"
            optionLabel="name"
            optionValue="id"
            appendTo="body"
            [fluid]="true"
            [options]="layers()"
            (onChange)="moveTo($event.value)"
          />
        </dd>
      </dl>
    }
  `,
  styleUrl: './sections.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LookSection {
  private readonly editing = inject(Editing);
  private readonly id = computed(() => this.editing.selection().items.at(0) ?? null);
  protected readonly item = computed(() => this.editing.project()?.items[this.id() ?? ''] ?? null);
  protected readonly layers = computed(() => {
    const project = this.editing.project();
    return project?.layerOrder.map((id) => ({ id, name: project.layers[id].name })) ?? [];
  });

  private readonly select = viewChild(Select);
  private readonly settle = keepShowing(this.select, () => this.item()?.layer);

  protected colour(colour: string): void {
    this.editing.doToSelected('colourItem', { colour });
  }

  protected moveTo(layer: Id): void {
    const item = this.id();
    if (item) this.editing.do({ command: 'arrange', args: { items: [item], layer, before: null } });
    this.settle();
  }
}
