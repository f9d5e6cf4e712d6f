import { definePreset } from '@primeuix/themes';
import accordion from '@primeuix/themes/aura/accordion';
import badge from '@primeuix/themes/aura/badge';
import base from '@primeuix/themes/aura/base';
import button from '@primeuix/themes/aura/button';
import checkbox from '@primeuix/themes/aura/checkbox';
import contextmenu from '@primeuix/themes/aura/contextmenu';
import datatable from '@primeuix/themes/aura/datatable';
import dialog from '@primeuix/themes/aura/dialog';
import inputtext from '@primeuix/themes/aura/inputtext';
import message from '@primeuix/themes/aura/message';
import popover from '@primeuix/themes/aura/popover';
import progressbar from '@primeuix/themes/aura/progressbar';
import radiobutton from '@primeuix/themes/aura/radiobutton';
import ripple from '@primeuix/themes/aura/ripple';
import select from '@primeuix/themes/aura/select';
import selectbutton from '@primeuix/themes/aura/selectbutton';
import slider from '@primeuix/themes/aura/slider';
import splitter from '@primeuix/themes/aura/splitter';
import tabs from '@primeuix/themes/aura/tabs';
import textarea from '@primeuix/themes/aura/textarea';
import togglebutton from '@primeuix/themes/aura/togglebutton';
import toggleswitch from '@primeuix/themes/aura/toggleswitch';
import tooltip from '@primeuix/themes/aura/tooltip';
import tree from '@primeuix/themes/aura/tree';
import virtualscroller from '@primeuix/themes/aura/virtualscroller';

/** The base and the components that are used, without the tokens of all the others. */
const AURA = {
  ...base,
  components: {
    accordion,
    badge,
    button,
    checkbox,
    contextmenu,
    datatable,
    dialog,
    inputtext,
    message,
    popover,
    progressbar,
    radiobutton,
    ripple,
    select,
    selectbutton,
    slider,
    splitter,
    tabs,
    textarea,
    togglebutton,
    toggleswitch,
    tooltip,
    tree,
    virtualscroller,
  },
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
    // What is shown is so at once: a choice that fades in flickers each time its card is drawn.
    transitionDuration: '0s',
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
    accordion: {
      panel: { borderWidth: '0' },
      header: { padding: '9px 14px', fontWeight: '600', borderWidth: '1px 0 0 0' },
      content: { padding: '0 14px 14px' },
    },
    button: {
      root: { sm: { fontSize: '13px', paddingX: '9px', paddingY: '3px' } },
      colorScheme: {
        light: {
          outlined: { secondary: { color: '#23252b', borderColor: paper[300] } },
          text: { secondary: { color: '#474540' } },
        },
      },
    },
    datatable: { bodyCell: { padding: '0' }, headerCell: { padding: '2px 4px' } },
    dialog: { header: { padding: '14px 22px 4px' }, content: { padding: '8px 22px 20px' } },
    panel: {
      header: { padding: '8px 10px 8px 14px', borderWidth: '0 0 1px 0', borderColor: paper[200], borderRadius: '0' },
      root: { borderColor: 'transparent', borderRadius: '0' },
      content: { padding: '0' },
      title: { fontWeight: '600' },
    },
    message: {
      root: { borderWidth: '0' },
      colorScheme: {
        light: {
          secondary: {
            background: paper[50],
            borderColor: paper[200],
            color: '#474540',
            shadow: 'inset 0 0 0 1px #e6e1d4',
          },
          warn: { background: '#fdf3df', borderColor: '#eed9a8', color: '#8a5a00', shadow: 'inset 0 0 0 1px #eed9a8' },
        },
      },
      content: { padding: '8px 14px', gap: '10px' },
      text: { fontSize: '13px', fontWeight: '400' },
    },
    slider: {
      handle: {
        width: '16px',
        height: '16px',
        background: ink[500],
        hoverBackground: ink[600],
        content: { width: '0', height: '0' },
      },
      range: { background: ink[500] },
      track: { background: paper[300] },
    },
    splitter: { gutter: { background: paper[200] }, handle: { background: 'transparent' } },
    tabs: {
      tab: {
        padding: '6px 0 5px',
        fontWeight: '400',
        color: '#23252b',
        activeColor: '#23252b',
        activeBorderColor: '#c8431f',
      },
      activeBar: { background: '#c8431f' },
      tablist: { borderWidth: '0' },
      tabpanel: { padding: '0' },
    },
    togglebutton: {
      root: { padding: '0', borderRadius: '6px', fontWeight: '400', sm: { fontSize: '13px', padding: '0' } },
      content: { padding: '2px 8px', borderRadius: '5px', checkedShadow: 'none', sm: { padding: '2px 8px' } },
      colorScheme: {
        light: {
          root: {
            background: '#fffdf8',
            hoverBackground: paper[50],
            borderColor: paper[300],
            color: '#23252b',
            hoverColor: '#23252b',
            checkedBackground: ink[500],
            checkedBorderColor: ink[500],
            checkedColor: '#fffdf8',
          },
          content: { checkedBackground: ink[500] },
        },
      },
    },
    toggleswitch: {
      root: { width: '2rem', height: '1.15rem' },
      handle: { size: '0.75rem' },
      colorScheme: { light: { root: { background: paper[500], hoverBackground: paper[600] } } },
    },
    tooltip: { root: { background: '#23252b', color: '#fffdf8', padding: '0.3rem 0.5rem' } },
    tree: {
      root: { padding: '0', gap: '0', indent: '10px' },
      node: { padding: '0', borderRadius: '0', gap: '0' },
    },
  },
});

export const theme = {
  preset,
  options: { darkModeSelector: false as const, cssLayer: { name: 'primeng', order: 'primeng, own' } },
};
