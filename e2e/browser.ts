import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { PlaywrightTestConfig } from '@playwright/test';
import { freePort } from './freePort';

/**
 * The real server with the demo project in a data folder of its own, and Debian's Chromium with software WebGL; its
 * lines are `smooth` in pictures, and drawn fast in tests.
 */
export async function against(smooth: boolean): Promise<PlaywrightTestConfig> {
  // Every worker reads the configuration again, and inherits what the first reading chose.
  const port = (process.env['BROWSER_TESTS_PORT'] ??= String(await freePort()));
  return {
    workers: 2,
    use: {
      baseURL: `http://127.0.0.1:${port}`,
      viewport: { width: 1280, height: 800 },
      launchOptions: {
        executablePath: '/usr/bin/chromium',
        args: [
          '--no-sandbox',
          '--disable-background-networking',
          '--use-angle=swiftshader',
          '--enable-unsafe-swiftshader',
          // Without a graphics card, putting the page together there costs more than drawing it.
          '--disable-gpu-compositing',
          ...(smooth ? [] : ['--webgl-antialiasing-mode=none']),
        ],
      },
    },
    webServer: {
      command: 'node ../server/dist/main.js --demo',
      url: `http://127.0.0.1:${port}/api/health`,
      env: {
        PENCIL_BEND_PORT: port,
        PENCIL_BEND_DATA: mkdtempSync(join(tmpdir(), 'pencil-bend-data-')),
      },
    },
  };
}
