import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { Store } from '@ngrx/store';
import { Tooltip } from 'primeng/tooltip';
import { keysShown } from '../actions/shortcuts';
import { ToolInHand } from '../session';
import { viewActions } from '../state/actions';
import type { BenchState } from '../state/reducers';
import { selectComb } from '../state/selectors';
import { entryOf, TOOLBAR, type ToolName } from '../tools/catalogue';
import { Icon } from '../ui/icon';
import { QuietButton } from '../ui/buttons';

/** The tools that are at hand over the sheet, and how it is looked at. */
@Component({
  selector: 'pb-toolbar',
  imports: [QuietButton, Icon, Tooltip],
  templateUrl: './toolbar.html',
  styleUrl: './toolbar.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { role: 'toolbar', 'aria-label': 'Tools' },
})
export class Toolbar {
  private readonly store: Store<BenchState> = inject(Store);
  protected readonly hand = inject(ToolInHand);
  protected readonly comb = this.store.selectSignal(selectComb);
  protected readonly groups = TOOLBAR.map((group) => group.map(shownTool));
  /** The tool in hand, where it is none of these. */
  protected readonly other = computed(() => {
    const name = this.hand.name();
    return TOOLBAR.flat().includes(name) ? null : shownTool(name);
  });

  /** Whether the palette with the other tools is open. */
  readonly paletteShown = input(false);
  readonly paletteToggled = output();
  readonly allWanted = output();

  protected toggleComb(): void {
    this.store.dispatch(viewActions.combShown({ shown: !this.comb().shown }));
  }
}

/** A tool with its key beside its name. */
function shownTool(name: ToolName) {
  const { label, key, icon } = entryOf(name);
  return { name, icon, label: key ? `${label} (${keysShown(key)})` : label };
}
