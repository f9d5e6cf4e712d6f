import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { controlPointsOf, lightness, straightStretches } from '@pencil-bend/core';
import { fitPointsOf, isClosed, MOST_THROUGH_POINTS, type Recipe } from '@pencil-bend/document';
import { Tooltip } from 'primeng/tooltip';
import { Editing, Readings, ShownItems } from '../../session';
import { newId } from '../../state/ids';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { Icon } from '../../ui/icon';
import { counted } from '../../ui/labels';
import { NumberField } from '../../ui/numberField';
import { FramedButton, LinkButton } from '../../ui/buttons';
import { FitTolerance } from './fitTolerance';

const SPACINGS: readonly ChoiceOption<boolean>[] = [
  { value: false, label: 'live', tip: 'The spacing follows from the points' },
  { value: true, label: 'held', tip: 'Spacing and knots stay as they are (V)' },
];
const ENDS: readonly ChoiceOption<boolean>[] = [
  { value: false, label: 'open' },
  { value: true, label: 'closed' },
];

/** What the selected curve is, and what can be changed of it as a whole. */
@Component({
  selector: 'pb-curve-facts',
  imports: [FitTolerance, FramedButton, LinkButton, Choice, Icon, NumberField, Tooltip],
  template: `
    <dl>
      <dt>Degree</dt>
      <dd class="row stepper">
        <button
          pbFramed
          aria-label="Lower the degree"
          pTooltip="Lower the degree (Shift+D)"
          tooltipPosition="bottom"
          (click)="give('lowerDegree')"
        >
          <pb-icon name="less" />
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
          pbFramed
          aria-label="Raise the degree"
          pTooltip="Raise the degree exactly (D)"
          tooltipPosition="bottom"
          (click)="give('raiseDegree')"
        >
          <pb-icon name="add" />
        </button>
      </dd>
      <dt>Points</dt>
      <dd class="number">{{ points() }}</dd>
      @if (isFit()) {
        <dt>Spacing</dt>
        <dd>
          <pb-choice
            label="Spacing"
            [options]="spacings"
            [value]="fixedSpacing()"
            (chosen)="give($event ? 'fixSpacing' : 'makeLive')"
          />
        </dd>
      }
      <dt>Ends</dt>
      <dd class="row">
        <pb-choice label="Ends" [options]="ends" [value]="closed()" (chosen)="$event ? give('closeCurve') : open()" />
        <button
          pbLink
          pTooltip="The other end becomes its start (R)"
          tooltipPosition="bottom"
          (click)="give('reverseCurve')"
        >
          reverse
        </button>
      </dd>
      @if (straight(); as count) {
        <dt
          class="explained"
          tabindex="0"
          tooltipPosition="left"
          pTooltip="Stretches where so many control points lie in line that the curve is a straight line"
        >
          Straight
        </dt>
        <dd class="number">{{ count }}</dd>
      }
      @if (lightness(); as figure) {
        <dt
          class="explained"
          tabindex="0"
          tooltipPosition="left"
          pTooltip="The fewer, the lighter. Spans are the polynomial pieces between knots; along a monotone piece curvature only rises or only falls."
        >
          Lightness
        </dt>
        <dd class="number">{{ figure }}</dd>
      }
    </dl>
    <pb-fit-tolerance />
  `,
  styleUrl: './sections.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CurveFacts {
  private readonly editing = inject(Editing);
  private readonly shown = inject(ShownItems);
  private readonly readings = inject(Readings);
  protected readonly mostDegree = MOST_THROUGH_POINTS;
  protected readonly spacings = SPACINGS;
  protected readonly ends = ENDS;

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

  protected readonly straight = computed(() => {
    const curve = this.shown.selected()?.curve;
    const count = curve && curve.degree > 1 ? straightStretches(curve, 1e-6).length : 0;
    return count > 0 ? counted(count, 'stretch', 'stretches') : null;
  });

  /** Of the curve as it rests: counting while it is dragged would cost more than it tells. */
  protected readonly lightness = computed(() => {
    const curve = this.readings.keptCurve();
    if (!curve) return null;
    const { spans, monotonePieces } = lightness(curve, this.readings.normal());
    return `${counted(spans, 'span', 'spans')}, ${monotonePieces} monotone`;
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
