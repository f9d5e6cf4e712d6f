import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject } from '@angular/core';
import { arcLength, type Level, lengthAt } from '@pencil-bend/core';
import type { FairingEnergy } from '@pencil-bend/core/reading';
import type { End } from '@pencil-bend/document';
import { FormsModule } from '@angular/forms';
import { RadioButton } from 'primeng/radiobutton';
import { Tooltip } from 'primeng/tooltip';
import { Editing, FairestGhost, FairingChoice, LossyPreview, Readings, Refits } from '../../session';
import { FramedButton, LinkButton } from '../../ui/buttons';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { lengthInWords, lengthShown, toleranceInWords } from '../../ui/length';
import { NumberField } from '../../ui/numberField';
import { Slide } from '../../ui/slide';
import { Switch } from '../../ui/switch';
import type { ShapeFigures } from '../../work/figuresTogether';
import { energyInWords } from '../price/gainRows';
import { askingSection } from './askingSection';
import { SuggestionsList } from './suggestionsList';
import { PriceBox } from '../price/priceBox';

/** The tolerance has come to rest when it has not changed for so long. */
const REST_MS = 200;
/** The slider goes from this share of the sheet's tolerance to so many times of it. */
const [LEAST, MOST] = [0.1, 200];

const VARIATION = 'Minimum-variation energy in mm⁻³: how much the curvature varies along the length';
const ONE_WAY =
  'Of the stretch, or all of it: the graph goes up all along, or down, proven, within the tolerance; else within one that was tried';
const ENERGIES: readonly ChoiceOption<FairingEnergy>[] = [
  {
    value: 'both',
    label: 'jerk, variation',
    tip: 'Jerk first, then minimum variation: the best for nearly all curves',
  },
  {
    value: 'jerk',
    label: 'jerk',
    tip: 'The third derivative by the parameter: quick, and right where the speed is even',
  },
  {
    value: 'variation',
    label: 'variation',
    tip: 'How much the curvature varies along the length, from where the curve is',
  },
  { value: 'bending', label: 'bending', tip: 'The second derivative by the parameter: stays near, leaves some lumps' },
];
const LEVELS: readonly Level[] = [0, 1, 2, 3];

/** Takes the lumps out of the selected curve, or a stretch of it, within a tolerance. */
@Component({
  selector: 'pb-fairing-section',
  imports: [
    Choice,
    FormsModule,
    FramedButton,
    LinkButton,
    NumberField,
    PriceBox,
    RadioButton,
    SuggestionsList,
    Switch,
    Slide,
    Tooltip,
  ],
  template: `
    <dl>
      <dt>Within</dt>
      <dd class="row within">
        <pb-slide
          label="Tolerance to fair within"
          [logarithmic]="true"
          [least]="least()"
          [most]="most()"
          [value]="choice.tolerance()"
          [meaning]="shown(choice.tolerance())"
          (slid)="slide($event)"
        />
        <pb-number
          label="Tolerance to fair within"
          [value]="choice.tolerance()"
          [units]="units()"
          [least]="1e-6"
          (given)="give($event)"
        />
      </dd>
      @for (end of ends; track end) {
        <dt
          class="explained"
          tabindex="0"
          tooltipPosition="left"
          pTooltip="What stays as it is there: the place, the tangent, the curvature, its rate. Joints ask for what they need"
        >
          {{ end === 'start' ? 'Start keeps' : 'End keeps' }}
        </dt>
        <dd>
          <pb-choice
            [label]="'The ' + end + ' keeps'"
            [options]="levelsOf(end)"
            [value]="choice.levels()[end]"
            (chosen)="hold(end, $event)"
          />
        </dd>
      }
    </dl>
    @if (!isRun()) {
      <dl class="pulls">
        <dt
          class="explained"
          tabindex="0"
          tooltipPosition="left"
          pTooltip="The fairest curve within the tolerance of the sheet stays beside this one in a faint line, also while it is bent"
        >
          The fairest
        </dt>
        <dd>
          <pb-switch
            label="The fairest curve beside this one"
            [states]="['hidden', 'beside it']"
            [on]="fairest.isOn()"
            (toggled)="fairest.isOn.set($event)"
          />
        </dd>
      </dl>
    }
    <p class="row go">
      <button
        pbFramed
        pTooltip="Within this tolerance, proven; its price comes first (%)"
        tooltipPosition="bottom"
        (click)="fair()"
      >
        {{ isRun() ? 'Fair as one' : stretch() ? 'Fair the stretch' : 'Fair' }}
      </button>
      @if (!isRun() && stretch(); as words) {
        <button
          pbFramed
          pTooltip="The fewest control points that take the lump out of it (!)"
          tooltipPosition="bottom"
          (click)="iron()"
        >
          Iron it
        </button>
        <span class="quiet">{{ words }}</span>
        <button pbLink (click)="choice.stretch.set(null)">all of it</button>
      }
    </p>
    @if (!isRun()) {
      <p class="row go">
        <span class="explained" tabindex="0" tooltipPosition="left" [pTooltip]="ONE_WAY">Curvature only</span>
        <button pbLink aria-label="Let the curvature only grow" (click)="refits.goOneWay('rises')">grows</button>
        <button pbLink aria-label="Let the curvature only fall" (click)="refits.goOneWay('falls')">falls</button>
      </p>
    }
    @if (!isRun() && stretch()) {
      <dl class="pulls">
        <dt>Its radius</dt>
        <dd class="short">
          <pb-number
            label="Radius of the stretch"
            none="as it is"
            [value]="null"
            [units]="units()"
            [least]="1e-3"
            (given)="setRadius($event)"
          />
        </dd>
        @if (choice.mayRide()) {
          <dt>The rest</dt>
          <dd>
            <pb-switch
              label="What comes after the stretch"
              [states]="['stays', 'rides along']"
              [on]="choice.rides()"
              (toggled)="choice.rides.set($event)"
            />
          </dd>
        }
      </dl>
    }
    @if (isAskedHere()) {
      <pb-price-box class="inside" />
    }
    @if (!isRun()) {
      <table role="radiogroup" aria-label="What becomes least">
        <thead>
          <tr>
            <th scope="col">makes least</th>
            <th scope="col">lumps</th>
            <th scope="col">R</th>
            <th scope="col" class="explained" tabindex="0" tooltipPosition="left" [pTooltip]="VARIATION">variation</th>
          </tr>
        </thead>
        <tbody>
          @for (each of energies(); track each.value) {
            <tr>
              <th scope="row">
                <p-radiobutton
                  size="small"
                  name="energy"
                  [autofocus]="false"
                  [inputId]="'energy-' + each.value"
                  [value]="each.value"
                  [ngModel]="choice.energy()"
                  (onClick)="minimise(each.value)"
                />
                <label [for]="'energy-' + each.value" [pTooltip]="each.tip" tooltipPosition="left">{{
                  each.label
                }}</label>
              </th>
              @for (figure of each.figures; track $index) {
                <td class="number">{{ figure }}</td>
              }
            </tr>
          }
        </tbody>
      </table>
      <pb-suggestions-list />
    }
  `,
  styleUrls: ['./sections.css', './fairingSection.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FairingSection {
  private readonly editing = inject(Editing);
  private readonly readings = inject(Readings);
  protected readonly refits = inject(Refits);
  protected readonly choice = inject(FairingChoice);
  protected readonly fairest = inject(FairestGhost);
  protected readonly lossy = inject(LossyPreview);
  protected readonly VARIATION = VARIATION;
  protected readonly ONE_WAY = ONE_WAY;
  protected readonly isAskedHere = computed(() => askingSection(this.lossy.how()) === 'fairing');
  /** Each energy with what it comes to within the tolerance, once that has been asked for. */
  protected readonly energies = computed(() => {
    const notes = this.lossy.offer()?.notes.byEnergy ?? {};
    return ENERGIES.map((each) => {
      const found = notes[each.value];
      return { ...each, figures: found ? this.figuresOf(found) : ['', '', ''] };
    });
  });
  protected readonly ends = ['start', 'end'] as const;
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');
  /** Several curves are faired as one: minimum variation of them all, each joint at its level. */
  protected readonly isRun = computed(() => this.editing.selection().items.length > 1);
  private readonly sheet = computed(() => this.editing.project()?.tolerance ?? 0.01);
  // Wide enough for what was typed.
  protected readonly least = computed(() => Math.min(LEAST * this.sheet(), this.choice.tolerance()));
  protected readonly most = computed(() => Math.max(MOST * this.sheet(), this.choice.tolerance()));
  private timer: ReturnType<typeof setTimeout> | undefined;

  /** The stretch in hand, in lengths. */
  protected readonly stretch = computed((): string | null => {
    const stretch = this.choice.stretch();
    const curve = this.readings.keptCurve();
    if (!stretch || !curve) return null;
    const measured = arcLength(curve);
    const [from, to] = [stretch.from, stretch.to].map((u) => lengthInWords(lengthAt(measured, u), this.units(), 2));
    return `${from} to ${to}`;
  });

  constructor() {
    inject(DestroyRef).onDestroy(() => clearTimeout(this.timer));
  }

  protected levelsOf(end: End): readonly ChoiceOption<Level>[] {
    const bound = this.isRun() ? 0 : (this.choice.bound()[end] ?? 0);
    return LEVELS.filter((value) => value >= bound).map((value) => ({
      value,
      label: `G${value}`,
      ...(value === bound && bound > 0 && { tip: `A joint keeps G${bound} there` }),
    }));
  }

  /** While it moves about what comes is shown; once it rests, what comes. */
  protected slide(position: number): void {
    this.choice.tolerance.set(Number(position.toPrecision(2)));
    const isShown = !this.isRun() && this.refits.preview();
    clearTimeout(this.timer);
    // What was left meanwhile is not asked again.
    this.timer = setTimeout(() => (this.isAsked() || !isShown) && this.fair(), REST_MS);
  }

  protected give(tolerance: number): void {
    this.choice.tolerance.set(tolerance);
    this.fair();
  }

  protected hold(end: End, level: Level): void {
    this.choice.hold(end, level);
    if (this.isAsked()) this.fair();
  }

  protected minimise(energy: FairingEnergy): void {
    this.choice.energy.set(energy);
    if (this.isAsked()) this.fair();
  }

  protected fair(): void {
    clearTimeout(this.timer);
    this.refits.fair();
  }

  protected setRadius(radius: number): void {
    this.refits.pull({ kind: 'radius', radius }, true);
  }

  protected iron(): void {
    const stretch = this.choice.stretch();
    if (stretch) this.refits.iron(stretch);
  }

  protected shown(mm: number): string {
    return toleranceInWords(mm, this.units());
  }

  private figuresOf({ lumps, tightest, variation }: ShapeFigures): readonly string[] {
    const radius = tightest ? lengthShown(tightest.radius, this.units(), 2) : '–';
    return [String(lumps), radius, energyInWords(variation)];
  }

  private isAsked(): boolean {
    return this.lossy.how() === 'fair';
  }
}
