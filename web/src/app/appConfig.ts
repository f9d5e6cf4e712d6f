import { provideHttpClient } from '@angular/common/http';
import {
  type ApplicationConfig,
  CSP_NONCE,
  provideBrowserGlobalErrorListeners,
  provideZonelessChangeDetection,
} from '@angular/core';
import { provideRouter, withComponentInputBinding, withPreloading } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideStore } from '@ngrx/store';
import { providePrimeNG } from 'primeng/config';
import { PreloadWhenIdle } from './preloadWhenIdle';
import { routes } from './routes';
import { theme } from './theme';

/** The nonce the server put into the page, for style sheets made at run time. */
const nonce = document.querySelector<HTMLElement>('pb-root')?.getAttribute('ngCspNonce') ?? '';

export const appConfig: ApplicationConfig = {
  providers: [
    provideBrowserGlobalErrorListeners(),
    provideZonelessChangeDetection(),
    { provide: CSP_NONCE, useValue: nonce },
    provideHttpClient(),
    provideRouter(routes, withComponentInputBinding(), withPreloading(PreloadWhenIdle)),
    provideStore(),
    provideEffects(),
    providePrimeNG({ theme, csp: { nonce }, ripple: false }),
  ],
};
