import { ToolInHand } from '../../session/toolInHand';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { keysShown } from '../../actions/shortcuts';
import { Icon } from '../../ui/icon';
import type { ToolName } from '../../tools/table';
import { TOOL_GROUPS } from '../../tools/contract';
import { TOOLS } from '../../tools/table';

/** All tools with their names: found by eye, or by a few letters. */
@Component({
  selector: 'pb-palette',
  imports: [Icon],
  template: `
    <header>
      <input
        #search
        type="search"
        placeholder="Find a tool"
        aria-label="Find a tool"
        [value]="wanted()"
        (input)="wanted.set(search.value)"
        (keydown.enter)="takeFirst($event)"
        (keydown.escape)="closed.emit()"
      />
      <button type="button" aria-label="Close the tools" (click)="closed.emit()"><pb-icon name="close" /></button>
    </header>
    @for (group of groups(); track group.name) {
      <section>
        <h3>{{ group.name }}</h3>
        <ul>
          @for (tool of group.tools; track tool.name) {
            <li>
              <button
                type="button"
                [class.pressed]="hand.name() === tool.name"
                [attr.aria-pressed]="hand.name() === tool.name"
                (click)="take(tool.name)"
              >
                <pb-icon [paths]="tool.icon" /><span>{{ tool.label }}</span>
                @if (tool.keys) {
                  <kbd>{{ tool.keys }}</kbd>
                }
              </button>
            </li>
          }
        </ul>
      </section>
    } @empty {
      <p class="quiet">No tool is called that.</p>
    }
  `,
  styleUrl: './palette.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { role: 'dialog', 'aria-label': 'All tools' },
})
export class Palette {
  protected readonly hand = inject(ToolInHand);
  readonly closed = output();
  private readonly search = viewChild.required<ElementRef<HTMLInputElement>>('search');
  protected readonly wanted = signal('');

  protected readonly groups = computed(() => {
    const letters = this.wanted().trim().toLowerCase();
    return Object.entries(TOOL_GROUPS)
      .map(([group, name]) => ({
        name,
        tools: TOOLS.filter((tool) => tool.group === group && tool.label.toLowerCase().includes(letters)).map(
          (tool) => ({
            ...tool,
            keys: tool.key && keysShown(tool.key).replace('Shift+', '⇧'),
          }),
        ),
      }))
      .filter(({ tools }) => tools.length > 0);
  });

  constructor() {
    effect(() => this.search().nativeElement.focus());
  }

  protected takeFirst(event: Event): void {
    event.stopPropagation();
    const wanted = this.wanted().trim().toLowerCase();
    const found = this.groups().flatMap(({ tools }) => tools);
    // What is called just so comes first.
    const first = found.find((tool) => tool.label.toLowerCase() === wanted) ?? found[0];
    if (first) this.take(first.name);
  }

  protected take(tool: ToolName): void {
    this.hand.takeUp(tool);
    this.closed.emit();
  }
}
