import {
  BENCH_SERVICES,
  BringIn,
  Editing,
  HandOver,
  IncomingFiles,
  Joints,
  LossyPreview,
  LumpTour,
  MirrorCheck,
  Opening,
  PointExport,
  PointImport,
  Readings,
  FairingChoice,
  Fairness,
  Refits,
  Remarks,
  ShownItems,
  Snaps,
  StageView,
  StepLoader,
  StepHistory,
  Target,
  TidyUp,
  ToolInHand,
  ToolView,
  ToolWork,
  TryFits,
  TypedPlace,
  Viewports,
} from '../session';
import { DatePipe } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { Title } from '@angular/platform-browser';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { scale, subtract } from '@pencil-bend/core';
import { selectionOf, type Step, titleOf } from '@pencil-bend/document';
import { Splitter } from 'primeng/splitter';
import { Tooltip } from 'primeng/tooltip';
import type { BenchAction, Workbench } from '../actions/workbench';
import { copied, holdsCurves, holdsItems, holdsPoints, pasted } from '../actions/clipboard';
import { actionFor } from '../actions/shortcuts';
import { BringInPanel } from '../panels/exchange/bringInPanel';
import { TidyUpNotice } from '../panels/exchange/tidyUpNotice';
import { HandOverPanel } from '../panels/exchange/handOverPanel';
import { Graphs } from '../panels/graphs/graphs';
import { HistoryPanel } from '../panels/history/historyPanel';
import { Inspector } from '../panels/inspector/inspector';
import { Outline } from '../panels/outline/outline';
import { Palette } from '../panels/palette/palette';
import { ComingPointsPanel } from '../panels/points/comingPointsPanel';
import { SavePointsDialog } from '../panels/points/savePointsDialog';
import { PromptLine } from '../panels/prompt/promptLine';
import { TryFitsPanel } from '../panels/fits/tryFitsPanel';
import { ShortcutsPanel } from '../panels/shortcuts/shortcutsPanel';
import { drawingActions, viewActions } from '../state/actions';
import { newId } from '../state/ids';
import type { BenchState } from '../state/reducers';
import { selectComb, selectSaveState, selectNotice, selectSafe } from '../state/selectors';
import { Icon } from '../ui/icon';
import { counted } from '../ui/labels';
import { NameField } from '../ui/nameField';
import { NotLoaded } from '../ui/notLoaded';
import { SmallPicture } from '../ui/smallPicture';
import { RESTING_TOOL } from '../tools/catalogue';
import { WordMark } from '../ui/wordMark';
import { Pane } from '../viewport/pane';
import { BenchContextMenu } from './contextMenu';
import { Notices } from './notices';
import { Toolbar } from './toolbar';
import { FramedButton } from '../ui/buttons';

/** The main screen: header, outline, sheet over graphs, inspector, prompt line. */
@Component({
  selector: 'pb-bench-page',
  imports: [
    FramedButton,
    BenchContextMenu,
    BringInPanel,
    ComingPointsPanel,
    DatePipe,
    Graphs,
    HandOverPanel,
    HistoryPanel,
    Icon,
    Inspector,
    NameField,
    NotLoaded,
    Notices,
    Outline,
    Palette,
    Pane,
    PromptLine,
    RouterLink,
    SavePointsDialog,
    ShortcutsPanel,
    SmallPicture,
    Splitter,
    TidyUpNotice,
    Toolbar,
    Tooltip,
    TryFitsPanel,
    WordMark,
  ],
  providers: BENCH_SERVICES,
  templateUrl: './benchPage.html',
  styleUrl: './benchPage.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    '[class.bare]': 'bare()',
    '(window:keydown)': 'keyDown($event)',
    '(window:keyup)': 'keyUp($event)',
    '(window:beforeunload)': 'beforeUnload($event)',
    '(window:copy)': 'copy($event, false)',
    '(window:cut)': 'copy($event, true)',
    '(window:paste)': 'paste($event)',
  },
})
export class BenchPage implements Workbench {
  readonly id = input.required<string>();
  readonly editing = inject(Editing);
  readonly hand = inject(ToolInHand);
  readonly joints = inject(Joints);
  readonly lossy = inject(LossyPreview);
  readonly refits = inject(Refits);
  readonly fairing = inject(FairingChoice);
  readonly fairness = inject(Fairness);
  readonly lumps = inject(LumpTour);
  protected readonly opening = inject(Opening);
  readonly mirrorCheck = inject(MirrorCheck);
  readonly readings = inject(Readings);
  private readonly remarks = inject(Remarks);
  private readonly loader = inject(StepLoader);
  protected readonly points = inject(PointImport);
  readonly pointExport = inject(PointExport);
  readonly snaps = inject(Snaps);
  readonly shown = inject(ShownItems);
  readonly stages = inject(StageView);
  readonly stepHistory = inject(StepHistory);
  readonly target = inject(Target);
  readonly toolView = inject(ToolView);
  readonly tryFits = inject(TryFits);
  readonly handOver = inject(HandOver);
  protected readonly bringIn = inject(BringIn);
  protected readonly files = inject(IncomingFiles);
  protected readonly tidyUp = inject(TidyUp);
  private readonly typed = inject(TypedPlace);
  readonly viewports = inject(Viewports);
  // It works by itself as long as the page is there.
  protected readonly toolWork = inject(ToolWork);
  private readonly store: Store<BenchState> = inject(Store);
  private readonly pane = viewChild(Pane);
  private readonly fileField = viewChild<ElementRef<HTMLInputElement>>('fileField');
  /** What the palette opens below. */
  protected readonly tools = viewChild<unknown, ElementRef<HTMLElement>>(Toolbar, { read: ElementRef });
  protected readonly saveState = this.store.selectSignal(selectSaveState);
  protected readonly notice = this.store.selectSignal(selectNotice);
  private readonly safe = this.store.selectSignal(selectSafe);
  protected readonly renaming = signal(false);
  protected readonly historyShown = signal(false);
  /** Only the sheet is shown, without the panels around it. */
  protected readonly bare = signal(false);
  protected readonly shortcutsShown = signal(false);
  /** Where the context menu is asked for. */
  protected readonly menuAt = signal<MouseEvent | null>(null);

  protected readonly undoTitle = computed(() => lastTitle(this.stepHistory.stacks().stacks.undo));
  /** Of what is being drawn its places, else the steps. */
  protected readonly canUndo = computed(() => this.undoTitle() !== null || this.stepHistory.canUndo());
  protected readonly canRedo = computed(
    () => this.stepHistory.canRedo() || (this.redoTitle() !== null && !this.stepHistory.canUndo()),
  );
  protected readonly redoTitle = computed(() => lastTitle(this.stepHistory.stacks().stacks.redo));

  protected readonly paletteShown = signal(false);
  /** Nothing is drawn, and nothing is about to be. */
  protected readonly isUntouched = computed(
    () =>
      this.editing.project()?.itemOrder.length === 0 &&
      this.hand.name() === RESTING_TOOL &&
      !this.points.coming() &&
      !this.bringIn.coming(),
  );
  protected readonly isSelected = computed(() => this.editing.selection().items.length > 0);
  /** Shares of list, sheet and card, in percent, until they are dragged. */
  protected readonly columns = [...columnsOf(window.innerWidth)];
  protected readonly rows = [76, 24];
  protected readonly columnGutters = guttersOf('Width of the list and the card', this.columns[0]);
  protected readonly rowGutters = guttersOf('Height of the strip', this.rows[0]);

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => this.store.dispatch(drawingActions.entered({ id })));
    });
    effect(() => {
      if (this.opening.isOver()) void this.loader.load().catch(() => undefined);
    });
    const title = inject(Title);
    effect(() => title.setTitle(`${this.editing.project()?.name ?? 'Bench'} · Pencil Bend`));
    // Heard before anything else: what is said next must not go with the key that led to it.
    const next = (event: Event) => this.nextThing(event);
    for (const type of ['keydown', 'pointerdown']) window.addEventListener(type, next, true);
    inject(DestroyRef).onDestroy(() => {
      for (const type of ['keydown', 'pointerdown']) window.removeEventListener(type, next, true);
      this.store.dispatch(drawingActions.left());
    });
  }

  /**
   * Leaving the bench: what is being drawn is kept. Changes that wait in this browser are sent with the next visit;
   * where it stores nothing, they are not let go silently.
   */
  async mayLeave(): Promise<boolean> {
    this.hand.putDown();
    for (let wait = 0; wait < 20 && this.saveState().state === 'saving'; wait++) {
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    if (this.safe() || !this.editing.project()) return true;
    return window.confirm('The last changes are not kept yet. Leave the bench and lose them?');
  }

  protected keyDown(event: KeyboardEvent): void {
    if (isTyping(event)) return;
    if (this.typesPlace(event)) return event.preventDefault();
    const action = actionFor(event);
    if (!action) return;
    // A button in focus answers Enter and Space itself, unless the pointer is on the sheet: then Space is for panning.
    const within = event.target instanceof Element ? event.target : null;
    const onButton = within?.closest(ANSWERS_KEYS);
    const priced = this.lossy.offer() !== null && !within?.closest('pb-price-box');
    if (onButton && ((event.key === 'Enter' && !priced) || (event.key === ' ' && !this.viewports.pointer()))) return;
    event.preventDefault();
    this.act(action);
  }

  /** The next key or click: what was said of the last one goes, unless it is read again. */
  private nextThing(event: Event): void {
    const alone = event instanceof KeyboardEvent && ['Shift', 'Control', 'Alt', 'Meta'].includes(event.key);
    if (this.editing.project() && !alone) this.remarks.clear();
  }

  /** Keys that come before the field for a place is there belong to it too. */
  private typesPlace({ key, ctrlKey, metaKey, altKey }: KeyboardEvent): boolean {
    return !ctrlKey && !metaKey && !altKey && this.typed.key(key);
  }

  /** What is selected, onto the system's clipboard. */
  protected copy(event: ClipboardEvent, cut: boolean): void {
    const project = this.editing.project();
    const ids = this.editing.selection().items;
    // Text that is marked is copied as text.
    const isText = document.getSelection()?.isCollapsed === false;
    if (isField(event.target) || isText || !project || ids.length === 0) return;
    event.clipboardData?.setData('text/plain', copied(project, ids, this.id()));
    event.preventDefault();
    if (cut) this.editing.do({ command: 'deleteItems', args: { items: ids } });
  }

  protected paste(event: ClipboardEvent): void {
    if (isField(event.target)) return;
    const [file] = event.clipboardData?.files ?? [];
    if (file) return this.files.bring(file);
    const text = event.clipboardData?.getData('text/plain') ?? '';
    if (holdsCurves(text)) void this.bringIn.bring(new File([text], 'Pasted curves'));
    else if (holdsPoints(text)) void this.points.bring(new File([text], 'Pasted points'));
    else if (holdsItems(text)) this.loader.whenReady(() => void this.pasteItems(text));
    else return;
    event.preventDefault();
  }

  private async pasteItems(text: string): Promise<void> {
    const { layer, planeId, plane, grid } = this.target;
    const aside = scale(subtract(plane().x, plane().y), 2 * grid());
    const into = { source: this.id(), layer: layer(), plane: planeId(), aside };
    const paste = pasted(text, into, newId);
    if (!paste) return;
    if ('why' in paste) return this.editing.notify(paste.why);
    // What measured sets refer to comes first, so that nothing is ever missing.
    if (paste.contents.length > 0) await this.points.adopt(paste.source, paste.contents);
    const before = new Set(this.editing.project()?.itemOrder);
    this.editing.do(paste.call);
    this.editing.select(selectionOf((this.editing.project()?.itemOrder ?? []).filter((id) => !before.has(id))));
  }

  protected keyUp(event: KeyboardEvent): void {
    const pane = this.pane();
    if (event.key !== ' ' || !pane?.spaceHeld()) return;
    event.preventDefault();
    pane.spaceHeld.set(false);
  }

  protected beforeUnload(event: BeforeUnloadEvent): void {
    if (!this.safe()) event.preventDefault();
  }

  showAll(): void {
    this.pane()?.showAll();
  }

  holdSpace(): void {
    this.pane()?.spaceHeld.set(true);
  }

  protected act(action: BenchAction): void {
    this.editing.attempt(() => action.does(this));
  }

  togglePalette(): void {
    this.paletteShown.update((shown) => !shown);
  }

  toggleHistory(): void {
    this.historyShown.update((shown) => !shown);
  }

  toggleShortcuts(): void {
    this.shortcutsShown.update((shown) => !shown);
  }

  /** The context menu, at the pointer or in the middle of the sheet. */
  openMenu(): void {
    const at = this.pane()?.menuPlace();
    if (at) this.menuAt.set(new MouseEvent('contextmenu', { clientX: at[0], clientY: at[1] }));
  }

  protected menu(event: MouseEvent): void {
    event.preventDefault();
    this.pane()?.pressForMenu(event);
    this.menuAt.set(event);
  }

  chooseFile(): void {
    this.fileField()?.nativeElement.click();
  }

  protected take(field: HTMLInputElement): void {
    const [file] = field.files ?? [];
    // The same file can be chosen again once it is mended.
    field.value = '';
    if (file) this.files.bring(file);
  }

  toggleBare(): void {
    this.bare.update((bare) => !bare);
  }

  toggleComb(): void {
    this.store.dispatch(viewActions.combShown({ shown: !this.store.selectSignal(selectComb)().shown }));
  }

  protected rename(name: string): void {
    this.renaming.set(false);
    this.editing.do({ command: 'renameProject', args: { name } });
  }

  protected unsavedInWords({ unsaved, stored }: { unsaved: number; stored: boolean }): string {
    const wait = `${counted(unsaved, 'change', 'changes')} ${unsaved === 1 ? 'waits' : 'wait'}`;
    return `${wait} in this ${stored ? 'browser' : 'window'}`;
  }

  protected toSheet(): void {
    this.pane()?.focus();
  }
}

/** What answers Enter and Space itself. */
const ANSWERS_KEYS = 'button, a, [role=button], [role=switch], [role=tab], [role=treeitem]';

const isField = (target: EventTarget | null): boolean =>
  target instanceof HTMLTextAreaElement ||
  (target instanceof HTMLInputElement && !['checkbox', 'range'].includes(target.type));

/** Keys belong to a field, but undo in a number field that nothing was typed into is that of the drawing. */
function isTyping({ target, key, ctrlKey, metaKey }: KeyboardEvent): boolean {
  if (!isField(target)) return false;
  const undoes = (ctrlKey || metaKey) && key.toLowerCase() === 'z';
  return !(
    undoes &&
    target instanceof HTMLInputElement &&
    target.classList.contains('number') &&
    !('typed' in target.dataset)
  );
}

/** The title of the step that comes next. */
function lastTitle(steps: readonly Step[]): string | null {
  const step = steps.at(-1);
  return step ? titleOf(step.title) : null;
}

/** What the splitter's own marks leave unsaid: its handle is the separator, and what it parts. */
const guttersOf = (label: string, first: number) => ({
  panel: {},
  gutter: { role: 'presentation' },
  gutterHandle: { role: 'separator', 'aria-label': label, 'aria-valuenow': String(Math.round(first)) },
});

/** A list and a card that are readable on a narrow screen, and use some of a wide one. */
function columnsOf(width: number): readonly [list: number, sheet: number, card: number] {
  const share = (least: number, wanted: number, most: number) =>
    (100 * Math.min(most, Math.max(least, wanted * width))) / width;
  const [list, card] = [share(190, 0.165, 280), share(290, 0.23, 420)];
  return [list, 100 - list - card, card];
}
