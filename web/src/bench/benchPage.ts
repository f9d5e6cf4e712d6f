import { DatePipe } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { Title } from '@angular/platform-browser';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { Tooltip } from 'primeng/tooltip';
import { Card } from '../card/card';
import { Outline } from '../outline/outline';
import { Icon } from '../parts/icon';
import { WordMark } from '../parts/wordMark';
import { PromptLine } from '../prompt/promptLine';
import { Sheet } from '../sheet/sheet';
import { benchActions, viewActions } from '../state/actions';
import type { BenchState } from '../state/reducers';
import { selectKeeping, selectNotice } from '../state/selectors';
import { Strip } from '../strip/strip';
import { Bench } from './bench';
import { shortcutOf } from './shortcuts';

/** The main screen: header, outline, sheet over strip, card, prompt line. */
@Component({
  selector: 'pb-bench-page',
  imports: [ButtonDirective, Card, DatePipe, Icon, Outline, PromptLine, RouterLink, Sheet, Strip, Tooltip, WordMark],
  providers: [Bench],
  templateUrl: './benchPage.html',
  styleUrl: './benchPage.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    '(window:keydown)': 'keyDown($event)',
    '(window:keyup)': 'keyUp($event)',
    '(window:beforeunload)': 'beforeUnload($event)',
  },
})
export class BenchPage {
  readonly id = input.required<string>();
  protected readonly bench = inject(Bench);
  private readonly store: Store<BenchState> = inject(Store);
  private readonly sheet = viewChild(Sheet);
  private readonly nameField = viewChild<ElementRef<HTMLInputElement>>('nameField');
  protected readonly keeping = this.store.selectSignal(selectKeeping);
  protected readonly notice = this.store.selectSignal(selectNotice);
  protected readonly renaming = signal(false);

  protected readonly undoName = computed(() => this.bench.stacks().undo.at(-1)?.name ?? null);
  protected readonly redoName = computed(() => this.bench.stacks().redo.at(-1)?.name ?? null);

  protected readonly tools = [
    { tool: 'bend', words: 'Bend: drag points (B)' },
    { tool: 'draw', words: 'Draw through points (T)' },
    { tool: 'insert', words: 'Add a point to a curve (I)' },
  ] as const;

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => this.store.dispatch(benchActions.entered({ id })));
    });
    const title = inject(Title);
    effect(() => title.setTitle(`${this.bench.project()?.name ?? 'Bench'} · Pencil Bend`));
    inject(DestroyRef).onDestroy(() => this.store.dispatch(benchActions.left()));
  }

  /** Leaving the bench: what is being drawn is kept, and what the server has not kept yet is not let go silently. */
  async mayLeave(): Promise<boolean> {
    if (this.bench.tool().tool !== 'bend') this.bench.takeUp('bend');
    for (let wait = 0; wait < 20 && this.keeping().state === 'keeping'; wait++) {
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    if (this.keeping().state === 'kept' || !this.bench.project()) return true;
    return window.confirm('The last changes are not kept yet. Leave the bench and lose them?');
  }

  protected keyDown(event: KeyboardEvent): void {
    if (isTyping(event.target)) return;
    const shortcut = shortcutOf(event);
    if (!shortcut) return;
    // A button in focus answers Enter and Space itself, unless the pointer is on the sheet: then Space is for panning.
    const onButton = event.target instanceof HTMLButtonElement;
    if (onButton && (shortcut === 'Enter' || (shortcut === 'pan' && !this.bench.pointer()))) return;
    event.preventDefault();
    switch (shortcut) {
      case 'undo':
        return this.bench.undo();
      case 'redo':
        return this.bench.redo();
      case 'all':
        return this.sheetShowsAll();
      case 'comb':
        return this.toggleComb();
      case 'pan':
        return this.sheet()?.spaceHeld.set(true);
      case 'bend':
      case 'draw':
      case 'insert':
        return this.bench.takeUp(shortcut);
      default:
        return this.bench.feed({ type: 'key', key: shortcut });
    }
  }

  protected keyUp(event: KeyboardEvent): void {
    const sheet = this.sheet();
    if (event.key !== ' ' || !sheet?.spaceHeld()) return;
    event.preventDefault();
    sheet.spaceHeld.set(false);
  }

  protected beforeUnload(event: BeforeUnloadEvent): void {
    if (this.keeping().state !== 'kept') event.preventDefault();
  }

  protected sheetShowsAll(): void {
    this.sheet()?.showAll();
  }

  protected toggleComb(): void {
    this.store.dispatch(viewActions.combShown({ shown: !this.bench.view().comb.shown }));
  }

  protected startRenaming(): void {
    this.renaming.set(true);
    setTimeout(() => this.nameField()?.nativeElement.select());
  }

  protected rename(name: string): void {
    if (!this.renaming()) return;
    this.renaming.set(false);
    const given = name.trim();
    if (given && given !== this.bench.project()?.name) {
      this.bench.do({ command: 'renameProject', args: { name: given } });
    }
  }
}

function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLInputElement && !['checkbox', 'range'].includes(target.type);
}
