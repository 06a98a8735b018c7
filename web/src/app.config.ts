import { provideHttpClient } from '@angular/common/http';
import {
  type ApplicationConfig,
  provideBrowserGlobalErrorListeners,
  provideZonelessChangeDetection,
} from '@angular/core';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import {
  CaretRightOutline,
  DeleteOutline,
  DownloadOutline,
  EditOutline,
  ExclamationCircleOutline,
  LeftOutline,
  LoadingOutline,
  PauseOutline,
  PlusOutline,
  QuestionOutline,
  RedoOutline,
  RetweetOutline,
  UndoOutline,
  UnlockOutline,
  UserOutline,
} from '@ant-design/icons-angular/icons';
import { provideNzI18n, en_GB } from 'ng-zorro-antd/i18n';
import { provideNzIcons } from 'ng-zorro-antd/icon';
import { routes } from './app.routes';

export const appConfig: ApplicationConfig = {
  providers: [
    provideBrowserGlobalErrorListeners(),
    provideZonelessChangeDetection(),
    provideHttpClient(),
    provideRouter(routes, withComponentInputBinding()),
    provideNzI18n(en_GB),
    provideNzIcons([
      CaretRightOutline,
      DeleteOutline,
      DownloadOutline,
      EditOutline,
      ExclamationCircleOutline,
      LeftOutline,
      LoadingOutline,
      PauseOutline,
      PlusOutline,
      QuestionOutline,
      RedoOutline,
      RetweetOutline,
      UndoOutline,
      UnlockOutline,
      UserOutline,
    ]),
  ],
};
