import { expect, type Page } from '@playwright/test'
import { signIn, apart as test } from './house'
import { mustBeUsable } from './usable'

const openOrder = async (page: Page) => {
  await page.goto('/wanted')
  await page.getByRole('button', { name: 'New order' }).click()
  return page.getByRole('form', { name: 'New order' })
}

const orders = async (page: Page): Promise<{ plants: number; note: string | null; priority: string; readyWeek: string }[]> =>
  (await (await page.request.get('/api/wanted')).json()).wanted

test('an order is kept as it was meant, however it is typed', async ({ page }) => {
  await signIn(page)
  const order = await openOrder(page)
  await order.getByLabel('Crop').selectOption({ label: "Catmint 'Millrace'" })
  const plants = order.getByLabel('Good plants', { exact: true })
  await plants.fill('1.000')
  await expect(order.getByText('1.000 is')).toBeVisible()
  await mustBeUsable(page, 'a number that can be read in two ways', 'form')
  await order.getByRole('button', { name: 'Note it' }).click()
  await expect(order.getByRole('alert')).toContainText('Good plants can be read as 1000 or as 1')
  await order.getByRole('button', { name: /^1\s000$/ }).click()
  await expect(plants).toHaveValue('1000')
  await order.getByRole('button', { name: 'Choose the week: Ready week' }).click()
  await mustBeUsable(page, 'the weeks of a year', 'form')
  await order.getByRole('button', { name: /^week 41 of 2027/ }).click()
  await expect(order.getByRole('textbox', { name: 'Ready week' })).toHaveValue('2027-W41')
  const shown = await order.getByLabel('Priority').evaluate((select: HTMLSelectElement) => select.selectedOptions[0]?.textContent)
  await order.getByLabel('Note').fill('as it was meant')
  await order.getByRole('button', { name: 'Note it' }).click()
  await expect(page.getByText('Catmint').first()).toBeVisible()
  await expect.poll(async () => (await orders(page)).filter(({ note }) => note === 'as it was meant')).toHaveLength(1)
  const kept = (await orders(page)).find(({ note }) => note === 'as it was meant')
  expect([kept?.plants, kept?.readyWeek, kept?.priority]).toEqual([1000, '2027-W41', shown])
})

test('an order whose answer was lost is kept once', async ({ page, context }) => {
  await signIn(page)
  const order = await openOrder(page)
  await order.getByLabel('Crop').selectOption({ label: "Catmint 'Millrace'" })
  await order.getByLabel('Good plants', { exact: true }).fill('77')
  await order.getByLabel('Note').fill('sent twice')
  let lost = 0
  await context.route('**/api/wanted', async (route) => {
    if (route.request().method() !== 'POST' || lost > 1) return route.fallback()
    lost += 1
    // The server has it; the answer goes astray.
    await route.fetch()
    await route.abort('connectionreset')
  })
  await order.getByRole('button', { name: 'Note it' }).click()
  await expect(page.getByText('Sent; no answer yet. Asking again.')).toBeVisible()
  await expect(order).toBeHidden()
  expect((await orders(page)).filter(({ note }) => note === 'sent twice')).toHaveLength(1)
  expect(lost).toBe(2)
})

test('what is half typed waits in its form', async ({ page, context }) => {
  await signIn(page)
  let order = await openOrder(page)
  await order.getByLabel('Note').fill('half of it')
  await page.getByRole('link', { name: 'Stock', exact: true }).click()
  await expect(page.getByRole('dialog')).toContainText('It waits in this form until you come back')
  await mustBeUsable(page, 'leaving a form')
  await page.getByRole('button', { name: 'Stay' }).click()
  await expect(order.getByLabel('Note')).toHaveValue('half of it')
  await page.getByRole('link', { name: 'Stock', exact: true }).click()
  await expect(page).toHaveURL(/\/stock/)
  await page.goBack()
  for (const again of ['back', 'refresh']) {
    if (again === 'refresh') await page.reload()
    order = await openOrder(page)
    await expect(order.getByLabel('Note')).toHaveValue('half of it')
  }
  await page.getByRole('heading', { name: 'What is wanted' }).click()
  await page.keyboard.press('t')
  await expect(page.getByRole('dialog')).toBeVisible()
  await page.getByRole('button', { name: 'Stay' }).click()

  // The session ends meanwhile: signed in again in place, it goes on.
  await context.clearCookies()
  await order.getByLabel('Crop').selectOption({ label: "Catmint 'Millrace'" })
  await order.getByLabel('Good plants', { exact: true }).fill('31')
  await order.getByRole('button', { name: 'Note it' }).click()
  const again = page.getByRole('dialog', { name: 'Sign in again' })
  await expect(again).toBeVisible()
  await mustBeUsable(page, 'signing in again')
  await again.getByLabel('Sign-in name').fill('ines')
  await again.getByLabel('Password').fill('wet-cradle-demo')
  await again.getByRole('button', { name: 'Sign in' }).click()
  await expect(again).toBeHidden()
  await expect(order.getByLabel('Note')).toHaveValue('half of it')
  await order.getByRole('button', { name: 'Note it' }).click()
  await expect(order).toBeHidden()
  expect((await orders(page)).filter(({ note }) => note === 'half of it')).toHaveLength(1)
})

test('who signs in where another’s session ended finds the room read anew, and nothing that the other typed', async ({ page, context }) => {
  await signIn(page)
  const order = await openOrder(page)
  await order.getByLabel('Note').fill('hers alone')
  await context.clearCookies()
  await page.reload()
  // The room is there already and asks in place, or the door is, whichever the device knew first.
  await page.getByLabel('Sign-in name').fill('bo')
  await page.getByLabel('Password').fill('wet-cradle-demo')
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(page.getByLabel('Password')).toBeHidden()
  await expect(page.getByText('could not be read')).toHaveCount(0)
  await expect(page.getByRole('slider', { name: 'Week shown' })).toHaveAttribute('aria-valuetext', /crops in season/)
  await page.goto('/')
  expect(await page.evaluate(() => Object.keys(sessionStorage).filter((key) => key.includes('typed')))).toEqual([])
})
