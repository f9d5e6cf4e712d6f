import { Editing, LossyPreview } from '../../session';
import { afterRenderEffect, ChangeDetectionStrategy, Component, computed, ElementRef, inject } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Message } from 'primeng/message';
import { ProgressBar } from 'primeng/progressbar';
import { titleOf } from '@pencil-bend/document';
import { FramedButton, LinkButton } from '../../ui/buttons';
import { toleranceInWords } from '../../ui/length';
import { standInInWords } from '../../view/standInWords';
import { GainTable } from './gainTable';
import { AT_LIMIT, movedInWords, priceInWords, provenInWords, SPACING_WORDS, widenedInWords } from './priceText';

/** What the step in question costs, and what comes of it, with Apply and Leave. */
@Component({
  selector: 'pb-price-box',
  imports: [ButtonDirective, FramedButton, GainTable, LinkButton, Message, ProgressBar],
  template: `
    @let offer = lossy.offer();
    @let busy = lossy.busy();
    @if (offer || busy) {
      <p-message severity="warn" role="status" [closable]="false">
        @if (offer) {
          <p>
            <b>{{ titleOf(offer.title) }}{{ words() ? ':' : '' }}</b> {{ words() }}
          </p>
          @if (offer.title.command === 'refit' && offer.gain; as gain) {
            <pb-gain-table [gain]="gain" [curves]="offer.curves" [isMade]="offer.call !== null" />
          }
          @if (proven(); as words) {
            <p class="proven">{{ words }}</p>
          }
          @if (notes(); as notes) {
            <p>{{ notes }}</p>
          }
          @let enough = offer.notes.enough;
          @if (enough) {
            <p class="enough">
              This tolerance leaves lumps; {{ enoughShown() }} was tried and leaves none.
              <button pbLink (click)="enough.take()">take {{ enoughShown() }}</button>
            </p>
          } @else if (enough === null) {
            <p class="enough">Lumps are left: no tolerance was found that takes them out.</p>
          }
        }
        @if (busy && (!offer || !offer.call)) {
          <p>{{ busy.words }} …</p>
          <p-progressbar mode="indeterminate" [ariaLabel]="busy.words" />
        }
        <p class="buttons">
          @if (offer) {
            <button pButton size="small" type="button" (click)="lossy.apply()">Apply</button>
          }
          <button pbFramed (click)="lossy.leave()">Leave</button>
          @if (busy?.takeNow; as take) {
            <button pbFramed (click)="take()">Stop here</button>
          } @else if (offer) {
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
    :host(.inside) {
      margin: 10px 0;
    }
    p + p,
    pb-gain-table + p {
      margin-top: 6px;
    }
    .proven {
      color: var(--green);
    }
    .enough {
      color: var(--ochre);
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
  private readonly units = computed(() => this.editing.project()?.units ?? 'mm');
  protected readonly words = computed(() => {
    const offer = this.lossy.offer();
    return offer?.call ? priceInWords(offer, this.units()) : '';
  });
  protected readonly proven = computed(() => {
    const offer = this.lossy.offer();
    return offer && provenInWords(offer, this.units());
  });
  protected readonly notes = computed(() => {
    const notes = this.lossy.offer()?.notes;
    const limit = notes?.pulled?.isAtLimit ? AT_LIMIT : null;
    const widened = notes?.widened ? widenedInWords(notes.widened, this.units()) : null;
    const said = [
      widened,
      limit,
      notes?.moved && movedInWords(notes.moved),
      notes?.standIn && `${standInInWords(notes.standIn, this.units())}.`,
      notes?.spacing && SPACING_WORDS[notes.spacing],
    ];
    return said.filter(Boolean).join(' ');
  });
  protected readonly enoughShown = computed(() => {
    const enough = this.lossy.offer()?.notes.enough;
    return enough ? toleranceInWords(enough.tolerance, this.units()) : '';
  });

  constructor() {
    const element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    // Told once while something comes, and with all that is said of it once it is there: to ask where it stands has the
    // page laid out, which is dear with every move of a slider.
    const asked = computed(() => {
      const offer = this.lossy.offer();
      return offer?.call ? offer : offer !== null || this.lossy.busy() !== null;
    });
    // A card that is scrolled down shows what it asks.
    afterRenderEffect(() => {
      if (asked() && element.offsetHeight > 0) element.scrollIntoView?.({ block: 'nearest' });
    });
  }
}
