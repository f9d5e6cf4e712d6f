import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { FairingEnergy } from '@pencil-bend/core/reading';
import { FormsModule } from '@angular/forms';
import { RadioButton } from 'primeng/radiobutton';
import { Tooltip } from 'primeng/tooltip';
import { Editing, FairingChoice, LossyPreview, Refits } from '../../session';
import type { ChoiceOption } from '../../ui/choice';
import { lengthShown } from '../../ui/length';
import type { ShapeFigures } from '../../work/figuresTogether';
import { energyInWords } from '../price/gainRows';

const VARIATION = 'Minimum-variation energy in mm⁻³: how much the curvature varies along the length';
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

/** What fairing makes least, each with what it comes to within the tolerance, once that has been asked for. */
@Component({
  selector: 'pb-fairing-energies',
  imports: [FormsModule, RadioButton, Tooltip],
  template: `
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
  `,
  styleUrls: ['./sections.css', './fairingEnergies.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FairingEnergies {
  private readonly editing = inject(Editing);
  private readonly lossy = inject(LossyPreview);
  private readonly refits = inject(Refits);
  protected readonly choice = inject(FairingChoice);
  protected readonly VARIATION = VARIATION;
  // The same for as long as an offer keeps it: the table is not made anew with every move of the slider.
  private readonly found = computed(() => this.lossy.offer()?.notes.byEnergy);
  protected readonly energies = computed(() => {
    const found = this.found() ?? {};
    return ENERGIES.map((each) => ({ ...each, figures: this.figuresOf(found[each.value]) }));
  });

  protected minimise(energy: FairingEnergy): void {
    this.choice.energy.set(energy);
    this.refits.fairAgain();
  }

  private figuresOf(found: ShapeFigures | undefined): readonly string[] {
    if (!found) return ['', '', ''];
    const { lumps, tightest, variation } = found;
    const radius = tightest ? lengthShown(tightest.radius, this.editing.project()?.units ?? 'mm', 2) : '–';
    return [String(lumps), radius, energyInWords(variation)];
  }
}
