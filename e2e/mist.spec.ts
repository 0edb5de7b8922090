import { expect, type Page } from '@playwright/test'
import { signIn, test } from './house'
import { mustBeUsable } from './usable'

interface Zone {
  id: number
  name: string
  mark: string
  mistFor: string | null
  tenants: { batch: string; eased: number }[]
}

const zones = async (page: Page): Promise<Zone[]> => (await (await page.request.get('/api/mist/programmes')).json()).zones
const misted = async (page: Page): Promise<Zone & { mistFor: string }> => {
  const zone = (await zones(page)).find(({ mistFor }) => mistFor !== null)
  if (!zone?.mistFor) throw new Error('Nobody is under mist.')
  return { ...zone, mistFor: zone.mistFor }
}

/** A moment of the day that it is in the nursery, so many minutes ago. */
const ago = (minutes: number) => new Date(Date.parse(`2027-05-12T${new Date().toISOString().slice(11, 16)}Z`) - 60_000 * minutes)

/** What a device says of three hours, in which no water comes for the last two. */
const readings = (zone: string) =>
  Array.from({ length: 37 }, (_, i) => ({
    time: `${ago(180 - 5 * i).toISOString().slice(0, 16)}Z`,
    zone,
    air: 20 + (i % 3) / 10,
    humidity: 80 + (i % 3) / 10,
    medium: 20 + (i % 2) / 10,
    light: 400,
    flow: i < 12 ? 0.5 : 0,
  }))

test('a programme is set on the controller, then otherwise, and two of them are laid over one day', async ({ page }) => {
  await signIn(page, 'ines', '/bench/mist')
  const zone = await misted(page)
  const morning = page.getByRole('region', { name: 'On the controller this morning' })
  await expect(morning).toContainText('Until now: Mist 12 s')
  await mustBeUsable(page, 'programmes')
  await morning.getByRole('checkbox', { name: `${zone.name} is set` }).check({ force: true, noWaitAfter: true }).catch(() => undefined)
  await expect(page.getByRole('status').filter({ hasText: `${zone.name} is set.` })).toBeVisible()
  await expect(morning).toContainText('Nothing is to be changed.')
  const card = page.getByRole('region', { name: zone.name, exact: true })
  await card.getByRole('button', { name: 'Set otherwise' }).click()
  await card.getByLabel('A firing lasts, seconds').fill('0')
  await card.getByRole('button', { name: 'Save' }).click()
  await expect(card.getByRole('alert').first()).toBeVisible()
  await card.getByLabel('A firing lasts, seconds').fill('5')
  await card.getByLabel('When so much of the film has dried').fill('50')
  await card.getByRole('button', { name: 'Save' }).click()
  await expect(card).toContainText('otherwise than asked')
  await expect(morning).toContainText('Nothing is to be changed.')
  await card.getByRole('link', { name: 'Try it over a day' }).click()
  const film = page.getByRole('region', { name: 'By the film', exact: true })
  const other = page.getByRole('region', { name: 'As it is set now' })
  await expect(other).toContainText(/\d+ firings/)
  const before = await film.locator('p').first().textContent()
  expect(await other.locator('p').first().textContent()).not.toBe(before)
  await page.getByRole('radio', { name: 'hot and dry' }).check()
  await expect.poll(async () => film.locator('p').first().textContent()).not.toBe(before)
})

test('a pump fails: it is told on Today with the time there is, and is quiet once somebody has seen it', async ({ page }) => {
  await signIn(page, 'ines', '/bench/mist/devices')
  const zone = await misted(page)
  await page.getByLabel('Name').fill('Gateway')
  await page.getByRole('button', { name: 'Let it in' }).click()
  // The first answer was lost, and a token is told once: it is said, and the device is let in again.
  await expect(page.getByRole('status').filter({ hasText: 'The answer was lost' })).toBeVisible()
  await page.getByLabel('Name').fill('Gateway again')
  await page.getByRole('button', { name: 'Let it in' }).click()
  const shown = page.getByRole('status').filter({ hasText: 'shown once' })
  const token = (await shown.locator('code').textContent()) ?? ''
  expect(token).toMatch(/^wc_[0-9a-f]{40}$/)
  const headers = { Authorization: `Bearer ${token}` }
  expect((await page.request.post('/api/feed/readings', { headers, data: readings(zone.name) })).ok()).toBe(true)
  await page.goto('/')
  const alarm = page.getByRole('article', { name: `${zone.name}: No mist on dry leaves` })
  await expect(alarm).toContainText(/Leaves wilt/)
  await expect(alarm).toContainText('Wet the leaves by hand.')
  await mustBeUsable(page, 'alarm')
  await alarm.getByRole('button', { name: 'I have seen it and go there' }).click()
  await expect(page.getByText(`Seen and not over: ${zone.name}, no mist on dry leaves (Ines Halloran).`)).toBeVisible()
  await page.goto('/bench/mist/alarms')
  await expect(alarm).toContainText('Ines Halloran has seen it')
  await page.goto('/bench/mist/measured')
  await page.getByLabel('Zone').selectOption({ label: zone.name })
  await expect(page.getByRole('img', { name: /^Warmth: / })).toBeVisible()
  await page.goto('/bench/mist/devices')
  await page.getByRole('button', { name: /^Withdraw the token of Gateway/ }).first().click()
  await expect(page.getByText('its token opens nothing any more').first()).toBeVisible()
})

test('weaning is walked down, and the controller with it', async ({ page }) => {
  await signIn(page, 'ines')
  const before = await misted(page)
  const code = before.mistFor
  const eased = async () =>
    (await zones(page)).flatMap((zone) => zone.tenants).find((tenant) => tenant.batch === code)?.eased ?? Number.NaN
  expect(await eased()).toBe(0)
  await page.goto(`/batches/${code}`)
  const form = page.getByRole('region', { name: `Wean ${code}` })
  let last = 0
  for (let step = 1; last < 1; step++) {
    await expect(form).toContainText(`Step ${step} of `)
    await form.getByRole('button', { name: 'Done' }).click()
    await expect.poll(eased).toBeGreaterThan(last)
    last = await eased()
  }
  expect(last).toBe(1)
  const after = (await zones(page)).find((zone) => zone.id === before.id)
  expect([after?.mark, after?.mistFor]).not.toEqual([before.mark, code])
  await page.goto('/bench/mist')
  await page.getByText(/batch(es)? there/).first().click()
  await expect(page.getByRole('heading', { name: 'On the controller this morning' })).toBeVisible()
})
