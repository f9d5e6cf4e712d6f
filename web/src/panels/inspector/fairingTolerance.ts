import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Editing, FairingChoice, Refits } from '../../session';
import { toleranceInWords } from '../../ui/length';
import { NumberField } from '../../ui/numberField';
import { Slide } from '../../ui/slide';

/** The slider goes from this share of the sheet's tolerance to so many times of it. */
const [LEAST, MOST] = [0.1, 200];

/** Within which tolerance a curve is faired: it is slid, and what comes is seen meanwhile. */
@Component({
  selector: 'pb-fairing-tolerance',
  imports: [NumberField, Slide],
  template: `
    <dl>
      <dt>Within</dt>
      <dd class="row">
        <pb-slide
          label="Tolerance to fair within"
          [logarithmic]="true"
          [least]="least()"
          [most]="most()"
          [value]="choice.tolerance()"
          [meaning]="meaning()"
          [slid]="(tolerance) => slide(tolerance)"
        />
        <pb-number
          label="Tolerance to fair within"
          [value]="choice.tolerance()"
          [units]="units()"
          [least]="1e-6"
          (given)="give($event)"
        />
      </dd>
    </dl>
  `,
  styleUrl: './sections.css',
  styles: `
    :host {
      display: block;
      margin-bottom: 5px;
    }
    /* The slider has all the room that there is. */
    dl {
      grid-template-columns: 52px minmax(0, 1fr);
    }
    pb-number {
      flex: none;
      width: 76px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FairingTolerance {
  private readonly editing = inject(Editing);
  private readonly refits = inject(Refits);
  protected readonly choice = inject(FairingChoice);
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');
  private readonly sheet = computed(() => this.editing.project()?.tolerance ?? 0.01);
  // Wide enough for what was typed.
  protected readonly least = computed(() => Math.min(LEAST * this.sheet(), this.choice.tolerance()));
  protected readonly most = computed(() => Math.max(MOST * this.sheet(), this.choice.tolerance()));
  protected readonly meaning = computed(() => toleranceInWords(this.choice.tolerance(), this.units()));

  protected slide(position: number): void {
    this.choice.tolerance.set(Number(position.toPrecision(2)));
    this.refits.fairSoon();
  }

  protected give(tolerance: number): void {
    this.choice.tolerance.set(tolerance);
    this.refits.fair();
  }
}
