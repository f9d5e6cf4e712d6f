import { defineConfig } from '@playwright/test';
import { against } from './browser';

export default defineConfig({ testDir: 'screenshots', timeout: 120_000, reporter: 'list', ...(await against(true)) });
