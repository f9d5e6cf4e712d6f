import type { BenchAction, Workbench } from './workbench';

/** Shows only what is selected, and everything again. */
function showAlone({ editing, shown }: Workbench): void {
  if (!shown.isAlone() && editing.selection().items.length === 0) {
    return editing.notify('nothing is selected that could be shown alone');
  }
  shown.showAlone(!shown.isAlone());
}

/** What is done to read curves. */
export const READING_ACTIONS: readonly BenchAction[] = [
  {
    label: 'Curvature comb',
    finds: 'porcupine curvature hair',
    group: 'reading',
    keys: ['c'],
    does: (bench) => bench.toggleComb(),
  },
  {
    label: 'Next lump',
    finds: 'bump wrinkle fair unfair worst',
    group: 'reading',
    keys: ['>'],
    inMenu: () => true,
    does: ({ lumps }) => lumps.step(1),
  },
  {
    label: 'Lump before',
    finds: 'bump wrinkle fair unfair previous',
    group: 'reading',
    keys: ['<'],
    does: ({ lumps }) => lumps.step(-1),
  },
  {
    label: 'Only what is selected, and all again',
    now: ({ shown }) => (shown.isAlone() ? 'Show all again' : 'Show only what is selected'),
    finds: 'quiet isolate hide others',
    group: 'reading',
    keys: ['Shift+S'],
    inMenu: ({ editing, shown }) => shown.isAlone() || editing.selection().items.length > 0,
    does: showAlone,
  },
  {
    label: 'Mirror check',
    now: ({ mirrorCheck }) => (mirrorCheck.isOn() ? 'End the mirror check' : 'Mirror check'),
    finds: 'symmetry reflect other half ghost',
    group: 'reading',
    keys: ['='],
    inMenu: ({ editing, mirrorCheck }) => mirrorCheck.isOn() || editing.selection().items.length > 0,
    does: ({ editing, mirrorCheck }) => {
      if (!mirrorCheck.isOn() && editing.selection().items.length === 0) {
        return editing.notify('nothing is selected that could be shown mirrored');
      }
      mirrorCheck.toggle();
    },
  },
  {
    label: 'Only the sheet, and the panels again',
    finds: 'quiet full screen panels hide',
    group: 'reading',
    keys: ['#'],
    does: (bench) => bench.toggleBare(),
  },
];
