import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/** Nothing that axe calls serious or critical. */
export async function isAccessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).analyze();
  const grave = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
  expect(grave.map(({ id, nodes }) => [id, nodes.map(({ html }) => html)])).toEqual([]);
}
