import { Editing, LossyPreview } from '../../session';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Message } from 'primeng/message';
import { ProgressBar } from 'primeng/progressbar';
import { titleOf } from '@pencil-bend/document';
import { priceInWords } from './priceText';
import { FramedButton } from '../../ui/buttons';

/** What the step in question costs, with Apply and Leave. */
@Component({
  selector: 'pb-price-box',
  imports: [FramedButton, ButtonDirective, Message, ProgressBar],
  template: `
    @if (lossy.offer() || lossy.busy()) {
      <p-message severity="warn" role="status" [closable]="false">
        @if (lossy.offer(); as offer) {
          <p>
            <b>{{ titleOf(offer.title) }}:</b> {{ words() }}
          </p>
        } @else if (lossy.busy(); as busy) {
          <p>{{ busy }} …</p>
          <p-progressbar mode="indeterminate" [ariaLabel]="busy" />
        }
        <p class="buttons">
          @if (lossy.offer()) {
            <button pButton size="small" type="button" (click)="lossy.apply()">Apply</button>
          }
          <button pbFramed (click)="lossy.leave()">Leave</button>
          @if (lossy.offer()) {
            <span class="keys"><kbd>Enter</kbd> <kbd>Esc</kbd></span>
          }
        </p>
      </p-message>
    }
  `,
  styles: `
    :host {
      display: block;
      margin: 12px 14px;
      line-height: 1.4;
    }
    .buttons {
      display: flex;
      gap: 8px;
      align-items: center;
      margin-top: 8px;
    }
    .keys {
      margin-left: auto;
    }
    p-progressbar {
      display: block;
      height: 4px;
      margin-top: 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PriceBox {
  protected readonly editing = inject(Editing);
  protected readonly lossy = inject(LossyPreview);
  protected readonly titleOf = titleOf;
  protected readonly words = computed(() => {
    const offer = this.lossy.offer();
    const units = this.editing.project()?.units ?? 'mm';
    return offer ? priceInWords(offer, units) : '';
  });
}
