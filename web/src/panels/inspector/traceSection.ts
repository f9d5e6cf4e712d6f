import { Editing } from '../../session/editing';
import { ToolInHand } from '../../session/toolInHand';
import type { TracedPicture } from '../../api/savedView';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { NumberField } from '../../ui/numberField';
import { Tracing } from '../../session/tracing';
import { Viewports } from '../../session/viewports';

/** Pictures to trace over: bring one, scale it, turn it, fade it, lock it, take it out. */
@Component({
  selector: 'pb-trace-section',
  imports: [NumberField],
  template: `
    <h3>Trace a picture</h3>
    @if (tracing.picture(); as picture) {
      @if (tracing.pictures().length > 1) {
        <span class="choice tall" role="group" aria-label="Picture">
          @for (each of tracing.pictures(); track each.id) {
            <button type="button" [attr.aria-pressed]="each.id === picture.id" (click)="tracing.choose(each.id)">
              {{ each.name }}
            </button>
          }
        </span>
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
            label="Angle of the picture in degrees"
            [value]="picture.angle"
            [disabled]="picture.locked"
            (given)="set({ angle: $event })"
          />
        </dd>
        <dt>Strength</dt>
        <dd>
          <input
            #fade
            type="range"
            min="0"
            max="1"
            step="0.05"
            aria-label="Strength of the picture"
            [value]="picture.opacity"
            (input)="set({ opacity: +fade.value })"
          />
        </dd>
        <dt>Locked</dt>
        <dd>
          <span class="choice" role="group" aria-label="Lock the picture">
            <button type="button" [attr.aria-pressed]="!picture.locked" (click)="set({ locked: false })">no</button>
            <button type="button" [attr.aria-pressed]="picture.locked" (click)="set({ locked: true })">yes</button>
          </span>
        </dd>
      </dl>
      <div class="links">
        <button type="button" class="link" (click)="hand.takeUp('pictureScale')">scale by two places</button>
        <button type="button" class="link" (click)="hand.takeUp('pictureMove')">move</button>
        <button type="button" class="link" (click)="hand.takeUp('pictureLevel')">level</button>
        <button type="button" class="link" (click)="set({ removed: true })">take it out</button>
      </div>
    }
    <div class="links">
      <button type="button" class="link" (click)="file.click()">choose a picture …</button>
      @for (each of out(); track each.id) {
        <button type="button" class="link" (click)="tracing.place({ ...each, removed: false })">
          bring {{ each.name }} back
        </button>
      }
    </div>
    <p class="hint">Or drop a PNG or JPEG file on the sheet, up to 20 MB.</p>
    <input #file type="file" accept="image/png,image/jpeg" aria-label="Picture to trace" (change)="bring(file)" />
  `,
  styleUrl: './sections.css',
  styles: `
    .links {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 14px;
    }
    input[type='file'] {
      display: none;
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
  protected readonly out = computed(() => this.tracing.known().filter(({ removed }) => removed));

  protected set(change: Partial<TracedPicture>): void {
    const picture = this.tracing.picture();
    if (picture) this.tracing.place({ ...picture, ...change });
  }

  protected bring(input: HTMLInputElement): void {
    const file = input.files?.[0];
    const viewport = this.viewports.viewport();
    if (file) void this.tracing.bring(file, [viewport.x, viewport.y], viewport.width * viewport.scale);
    input.value = '';
  }
}
