import { defineConfig } from '@playwright/test';
import { against } from './browser';

export default defineConfig({
  testDir: 'tests',
  timeout: 120_000,
  expect: { timeout: 20_000 },
  reporter: 'list',
  ...(await against(false)),
});
