import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { Tooltip } from 'primeng/tooltip';
import { Combs } from '../../session';
import { viewActions } from '../../state/actions';
import type { BenchState } from '../../state/reducers';
import { selectComb } from '../../state/selectors';
import type { CombCurves } from '../../api/savedView';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { NumberField } from '../../ui/numberField';
import { Slide } from '../../ui/slide';
import { Switch } from '../../ui/switch';

const CURVES: readonly ChoiceOption<CombCurves>[] = [
  { value: 'selected', label: 'selected' },
  { value: 'layer', label: 'layer', tip: 'All curves of the layers of what is selected' },
  { value: 'all', label: 'all' },
];

/** How the comb is shown. Apart from the rest of the card, which follows every move of a drag. */
@Component({
  selector: 'pb-comb-controls',
  imports: [Choice, NumberField, Slide, Switch, Tooltip],
  template: `
    <dl>
      <dt>Comb</dt>
      <dd>
        <pb-switch label="Comb" [states]="['hidden', 'shown']" [on]="comb().shown" (toggled)="show($event)" />
      </dd>
      <dt>Over</dt>
      <dd>
        <pb-choice label="Curves that carry a comb" [options]="curves" [value]="comb().of" (chosen)="choose($event)" />
      </dd>
      <dt
        class="explained"
        tabindex="0"
        tooltipPosition="left"
        pTooltip="The comb's height suits the part of the curve that is seen, and changes when the view or a drag comes to rest"
      >
        Own scale
      </dt>
      <dd>
        <pb-switch
          label="The comb finds its own scale"
          [states]="['as set', 'automatic']"
          [on]="comb().scale === null"
          (toggled)="freeScale($event)"
        />
      </dd>
      <dt>Scale</dt>
      <dd class="row">
        <pb-slide
          label="Scale"
          [least]="1"
          [most]="1048576"
          [logarithmic]="true"
          [value]="combs.scale()"
          [slid]="(by) => scale(by)"
        />
        <pb-number
          class="beside"
          label="Scale of the comb"
          [value]="combs.scale()"
          [digits]="combs.scale() < 100 ? 1 : 0"
          [least]="0.01"
          [most]="1e9"
          (given)="scale($event)"
        />
      </dd>
      <dt>Density</dt>
      <dd class="row">
        <pb-slide
          label="Density"
          [least]="10"
          [most]="300"
          [step]="10"
          [value]="comb().teeth"
          [slid]="(count) => setTeeth(count)"
        />
        <pb-number
          class="beside"
          label="Teeth of the comb"
          [value]="comb().teeth"
          [digits]="0"
          [whole]="true"
          [least]="2"
          [most]="2000"
          (given)="setTeeth($event)"
        />
      </dd>
    </dl>
    @if (combs.thinning() < 0.99) {
      <p class="quiet">So many curves carry a comb that each has fewer teeth.</p>
    }
  `,
  styleUrl: './sections.css',
  styles: `
    .beside {
      flex: none;
      width: 66px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CombControls {
  protected readonly combs = inject(Combs);
  private readonly store: Store<BenchState> = inject(Store);
  protected readonly curves = CURVES;
  protected readonly comb = this.store.selectSignal(selectComb);

  protected show(shown: boolean): void {
    this.store.dispatch(viewActions.combShown({ shown }));
  }

  protected scale(scale: number): void {
    this.store.dispatch(viewActions.combScaled({ scale }));
  }

  protected freeScale(automatic: boolean): void {
    this.store.dispatch(
      automatic ? viewActions.combScaleFreed() : viewActions.combScaled({ scale: this.combs.scale() }),
    );
  }

  protected choose(of: CombCurves): void {
    this.store.dispatch(viewActions.combCurvesChosen({ of }));
  }

  protected setTeeth(teeth: number): void {
    this.store.dispatch(viewActions.combDensitySet({ teeth }));
  }
}
