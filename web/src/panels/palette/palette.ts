import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { InputText } from 'primeng/inputtext';
import { Popover } from 'primeng/popover';
import type { BenchAction } from '../../actions/workbench';
import { keysShown } from '../../actions/shortcuts';
import { ToolInHand } from '../../session';
import { Icon } from '../../ui/icon';
import { find, type Found } from './finding';
import { QuietButton } from '../../ui/buttons';

/** All tools with their names: found by eye, or by what they are called or for. */
@Component({
  selector: 'pb-palette',
  imports: [QuietButton, Icon, InputText, Popover],
  template: `
    <p-popover #box ariaLabel="All tools" [focusOnShow]="false" (onShow)="focus()" (onHide)="closed.emit()">
      <div class="palette">
        <input
          #search
          pInputText
          pSize="small"
          type="search"
          placeholder="Find a tool: by its name, or by what it is for"
          aria-label="Find a tool"
          [fluid]="true"
          [value]="wanted()"
          (input)="wanted.set(search.value)"
          (keydown.enter)="takeFirst($event)"
          (keydown.escape)="closed.emit()"
        />
        @if (!finding().exact) {
          <p class="quiet" role="status">Nothing is called that. The nearest:</p>
        }
        @for (group of groups(); track group.name) {
          <section>
            <h3>{{ group.name }}</h3>
            <ul>
              @for (line of group.lines; track line.label) {
                <li>
                  <button
                    pbQuiet
                    [class.pressed]="line.pressed"
                    [attr.aria-pressed]="line.pressed"
                    (click)="take(line.found)"
                  >
                    @if (line.icon) {
                      <pb-icon [paths]="line.icon" />
                    }
                    <span>{{ line.label }}</span>
                    @if (line.keys) {
                      <kbd>{{ line.keys }}</kbd>
                    }
                  </button>
                </li>
              }
            </ul>
          </section>
        }
      </div>
    </p-popover>
  `,
  styles: `
    .palette {
      width: 700px;
      max-width: calc(100vw - 60px);
      max-height: calc(100vh - 180px);
      overflow-y: auto;
      padding: 2px;
    }
    .quiet {
      margin-top: 8px;
    }
    h3 {
      margin: 6px 0 0;
      font-size: 12px;
      font-weight: 600;
      color: var(--quiet);
    }
    ul {
      display: grid;
      grid-template-columns: repeat(3, minmax(0, 1fr));
      gap: 0 8px;
    }
    button {
      justify-content: flex-start;
      gap: 9px;
      width: 100%;
      height: 26px;
      padding: 0 6px;
      color: var(--ink);
      font-size: 13px;
      text-align: left;
    }
    span {
      flex: 1;
      white-space: nowrap;
      overflow: hidden;
      text-overflow: ellipsis;
    }
    .pressed {
      background: var(--vermilion-wash);
      font-weight: 600;
    }
    kbd {
      border: 0;
      background: none;
      font-size: 11.5px;
      color: var(--quiet);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Palette {
  private readonly hand = inject(ToolInHand);
  /** What it opens below. */
  readonly at = input.required<HTMLElement>();
  readonly closed = output();
  readonly chosen = output<BenchAction>();
  private readonly box = viewChild.required(Popover);
  private readonly search = viewChild<ElementRef<HTMLInputElement>>('search');
  protected readonly wanted = signal('');
  protected readonly finding = computed(() => find(this.wanted()));

  /** In groups as they are found, so that the best one leads. */
  protected readonly groups = computed(() => {
    const groups = new Map<string, Found[]>();
    for (const found of this.finding().found) groups.set(found.group, [...(groups.get(found.group) ?? []), found]);
    return [...groups].map(([name, all]) => ({ name, lines: all.map((found) => this.line(found)) }));
  });

  constructor() {
    afterNextRender(() => this.box().show(null, this.at()));
  }

  protected focus(): void {
    this.search()?.nativeElement.focus();
  }

  protected takeFirst(event: Event): void {
    event.stopPropagation();
    const [first] = this.finding().found;
    if (first && this.finding().exact) this.take(first);
  }

  protected take(found: Found): void {
    if (found.kind === 'tool') this.hand.takeUp(found.tool.name);
    else this.chosen.emit(found.action);
    this.closed.emit();
  }

  private line(found: Found) {
    const [label, key] =
      found.kind === 'tool' ? [found.tool.label, found.tool.key] : [found.action.label, found.action.keys[0]];
    return {
      found,
      label,
      icon: found.kind === 'tool' ? found.tool.icon : null,
      keys: key && keysShown(key).replace('Shift+', '⇧'),
      pressed: found.kind === 'tool' && this.hand.name() === found.tool.name,
    };
  }
}
