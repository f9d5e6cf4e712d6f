import { type SelectionAction, selectionActions } from './selectionActions';
import type { BenchAction, Workbench } from './workbench';

/** Does one of the things that can be done to what is selected, where it can. */
const selected =
  (kind: SelectionAction['kind']) =>
  ({ editing }: Workbench): void => {
    const action = selectionActions(editing.project(), editing.selection()).find((each) => each.kind === kind);
    if (action) editing.do(action.call);
  };

/** What is done to the drawing, and how it is looked at. */
export const SHEET_ACTIONS: readonly BenchAction[] = [
  {
    label: 'Group what is selected',
    group: 'drawing',
    keys: ['['],
    inMenu: (bench) => bench.editing.selection().items.length > 1,
    does: selected('group'),
  },
  { label: 'Ungroup', group: 'drawing', keys: [']'], does: selected('ungroup') },
  {
    label: 'Copy, cut, paste',
    group: 'drawing',
    keys: ['Ctrl+C', 'Ctrl+X', 'Ctrl+V'],
    native: true,
    does: () => undefined,
  },
  {
    label: 'Save points as a table',
    finds: 'export csv coordinates write file measured',
    group: 'drawing',
    keys: ['@'],
    inMenu: ({ editing }) => editing.selection().items.length > 0,
    does: ({ pointExport }) => pointExport.ask(),
  },
  {
    label: 'Copy as SVG',
    finds: 'clipboard vector illustration export',
    group: 'drawing',
    keys: ['}'],
    inMenu: ({ editing }) => editing.selection().items.length > 0,
    does: ({ handOver }) => void handOver.copySvg(),
  },
  {
    label: 'Bring in a file',
    finds: 'import open step iges svg csv json machine picture points curves',
    group: 'drawing',
    keys: ['Ctrl+O'],
    does: (bench) => bench.chooseFile(),
  },
  {
    label: 'Hand over',
    finds: 'export save files step iges svg pdf csv json machine cut print',
    group: 'drawing',
    keys: ['Ctrl+S'],
    inMenu: ({ editing }) => editing.selection().items.length > 0,
    does: ({ handOver }) => handOver.toggle(),
  },
  { label: 'Undo', finds: 'back', group: 'drawing', keys: ['Ctrl+Z'], does: ({ stepHistory }) => stepHistory.undo() },
  {
    label: 'Redo',
    finds: 'again forward',
    group: 'drawing',
    keys: ['Ctrl+Shift+Z', 'Ctrl+Y'],
    does: ({ stepHistory }) => stepHistory.redo(),
  },
  {
    label: 'History and stages',
    finds: 'versions stages steps',
    group: 'drawing',
    keys: ['h'],
    does: (bench) => bench.toggleHistory(),
  },

  {
    label: 'All in view',
    finds: 'fit zoom extents',
    group: 'looking',
    keys: ['a'],
    inMenu: () => true,
    does: (bench) => bench.showAll(),
  },
  {
    label: 'Names on the sheet',
    finds: 'labels text annotate',
    group: 'looking',
    keys: [':'],
    inMenu: ({ editing }) => editing.selection().items.length === 0,
    does: ({ viewports }) => viewports.showNames(!viewports.names()),
  },
  { label: 'Pan while held', group: 'looking', keys: ['Space'], whileHeld: true, does: (bench) => bench.holdSpace() },
  {
    label: 'What can be done here',
    group: 'looking',
    keys: ['m', 'ContextMenu', 'Shift+F10'],
    does: (bench) => bench.openMenu(),
  },
  {
    label: 'All shortcuts',
    finds: 'keys help',
    group: 'looking',
    keys: ['?'],
    does: (bench) => bench.toggleShortcuts(),
  },
];
