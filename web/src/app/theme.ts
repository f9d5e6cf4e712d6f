import { definePreset } from '@primeuix/themes';
import badge from '@primeuix/themes/aura/badge';
import base from '@primeuix/themes/aura/base';
import button from '@primeuix/themes/aura/button';
import contextmenu from '@primeuix/themes/aura/contextmenu';
import inputtext from '@primeuix/themes/aura/inputtext';
import popover from '@primeuix/themes/aura/popover';
import ripple from '@primeuix/themes/aura/ripple';
import tooltip from '@primeuix/themes/aura/tooltip';

/** The base and the components that are used, without the tokens of all the others. */
const AURA = {
  ...base,
  components: { badge, button, contextmenu, inputtext, popover, ripple, tooltip },
};

/** Ink on paper, one vermilion for what is selected; tokens in styles.css carry the same colours. */
const ink = {
  50: '#f6f4ee',
  100: '#ebe8df',
  200: '#dcd8cc',
  300: '#c2bdaf',
  400: '#96928a',
  500: '#23252b',
  600: '#1b1d22',
  700: '#15161a',
  800: '#101114',
  900: '#0b0c0e',
  950: '#060607',
};

const paper = {
  0: '#fffdf8',
  50: '#faf7f0',
  100: '#f3efe5',
  200: '#e6e1d4',
  300: '#d5cfc0',
  400: '#a8a397',
  500: '#7d7970',
  600: '#615e57',
  700: '#474540',
  800: '#33322f',
  900: '#23252b',
  950: '#15161a',
};

const preset = definePreset(AURA, {
  primitive: {
    borderRadius: { none: '0', xs: '2px', sm: '4px', md: '6px', lg: '8px', xl: '10px' },
  },
  semantic: {
    primary: ink,
    focusRing: { width: '2px', style: 'solid', color: '#cf4a28', offset: '1px', shadow: 'none' },
    formField: { paddingX: '0.5rem', paddingY: '0.3rem', borderRadius: '6px' },
    colorScheme: {
      light: {
        surface: paper,
        primary: { color: ink[500], contrastColor: '#fffdf8', hoverColor: ink[600], activeColor: ink[700] },
        formField: {
          background: '#fffdf8',
          borderColor: paper[300],
          hoverBorderColor: paper[400],
          focusBorderColor: ink[500],
        },
        text: { color: '#23252b', mutedColor: '#615e57' },
      },
    },
  },
  components: {
    button: {
      colorScheme: { light: { outlined: { secondary: { color: '#23252b', borderColor: paper[300] } } } },
    },
    tooltip: { root: { background: '#23252b', color: '#fffdf8', padding: '0.3rem 0.5rem' } },
  },
});

export const theme = {
  preset,
  options: { darkModeSelector: false as const, cssLayer: { name: 'primeng', order: 'primeng, own' } },
};
