import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { normalOf } from '@pencil-bend/core';
import { sameSelection } from '@pencil-bend/document';
import { drawingActions } from '../state/actions';
import { viewActions } from '../state/actions';
import type { BenchState } from '../state/reducers';
import { selectProjectId } from '../state/selectors';
import type { OptionValue, Options, ToolContext, ToolInput, ToolState } from '../tools/contract';
import { type InHand, step, takeUp } from '../tools/hand';
import { isToolName, RESTING_TOOL, type ToolName } from '../tools/catalogue';
import { AWAITED, toolOf } from '../tools/table';
import { Editing } from './editing';
import { ReservedIds } from './reservedIds';
import { StepLoader } from './stepLoader';
import { Target } from './target';
import { ToolStore } from './toolStore';
import { Tracing } from './tracing';
import { Viewports } from './viewports';

const RESTING = toolOf(RESTING_TOOL).start({});

/** The tool in hand: its state, what it makes of inputs, and what it would do now. */
@Injectable()
export class ToolInHand {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly editing = inject(Editing);
  private readonly target = inject(Target);
  private readonly tracing = inject(Tracing);
  private readonly viewports = inject(Viewports);
  private readonly kept = inject(ToolStore);
  private readonly loader = inject(StepLoader);
  private readonly projectId = this.store.selectSignal(selectProjectId);
  private readonly state = signal<ToolState>(RESTING);
  /** What was set of each tool, for when it is taken up again. */
  private readonly settings = new Map<string, Options>();
  private readonly ids = new ReservedIds();
  /** What was in hand before the one whose code is on its way. */
  private before: ToolState | null = null;

  /** The state of the tool, which changes with every move. */
  readonly now = this.state.asReadonly();
  readonly name = computed(() => this.state().tool as ToolName);
  readonly tool = computed(() => {
    this.loader.isReady();
    return toolOf(this.name());
  });

  constructor() {
    inject(Actions)
      .pipe(ofType(drawingActions.opened), takeUntilDestroyed())
      .subscribe(({ id }) => void this.takeAgain(id));
  }

  feed(input: ToolInput): void {
    this.inTurn(() => this.editing.attempt(() => this.follow(step(this.state(), input, this.context()))));
  }

  /** Does at once what the tool in hand is asked and given, or as soon as the one is there that was taken up. */
  inTurn(work: () => void): void {
    if (this.isAwaited()) this.loader.inTurn(work);
    else work();
  }

  takeUp(name: ToolName): void {
    if (name !== RESTING_TOOL && this.editing.isRefused()) return;
    this.whenThere(name, (now) => this.follow(takeUp(now, name, this.context(), this.settings.get(name))));
  }

  /** What it has is kept, and the resting tool is in hand. */
  putDown(): void {
    if (this.name() !== RESTING_TOOL) this.takeUp(RESTING_TOOL);
  }

  /** Sets something of the tool; it is remembered for the next time. */
  setOption(name: string, value: OptionValue): void {
    this.settings.set(this.name(), { ...this.settings.get(this.name()), [name]: value });
    this.feed({ type: 'option', name, value });
  }

  /** What the worker came to, for the state that the tool has by now. */
  answer(merge: (now: ToolState) => ToolState): void {
    this.state.update(merge);
  }

  /** What the tool may know of the bench. */
  context(): ToolContext {
    const project = this.editing.project();
    const selection = this.editing.selection();
    const [item] = selection.items;
    return {
      selection,
      project,
      picture: this.tracing.picture(),
      recipeOf: this.editing.recipeOf,
      tolerance: project?.tolerance ?? 0.01,
      view: this.viewports.viewport().plane,
      normal: normalOf(this.target.planeOf((item && project?.items[item]?.plane) ?? null)),
      layer: this.target.layer(),
      plane: this.target.planeId(),
      newId: this.ids.fromTheFirst(),
    };
  }

  private follow({ state, call, select, picture, measurement, why }: InHand): void {
    // Of what is only looked at nothing is dragged.
    const changes = this.editing.isOnlyViewing() && toolOf(state.tool).preview(state, this.context()).call !== null;
    this.state.set(changes && this.editing.isRefused() ? RESTING : state);
    const id = this.projectId();
    if (id) this.kept.keep(id, toolOf(state.tool).lasting(state));
    if (call && this.editing.do(call)) this.ids.renew();
    if (picture) this.tracing.place(picture);
    if (measurement) {
      this.store.dispatch(viewActions.measured({ measurement }));
      this.ids.renew();
    }
    if (select && !sameSelection(select, this.editing.selection())) this.editing.select(select);
    if (why !== undefined) this.editing.notify(why);
  }

  private async takeAgain(project: string): Promise<void> {
    const state = await this.kept.take(project);
    if (!state || !isToolName(state.tool) || this.projectId() !== project || this.state() !== RESTING) return;
    this.whenThere(state.tool, () => {
      if (this.projectId() === project) this.state.set(state);
    });
  }

  /** Takes a tool at once, or as soon as its code has come: it is shown meanwhile. */
  private whenThere(name: ToolName, take: (now: ToolState) => void): void {
    if (toolOf(name) !== AWAITED && !this.isAwaited()) return take(this.state());
    this.before ??= this.state();
    if (toolOf(name) === AWAITED) this.state.set({ tool: name });
    this.loader.whenReady(() => {
      const { before } = this;
      this.before = null;
      take(before ?? this.state());
    });
    this.loader.load().catch(() => {
      if (this.before) this.state.set(this.before);
      this.before = null;
    });
  }

  private isAwaited(): boolean {
    return this.before !== null;
  }
}
