import { defineConfig } from '@playwright/test';
import { against } from './browser';

export default defineConfig({
  testDir: 'tests',
  // Limits for what hangs, not for what is slow: a busy machine has been eight times slower than a quiet one.
  timeout: 300_000,
  expect: { timeout: 90_000 },
  reporter: 'list',
  ...(await against(false)),
});
