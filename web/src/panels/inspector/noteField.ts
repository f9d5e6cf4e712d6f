import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  type ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { type Id, LONGEST_NOTE } from '@pencil-bend/document';
import { Textarea } from 'primeng/textarea';
import { Editing } from '../../session';

/** So near to the longest note it is told how long this one is. */
const TOLD_FROM = 0.8 * LONGEST_NOTE;

/** What people want to remember of an item: leaving the field keeps it, Escape brings back what was. */
@Component({
  selector: 'pb-note-field',
  imports: [Textarea],
  template: `
    <textarea
      #field
      pTextarea
      pSize="small"
      rows="1"
      placeholder="Add a note"
      autocomplete="off"
      [autoResize]="true"
      [attr.aria-label]="'Note on ' + name()"
      [attr.aria-invalid]="left() < 0"
      [value]="note()"
      (input)="length.set(lengthOf(field.value))"
      (keydown.escape)="leave()"
      (keydown.control.enter)="field.blur()"
      (blur)="take()"
    ></textarea>
    @if (left() < 0) {
      <p class="mistake">A note may have {{ most }} characters; these are {{ -left() }} more. It is not kept yet.</p>
    } @else if (length() > toldFrom) {
      <p class="quiet number">{{ length() }} of {{ most }}</p>
    }
  `,
  styleUrl: './noteField.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NoteField {
  readonly item = input.required<Id>();
  private readonly editing = inject(Editing);
  private readonly field = viewChild.required<ElementRef<HTMLTextAreaElement>>('field');
  protected readonly most = LONGEST_NOTE;
  protected readonly toldFrom = TOLD_FROM;
  private readonly of = computed(() => this.editing.project()?.items[this.item()] ?? null);
  protected readonly name = computed(() => this.of()?.name ?? '');
  protected readonly note = computed(() => this.of()?.note ?? '');
  protected readonly length = signal(0);
  protected readonly left = computed(() => LONGEST_NOTE - this.length());

  constructor() {
    // Another item is selected while the field still has its text.
    inject(DestroyRef).onDestroy(() => this.take());
  }

  protected readonly lengthOf = (text: string): number => [...text.trim()].length;

  protected take(): void {
    const { value } = this.field().nativeElement;
    const note = value.replaceAll('\t', ' ').trim();
    if (!this.of() || note === this.note() || this.lengthOf(note) > LONGEST_NOTE) return;
    this.editing.do({ command: 'noteItem', args: { item: this.item(), note: note || null } });
  }

  protected leave(): void {
    const { nativeElement } = this.field();
    nativeElement.value = this.note();
    this.length.set(0);
    nativeElement.blur();
  }
}
