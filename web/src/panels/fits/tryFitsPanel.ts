import { afterNextRender, ChangeDetectionStrategy, Component, computed, ElementRef, inject } from '@angular/core';
import type { FitMethod } from '@pencil-bend/core/changing';
import { ProgressBar } from 'primeng/progressbar';
import { TableModule } from 'primeng/table';
import { Tooltip } from 'primeng/tooltip';
import { Editing, TryFits, Viewports } from '../../session';
import { LinkButton, QuietButton } from '../../ui/buttons';
import { Icon } from '../../ui/icon';
import { counted } from '../../ui/labels';
import { lengthInWords } from '../../ui/length';
import { NumberField } from '../../ui/numberField';
import { Slide } from '../../ui/slide';
import { type FitPicture, fitPicture } from '../../view/fitPicture';
import { COLUMNS, type FitRow, fitRows } from './fitRows';

/** Of a small picture, in pixels. */
const [WIDTH, HEIGHT] = [112, 66];

/** The same points fitted by several methods: small pictures with combs side by side, and their figures. */
@Component({
  selector: 'pb-try-fits-panel',
  imports: [Icon, LinkButton, NumberField, ProgressBar, QuietButton, Slide, TableModule, Tooltip],
  templateUrl: './tryFitsPanel.html',
  styleUrls: ['../lowerPanel.css', './tryFitsPanel.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { role: 'region', 'aria-label': 'Try fits', '(keydown.escape)': 'close($event)' },
})
export class TryFitsPanel {
  private readonly editing = inject(Editing);
  private readonly viewports = inject(Viewports);
  protected readonly fits = inject(TryFits);
  protected readonly columns = COLUMNS;
  protected readonly size = { width: WIDTH, height: HEIGHT };
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');
  protected readonly rows = computed(() => fitRows(this.fits.fits(), this.units()));
  protected readonly title = computed(() => {
    const of = this.fits.of();
    return of ? `${of.name}: ${counted(of.points.length / 3, 'point', 'points')}${of.closed ? ', closed' : ''}` : '';
  });
  protected readonly held = computed(() => {
    const held = this.fits.of()?.held ?? 0;
    return held > 0 ? `What is held at ${counted(held, 'point', 'points')} is left out.` : null;
  });
  protected readonly apart = computed(() => {
    const { first, second, apart } = this.fits.laid();
    if (!first || !second) return null;
    return apart ? `at most ${lengthInWords(apart.max, this.units())} apart` : 'being compared …';
  });

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    const show = () => this.viewports.showAbove(this.fits.of()?.points ?? new Float64Array(), host.offsetHeight);
    afterNextRender({ read: show });
  }

  private readonly drawn = new WeakMap<object, FitPicture>();
  /** Its small picture, drawn once. */
  protected picture({ fit }: FitRow): FitPicture | null {
    const points = this.fits.of()?.points;
    if (!fit || !points) return null;
    let picture = this.drawn.get(fit);
    if (!picture) {
      const { plane } = this.viewports.viewport();
      this.drawn.set(fit, (picture = fitPicture(fit.curve, points, { ...this.size, plane, normal: fit.normal })));
    }
    return picture;
  }

  /** Where it lies on the sheet: as the first, or as the second over it. */
  protected place(method: FitMethod): 'first' | 'second' | null {
    return this.fits.first() === method ? 'first' : this.fits.second() === method ? 'second' : null;
  }

  protected readonly slideStiffness = (share: number): void => this.fits.setStiffness(share);

  protected close(event?: Event): void {
    event?.stopPropagation();
    this.fits.close();
  }
}
