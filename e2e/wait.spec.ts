import { expect, type Page } from '@playwright/test'
import { signIn, test } from './house'
import { mustBeUsable } from './usable'

interface Batch {
  code: string
  state: string
  stickOn: string
  rootedBy: string
  leftBenchOn: string | null
  stuck: number
}

/** The batch that roots slowest of those that were not counted yet. */
async function slowest(page: Page): Promise<Batch> {
  const { batches } = (await (await page.request.get('/api/batches')).json()) as { batches: Batch[] }
  const days = (one: Batch) => Date.parse(one.rootedBy) - Date.parse(one.stickOn)
  const found = batches.filter((one) => one.state === 'rooting' && one.leftBenchOn === null && one.stuck > 60).sort((a, b) => days(b) - days(a))[0]
  if (!found) throw new Error('Nothing roots.')
  return found
}

test('a slow batch: the curve is redrawn by a check, the call agrees with the calculation, and what is cleared is booked', async ({ page }) => {
  await signIn(page)
  const batch = await slowest(page)
  await page.goto(`/batches/${batch.code}`)
  const curve = page.getByRole('img', { name: /^Today \d+ in 100 have roots/ })
  await expect(curve).toBeVisible()
  const before = await curve.getAttribute('aria-label')
  await page.request.post(`/api/batches/${batch.code}/checks`, { data: { on: '2027-05-12', stages: { callus: 9, at_wall: 3 } } })
  await page.reload()
  await expect(curve).not.toHaveAttribute('aria-label', before ?? '')

  await page.getByRole('link', { name: /^Wait or clear/ }).first().click()
  const call = await (await page.request.get(`/api/batches/${batch.code}/wait`)).json()
  const forecast = await (await page.request.get(`/api/batches/${batch.code}/curve`)).json()
  expect(call.asked.finalRate).toBe(forecast.finalRate)
  await expect(page.getByText(call.words)).toBeVisible()
  await mustBeUsable(page, 'wait or clear')
  const done = page.getByRole('region', { name: 'What can be done' })
  await expect(done.getByRole('listitem').filter({ hasText: 'Clear' }).first()).toContainText('count the line first')
  await page.getByLabel(/Worth of a rooted plant/).fill('0')
  await expect(page.getByText(/^Clear it:/)).toBeVisible()

  // A third has rooted and is potted; what is left is cleared, and the book has all of them.
  const lines = (await (await page.request.get(`/api/batches/${batch.code}`)).json()).lines
  const stuck = lines[0].standing.stuck
  const third = Math.floor(stuck / 3)
  await page.request.post(
    `/api/batches/${batch.code}/count`, { data: { line: 1, on: '2027-05-12', rooted: third, unrooted: stuck - third, lost: {}, potted: third } },
  )
  await page.goto(`/batches/${batch.code}/wait?line=2`)
  await done.getByRole('button', { name: 'Clear', exact: true }).click()
  await expect(page.getByRole('status').filter({ hasText: `${batch.code}: throw the ${stuck - third}` })).toBeVisible()
  await expect(page.getByText(`${stuck - third} thrown unrooted`).first()).toBeVisible()
  const book = await (await page.request.get(`/api/batches/${batch.code}`)).json()
  const standing = book.lines.flatMap((line: { standing: Record<string, number> }) => Object.values(line.standing)) as number[]
  expect(standing.reduce((sum, one) => sum + one, 0)).toBeGreaterThanOrEqual(stuck)
})
