import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import type { Level } from '@pencil-bend/core';
import { Message } from 'primeng/message';
import { joinAll } from '../../actions/joinMeetings';
import { Editing, LossyPreview, Remarks, ShownItems, StepLoader, TidyUp } from '../../session';
import { FramedButton, LinkButton } from '../../ui/buttons';
import { Choice } from '../../ui/choice';
import { counted } from '../../ui/labels';
import { toleranceInWords } from '../../ui/length';

const LEVELS = ([0, 1, 2, 3] as const).map((level) => ({ value: level as Level, label: `G${level}` }));

/** What could be tidied up of what came in, with counts and prices. */
@Component({
  selector: 'pb-tidy-up-notice',
  imports: [Choice, FramedButton, LinkButton, Message],
  template: `
    <p-message severity="secondary" role="status" [closable]="false">
      @if (heavier(); as words) {
        <p>
          {{ words }}
          <button pbFramed [disabled]="lossy.offer() !== null || lossy.busy() !== null" (click)="tidy.lighten()">
            Lighten …
          </button>
        </p>
      }
      @if (ends(); as words) {
        <p>
          {{ words }}
          <pb-choice label="Level of the joints" [options]="levels" [value]="level()" (chosen)="level.set($event)" />
          <button pbFramed (click)="join()">Join</button>
        </p>
      }
      <p class="last">
        @if (tidy.left() > 0) {
          <span>{{ tidy.left() }} still looked at</span>
        }
        <button pbLink (click)="tidy.leave()">leave it so</button>
      </p>
    </p-message>
  `,
  styles: `
    :host ::ng-deep .p-message-text {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 28px;
      align-items: center;
      width: 100%;
    }
    p {
      display: flex;
      gap: 10px;
      align-items: center;
    }
    .last {
      margin-left: auto;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TidyUpNotice {
  private readonly editing = inject(Editing);
  private readonly loader = inject(StepLoader);
  private readonly remarks = inject(Remarks);
  private readonly shown = inject(ShownItems);
  protected readonly lossy = inject(LossyPreview);
  protected readonly tidy = inject(TidyUp);
  protected readonly levels = LEVELS;
  private readonly units = computed(() => this.editing.project()?.units ?? 'mm');

  protected readonly heavier = computed(() => {
    const lighter = this.tidy.lighter();
    if (lighter.length === 0) return null;
    const sum = (which: 'before' | 'after') => lighter.reduce((all, each) => all + each[which], 0).toLocaleString('en');
    const many = `${counted(lighter.length, 'curve is', 'curves are')} heavier than ${lighter.length === 1 ? 'it need' : 'they need'}`;
    return `${many} be: ${sum('before')} control points become ${sum('after')} within ${toleranceInWords(this.tidy.tolerance(), this.units())}.`;
  });
  protected readonly ends = computed(() => {
    const ends = this.tidy.ends();
    if (ends.length === 0) return null;
    const gap = Math.max(...ends.map(({ figures }) => figures.gap));
    const within = gap < 1e-6 ? 'exactly' : `within ${toleranceInWords(gap, this.units())}`;
    return `${counted(ends.length, 'pair of ends meets', 'pairs of ends meet')} ${within}: joints?`;
  });
  /** The level that all of them have already. */
  protected readonly level = linkedSignal(
    (): Level => Math.max(0, Math.min(3, ...this.tidy.ends().map(({ figures }) => figures.level))) as Level,
  );

  protected join(): void {
    const { editing, loader, remarks, shown } = this;
    joinAll({ editing, loader, remarks, shown }, this.tidy.ends(), this.level());
  }
}
