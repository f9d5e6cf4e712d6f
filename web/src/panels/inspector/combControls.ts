import { Readings } from '../../session/readings';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { viewActions } from '../../state/actions';
import type { BenchState } from '../../state/reducers';
import { selectComb } from '../../state/selectors';

/** How the comb is shown. Apart from the rest of the card, which follows every move of a drag. */
@Component({
  selector: 'pb-comb-controls',
  template: `
    <span>Comb</span>
    <button
      type="button"
      class="yes"
      role="switch"
      aria-label="Comb"
      [attr.aria-checked]="comb().shown"
      (click)="show(!comb().shown)"
    >
      {{ comb().shown ? 'shown' : 'hidden' }}
    </button>
    <span>Scale by itself</span>
    <button
      type="button"
      class="yes"
      role="switch"
      aria-label="Scale by itself"
      [attr.aria-checked]="comb().scale === null"
      (click)="freeScale(comb().scale !== null)"
    >
      {{ comb().scale === null ? 'yes' : 'no' }}
    </button>
    <label for="comb-scale">Scale</label>
    <input
      #size
      id="comb-scale"
      type="range"
      min="0"
      max="20"
      step="0.25"
      [value]="logScale()"
      (input)="scale(size.valueAsNumber)"
    />
    <label for="comb-teeth">Density</label>
    <input
      #teeth
      id="comb-teeth"
      type="range"
      min="10"
      max="300"
      step="10"
      [value]="comb().teeth"
      (input)="setTeeth(teeth.valueAsNumber)"
    />
  `,
  styleUrl: './sections.css',
  styles: `
    :host {
      display: grid;
      grid-template-columns: 96px 1fr;
      gap: 8px 0;
      align-items: center;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CombControls {
  protected readonly readings = inject(Readings);
  private readonly store: Store<BenchState> = inject(Store);
  protected readonly comb = this.store.selectSignal(selectComb);

  /** The comb's scale on the slider: its logarithm. */
  protected readonly logScale = computed(() => Math.log2(this.readings.combScale()));

  protected show(shown: boolean): void {
    this.store.dispatch(viewActions.combShown({ shown }));
  }

  protected scale(log: number): void {
    this.store.dispatch(viewActions.combScaled({ scale: 2 ** log }));
  }

  protected freeScale(automatic: boolean): void {
    this.store.dispatch(
      automatic ? viewActions.combScaleFreed() : viewActions.combScaled({ scale: this.readings.combScale() }),
    );
  }

  protected setTeeth(teeth: number): void {
    this.store.dispatch(viewActions.combDensitySet({ teeth }));
  }
}
