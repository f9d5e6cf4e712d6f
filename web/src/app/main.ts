import { bootstrapApplication } from '@angular/platform-browser';
import { App } from './app';
import { appConfig } from './appConfig';
import './bothPages';

bootstrapApplication(App, appConfig).catch((error: unknown) => console.error(error));
