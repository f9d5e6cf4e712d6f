import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  viewChildren,
} from '@angular/core';
import { radiusOf } from '@pencil-bend/core';
import { Editing, Readings } from '../../session';
import { radiusInWords } from '../../ui/labels';
import { lengthInWords } from '../../ui/length';

const FIGURES = ['Length', 'Smallest radius', 'Inflections'] as const;

/**
 * The numbers of a curve that people look at most. They alone of the card follow what is on the move: written as text,
 * since the card around them rests.
 */
@Component({
  selector: 'pb-key-figures',
  template: `
    <dl>
      @for (name of names; track name) {
        <dt>{{ name }}</dt>
        <dd #figure class="number"></dd>
      }
    </dl>
  `,
  styleUrl: './sections.css',
  styles: `
    dl {
      /* A new figure asks nothing of the card around it. */
      contain: content;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeyFigures {
  private readonly editing = inject(Editing);
  private readonly readings = inject(Readings);
  private readonly places = viewChildren<ElementRef<HTMLElement>>('figure');
  protected readonly names = FIGURES;

  private readonly words = computed((): readonly string[] => {
    const reading = this.readings.reading();
    const units = this.editing.project()?.units ?? 'mm';
    if (!reading) return [];
    const { inflections, profile } = reading;
    const { tightest } = profile;
    return [
      lengthInWords(profile.length, units),
      tightest
        ? `${radiusInWords(radiusOf(tightest.kappa), units)} at ${lengthInWords(tightest.s, units, 2)}`
        : 'straight',
      inflections === null ? 'a curve in space' : String(inflections),
    ];
  });

  constructor() {
    afterRenderEffect({
      write: () => {
        const words = this.words();
        this.places().forEach(({ nativeElement }, i) => (nativeElement.textContent = words[i] ?? ''));
      },
    });
  }
}
