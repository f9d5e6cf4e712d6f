import AxeBuilder from '@axe-core/playwright';

import { OwnServer } from '../server';
import { expect, testAlone as test } from '../test';

const TOKEN = 'kettle-lid-handle-spout';
const server = await OwnServer.make({ PENCIL_BEND_TOKEN: TOKEN });
test.use({ baseURL: server.address });
test.beforeAll(() => server.start('--demo'));
test.afterAll(() => server.end());

test('a browser without the token is asked for it, told when it is wrong, and led to where it wanted', async ({
  page,
}) => {
  await page.goto('/?bin');
  await expect(page.getByLabel('Token')).toBeFocused();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.keyboard.type('kettle-lid-handle-knob');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toHaveText('That is not the token.');
  await page.getByLabel('Token').fill(TOKEN);
  await page.getByRole('button', { name: 'Come in' }).click();
  await expect(page.getByRole('link', { name: 'Gooseneck kettle', exact: true })).toBeVisible();
  expect(page.url()).toContain(server.address);
  expect(page.url()).not.toContain(TOKEN);
  await page.reload();
  await expect(page.getByRole('link', { name: 'Gooseneck kettle', exact: true })).toBeVisible();
});
