import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { LossyPreview, ShownItems } from '../../session';
import { PriceBox } from '../price/priceBox';
import { CombControls } from './combControls';
import { ToolSection } from './toolSection';

/** The card of the tool in hand, with the comb of what it draws. */
@Component({
  selector: 'pb-tool-card',
  imports: [CombControls, PriceBox, ToolSection],
  templateUrl: './toolCard.html',
  styleUrl: './inspector.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ToolCard {
  private readonly lossy = inject(LossyPreview);
  private readonly shown = inject(ShownItems);
  protected readonly asked = computed(() => this.lossy.offer() !== null || this.lossy.busy() !== null);
  protected readonly isDrawing = computed(() => this.shown.drawing() !== null);
}
