import { bootstrapApplication } from '@angular/platform-browser';
import { App } from './app';
import { appConfig } from './appConfig';

bootstrapApplication(App, appConfig).catch((error: unknown) => console.error(error));
