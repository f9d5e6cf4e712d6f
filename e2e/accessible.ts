import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/**
 * Nothing that axe calls serious or critical. A panel that arrives just then can be looked at between being made and
 * being filled, so what is found is looked at again: a fault stays.
 */
export async function isAccessible(page: Page): Promise<void> {
  // One look takes long on a busy machine: there is time for another.
  await expect.poll(() => graveViolations(page), { timeout: 180_000 }).toEqual([]);
}

async function graveViolations(page: Page): Promise<[id: string, elements: string[]][]> {
  const { violations } = await new AxeBuilder({ page }).analyze();
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => [id, nodes.map(({ html }) => html)]);
}
