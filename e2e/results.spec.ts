import { expect } from '@playwright/test'
import { isThere, signIn, test } from './house'

test('whether a block makes a difference is looked up, down to the batches, and the address can be sent', async ({ page }) => {
  await signIn(page, 'visitor', '/crops')
  await page.getByRole('link', { name: 'Results', exact: true }).click()
  await expect(page.getByText(/^By stock block /)).toBeVisible()
  await page.getByLabel('Sorted by').selectOption('month')
  await expect(page).toHaveURL(/by=month/)
  const groups = page.getByRole('list', { name: 'Groups' })
  await expect(groups.getByRole('heading', { name: /^(January|February|March|April|May|June|July|August|September|October|November|December)$/ }).first()).toBeVisible()
  await page.reload()
  await isThere(page)
  await groups.getByRole('button', { name: /^\d+ batch(es)? of / }).first().click()
  await groups.getByRole('link', { name: /^[A-Z]{3}-[3479]+$/ }).first().click()
  await expect(page).toHaveURL(/\/batches\/[A-Z]{3}-[3479]+$/)
  await page.goto('/crops/holly-black-gate')
  await page.getByRole('link', { name: 'What makes a difference' }).click()
  await expect(page).toHaveURL(/\/results\?crop=holly-black-gate$/)
  await expect(groups.getByRole('listitem').first()).toBeVisible()
})
