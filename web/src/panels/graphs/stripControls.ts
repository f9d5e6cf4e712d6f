import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Editing } from '../../session';
import { StripGraph } from './stripGraph';
import { LinkButton } from '../../ui/buttons';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { Toggle } from '../../ui/toggle';
import type { Quantity } from '../../view/graphCurve';

const SHOWN: readonly ChoiceOption<Quantity>[] = [
  { value: 'curvature', label: 'κ', name: 'Curvature' },
  { value: 'rate', label: 'dκ/ds', name: 'Rate of curvature' },
  { value: 'radius', label: 'R', name: 'Radius of curvature' },
];

/** What is shown over the length, and how. */
@Component({
  selector: 'pb-strip-controls',
  imports: [Choice, LinkButton, Toggle],
  template: `
    <pb-choice
      label="What is shown over the length"
      [options]="quantities"
      [value]="strip.quantity()"
      (chosen)="strip.quantity.set($event)"
    />
    <div>
      <pb-toggle
        label="log"
        tip="On a logarithmic scale"
        [on]="strip.isLogarithmic()"
        (toggled)="strip.isLogarithmic.set($event)"
      />
      <pb-toggle
        label="end to end"
        tip="Curves that meet are laid end to end: those that are selected, of a single one all it goes on in"
        [on]="strip.isRun()"
        (toggled)="strip.isRun.set($event)"
      />
    </div>
    <span class="quiet">{{ unit() }}</span>
    @if (strip.isZoomed()) {
      <button pbLink (click)="strip.showWhole()">whole length</button>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex: none;
      flex-direction: column;
      gap: 7px;
      align-items: flex-start;
      width: 146px;
      padding: 6px 14px 4px 0;
      overflow: auto;
      font-size: 12.5px;
    }
    button {
      padding-left: 0;
    }
    div {
      display: flex;
      gap: 6px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StripControls {
  protected readonly strip = inject(StripGraph);
  private readonly editing = inject(Editing);
  protected readonly quantities = SHOWN;

  /** In what the heights are read. */
  protected readonly unit = computed(() => {
    const units = this.editing.project()?.units ?? 'mm';
    return { curvature: `κ in 1/${units}`, rate: `dκ/ds in 1/${units}²`, radius: `R in ${units}` }[
      this.strip.quantity()
    ];
  });
}
