import { effect, inject, Injectable, signal, untracked } from '@angular/core';
import { Store } from '@ngrx/store';
import { distance, domainOf, evaluate } from '@pencil-bend/core';
import {
  type CommandCall,
  isFree,
  plainRecipe,
  pointsOf,
  type Project,
  type Recipe,
  wordOf,
} from '@pencil-bend/document';
import { drawingActions } from '../state/actions';
import type { BenchState } from '../state/reducers';
import { selectNotice } from '../state/selectors';

/** Something that was said in the prompt line. */
export interface Said {
  readonly message: string;
  /** Nothing was done. */
  readonly refused: boolean;
  readonly time: Date;
}

/** So many can be read again. */
const MOST = 20;

/**
 * What is said of the last thing that was tried: why it was not done, or what it did beside what was asked. It goes
 * with the next key, click or tool, and can be read again.
 */
@Injectable()
export class Remarks {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly refusal = this.store.selectSignal(selectNotice);
  /** What the last command did beside what was asked. */
  readonly aside = signal<string | null>(null);
  /** The newest first. */
  readonly log = signal<readonly Said[]>([]);

  constructor() {
    effect(() => {
      const message = this.refusal();
      if (message !== null) untracked(() => this.keep(message, true));
    });
  }

  /** The next thing is done: what was said of the last one goes. */
  clear(): void {
    if (this.refusal() !== null) this.store.dispatch(drawingActions.noticeRead());
    this.aside.set(null);
  }

  /** Says something until the next thing is done. */
  say(message: string): void {
    this.aside.set(message);
  }

  /** Says what a command did beside what was asked, if anything. */
  after(call: CommandCall, before: Project | null, after: Project | null): void {
    const message = before && after && besides(call, before, after);
    if (!message) return;
    this.aside.set(message);
    this.keep(message, false);
  }

  private keep(message: string, refused: boolean): void {
    this.log.update((log) => [{ message, refused, time: new Date() }, ...log].slice(0, MOST));
  }
}

/** A spacing that is held from now on, and a curve that was closed by a straight line. */
function besides(call: CommandCall, before: Project, after: Project): string | null {
  const id = 'item' in call.args ? call.args.item : null;
  const [old, now] = [before, after].map((project) => (id ? recipeIn(project, id) : null));
  if (!old || !now || !id) return null;
  const { name } = after.items[id];
  if (call.command === 'takeFit') return null;
  if (old.kind === 'fit' && old.near && now.kind === 'control') {
    return `${name} is pulled by its control points from now on: undo leads back to its points`;
  }
  if (old.kind === 'fit' && now.kind === 'control' && call.command !== 'fixSpacing') {
    return `The spacing of ${name} is held from now on: V makes it live again`;
  }
  if (!isFree(old) && isFree(now) && call.command !== 'fixSpacing' && call.command !== 'refit') {
    return `${name} is a free curve from now on: undo makes it ${withArticle(wordOf(old))} again`;
  }
  if (call.command === 'closeCurve' && old.kind === 'control' && !endsMeet(old, before.tolerance)) {
    const smooth = old.fit ? ': where its spacing is live it closes smoothly' : '';
    return `${name} is closed by a straight line, with a corner at each end${smooth}`;
  }
  return null;
}

const withArticle = (word: string): string => (/^[aeiou]/.test(word) ? `an ${word}` : `a ${word}`);

function recipeIn(project: Project, id: string): Recipe | null {
  const item = Object.hasOwn(project.items, id) ? project.items[id] : null;
  return item?.kind === 'curve' ? plainRecipe(project, item) : null;
}

function endsMeet(recipe: Recipe, tolerance: number): boolean {
  const curve = pointsOf(recipe)?.curve;
  if (!curve) return false;
  const [first, last] = domainOf(curve).map((u) => evaluate(curve, u));
  return distance(first, last) <= tolerance;
}
