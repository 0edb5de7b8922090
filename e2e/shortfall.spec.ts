import { expect } from '@playwright/test'
import { codeHere, signIn, test } from './house'
import { mustBeUsable } from './usable'

test('a check that failed leads by clicks to a replacement batch inside its window', async ({ page }) => {
  await signIn(page)
  await expect(page.getByRole('heading', { name: 'Before all' })).toBeVisible()
  const first = page.getByRole('listitem').filter({ hasText: 'Can be mended until' }).filter({ hasText: /short, about/ }).last()
  await expect(first).toContainText(/\d+ short, about \d+ of \d+/)
  await first.getByRole('button', { name: /^See what can be done for/ }).click()
  await expect(first.getByRole('img', { name: /short, about/ })).toBeVisible()
  await expect(first.getByText('Buy in')).toBeVisible()
  await mustBeUsable(page, 'remedies')
  const plan = first.getByRole('link', { name: /^Plan it/ }).first()
  await plan.click()
  await expect(page.getByText(/missing of \d+/)).toBeVisible()
  await expect(page.getByText(/material is right in/)).toBeVisible()
  await page.getByRole('button', { name: /^Plan \d+ \w+/ }).click()
  const code = await codeHere(page)
  await page.getByRole('link', { name: /wanted$/ }).click()
  const order = page.getByRole('listitem').filter({ hasText: code }).last()
  await expect(order).toContainText(/About \d+ of \d+: a chance of/)
  await expect(order.getByRole('button', { name: 'Remedies' })).toBeHidden()
})
