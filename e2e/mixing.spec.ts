import { expect, type Page } from '@playwright/test'
import jsQR from 'jsqr'
import { PNG } from 'pngjs'
import { signIn, test } from './house'
import { mustBeUsable } from './usable'

interface Planned {
  code: string
  state: string
  stickOn: string
}

/** The day on which most batches are planned to be stuck. */
async function busiest(page: Page): Promise<string> {
  const { batches } = (await (await page.request.get('/api/batches')).json()) as { batches: Planned[] }
  const days = new Map<string, number>()
  for (const batch of batches) if (batch.state === 'planned') days.set(batch.stickOn, (days.get(batch.stickOn) ?? 0) + 1)
  const [day] = [...days].sort(([a, many], [b, more]) => more - many || a.localeCompare(b))[0] ?? []
  if (!day) throw new Error('Nothing is planned.')
  return day
}

/** The sizes of a PDF's pages, in millimetres. */
const pagesOf = (pdf: Buffer): string[] =>
  [...pdf.toString('latin1').matchAll(/\/MediaBox\s*\[\s*0 0 ([\d.]+) ([\d.]+)\s*\]/g)].map(
    ([, wide, high]) => `${Math.round((Number(wide) / 72) * 25.4)} × ${Math.round((Number(high) / 72) * 25.4)}`,
  )

test('the day sheet is ticked with what it came to, and printed on either paper', async ({ page }) => {
  await signIn(page)
  const day = await busiest(page)
  await page.goto(`/mixing?day=${day}`)
  const stick = page.getByRole('region', { name: 'Stick', exact: true })
  const step = stick.getByRole('listitem').first()
  await expect(step).toContainText(/\d\d:\d\d to \d\d:\d\d/)
  const done = step.getByRole('checkbox')
  await done.check()
  await expect(step).toContainText(/done \d\d:\d\d, Ines Halloran/)
  const actual = step.getByRole('textbox')
  await actual.fill('158')
  await actual.press('Enter')
  await page.reload()
  await expect(stick.getByRole('listitem').first().getByRole('textbox')).toHaveValue('158')
  await mustBeUsable(page, 'the day sheet')

  expect(new Set(pagesOf(await page.pdf({ preferCSSPageSize: true })))).toEqual(new Set(['210 × 297']))
  await page.getByRole('combobox', { name: 'Paper' }).selectOption('letter')
  expect(new Set(pagesOf(await page.pdf({ preferCSSPageSize: true })))).toEqual(new Set(['216 × 279']))
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByRole('button', { name: 'Print' })).toBeHidden()
  await expect(page.getByRole('slider', { name: 'Week shown' })).toBeHidden()
  await expect(stick.getByRole('listitem').first()).toContainText('158')
  await page.emulateMedia({ media: null })

  await done.uncheck()
  await expect(step).not.toContainText('done ')
  await page.setViewportSize({ width: 390, height: 844 })
  await mustBeUsable(page, 'the day sheet on a phone')
})

test('labels are printed on the sheet chosen, and their code is read back from the picture', async ({ page }) => {
  await signIn(page)
  const day = await busiest(page)
  await page.goto(`/mixing/labels?day=${day}`)
  await expect(page.locator('[data-label]').first()).toBeVisible()
  const labels = await page.locator('[data-label]').count()
  await mustBeUsable(page, 'labels')
  expect(pagesOf(await page.pdf({ preferCSSPageSize: true }))).toEqual(Array.from({ length: Math.ceil(labels / 24) }, () => '210 × 297'))

  await page.emulateMedia({ media: 'print' })
  const first = page.locator('[data-label]').first()
  const picture = PNG.sync.read(await first.screenshot())
  const read = jsQR(new Uint8ClampedArray(picture.data), picture.width, picture.height)
  expect(read?.data).toBe(await first.getAttribute('data-label'))
  await page.emulateMedia({ media: null })

  await page.getByLabel('Labels used up').fill('99')
  await expect(page.getByRole('alert')).toContainText('A sheet has 24 labels')
  await page.getByLabel('Labels used up').fill('3')
  await page.getByLabel('Size').selectOption({ label: '100 × 50 mm, from a roll' })
  await page.getByLabel('One for').selectOption('batch')
  await expect(page.getByLabel('Labels used up')).toBeHidden()
  await expect.poll(() => page.locator('[data-label]').count(), 'one for each batch').toBeLessThan(labels)
  const rolls = await page.locator('[data-label]').count()
  expect(pagesOf(await page.pdf({ preferCSSPageSize: true }))).toEqual(Array.from({ length: rolls }, () => '100 × 50'))
})

test('"10 to 1" shows both readings and one is chosen; a stock too weak is refused with another; a dip is made and thrown away', async ({ page }) => {
  await signIn(page, 'ines', '/mixing/dips')
  const form = page.getByRole('form', { name: 'A dip' })
  const from = form.getByLabel('From')
  const take = async (words: RegExp) => from.selectOption((await from.locator('option').filter({ hasText: words }).getAttribute('value')) ?? '')
  await take(/^IBA stock in alcohol, 10\s000 ppm \(1 %\)$/)
  await form.getByLabel('The label says so many to one').fill('10')
  const readings = form.getByRole('group', { name: /can be read two ways/ })
  await expect(readings.getByText(/1\s000 ppm/)).toBeVisible()
  await expect(readings.getByText('909 ppm')).toBeVisible()
  await expect(readings.getByRole('radio', { checked: true })).toHaveCount(0)
  await readings.getByRole('radio', { name: /1 part to 10 of water/ }).check()
  await expect(form.getByLabel('To, ppm')).toHaveValue('909')
  await form.getByRole('button', { name: 'Reckon' }).click()
  await expect(form).toContainText(/of IBA stock in alcohol and .* of water/)
  await mustBeUsable(page, 'dips')

  await take(/^IBA salt, dissolved, 5\s000 ppm \(0\.5 %\)$/)
  await form.getByLabel('To, ppm').fill('4500')
  await form.getByRole('button', { name: 'Reckon' }).click()
  await expect(form.getByText(/as acid, weaker than the 4\s500 ppm.*Use IBA stock in alcohol/)).toBeVisible()
  await expect(form.getByLabel('To, ppm')).toHaveValue('4500')

  await form.getByLabel('To, ppm').fill('3000')
  await form.getByRole('button', { name: 'Reckon' }).click()
  await expect(form).toContainText('1.1874 g of it hold 1 g of the acid')
  await form.getByRole('button', { name: 'It is made' }).click()
  const log = page.getByRole('region', { name: 'What was made' })
  const made = log.getByRole('listitem').first()
  await expect(made).toContainText('IBA salt, dissolved')
  await made.getByRole('button', { name: 'Throw what is left' }).click()
  await expect(made).toContainText('thrown away')
})

test('a mix with compost is pointed out for a crop that fears rot, in bags and barrows', async ({ page }) => {
  await signIn(page, 'ines', '/mixing/mixes')
  const reckon = page.getByRole('region', { name: 'How much', exact: true })
  await reckon.getByLabel('Held against').selectOption({ label: "Catmint 'Millrace'" })
  await reckon.getByLabel('Mix', { exact: true }).fill('part potting mix')
  await reckon.getByLabel('Trays', { exact: true }).fill('60')
  await reckon.getByRole('button', { name: 'Reckon' }).click()
  await expect(reckon.getByRole('list', { name: 'What does not suit' })).toContainText('inert parts only, for fear of rot')
  await expect(reckon).toContainText(/\d+ barrow loads of 80 l are enough \(fills \d+ of them\)/)
  await expect(reckon).toContainText('An estimate from the usual values of its parts')
  await mustBeUsable(page, 'mixes')
  await page.setViewportSize({ width: 390, height: 844 })
  await mustBeUsable(page, 'mixes on a phone')
})

test('a sanitiser is not kept before its ratio is read one way', async ({ page }) => {
  await signIn(page, 'ines', '/mixing/clean')
  await page.getByRole('button', { name: 'Add a sanitiser' }).click()
  const form = page.getByRole('form', { name: 'A new sanitiser' })
  const name = `Cleaner ${Date.now() % 100000}`
  await form.getByLabel('Name').fill(name)
  await form.getByLabel('What works in it, %').fill('10')
  await form.getByLabel('So many parts to one').fill('20')
  await form.getByRole('button', { name: 'Keep' }).click()
  await expect(form.getByRole('alert')).toContainText('Choose which of the two')
  await form.getByRole('radio', { name: /1 part in 20 of the whole/ }).check()
  await form.getByRole('button', { name: 'Keep' }).click()
  const kept = page.getByRole('listitem', { name })
  await expect(kept).toContainText('1 part in 20 of the whole: 5\u202F000 ppm (0.5 %)')
  await kept.getByLabel(`Litres of ${name}`).fill('4')
  await kept.getByRole('button', { name: 'Reckon' }).click()
  await expect(kept).toContainText('200 ml into 3.8 l of water')
  await mustBeUsable(page, 'sanitisers')
})
