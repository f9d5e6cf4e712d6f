import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { arcLength, type Level, lengthAt } from '@pencil-bend/core';
import type { End } from '@pencil-bend/document';
import { Tooltip } from 'primeng/tooltip';
import { Editing, FairestGhost, FairingChoice, LossyPreview, Readings, Refits } from '../../session';
import { FramedButton, LinkButton } from '../../ui/buttons';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { lengthInWords } from '../../ui/length';
import { NumberField } from '../../ui/numberField';
import { Switch } from '../../ui/switch';
import { askingSection } from './askingSection';
import { FairingEnergies } from './fairingEnergies';
import { FairingTolerance } from './fairingTolerance';
import { SuggestionsList } from './suggestionsList';
import { PriceBox } from '../price/priceBox';

const ONE_WAY =
  'Of the stretch, or all of it: the graph goes up all along, or down, proven, within the tolerance; else within one that was tried';
const LEVELS: readonly Level[] = [0, 1, 2, 3];

/** Takes the lumps out of the selected curve, or a stretch of it, within a tolerance. */
@Component({
  selector: 'pb-fairing-section',
  imports: [
    Choice,
    FairingEnergies,
    FairingTolerance,
    FramedButton,
    LinkButton,
    NumberField,
    PriceBox,
    SuggestionsList,
    Switch,
    Tooltip,
  ],
  template: `
    <pb-fairing-tolerance />
    <dl>
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
            [options]="offered()[end]"
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
        (click)="refits.fair()"
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
      <pb-fairing-energies />
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
  protected readonly ONE_WAY = ONE_WAY;
  protected readonly isAskedHere = computed(() => askingSection(this.lossy.how()) === 'fairing');
  protected readonly ends = ['start', 'end'] as const;
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');
  /** Several curves are faired as one: minimum variation of them all, each joint at its level. */
  protected readonly isRun = computed(() => this.editing.selection().items.length > 1);
  /** The stretch in hand, in lengths. */
  protected readonly stretch = computed((): string | null => {
    const stretch = this.choice.stretch();
    const curve = this.readings.keptCurve();
    if (!stretch || !curve) return null;
    const measured = arcLength(curve);
    const [from, to] = [stretch.from, stretch.to].map((u) => lengthInWords(lengthAt(measured, u), this.units(), 2));
    return `${from} to ${to}`;
  });

  /** The levels that an end can be held to: no less than a joint asks for. */
  protected readonly offered = computed(() => ({ start: this.levelsOf('start'), end: this.levelsOf('end') }));

  private levelsOf(end: End): readonly ChoiceOption<Level>[] {
    const bound = this.isRun() ? 0 : (this.choice.bound()[end] ?? 0);
    return LEVELS.filter((value) => value >= bound).map((value) => ({
      value,
      label: `G${value}`,
      ...(value === bound && bound > 0 && { tip: `A joint keeps G${bound} there` }),
    }));
  }

  protected hold(end: End, level: Level): void {
    this.choice.hold(end, level);
    this.refits.fairAgain();
  }

  protected setRadius(radius: number): void {
    this.refits.pull({ kind: 'radius', radius }, true);
  }

  protected iron(): void {
    const stretch = this.choice.stretch();
    if (stretch) this.refits.iron(stretch);
  }
}
