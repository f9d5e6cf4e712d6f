import { Editing } from '../../session/editing';
import { LossyPreview } from '../../session/lossyPreview';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { titleOf } from '@pencil-bend/document';
import { priceInWords } from './priceText';

/** What the step in question costs, with Apply and Leave. */
@Component({
  selector: 'pb-price-box',
  template: `
    @if (lossy.offer(); as offer) {
      <p role="status">
        <b>{{ titleOf(offer.title) }}:</b> {{ words() }}
      </p>
      <p class="buttons">
        <button type="button" class="apply" (click)="lossy.apply()">Apply</button>
        <button type="button" (click)="lossy.leave()">Leave</button>
        <span class="quiet"><kbd>Enter</kbd> <kbd>Esc</kbd></span>
      </p>
    } @else if (lossy.busy(); as busy) {
      <p role="status">{{ busy }} …</p>
      <p class="buttons"><button type="button" (click)="lossy.leave()">Leave</button></p>
    }
  `,
  styles: `
    :host {
      display: block;
      margin: 12px 14px;
      padding: 10px 12px;
      border: 1px solid var(--ochre-line);
      border-radius: 6px;
      background: var(--ochre-wash);
      color: var(--ochre);
      line-height: 1.4;
    }
    .buttons {
      display: flex;
      gap: 14px;
      align-items: baseline;
      margin-top: 4px;
    }
    button {
      padding: 2px 0;
      border: 0;
      background: none;
      color: var(--ink);
      font-weight: 600;
      text-decoration: underline;
      text-underline-offset: 2px;
      cursor: pointer;
    }
    .apply {
      color: var(--vermilion-deep);
    }
    .quiet {
      margin-left: auto;
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
