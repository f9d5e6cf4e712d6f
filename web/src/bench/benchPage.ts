import { DatePipe } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
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
import { Card } from '../panels/inspector/inspector';
import { FRONT_ID, selectionOf } from '@pencil-bend/document';
import { Outline } from '../panels/outline/outline';
import { HistoryPanel } from '../panels/history/historyPanel';
import { StageLook } from '../session/stageView';
import { Icon } from '../ui/icon';
import { NameField } from '../ui/nameField';
import { NotLoaded } from '../ui/notLoaded';
import { counted } from '../ui/labels';
import { WordMark } from '../ui/wordMark';
import { PriceDesk } from '../session/lossyPreview';
import { PromptLine } from '../panels/prompt/promptLine';
import { Sheet } from '../viewport/pane';
import { benchActions, viewActions } from '../state/actions';
import type { BenchState } from '../state/reducers';
import { selectKeeping, selectNotice, selectSafe } from '../state/selectors';
import { Snaps } from '../session/snaps';
import { newId } from '../state/ids';
import { Strip } from '../panels/graphs/graphs';
import type { ToolName } from '../tools/table';
import { Tracing } from '../session/tracing';
import { AT_HAND, toolOf } from '../tools/palette';
import { Bench } from '../session/bench';
import { Notices } from './notices';
import type { Stage } from '../actions/benchActions';
import { SheetMenu } from './contextMenu';
import { copied, pasted } from '../actions/clipboard';
import { deedOf, keysShown } from '../actions/shortcuts';
import { StrokeWork } from '../session/toolWork';
import { ToolKeeper } from '../session/toolStore';
import { Palette } from '../panels/palette/palette';
import { ShortcutsPanel } from '../panels/shortcuts/shortcutsPanel';

/** The main screen: header, outline, sheet over strip, card, prompt line. */
@Component({
  selector: 'pb-bench-page',
  imports: [
    ButtonDirective,
    Card,
    DatePipe,
    HistoryPanel,
    Icon,
    NameField,
    NotLoaded,
    Notices,
    Outline,
    Palette,
    PromptLine,
    RouterLink,
    Sheet,
    SheetMenu,
    ShortcutsPanel,
    Strip,
    Tooltip,
    WordMark,
  ],
  providers: [Bench, PriceDesk, Snaps, StageLook, StrokeWork, ToolKeeper, Tracing],
  templateUrl: './benchPage.html',
  styleUrl: './benchPage.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    '(window:keydown)': 'keyDown($event)',
    '(window:keyup)': 'keyUp($event)',
    '(window:beforeunload)': 'beforeUnload($event)',
    '(window:copy)': 'copy($event, false)',
    '(window:cut)': 'copy($event, true)',
    '(window:paste)': 'paste($event)',
  },
})
export class BenchPage implements Stage {
  readonly id = input.required<string>();
  readonly bench = inject(Bench);
  private readonly store: Store<BenchState> = inject(Store);
  private readonly snaps = inject(Snaps);
  // It works by itself as long as the page is there.
  protected readonly strokeWork = inject(StrokeWork);
  private readonly sheet = viewChild(Sheet);
  protected readonly keeping = this.store.selectSignal(selectKeeping);
  protected readonly notice = this.store.selectSignal(selectNotice);
  private readonly safe = this.store.selectSignal(selectSafe);
  protected readonly renaming = signal(false);
  protected readonly historyShown = signal(false);
  protected readonly shortcutsShown = signal(false);
  /** Where the context menu is asked for. */
  protected readonly menuAt = signal<MouseEvent | null>(null);

  protected readonly undoName = computed(() => this.bench.history().stacks.undo.at(-1)?.name ?? null);
  protected readonly redoName = computed(() => this.bench.history().stacks.redo.at(-1)?.name ?? null);

  protected readonly bending = (['bend', 'insert'] as const).map(shownTool);
  protected readonly drawing = AT_HAND.map(shownTool);
  protected readonly paletteShown = signal(false);
  /** The tool in hand, where it is none of those of the toolbar. */
  protected readonly other = computed(() => {
    const name = this.bench.toolName();
    return name === 'bend' || name === 'insert' || AT_HAND.includes(name) ? null : shownTool(name);
  });

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => this.store.dispatch(benchActions.entered({ id })));
    });
    const title = inject(Title);
    effect(() => title.setTitle(`${this.bench.project()?.name ?? 'Bench'} · Pencil Bend`));
    inject(DestroyRef).onDestroy(() => this.store.dispatch(benchActions.left()));
  }

  /**
   * Leaving the bench: what is being drawn is kept. Changes that wait in this browser are sent with the next visit;
   * where it stores nothing, they are not let go silently.
   */
  async mayLeave(): Promise<boolean> {
    if (this.bench.tool().tool !== 'bend') this.bench.takeUp('bend');
    for (let wait = 0; wait < 20 && this.keeping().state === 'keeping'; wait++) {
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    if (this.safe() || !this.bench.project()) return true;
    return window.confirm('The last changes are not kept yet. Leave the bench and lose them?');
  }

  protected keyDown(event: KeyboardEvent): void {
    if (isTyping(event)) return;
    if (this.typesPlace(event)) return event.preventDefault();
    const deed = deedOf(event);
    if (!deed) return;
    // A button in focus answers Enter and Space itself, unless the pointer is on the sheet: then Space is for panning.
    const onButton = event.target instanceof HTMLButtonElement || event.target instanceof HTMLAnchorElement;
    const priced = this.bench.desk.offer() !== null && !(event.target as Element).closest('pb-price-box');
    if (onButton && ((event.key === 'Enter' && !priced) || (event.key === ' ' && !this.bench.pointer()))) return;
    event.preventDefault();
    this.bench.attempt(() => deed.does(this));
  }

  /** While places are taken a number is the start of one; keys that come before its field is there belong to it too. */
  private typesPlace({ key, ctrlKey, metaKey, altKey }: KeyboardEvent): boolean {
    const { typing } = this.bench;
    const text = typing();
    if (ctrlKey || metaKey || altKey) return false;
    if (text === null) {
      const starts = this.bench.takesPlaces() && /^[0-9.+=−-]$/.test(key);
      if (starts) typing.set(key === '=' ? '' : key);
      return starts;
    }
    if (key.length === 1) typing.set(text + key);
    else if (key === 'Backspace') typing.set(text.slice(0, -1));
    else if (key === 'Enter') this.bench.typePlace(text);
    else if (key === 'Escape') typing.set(null);
    else return false;
    return true;
  }

  /** What is selected, onto the system's clipboard. */
  protected copy(event: ClipboardEvent, cut: boolean): void {
    const project = this.bench.project();
    const ids = this.bench.selection().items;
    // Text that is marked is copied as text.
    const isText = document.getSelection()?.isCollapsed === false;
    if (isField(event.target) || isText || !project || ids.length === 0) return;
    event.clipboardData?.setData('text/plain', copied(project, ids, this.id()));
    event.preventDefault();
    if (cut) this.bench.do({ command: 'deleteItems', args: { items: ids } });
  }

  protected paste(event: ClipboardEvent): void {
    if (isField(event.target)) return;
    const picture = [...(event.clipboardData?.files ?? [])].find(({ type }) => type.startsWith('image/'));
    if (picture) return this.sheet()?.bring(picture);
    const text = event.clipboardData?.getData('text/plain') ?? '';
    const { layerInHand, grid } = this.bench;
    const into = { source: this.id(), layer: layerInHand(), plane: FRONT_ID, aside: 2 * grid() };
    const order = pasted(text, into, newId);
    if (!order) return;
    event.preventDefault();
    if ('why' in order) return this.store.dispatch(benchActions.noticeGiven({ words: order.why }));
    const before = new Set(this.bench.project()?.itemOrder);
    this.bench.do(order);
    this.bench.select(selectionOf((this.bench.project()?.itemOrder ?? []).filter((id) => !before.has(id))));
  }

  protected keyUp(event: KeyboardEvent): void {
    const sheet = this.sheet();
    if (event.key !== ' ' || !sheet?.spaceHeld()) return;
    event.preventDefault();
    sheet.spaceHeld.set(false);
  }

  protected beforeUnload(event: BeforeUnloadEvent): void {
    if (!this.safe()) event.preventDefault();
  }

  showAll(): void {
    this.sheet()?.showAll();
  }

  holdSpace(): void {
    this.sheet()?.spaceHeld.set(true);
  }

  togglePalette(): void {
    this.paletteShown.update((shown) => !shown);
  }

  toggleSnaps(): void {
    this.snaps.toggleAll();
  }

  toggleHistory(): void {
    this.historyShown.update((shown) => !shown);
  }

  toggleShortcuts(): void {
    this.shortcutsShown.update((shown) => !shown);
  }

  /** The context menu, at the pointer or in the middle of the sheet. */
  openMenu(): void {
    const at = this.sheet()?.menuPlace();
    if (at) this.menuAt.set(new MouseEvent('contextmenu', { clientX: at[0], clientY: at[1] }));
  }

  protected menu(event: MouseEvent): void {
    event.preventDefault();
    this.sheet()?.pressForMenu(event);
    this.menuAt.set(event);
  }

  toggleComb(): void {
    this.store.dispatch(viewActions.combShown({ shown: !this.bench.view().comb.shown }));
  }

  protected rename(name: string): void {
    this.renaming.set(false);
    this.bench.do({ command: 'renameProject', args: { name } });
  }

  protected waiting({ waiting, stored }: { waiting: number; stored: boolean }): string {
    const wait = `${counted(waiting, 'change', 'changes')} ${waiting === 1 ? 'waits' : 'wait'}`;
    return `${wait} in this ${stored ? 'browser' : 'window'}`;
  }

  protected toSheet(): void {
    this.sheet()?.focus();
  }
}

/** A tool with its name and key, for the toolbar. */
function shownTool(name: ToolName) {
  const { words, key } = toolOf(name);
  return { name, words: key ? `${words} (${keysShown(key)})` : words };
}

const isField = (target: EventTarget | null): boolean =>
  target instanceof HTMLTextAreaElement ||
  (target instanceof HTMLInputElement && !['checkbox', 'range'].includes(target.type));

/** Keys belong to a field, but undo in a number field that nothing was typed into is that of the drawing. */
function isTyping({ target, key, ctrlKey, metaKey }: KeyboardEvent): boolean {
  if (!isField(target)) return false;
  const undoes = (ctrlKey || metaKey) && key.toLowerCase() === 'z';
  return !(undoes && target instanceof HTMLInputElement && target.classList.contains('number') && !('typed' in target.dataset)); // prettier-ignore
}
