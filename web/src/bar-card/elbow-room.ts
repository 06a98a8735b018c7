import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { FINGERS, SURE_FROM, type Finger } from '@kettle-step/core';
import { effortFigure } from '../parts/words';

interface Column {
  readonly finger: Finger;
  readonly possible: boolean;
  readonly chosen: boolean;
  readonly height: number;
  readonly figure: string;
  readonly spoken: string;
}

/** Extra effort that fills a column. */
const FULL_EFFORT = 6;

/** Extra effort with its sign; a figure below nothing means that a fixed finger is dearer than this one. */
const signed = (more: number): string => (more < 0 ? `−${effortFigure(-more)}` : `+${effortFigure(more)}`);

const judge = (more: number): string => {
  if (more < -0.3) return 'better';
  if (more < 0.3) return 'as good';
  if (more < 1) return 'nearly as good';
  return more < 3 ? 'costs something' : 'costs much';
};

/** Five small columns, one for each finger: how much worse the whole passage gets when it is forced here. */
@Component({
  selector: 'ks-elbow-room',
  templateUrl: './elbow-room.html',
  styleUrl: './elbow-room.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ElbowRoom {
  readonly room = input.required<readonly (number | null)[]>();
  readonly finger = input.required<Finger | null>();
  readonly chooseFinger = output<Finger>();

  readonly columns = computed((): readonly Column[] =>
    FINGERS.map((finger) => {
      const more = this.room()[finger - 1] ?? null;
      const chosen = finger === this.finger();
      return {
        finger,
        chosen,
        possible: more !== null,
        height: more === null ? 0 : Math.max(3, Math.min(100, (100 * more) / FULL_EFFORT)),
        figure: more === null ? 'no' : chosen ? '·' : signed(more),
        spoken:
          more === null
            ? `Finger ${finger}: not possible here`
            : `Finger ${finger}${chosen ? ', chosen' : `: effort ${signed(more)}, ${judge(more)}`}`,
      };
    }),
  );

  readonly summary = computed(() => {
    const others = this.room().filter((more, index): more is number => more !== null && index + 1 !== this.finger());
    const close = others.filter((more) => more < 1).length;
    if (others.some((more) => more < -0.3)) return 'Another finger would be easier; this one holds because you set it.';
    if (others.length === 0) return 'No other finger can play here.';
    if (others.every((more) => more >= SURE_FROM)) return 'No real choice: every other finger costs more.';
    if (close === 0) return 'Every other finger costs a little more.';
    return close === 1
      ? 'One other finger would do nearly as well.'
      : `${close} other fingers would do nearly as well.`;
  });
}
