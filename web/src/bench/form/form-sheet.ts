import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { PEDAL_WAYS } from '@kettle-step/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { HAND_WORDS } from '../../parts/words';
import { Links } from '../../session/links';
import { FormStore, type PedalWay } from './form.store';

const PEDAL_WORDS: Readonly<Record<PedalWay, string>> = {
  'as-written': 'as written',
  none: 'none',
  'each-harmony': 'changed with each harmony',
  'first-beats': 'first beats, up on the last',
  'phrase-ends': 'each harmony, up at phrase ends',
};

const OCTAVE_CHOICES = [
  { octaves: null, words: 'as written' },
  { octaves: 1, words: 'an octave higher' },
  { octaves: -1, words: 'an octave lower' },
  { octaves: 0, words: 'in the same octave' },
] as const;

/** How the piece is played from beginning to end: order, sections, their links, and the pedal. */
@Component({
  selector: 'ks-form-sheet',
  imports: [FormsModule, NzButtonModule, NzInputModule],
  templateUrl: './form-sheet.html',
  styleUrl: './form-sheet.less',
  providers: [FormStore, Links],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FormSheet {
  readonly store = inject(FormStore);
  readonly handWords = HAND_WORDS;
  readonly pedalWays = PEDAL_WAYS;
  readonly pedalWords = PEDAL_WORDS;
  readonly octaveChoices = OCTAVE_CHOICES;
  wayHere: PedalWay = 'each-harmony';

  begin(number: string, name: HTMLInputElement): void {
    this.store.begin(Number(number), name.value);
    name.value = '';
  }

  setPedal(first: string, last: string, way: PedalWay): void {
    this.store.setPedal(Number(first), Number(last || first), way);
  }
}
