import { answer, expect, goToBench, makeOwnTank, openDemo, test, workingText } from './steps';

test('mixing a batch: salt and water, the label, then what batches taught', async ({ page }) => {
  await makeOwnTank(page, 'Bay Window', '300 l');
  await goToBench(page, 'mixing');
  await expect(answer(page)).toContainText('rough');
  await page.getByLabel('Saltwater wanted').fill('100');
  await page.getByLabel('Target salinity').fill('35');
  await page.getByLabel('Salt a litre at 35 ppt').fill('38');
  // 100 L × 38 g/L; (102.334 kg − 3.8 kg) ÷ 0.99705 kg/L by EOS-80 densities, UNESCO 1983.
  await expect(answer(page)).toContainText(/Weigh 3\.8\s?kg of salt into 98\.8\s?L of RO\/DI water/);
  expect(await workingText(page)).toContain('specific gravity 1.0264 at 25/25 °C');
  await page.getByLabel('Target salinity').fill('1.026 sg');
  await expect(page.getByText('34.5 ppt', { exact: true }).first()).toBeVisible();

  await page.getByLabel('Target salinity').fill('1.026');
  await expect(page.getByRole('main').getByRole('alert')).toContainText('1.026 looks like a specific gravity, not ppt');
  await page.getByRole('button', { name: 'Use 1.026 sg' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Not accepted' })).toHaveCount(0);

  await page.getByLabel('Saltwater wanted').fill('10 US gal');
  await page.getByRole('button', { name: 'Log this batch' }).click();
  await expect(page.getByText(/Logged a batch of 37\.9 L/).first()).toBeVisible();
  await goToBench(page, 'log');
  await expect(page.getByRole('region', { name: 'Entries' }).getByText(/37\.9 L mixed with/)).toBeVisible();
});

test('the demo’s salt is known better than its label', async ({ page }) => {
  await openDemo(page, 'mix');
  await expect(page.getByText(/learnt from \d+ measured batches; the label says 38 g\/L/)).toBeVisible();
  await expect(answer(page)).toContainText('worked out');
});
