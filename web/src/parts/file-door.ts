import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzUploadModule, type NzUploadFile } from 'ng-zorro-antd/upload';

/** A button that lets one choose a file of the disk. */
@Component({
  selector: 'ks-file-door',
  imports: [NzButtonModule, NzUploadModule],
  template: `<nz-upload [nzAccept]="accept()" [nzShowUploadList]="false" [nzDisabled]="busy()" [nzBeforeUpload]="take">
    <button nz-button type="button" [nzSize]="small() ? 'small' : 'default'" [disabled]="busy()">
      <ng-content />
    </button>
  </nz-upload>`,
  styles: ':host { display: inline-block; }',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FileDoor {
  /** Endings, separated by commas. */
  readonly accept = input.required<string>();
  readonly busy = input(false);
  readonly small = input(false);
  readonly chosen = output<File>();

  /** The file is ours from here: nothing is sent by itself. */
  readonly take = (file: NzUploadFile): boolean => {
    this.chosen.emit(file as unknown as File);
    return false;
  };
}
