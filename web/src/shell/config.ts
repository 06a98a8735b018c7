import { provideHttpClient, withInterceptors } from '@angular/common/http';
import {
  type ApplicationConfig,
  ErrorHandler,
  provideBrowserGlobalErrorListeners,
  provideZonelessChangeDetection,
} from '@angular/core';
import { provideRouter, withComponentInputBinding, withPreloading, withRouterConfig } from '@angular/router';
import {
  CaretRightOutline,
  DeleteOutline,
  DownloadOutline,
  EditOutline,
  LoadingOutline,
  PauseOutline,
  PlusOutline,
  QuestionOutline,
  RedoOutline,
  RetweetOutline,
  UndoOutline,
} from '@ant-design/icons-angular/icons';
import { NZ_DATE_CONFIG, provideNzI18n, en_GB } from 'ng-zorro-antd/i18n';
import { provideNzIcons } from 'ng-zorro-antd/icon';
import { waitsWhileLocked } from '../services/access';
import { throughVisit } from '../services/visit';
import { PreloadLater } from './preload-later';
import { routes } from './routes';
import { Unexpected } from './unexpected';

export const appConfig: ApplicationConfig = {
  providers: [
    provideBrowserGlobalErrorListeners(),
    provideZonelessChangeDetection(),
    provideHttpClient(withInterceptors([throughVisit, waitsWhileLocked])),
    { provide: ErrorHandler, useExisting: Unexpected },
    provideRouter(
      routes,
      withComponentInputBinding(),
      // The token of a student's page is for all that is below it.
      withRouterConfig({ paramsInheritanceStrategy: 'always' }),
      withPreloading(PreloadLater),
    ),
    provideNzI18n(en_GB),
    // Weeks begin on Monday.
    { provide: NZ_DATE_CONFIG, useValue: { firstDayOfWeek: 1 } },
    provideNzIcons([
      CaretRightOutline,
      DeleteOutline,
      DownloadOutline,
      EditOutline,
      LoadingOutline,
      PauseOutline,
      PlusOutline,
      QuestionOutline,
      RedoOutline,
      RetweetOutline,
      UndoOutline,
    ]),
  ],
};
