import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/**
 * A small picture where there is nothing yet: a curve through five points; the same with its comb, read by our kernel;
 * or a graph of curvature, drawn by hand.
 */
@Component({
  selector: 'pb-small-picture',
  template: `
    <svg viewBox="0 -10 200 118" aria-hidden="true">
      @if (shows() === 'graph') {
        <path class="axis" d="M8 55H194" />
        <path class="one area" d="M8 55C24 47 50 23 66 23C80 23 84 47 94 55Z" />
        <path class="other area" d="M94 55C106 66 116 104 138 104C156 104 170 70 194 55Z" />
        <path
          class="curve"
          d="M8 55C24 47 50 23 66 23C80 23 84 47 94 55C106 66 116 104 138 104C156 104 170 70 194 55"
        />
        <circle class="point" cx="138" cy="104" r="3.6" />
      } @else {
        @if (shows() === 'comb') {
          <path class="one" [attr.d]="ONE" />
          <path class="other" [attr.d]="OTHER" />
        }
        <path class="curve" d="M10 88C24 88 38 90 52 84C68 77 82 64 96 50C110 37 121 25 138 22C155 19 172 26 190 34" />
        @for (at of POINTS; track at[0]) {
          <circle class="point" [attr.cx]="at[0]" [attr.cy]="at[1]" r="3.6" />
        }
      }
    </svg>
  `,
  styles: `
    :host {
      display: block;
      width: 200px;
    }

    svg {
      display: block;
      width: 100%;
      fill: none;
      overflow: visible;
    }

    .curve {
      stroke: var(--ink);
      stroke-width: 2;
      stroke-linecap: round;
    }

    .point {
      fill: var(--sheet);
      stroke: var(--vermilion);
      stroke-width: 2;
    }

    .axis {
      stroke: var(--hairline);
    }

    .one {
      stroke: var(--plum);
    }

    .other {
      stroke: var(--teal);
    }

    .area {
      stroke: none;
      opacity: 0.16;
    }

    .one.area {
      fill: var(--plum);
    }

    .other.area {
      fill: var(--teal);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SmallPicture {
  readonly shows = input.required<'points' | 'comb' | 'graph'>();

  protected readonly POINTS = [
    [10, 88],
    [52, 84],
    [96, 50],
    [138, 22],
    [190, 34],
  ] as const;
  /** The comb's teeth and tips on either side. */
  protected readonly ONE =
    'M17.8 88.1L17.8 91M25.7 88.1L25.8 94.1M33.5 87.7L34.3 97.4M41.3 86.7L43.6 100.6M48.9 85L54.2 103.2M56.3 82.3L64.2 99.6M63.2 78.6L71.1 91.5M69.7 74.2L76.3 83.1M75.8 69.3L80.7 75.1M81.6 64L84.7 67.4M87.3 58.6L88.6 60M10 88L17.8 91L25.8 94.1L34.3 97.4L43.6 100.6L54.2 103.2L64.2 99.6L71.1 91.5L76.3 83.1L80.7 75.1L84.7 67.4L88.6 60';
  protected readonly OTHER =
    'M98.4 47.6L96.6 45.7M104.2 42.2L100.7 38.5M110 37.1L105 31M116.2 32.3L109.4 22.9M122.8 28L114.6 13.8M129.8 24.5L121.3 3.8M137.3 22.1L131.4 -5.8M145.1 21.3L144.7 -2.8M152.9 21.8L155.3 4.1M160.6 23.3L163.6 11.1M168.1 25.5L170.7 17.5M175.5 28.1L177.3 23.3M182.8 31L183.7 28.7M92.5 52.8L96.6 45.7L100.7 38.5L105 31L109.4 22.9L114.6 13.8L121.3 3.8L131.4 -5.8L144.7 -2.8L155.3 4.1L163.6 11.1L170.7 17.5L177.3 23.3L183.7 28.7L190 34';
}
