import { defineConfig } from '@playwright/test';
import { against } from './browser';

export default defineConfig({ testDir: 'screenshots', reporter: 'list', ...against(4392, true) });
