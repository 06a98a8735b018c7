import { ChangeDetectionStrategy, Component } from '@angular/core';

/** Fingers of a right hand, palm down, as thick lines from the palm: x and y of tip, mm on the drawing. */
const FINGERS = [
  { finger: 1, base: [58, 104], tip: [14, 66] },
  { finger: 2, base: [66, 80], tip: [52, 22] },
  { finger: 3, base: [82, 76], tip: [82, 10] },
  { finger: 4, base: [97, 80], tip: [111, 18] },
  { finger: 5, base: [108, 90], tip: [142, 48] },
] as const;

/** How a hand lies when it is measured: flat, spread by itself, from outer edge to outer edge. */
@Component({
  selector: 'ks-hand-drawing',
  template: `<svg
    viewBox="0 -12 164 162"
    role="img"
    aria-label="A right hand flat on the table, palm down: 1-5 runs from the outer edge of the thumb to the outer edge of the fifth finger, 2-5 from the outer edge of the second."
  >
    <path class="palm" d="M60 96 Q84 78 108 92 L104 142 H66 Z" />
    @for (one of fingers; track one.finger) {
      <line
        class="finger"
        [attr.x1]="one.base[0]"
        [attr.y1]="one.base[1]"
        [attr.x2]="one.tip[0]"
        [attr.y2]="one.tip[1]"
      />
      <text [attr.x]="one.tip[0]" [attr.y]="one.tip[1] + 3">{{ one.finger }}</text>
    }
    <g class="measure">
      <path d="M6 60 V130 M150 42 V130 M6 126 H150 M6 126 l5 -3 M6 126 l5 3 M150 126 l-5 -3 M150 126 l-5 3" />
      <text x="34" y="122">1-5</text>
      <path d="M44 18 V-6 M44 -2 H150 M150 42 V-6 M44 -2 l5 -3 M44 -2 l5 3 M150 -2 l-5 -3 M150 -2 l-5 3" />
      <text x="62" y="-4">2-5</text>
    </g>
  </svg>`,
  styles: `
    svg {
      display: block;
      flex: none;
      width: 150px;
    }

    .palm {
      fill: var(--line);
      stroke: var(--line);
      stroke-width: 12;
      stroke-linejoin: round;
    }

    .finger {
      stroke: var(--line);
      stroke-width: 16;
      stroke-linecap: round;
    }

    text {
      font-size: 9px;
      font-weight: 700;
      text-anchor: middle;
      fill: var(--ink);
    }

    .measure path {
      fill: none;
      stroke: var(--ink);
      stroke-width: 0.9;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandDrawing {
  readonly fingers = FINGERS;
}
