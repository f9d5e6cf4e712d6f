import { Editing, ToolInHand, Tracing, Viewports } from '../../session';
import type { TracedPicture } from '../../api/savedView';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Choice } from '../../ui/choice';
import { FileButton } from '../../ui/fileButton';
import { NumberField } from '../../ui/numberField';
import { Slide } from '../../ui/slide';
import { Switch } from '../../ui/switch';
import { LinkButton } from '../../ui/buttons';

/** Pictures to trace over: bring one, scale it, turn it, fade it, lock it, take it out. */
@Component({
  selector: 'pb-trace-section',
  imports: [LinkButton, Choice, FileButton, NumberField, Slide, Switch],
  template: `
    <h3>Trace a picture</h3>
    @if (tracing.picture(); as picture) {
      @if (tracing.pictures().length > 1) {
        <pb-choice
          label="Picture"
          [tall]="true"
          [options]="choices()"
          [value]="picture.id"
          (chosen)="tracing.choose($event)"
        />
      } @else {
        <p class="quiet">{{ picture.name }}</p>
      }
      <dl>
        <dt>Width</dt>
        <dd>
          <pb-number
            label="Width of the picture"
            [value]="picture.width * picture.scale"
            [units]="units()"
            [least]="1e-3"
            [disabled]="picture.locked"
            (given)="set({ scale: $event / picture.width })"
          />
        </dd>
        <dt>Angle</dt>
        <dd>
          <pb-number
            unit="°"
            label="Angle of the picture in degrees"
            [value]="picture.angle"
            [disabled]="picture.locked"
            (given)="set({ angle: $event })"
          />
        </dd>
        <dt>Strength</dt>
        <dd>
          <pb-slide
            label="Strength of the picture"
            [least]="0"
            [most]="1"
            [step]="0.05"
            [value]="picture.opacity"
            [slid]="(opacity) => set({ opacity })"
          />
        </dd>
        <dt>Locked</dt>
        <dd>
          <pb-switch
            label="Lock the picture"
            [states]="['no', 'yes']"
            [on]="picture.locked"
            (toggled)="set({ locked: $event })"
          />
        </dd>
      </dl>
      <div class="links">
        <button pbLink (click)="hand.takeUp('pictureScale')">scale by two places</button>
        <button pbLink (click)="hand.takeUp('pictureMove')">move</button>
        <button pbLink (click)="hand.takeUp('pictureLevel')">level</button>
        <button pbLink (click)="set({ removed: true })">take it out</button>
      </div>
    }
    <div class="links">
      <pb-file-button plain label="Picture to trace" accept="image/png,image/jpeg" (chosen)="bring($event)">
        choose a picture …
      </pb-file-button>
      @for (each of out(); track each.id) {
        <button pbLink (click)="tracing.place({ ...each, removed: false })">bring {{ each.name }} back</button>
      }
    </div>
    <p class="hint">Or drop a PNG or JPEG file on the sheet, up to 20 MB.</p>
  `,
  styleUrl: './sections.css',
  styles: `
    .links {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 14px;
    }
    .hint,
    .quiet {
      margin: 4px 0;
      font-size: 12px;
      color: var(--quiet);
      overflow-wrap: anywhere;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TraceSection {
  protected readonly editing = inject(Editing);
  protected readonly hand = inject(ToolInHand);
  protected readonly tracing = inject(Tracing);
  private readonly viewports = inject(Viewports);
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');
  protected readonly choices = computed(() =>
    this.tracing.pictures().map(({ id, name }) => ({ value: id, label: name })),
  );
  protected readonly out = computed(() => this.tracing.known().filter(({ removed }) => removed));

  protected set(change: Partial<TracedPicture>): void {
    const picture = this.tracing.picture();
    if (picture) this.tracing.place({ ...picture, ...change });
  }

  protected bring(file: File): void {
    const viewport = this.viewports.viewport();
    void this.tracing.bring(file, [viewport.x, viewport.y], viewport.width * viewport.scale);
  }
}
