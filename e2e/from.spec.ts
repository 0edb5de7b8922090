import { expect } from '@playwright/test'
import { signIn, test } from './house'
import { mustBeUsable } from './usable'

test('an order is only from one block: nothing else is offered', async ({ page }) => {
  await signIn(page, 'ines', '/wanted')
  await page.getByRole('button', { name: 'New order' }).click()
  const form = page.getByRole('form', { name: /order/i })
  await form.getByLabel('Crop').selectOption({ label: "Hebe 'Copperlight'" })
  await form.getByLabel('Good plants', { exact: true }).fill('40')
  await form.getByLabel('Only from').fill('somewhere')
  await form.getByRole('button', { name: /Note/ }).click()
  await expect(form.getByText('is none of the blocks, populations or growers', { exact: false })).toBeVisible()
  await expect(form.getByLabel('Only from')).toHaveValue('somewhere')
  await form.getByLabel('Only from').fill('he-2')
  await form.getByRole('button', { name: /Note/ }).click()
  await page.waitForURL('**/plan')
  await page.goto('/wanted?q=he-2')
  await expect(page.getByText('only from HE-2')).toBeVisible()
  const order = (await (await page.request.get('/api/wanted')).json()).wanted.find((one: { onlyFrom: string | null }) => one.onlyFrom)
  await page.goto(`/wanted/${order.id}/plan`)
  await page.getByRole('heading', { name: 'Where it lies' }).waitFor()
  await expect(page.getByText('HE-2').first()).toBeVisible()
  await expect(page.getByText('HE-1')).toHaveCount(0)
  await expect(page.getByText('HE-3')).toHaveCount(0)
})

test('an order of two lines under one number of its customer; what is wrong is told in its line', async ({ page }) => {
  await signIn(page, 'office', '/wanted')
  await page.getByRole('button', { name: 'New order' }).click()
  const form = page.getByRole('form', { name: 'New order' })
  await form.getByLabel('Crop', { exact: true }).selectOption({ label: "Hebe 'Copperlight'" })
  await form.getByLabel('Good plants', { exact: true }).fill('40')
  await form.getByRole('button', { name: 'Another line' }).click()
  await form.getByLabel('Crop, line 2').selectOption({ label: "Catmint 'Millrace'" })
  await form.getByLabel('Good plants, line 2', { exact: true }).fill('none')
  await form.getByLabel('Customer').fill('Oxlow Landscape')
  await form.getByLabel('Their order number').fill('OX 12')
  await mustBeUsable(page, 'an order of two lines')
  await form.getByRole('button', { name: 'Note it' }).click()
  const second = form.getByRole('group', { name: 'Line 2' })
  await expect(second.getByLabel('Good plants, line 2', { exact: true })).toHaveAttribute('aria-invalid', 'true')
  await second.getByLabel('Good plants, line 2', { exact: true }).fill('30')
  await form.getByRole('button', { name: 'Note it' }).click()
  await page.waitForURL('**/batches/draft')
  await page.goto('/wanted?customer=Oxlow+Landscape&reference=OX+12')
  await expect(page.getByRole('link', { name: 'their order OX 12' })).toHaveCount(2)
})

test('a delivery note says what was sent, of which lots, and where they come from', async ({ page }) => {
  await signIn(page, 'ines', '/wanted')
  const { seasons } = await (await page.request.get('/api/wanted')).json()
  const sent = (await (await page.request.get(`/api/wanted?season=${seasons[0].year}`)).json()).wanted.find(
    (one: { sent: unknown[]; customer: string | null }) => one.sent.length > 0 && one.customer,
  )
  await page.goto(`/wanted/${sent.id}/note`)
  const note = page.getByRole('article', { name: 'Delivery note' })
  await expect(note).toContainText(sent.customer)
  await expect(note).toContainText(`Lot ${sent.sent[0].lot}`)
  await expect(note.getByRole('row', { name: /in all/ })).toContainText(
    String(sent.sent.reduce((sum: number, one: { count: number }) => sum + one.count, 0)),
  )
  await mustBeUsable(page, 'a delivery note')
})

test('rooted stems are ordered by the bundle, lifted and tied, and stand so on the delivery note', async ({ page }) => {
  await signIn(page, 'ines', '/wanted')
  const { batches } = await (await page.request.get('/api/batches')).json()
  // Of several lines each would be counted by itself.
  const rooting = batches.find(
    (one: { isStuck: boolean; leftBenchOn: string | null; count: number; lines: number; states: { stuck: number } }) =>
      one.isStuck && one.leftBenchOn === null && one.count > 60,
  )
  const { stuck, rooted } = await (await page.request.get(`/api/batches/${rooting.code}/job?line=1`)).json()
  await page.getByRole('button', { name: 'New order' }).click()
  const form = page.getByRole('form', { name: /order/i })
  await form.getByLabel('Crop').selectOption({ label: rooting.crop })
  await form.getByLabel('Good plants', { exact: true }).fill('40')
  await form.getByLabel('Leaves in or as').selectOption({ label: 'bundle of 25' })
  await form.getByLabel('Customer').fill('Oxlow Landscape')
  await form.getByRole('button', { name: /Note/ }).click()
  await expect(form.getByText('is no whole number of bundles of 25: 25 or 50')).toBeVisible()
  await form.getByLabel('Good plants', { exact: true }).fill('50')
  await form.getByRole('button', { name: /Note/ }).click()
  await page.waitForURL('**/plan')
  const order = page.url().match(/wanted\/(\d+)/)?.[1]
  await expect(page.getByText('in bundle of 25')).toBeVisible()

  await page.goto(`/batches/${rooting.code}`)
  await page.getByRole('button', { name: 'Count and pot up' }).click()
  const count = page.getByRole('form', { name: /^Count/ })
  await count.getByLabel('Rooted', { exact: true }).fill(String(stuck))
  await count.getByLabel('Unrooted, alive', { exact: true }).fill('0')
  await count.getByLabel('Into').selectOption({ label: 'bundle of 25' })
  await count.getByLabel('Lifted now', { exact: true }).fill('50')
  await expect(page.getByText('50 leave as bundle of 25. Lift, tie by number')).toBeVisible()
  await mustBeUsable(page, 'counting bundles')
  await count.getByLabel('Rooted, thrown as too poor', { exact: true }).fill(String(stuck + rooted - 50))
  await count.getByRole('button', { name: /Enter/ }).click()
  await expect(page.getByText(/50 lifted and tied/).first()).toBeVisible()

  const lot = (await (await page.request.get('/api/lots')).json()).lots.find((one: { pot: string }) => one.pot === 'bundle of 25')
  await page.goto(`/potting/lots/${lot.code}`)
  await expect(page.getByText('bundle of 25 · lifted')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Growing on' })).toHaveCount(0)
  await page.getByRole('button', { name: 'Ready', exact: true }).click()
  await page.getByRole('button', { name: 'They are ready' }).click()
  const mine = page.getByRole('listitem').filter({ hasText: '50 in bundle of 25' })
  await mine.getByRole('button', { name: /^Send/ }).click()
  await mine.getByRole('button', { name: 'Send', exact: true }).last().click()
  await expect(mine.getByText('has all')).toBeVisible()
  await page.goto(`/wanted/${order}/note`)
  await expect(page.getByRole('cell', { name: /bundle of 25: 2 bundles/ })).toBeVisible()
})
