import { expect } from '@playwright/test'
import { signIn, test } from './house'
import { mustBeUsable } from './usable'

test('plants are called back from their block: lots are not sent, it says whom to tell, and it is lifted again', async ({ page }) => {
  await signIn(page, 'ines', '/stock/DA-1')
  await page.getByRole('link', { name: 'Trace', exact: true }).click()
  await expect(page.getByRole('heading', { name: /^Trace of DA-1/ })).toBeVisible()
  await mustBeUsable(page, 'a trace')
  const told = page.getByRole('region', { name: 'Whom to tell' })
  await expect(told).toContainText('Bellwether Parks Contract')
  await page.getByLabel('Why it is called back').fill('a wilt in its bed')
  await page.getByRole('button', { name: 'Call back all that came of it' }).click()
  const recall = page.getByRole('region', { name: 'Recall' })
  await expect(recall).toContainText('Called back: a wilt in its bed')
  await mustBeUsable(page, 'a trace that is called back')

  await page.getByRole('region', { name: 'Lots' }).getByRole('link', { name: /^P\d+$/ }).last().click()
  await expect(page.getByText('Called back: a wilt in its bed.', { exact: false })).toBeVisible()
  await page.getByRole('link', { name: 'Trace', exact: true }).click()
  await page.getByRole('region', { name: 'Batches' }).getByRole('link', { name: /^[A-Z]{3}-\d+$/ }).first().click()
  await expect(page.getByText('It is counted for no order until that is lifted.', { exact: false })).toBeVisible()

  await page.goto('/trace/block/DA-1')
  await page.getByLabel('Why it is lifted').fill('tested, and clean')
  await page.getByRole('button', { name: 'Lift the recall' }).click()
  await expect(page.getByRole('button', { name: 'Call back all that came of it' })).toBeVisible()
})
