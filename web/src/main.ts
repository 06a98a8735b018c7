import { bootstrapApplication } from '@angular/platform-browser';
import { Shell } from './shell/shell';
import { appConfig } from './shell/config';

bootstrapApplication(Shell, appConfig).catch((cause: unknown) => console.error(cause));
