import { expect } from '@playwright/test'
import { mustBeUsable, signIn, test } from './house'

test('a weaning is walked on the phone: begun after its check, the next step put off, all of it taken back', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await signIn(page, 'bo')
  const wean = page.getByRole('button', { name: /^Wean / }).first()
  const code = /([A-Z]{3}-\d+)$/.exec((await wean.getAttribute('aria-label')) ?? '')?.[1] ?? ''
  await wean.click()
  const form = page.getByRole('region', { name: `Wean ${code}` })
  await expect(form).toContainText('Step 1 of 2')
  await mustBeUsable(page, 'a step of weaning on a phone')
  await form.getByLabel('Day').fill('2027-05-13')
  await form.getByRole('button', { name: 'Done', exact: true }).click()
  await expect(form.getByRole('alert')).toContainText('put it off to that day instead')
  await form.getByLabel('Day').fill('2027-05-12')
  await form.getByRole('button', { name: 'Done', exact: true }).click()
  await expect(form).toBeHidden()

  await page.goto(`/batches/${code}`)
  const steps = page.getByRole('region', { name: 'Weaning' })
  await expect(steps.getByRole('listitem').first()).toContainText('done 12 May')
  await steps.getByRole('button', { name: 'Put off a week' }).click()
  await expect(steps.getByRole('listitem').nth(1)).toContainText('put off to 19 May')
  await expect(page.getByRole('img', { name: /^The course of/ })).toHaveAttribute('aria-label', /weaning from 12 May, weaning from 19 May/)
  await page.getByText('Stage by stage, with its jobs').click()
  await mustBeUsable(page, 'the course of a batch on a phone')

  await steps.getByRole('button', { name: 'Undo step 1' }).click()
  await expect(steps.getByRole('listitem').first()).not.toContainText('done')
  await expect(steps.getByRole('listitem').nth(1)).not.toContainText('put off')
  await page.goto('/')
  await expect(page.getByRole('button', { name: new RegExp(`^Wean .*${code}$`) })).toBeVisible()
})

test('the course of a way is drawn on its sheet', async ({ page }) => {
  await signIn(page)
  await page.goto('/crops/holly-black-gate')
  await expect(page.getByRole('img', { name: /^Its course: collected and held, under mist, weaning/ })).toBeVisible()
})
