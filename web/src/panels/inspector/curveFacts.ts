import { Editing } from '../../session/editing';
import { ShownItems } from '../../session/shownItems';
import { Readings } from '../../session/readings';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { controlPointsOf, lightness, radiusOf, straightStretches } from '@pencil-bend/core';
import { fitPointsOf, isClosed, MOST_THROUGH_POINTS, type Recipe } from '@pencil-bend/document';
import { counted, radiusInWords } from '../../ui/labels';
import { lengthInWords } from '../../ui/length';
import { NumberField } from '../../ui/numberField';
import { newId } from '../../state/ids';

/** What the selected curve is, and what can be changed of it as a whole. */
@Component({
  selector: 'pb-curve-facts',
  imports: [NumberField],
  template: `
    <dl>
      <dt>Degree</dt>
      <dd class="row">
        <span class="stepper">
          <button
            type="button"
            aria-label="Lower the degree"
            title="Lower the degree (Shift+D)"
            (click)="give('lowerDegree')"
          >
            −
          </button>
          @if (isFit()) {
            <pb-number
              label="Degree: a typed one fits the curve anew"
              [value]="degree()"
              [whole]="true"
              [least]="1"
              [most]="mostDegree"
              (given)="fitAnew($event)"
            />
          } @else {
            <output class="number" aria-label="Degree">{{ degree() }}</output>
          }
          <button
            type="button"
            aria-label="Raise the degree"
            title="Raise the degree exactly (D)"
            (click)="give('raiseDegree')"
          >
            +
          </button>
        </span>
      </dd>
      <dt>Points</dt>
      <dd class="number">{{ points() }}</dd>
      @if (isFit()) {
        <dt>Spacing</dt>
        <dd class="row">
          <span class="choice" role="group" aria-label="Spacing">
            <button
              type="button"
              [attr.aria-pressed]="!fixedSpacing()"
              [disabled]="!fixedSpacing()"
              (click)="give('makeLive')"
            >
              live
            </button>
            <button
              type="button"
              [attr.aria-pressed]="fixedSpacing()"
              [disabled]="fixedSpacing()"
              (click)="give('fixSpacing')"
            >
              held
            </button>
          </span>
        </dd>
      }
      <dt>Ends</dt>
      <dd class="row">
        <span class="choice" role="group" aria-label="Ends">
          <button type="button" [attr.aria-pressed]="!closed()" [disabled]="!closed()" (click)="open()">open</button>
          <button type="button" [attr.aria-pressed]="closed()" [disabled]="closed()" (click)="give('closeCurve')">
            closed
          </button>
        </span>
        <button type="button" class="link" (click)="give('reverseCurve')">reverse</button>
      </dd>
      @for (fact of facts(); track fact.name) {
        <dt>{{ fact.name }}</dt>
        <dd class="number">{{ fact.value }}</dd>
      }
    </dl>
  `,
  styleUrl: './sections.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CurveFacts {
  protected readonly editing = inject(Editing);
  protected readonly shown = inject(ShownItems);
  protected readonly readings = inject(Readings);
  protected readonly mostDegree = MOST_THROUGH_POINTS;

  private readonly recipe = computed((): Recipe | null => {
    const item = this.shown.selected()?.item;
    return item?.kind === 'curve' ? item.recipe : null;
  });
  private readonly fitCount = computed(() => {
    const recipe = this.recipe();
    return recipe ? fitPointsOf(recipe).length : 0;
  });
  protected readonly isFit = computed(() => this.fitCount() > 0);
  protected readonly fixedSpacing = computed(() => this.recipe()?.kind === 'control');
  protected readonly closed = computed(() => {
    const recipe = this.recipe();
    return recipe !== null && isClosed(recipe);
  });
  protected readonly degree = computed(() => this.shown.selected()?.curve?.degree ?? 0);
  protected readonly points = computed(() => {
    const curve = this.shown.selected()?.curve;
    const control = curve ? controlPointsOf(curve).length / 3 : 0;
    return this.isFit() ? `${this.fitCount()} fit, ${control} control` : `${control} control`;
  });

  protected readonly facts = computed(() => {
    const reading = this.readings.reading();
    const units = this.editing.project()?.units ?? 'mm';
    if (!reading) return [];
    const { tightest, inflections, profile } = reading;
    const straight = this.straight();
    return [
      { name: 'Length', value: lengthInWords(profile.length, units) },
      {
        name: 'Smallest radius',
        value: tightest
          ? `${radiusInWords(radiusOf(tightest.kappa), units)} at ${lengthInWords(tightest.s, units, 2)}`
          : 'straight',
      },
      { name: 'Inflections', value: inflections === null ? 'a curve in space' : String(inflections) },
      ...(straight > 0 ? [{ name: 'Straight', value: counted(straight, 'stretch', 'stretches') }] : []),
      ...(this.pieces() === null ? [] : [{ name: 'Lightness', value: this.pieces() ?? '' }]),
    ];
  });

  private readonly straight = computed(() => {
    const curve = this.shown.selected()?.curve;
    return curve && curve.degree > 1 ? straightStretches(curve, 1e-6).length : 0;
  });

  /** Of the curve as it rests: counting while it is dragged would cost more than it tells. */
  private readonly pieces = computed(() => {
    const curve = this.readings.keptCurve();
    if (!curve) return null;
    const { spans, monotonePieces } = lightness(curve, this.readings.normal());
    return `${counted(spans, 'span', 'spans')}, ${counted(monotonePieces, 'piece', 'pieces')}`;
  });

  protected give(
    command: 'lowerDegree' | 'raiseDegree' | 'makeLive' | 'fixSpacing' | 'closeCurve' | 'reverseCurve',
  ): void {
    this.editing.doToSelected(command, {});
  }

  protected fitAnew(degree: number): void {
    this.editing.doToSelected('fitDegree', { degree });
  }

  protected open(): void {
    this.editing.doToSelected('openCurve', { id: newId() });
  }
}
