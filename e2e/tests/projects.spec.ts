import { OwnServer } from '../server';
import { expect, testAlone as test } from '../test';

const server = await OwnServer.make();
test.use({ baseURL: server.address });
test.beforeAll(() => server.start());
test.afterAll(() => server.end());

test('a first visit leads to the demo and to a new sheet', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'A bench for one job' })).toBeVisible();
  await page.getByRole('button', { name: 'Start a new sheet' }).click();
  await expect(page.getByRole('button', { name: 'Sheet 1', exact: true })).toBeVisible();
  await page.goto('/');
  await page.getByRole('button', { name: 'Put Sheet 1 into the bin' }).click();
  await page.getByRole('button', { name: 'Open the demo' }).click();
  await expect(page.getByRole('button', { name: 'Spout centre line', exact: true })).toBeVisible();
});

test('projects are renamed, duplicated, searched, sorted; the bin keeps them and gives them back', async ({ page }) => {
  await page.goto('/');
  const names = page
    .getByRole('listitem')
    .getByRole('link', { name: /kettle|sheet|teapot/i })
    .locator('.name');
  await page.getByRole('button', { name: 'Duplicate Gooseneck kettle' }).click();
  await expect(names).toHaveText(['Gooseneck kettle copy', 'Gooseneck kettle']);
  await page.getByRole('button', { name: 'Rename Gooseneck kettle copy' }).click();
  await expect(page.getByRole('textbox', { name: 'Name of Gooseneck kettle copy' })).toBeFocused();
  await page.keyboard.type('Teapot');
  await page.keyboard.press('Enter');
  await expect(names).toHaveText(['Teapot', 'Gooseneck kettle']);
  await page.getByRole('button', { name: 'New sheet' }).click();
  await page.getByRole('link', { name: 'Projects' }).click();
  await expect(names).toHaveText(['Sheet 1', 'Teapot', 'Gooseneck kettle']);
  await page.getByRole('group', { name: 'Sort by' }).getByRole('button', { name: 'Name' }).click();
  await expect(names).toHaveText(['Gooseneck kettle', 'Sheet 1', 'Teapot']);
  await page.getByLabel('Search projects by name').fill('GOOSE');
  await expect(names).toHaveText(['Gooseneck kettle']);
  await page.getByLabel('Search projects by name').fill('percolator');
  await expect(page.getByText('Nothing here is called ‘percolator’')).toBeVisible();
  await page.getByLabel('Search projects by name').fill('');

  await page.getByRole('button', { name: 'Put Teapot into the bin' }).click();
  await expect(page.getByText('Teapot lies in the bin for 30 days.')).toBeVisible();
  await page.getByRole('button', { name: 'Take it back' }).click();
  await expect(names).toHaveText(['Gooseneck kettle', 'Sheet 1', 'Teapot']);
  await page.getByRole('button', { name: 'Put Teapot into the bin' }).click();
  await page.getByRole('button', { name: 'Bin (2)' }).click();
  await page.getByRole('button', { name: 'Restore Teapot' }).click();
  await page.getByRole('button', { name: 'Delete Sheet 1 for good?' }).click();
  await page.getByRole('button', { name: 'Delete Sheet 1 for good', exact: true }).click();
  // The bin is empty: the projects are in sight again.
  await expect(page.getByRole('heading', { name: 'Projects' })).toBeVisible();
  await expect(names).toHaveText(['Gooseneck kettle', 'Sheet 1', 'Teapot']);
  await expect(page.getByRole('button', { name: /Bin/ })).toBeHidden();
});
