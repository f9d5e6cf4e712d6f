import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { radiusOf } from '@pencil-bend/core';
import { Editing, Readings } from '../../session';
import { curvatureInWords, inflectionsInWords, radiusInWords } from '../../ui/labels';
import { lengthInWords } from '../../ui/length';

/** What the graph says at the cursor, in numbers. */
@Component({
  selector: 'pb-graph-figures',
  template: `
    @if (atCursor(); as at) {
      <span class="number" data-testid="reading">
        <b>{{ at.length }}</b> κ {{ at.curvature }} {{ at.radius }}
      </span>
    } @else if (inflections(); as inflections) {
      <span class="number quiet">{{ inflections }}</span>
    }
  `,
  styles: `
    :host {
      min-width: 0;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GraphFigures {
  private readonly editing = inject(Editing);
  private readonly readings = inject(Readings);
  private readonly units = computed(() => this.editing.project()?.units ?? 'mm');

  protected readonly inflections = computed(() => {
    const reading = this.readings.reading();
    return reading && inflectionsInWords(reading.inflections);
  });

  protected readonly atCursor = computed(() => {
    const reading = this.readings.atCursor();
    if (!reading) return null;
    const units = this.units();
    return {
      length: lengthInWords(reading.s, units, 2),
      curvature: curvatureInWords(reading.kappa, units),
      radius: `R ${radiusInWords(radiusOf(reading.kappa), units)}`,
    };
  });
}
