import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Store } from '@ngrx/store';
import { Slider } from 'primeng/slider';
import { ToggleSwitch } from 'primeng/toggleswitch';
import { Bench } from '../bench/bench';
import { viewActions } from '../state/actions';
import type { BenchState } from '../state/reducers';

/** How the comb is shown. Apart from the rest of the card, which follows every move of a drag. */
@Component({
  selector: 'pb-comb-controls',
  imports: [FormsModule, Slider, ToggleSwitch],
  template: `
    <label for="comb-shown">Comb</label>
    <p-toggleswitch inputId="comb-shown" [ngModel]="bench.view().comb.shown" (ngModelChange)="show($event)" />
    <label for="comb-auto">Scale by itself</label>
    <p-toggleswitch
      inputId="comb-auto"
      [ngModel]="bench.view().comb.scale === null"
      (ngModelChange)="freeScale($event)"
    />
    <span id="comb-scale">Scale</span>
    <p-slider
      ariaLabelledBy="comb-scale"
      [min]="0"
      [max]="20"
      [step]="0.25"
      [ngModel]="logScale()"
      (onChange)="scale($event.value)"
    />
    <span id="comb-teeth">Density</span>
    <p-slider
      ariaLabelledBy="comb-teeth"
      [min]="10"
      [max]="300"
      [step]="10"
      [ngModel]="bench.view().comb.teeth"
      (onChange)="setTeeth($event.value)"
    />
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 96px 1fr;
      gap: 10px 0;
      align-items: center;
    }
    p-slider {
      margin: 0 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CombControls {
  protected readonly bench = inject(Bench);
  private readonly store: Store<BenchState> = inject(Store);

  /** The comb's scale on the slider: its logarithm. */
  protected readonly logScale = computed(() => Math.log2(this.bench.combScale()));

  protected show(shown: boolean): void {
    this.store.dispatch(viewActions.combShown({ shown }));
  }

  protected scale(log: number | undefined): void {
    if (log !== undefined) this.store.dispatch(viewActions.combScaled({ scale: 2 ** log }));
  }

  protected freeScale(automatic: boolean): void {
    this.store.dispatch(
      automatic ? viewActions.combScaleFreed() : viewActions.combScaled({ scale: this.bench.combScale() }),
    );
  }

  protected setTeeth(teeth: number | undefined): void {
    if (teeth !== undefined) this.store.dispatch(viewActions.combDensitySet({ teeth }));
  }
}
