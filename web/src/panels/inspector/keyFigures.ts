import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { radiusOf } from '@pencil-bend/core';
import { Editing, Readings } from '../../session';
import { radiusInWords } from '../../ui/labels';
import { lengthInWords } from '../../ui/length';

/** The numbers of a curve that people look at most. */
@Component({
  selector: 'pb-key-figures',
  template: `
    <dl>
      @for (fact of facts(); track fact.name) {
        <dt>{{ fact.name }}</dt>
        <dd class="number">{{ fact.value }}</dd>
      }
    </dl>
  `,
  styleUrl: './sections.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeyFigures {
  private readonly editing = inject(Editing);
  private readonly readings = inject(Readings);

  protected readonly facts = computed(() => {
    const reading = this.readings.reading();
    const units = this.editing.project()?.units ?? 'mm';
    if (!reading) return [];
    const { inflections, profile } = reading;
    const { tightest } = profile;
    return [
      { name: 'Length', value: lengthInWords(profile.length, units) },
      {
        name: 'Smallest radius',
        value: tightest
          ? `${radiusInWords(radiusOf(tightest.kappa), units)} at ${lengthInWords(tightest.s, units, 2)}`
          : 'straight',
      },
      { name: 'Inflections', value: inflections === null ? 'a curve in space' : String(inflections) },
    ];
  });
}
