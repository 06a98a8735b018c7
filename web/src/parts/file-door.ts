import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { NzUploadModule, type NzUploadFile } from 'ng-zorro-antd/upload';

/** A button that lets one choose a file of the disk. */
@Component({
  selector: 'ks-file-door',
  imports: [NzUploadModule],
  template: `<nz-upload [nzAccept]="accept()" [nzShowUploadList]="false" [nzDisabled]="busy()" [nzBeforeUpload]="take">
    <!-- The door itself is the button, for keys and readers too; this only looks like one. -->
    <span class="ant-btn" [class.ant-btn-sm]="small()"><ng-content /></span>
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
