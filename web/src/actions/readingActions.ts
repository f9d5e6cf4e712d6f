import type { BenchAction } from './workbench';

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
];
