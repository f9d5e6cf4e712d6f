import { defineConfig } from '@playwright/test';
import { against } from './browser';

export default defineConfig({ testDir: 'screenshots', reporter: 'list', ...(await against(true)) });
