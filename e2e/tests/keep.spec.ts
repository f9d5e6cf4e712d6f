import { readFile, writeFile } from 'node:fs/promises';

import { BenchUser } from '../bench';
import { expect, test } from '../test';

test('saves a project as a file and brings it back to the last bit; a broken file is refused in words', async ({
  page,
}, info) => {
  const user = new BenchUser(page);
  await user.openKettle();
  await page.goto('/');
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save Gooseneck kettle as a file' }).first().click();
  const path = info.outputPath('kettle.pencilbend.json');
  await (await download).saveAs(path);
  const text = await readFile(path, 'utf8');
  const copy = info.outputPath('copy.json');
  await writeFile(copy, text.replace('Gooseneck kettle', 'Kettle from a file'));
  await page.getByLabel('Project file').setInputFiles(copy);
  const row = page.getByRole('listitem').filter({ hasText: 'Kettle from a file' });
  await expect(row).toBeVisible();
  const again = page.waitForEvent('download');
  await row.getByRole('link', { name: /^Save/ }).click();
  const second = info.outputPath('second.json');
  await (await again).saveAs(second);
  expect((await readFile(second, 'utf8')).replace('Kettle from a file', 'Gooseneck kettle')).toBe(text);

  const broken = info.outputPath('broken.json');
  await writeFile(broken, text.replace('"tolerance": 0.01', '"tolerance": "fine"'));
  await page.getByLabel('Project file').setInputFiles(broken);
  await expect(page.getByRole('alert')).toContainText(
    'The project file cannot be taken in: tolerance: must be a finite number',
  );
  await writeFile(broken, text.replace(/("Lip"[^]*?"at": \[\s*)[-\d.]+/, '$11e12'));
  await page.getByLabel('Project file').setInputFiles(broken);
  await expect(page.getByRole('alert')).toContainText('1e12 mm is more than 1,000,000 m');
});

test('a project that is not there says so and leads back', async ({ page }) => {
  await page.goto('/bench/nowhere');
  await expect(page.getByText("There is no project 'nowhere'")).toBeVisible();
  await page.getByRole('link', { name: 'Back to the projects' }).click();
  await expect(page.getByRole('heading', { name: 'Projects' })).toBeVisible();
});
