import { StageView, ToolInHand } from '../session';
import { GONE } from '../api/conflict';
import { titleOf } from '@pencil-bend/document';
import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { Message } from 'primeng/message';
import { counted } from '../ui/labels';
import { savingActions } from '../state/actions';
import type { BenchState } from '../state/reducers';
import { selectDrawing, selectSaving } from '../state/selectors';
import { FramedButton } from '../ui/buttons';

/** What cannot wait until somebody looks at the header: changes that came too late, and a browser that stores nothing. */
@Component({
  selector: 'pb-notices',
  imports: [FramedButton, ButtonDirective, DatePipe, Message],
  template: `
    @if (conflict(); as conflict) {
      <p-message severity="warn" role="alert" [closable]="false">
        <p>
          <b>{{ conflict.title }}</b> {{ conflict.message }}
        </p>
        <p class="buttons">
          <button pButton type="button" size="small" (click)="keepMine()">Keep mine as a copy</button>
          @if (!conflict.gone) {
            <button pbFramed (click)="takeTheirs()">
              {{ conflict.take }}
            </button>
          }
        </p>
      </p-message>
    }
    @if (viewed(); as viewed) {
      <p-message severity="warn" role="status" [closable]="false">
        <p>
          <b>You look at the stage ‘{{ viewed.name }}’</b> of {{ viewed.time | date: 'd MMM, HH:mm' }}. The drawing is
          as you left it.
        </p>
        <p class="buttons">
          <button pButton type="button" size="small" (click)="stageView.leave()">Back to the drawing</button>
          <button pbFramed (click)="stageView.restore(viewed.stage, viewed.name)">Restore this stage</button>
        </p>
      </p-message>
    }
    @if (notStored(); as why) {
      <p-message severity="warn" role="alert" [closable]="false">
        <p>
          <b>This browser does not store your changes: {{ why }}.</b> Drawing goes on, and the server keeps each change
          as before. While the server is away, changes live in this window only.
        </p>
        <p class="buttons">
          <button pbFramed (click)="read()">Understood</button>
        </p>
      </p-message>
    }
  `,
  styles: `
    p-message {
      display: block;
    }
    :host ::ng-deep .p-message-text {
      display: flex;
      flex: 1;
      align-items: center;
      gap: 24px;
    }
    p:first-child {
      flex: 1;
      max-width: 960px;
    }
    b {
      font-weight: 600;
    }
    .buttons {
      display: flex;
      flex: none;
      gap: 8px;
      margin-left: auto;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Notices {
  private readonly hand = inject(ToolInHand);
  protected readonly stageView = inject(StageView);
  protected readonly viewed = this.stageView.viewed;
  private readonly store: Store<BenchState> = inject(Store);
  private readonly saving = this.store.selectSignal(selectSaving);
  private readonly drawing = this.store.selectSignal(selectDrawing);

  protected readonly conflict = computed(() => {
    const { conflict, saved } = this.saving();
    if (!conflict) return null;
    const { theirs, mine } = conflict;
    const count = mine ? mine.steps.length : this.drawing().log.length - saved;
    const changes = counted(count, 'change', 'changes');
    if (theirs === GONE && mine) {
      return {
        gone: false,
        title: `Your last ${changes} here were refused.`,
        message: 'The project does not take them any more. What you see is what it holds.',
        take: 'Let mine go',
      };
    }
    if (theirs === GONE) {
      return {
        gone: true,
        title: 'This project was deleted for good elsewhere.',
        message: `Your ${changes} can become a project of their own.`,
        take: '',
      };
    }
    const rest = theirs.count > theirs.titles.length ? ' and more' : '';
    const did = theirs.titles.map((title) => `\u2018${titleOf(title)}\u2019`).join(', ') + rest;
    return mine
      ? {
          gone: false,
          title: `Your last ${changes} here came too late.`,
          message: `The project had been changed elsewhere: ${did}. What you see is theirs.`,
          take: 'Let mine go',
        }
      : {
          gone: false,
          title: 'Another window was first.',
          message: `It changed this project: ${did}. What you did since then, ${changes}, is in this window only.`,
          take: 'Take theirs',
        };
  });

  protected readonly notStored = computed(() => {
    const { notStored, notStoredTold } = this.saving();
    return notStoredTold ? null : notStored;
  });

  protected keepMine(): void {
    // Points that are being placed belong to it.
    this.hand.putDown();
    this.store.dispatch(savingActions.copyWanted());
  }

  protected takeTheirs(): void {
    this.store.dispatch(savingActions.theirsTaken());
  }

  protected read(): void {
    this.store.dispatch(savingActions.notStoredRead());
  }
}
