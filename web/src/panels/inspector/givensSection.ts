import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { breaksOf, type Vector3, withCoordinate } from '@pencil-bend/core';
import {
  type Figure,
  figuresOf,
  type GivenBy,
  type GivenHandle,
  givensOf,
  type PrimitiveRecipe,
  waysToGive,
} from '@pencil-bend/document';
import { Tooltip } from 'primeng/tooltip';
import { Editing, Refits, ShownItems } from '../../session';
import { FramedButton } from '../../ui/buttons';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { NumberField } from '../../ui/numberField';

const WAYS: Readonly<Record<GivenBy, ChoiceOption<GivenBy>>> = {
  circle: { value: 'circle', label: 'centre', tip: 'By centre and radius' },
  'circle-across': { value: 'circle-across', label: 'diameter', tip: 'By the ends of a diameter' },
  'circle-through': { value: 'circle-through', label: 'three places', tip: 'Through three places' },
  arc: { value: 'arc', label: 'three places', tip: 'From a place through another to a third' },
  'arc-about': { value: 'arc-about', label: 'about a centre', tip: 'By its centre, radius and angles' },
};

/** As smooth as a shape gets: one piece of this degree where it is open, so many pieces where it is closed. */
const SMOOTH = { open: { count: 8, degree: 7 }, closed: { count: 8, degree: 5 } } as const;

/** An exact shape in what it is given by, and ways to make a free curve of it. */
@Component({
  selector: 'pb-givens-section',
  imports: [Choice, FramedButton, NumberField, Tooltip],
  template: `
    @if (ways(); as ways) {
      <pb-choice class="ways" label="Given by" [options]="ways" [value]="kind()" (chosen)="giveBy($event)" />
    }
    <dl>
      @for (figure of figures(); track figure.name) {
        <dt>{{ figure.label }}</dt>
        <dd>
          <pb-number
            [label]="figure.label"
            [value]="figure.value"
            [units]="figure.unit === 'mm' ? units() : null"
            [unit]="figure.unit === 'degrees' ? '°' : ''"
            [whole]="figure.unit === 'count'"
            (given)="set(figure, $event)"
          />
        </dd>
      }
    </dl>
    <div class="places">
      @for (given of givens(); track given.id) {
        <span>{{ given.label }}</span>
        @for (axis of axes; track axis; let c = $index) {
          <pb-number
            class="cell"
            [label]="given.label + ' ' + axis"
            [value]="given.at[c]"
            [units]="units()"
            (given)="place(given, c, $event)"
          />
        }
      }
    </div>
    <div class="row ways-out">
      <button
        pbFramed
        pTooltip="The same curve by its control points, which can be moved then"
        tooltipPosition="bottom"
        (click)="free()"
      >
        Make it free
      </button>
      @if (kinks()) {
        <button
          pbFramed
          pTooltip="Freed as it is, it would kink where its pieces meet when their points are moved. This is a curve without such places; its price comes first."
          tooltipPosition="bottom"
          (click)="smooth()"
        >
          Smooth and free
        </button>
      }
    </div>
  `,
  styleUrls: ['./sections.css', './givensSection.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GivensSection {
  private readonly editing = inject(Editing);
  private readonly refits = inject(Refits);
  private readonly shown = inject(ShownItems);
  protected readonly axes = ['x', 'y', 'z'] as const;
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');

  private readonly recipe = computed((): PrimitiveRecipe | null => {
    const item = this.shown.selected()?.item;
    return item?.kind === 'curve' && item.recipe.kind === 'primitive' ? item.recipe : null;
  });
  protected readonly kind = computed(() => (this.recipe()?.shape.kind ?? 'circle') as GivenBy);
  protected readonly ways = computed(() => {
    const recipe = this.recipe();
    const ways = recipe ? waysToGive(recipe.shape) : [];
    return ways.length > 0 ? ways.map((way) => WAYS[way]) : null;
  });
  protected readonly figures = computed((): readonly Figure[] => {
    const recipe = this.recipe();
    return recipe ? figuresOf(recipe) : [];
  });
  protected readonly givens = computed((): readonly GivenHandle[] => {
    const recipe = this.recipe();
    return recipe ? givensOf(recipe) : [];
  });
  /** Its pieces meet where only their control points keep it smooth. */
  protected readonly kinks = computed(() => {
    const curve = this.shown.selected()?.curve;
    if (!curve || curve.degree < 2) return false;
    return breaksOf(curve)
      .slice(1, -1)
      .some(({ multiplicity }) => multiplicity >= curve.degree);
  });

  protected set(figure: Figure, value: number): void {
    this.editing.doToSelected('setFigure', { figure: figure.name, value });
  }

  protected giveBy(kind: GivenBy): void {
    this.editing.doToSelected('giveBy', { kind });
  }

  protected place({ id, at }: { readonly id: string; readonly at: Vector3 }, axis: number, value: number): void {
    this.editing.doToSelected('movePoints', { moves: [{ point: id, to: withCoordinate(at, axis, value) }] });
  }

  protected free(): void {
    this.editing.doToSelected('fixSpacing', {});
  }

  protected smooth(): void {
    const shown = this.shown.selected();
    if (!shown?.curve) return;
    const target = SMOOTH[shown.curve.closing === 'open' ? 'open' : 'closed'];
    this.refits.refit(shown.id, { kind: 'relay', ...target });
  }
}
