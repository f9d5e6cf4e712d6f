import { defineConfig } from '@playwright/test';
import { against } from './browser';

export default defineConfig({ testDir: 'tests', timeout: 60_000, reporter: 'list', ...(await against(false)) });
