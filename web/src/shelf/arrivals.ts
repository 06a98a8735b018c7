import { ChangeDetectionStrategy, Component, effect, inject, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import type { FileSummary } from '@kettle-step/contract';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzIconModule } from 'ng-zorro-antd/icon';
import { NzProgressModule } from 'ng-zorro-antd/progress';
import { NzTableModule } from 'ng-zorro-antd/table';
import { NzUploadModule, type NzUploadFile } from 'ng-zorro-antd/upload';
import { ArrivalsStore, type Arrival } from './arrivals.store';

const FORMAT_WORDS: Readonly<Record<FileSummary['format'], string>> = {
  musicxml: 'MusicXML',
  abc: 'ABC',
  midi: 'MIDI',
};

const STATE_WORDS = {
  waiting: 'waiting',
  reading: 'reading…',
  asking: 'which one?',
  sending: 'working out a first fingering…',
  stored: 'on the shelf',
  refused: 'not taken',
  cancelled: 'left out',
} as const;

/** The door of the shelf: files come in, and a table tells what became of each. */
@Component({
  selector: 'ks-arrivals',
  imports: [FormsModule, NzButtonModule, NzIconModule, NzProgressModule, NzTableModule, NzUploadModule, RouterLink],
  providers: [ArrivalsStore],
  templateUrl: './arrivals.html',
  styleUrl: './arrivals.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Arrivals {
  readonly store = inject(ArrivalsStore);
  /** A piece has come onto the shelf. */
  readonly arrived = output();
  readonly stateWords = STATE_WORDS;

  constructor() {
    let before = 0;
    effect(() => {
      const stored = this.store.stored();
      if (stored > before) this.arrived.emit();
      before = stored;
    });
  }

  /** Takes files from the picker or a drop; answering false keeps the upload component from sending them itself. */
  readonly take = (file: NzUploadFile): boolean => {
    this.store.take(file as unknown as File);
    return false;
  };

  summaryOf({ state }: Arrival): FileSummary | undefined {
    return 'summary' in state ? state.summary : undefined;
  }

  factsOf({ format, title, bars, notes }: FileSummary): string {
    return `${title} · ${FORMAT_WORDS[format]} · ${bars} bars · ${notes} notes`;
  }

  /** What the file holds besides what is read, as choices of one list. */
  choicesOf({ tunes, parts }: FileSummary): readonly { readonly value: string; readonly label: string }[] {
    if (tunes.length > 1)
      return tunes.map((title, index) => ({ value: String(index), label: `${index + 1}. ${title}` }));
    return parts.map(({ id, name, staves }) => ({
      value: id,
      label: `${name} (${staves === 1 ? 'one staff' : `${staves} staves`})`,
    }));
  }

  chosenOf({ choice }: Arrival, { tunes, parts }: FileSummary): string {
    return tunes.length > 1 ? String(choice.tune) : (parts.find(({ chosen }) => chosen)?.id ?? '');
  }

  choose({ number }: Arrival, { tunes }: FileSummary, value: string): void {
    this.store.choose(number, tunes.length > 1 ? { parts: [], tune: Number(value) } : { parts: [value], tune: 0 });
  }
}
