import { test as base, type BrowserContext, expect, type Page } from '@playwright/test';

export { type BrowserContext, type Download, expect, type Locator, type Page } from '@playwright/test';

/** What the browser itself writes: of what a test cuts off, and of its graphics driver. */
const OF_THE_BROWSER = [/^Failed to load resource/, /GL Driver Message/];

/** A page that fails its test by anything it writes to the console. */
async function watched(page: Page, use: (page: Page) => Promise<void>): Promise<void> {
  const written: string[] = [];
  page.on('pageerror', (error) => written.push(error.message));
  page.on('console', (message) => {
    if (!OF_THE_BROWSER.some((own) => own.test(message.text()))) written.push(message.text());
  });
  await use(page);
  expect(written).toEqual([]);
}

/** A test in a browser session of its own. */
export const testAlone = base.extend({ page: ({ page }, use) => watched(page, use) });

/** A test in a window of the worker's one browser session, where fonts, scripts and what was compiled of them lie. */
export const test = base.extend<object, { session: BrowserContext }>({
  session: [
    async ({ browser }, use, { project }) => {
      const { baseURL, viewport } = project.use;
      const session = await browser.newContext({ baseURL, viewport });
      await use(session);
      await session.close();
    },
    { scope: 'worker' },
  ],
  context: async ({ session }, use) => {
    await use(session);
    for (const page of session.pages()) await page.close();
  },
  page: async ({ context }, use) => watched(await context.newPage(), use),
});

/** Longest time that a test may take to its next sign of progress. */
const STALL_MS = 180_000;

/** For a long test: each call gives it time again, so that it fails where it stands still, not where it is slow. */
export function progress(): () => void {
  const start = Date.now();
  const sign = () => base.info().setTimeout(Date.now() - start + STALL_MS);
  sign();
  return sign;
}
