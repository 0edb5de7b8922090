import { expect, type Page } from '@playwright/test'
import { signIn, test } from './house'
import { mustBeUsable } from './usable'

interface Tag {
  code: string
  cropSlug: string
  block: string
  state: string
  stickOn: string
  against: unknown[]
}

const batches = async (page: Page): Promise<Tag[]> => (await (await page.request.get('/api/batches')).json()).batches

async function planned(page: Page, is: (tag: Tag) => boolean): Promise<Tag> {
  const found = (await batches(page)).find((tag) => tag.state === 'planned' && is(tag))
  if (!found) throw new Error('No such planned batch in the demo.')
  return found
}

test('a take sheet says what to take from whom, and its clock warns before material goes off', async ({ page }) => {
  await signIn(page, 'bo')
  const tag = await planned(page, ({ cropSlug, against }) => cropSlug === 'catmint-millrace' && against.length === 0)
  await page.goto(`/batches/${tag.code}`)
  await page.getByRole('link', { name: 'Take sheet' }).click()
  const stop = page.getByRole('listitem', { name: `${tag.block} for ${tag.code}` })
  await expect(stop.getByText(/\d+ plants, (\d+ from each|none from most)/)).toBeVisible()
  await expect(stop.getByText(/\d+ box(es)?, drained and lidded/)).toBeVisible()
  await expect(stop.getByText('the slanted cut is below')).toBeVisible()
  await expect(page.getByText('Cut away from the hand')).toBeVisible()
  await mustBeUsable(page, 'a take sheet')

  // From here on the clock is ours.
  await page.clock.install()
  await stop.getByRole('button', { name: `First cut for ${tag.code}, held in shade` }).click()
  const clock = stop.locator('[data-state]')
  await expect(clock).toHaveAttribute('data-state', 'fresh')
  await expect(clock).toContainText('held in shade')
  const { collection } = await (await page.request.get(`/api/batches/${tag.code}`)).json()
  const ms = (from: string, to: string) => Date.parse(`${to}Z`) - Date.parse(`${from}Z`)
  const begins = (state: string) => collection.phases.find((phase: { state: string }) => phase.state === state).from
  await page.clock.fastForward(ms(collection.now, begins('soon')) + 60_000)
  await expect(clock).toHaveAttribute('data-state', 'soon')
  await expect(clock).toContainText('Stick soon')
  await page.clock.fastForward(ms(begins('soon'), begins('past')) + 60_000)
  await expect(clock).toHaveAttribute('data-state', 'past')
  await expect(clock).toContainText('Cut again, or throw what has wilted')
  await clock.getByRole('button', { name: `Stop the clock of ${tag.code}` }).click()
  await expect(clock).toBeHidden()
})

test('material left dry counts up until it has sealed', async ({ page }) => {
  await signIn(page, 'femi')
  const tag = await planned(page, ({ cropSlug }) => cropSlug === 'stonecrop-brass-button')
  await page.goto(`/stock/take?batches=${tag.code}`)
  await expect(page.getByRole('button', { name: /held dry, to seal/ })).toBeVisible()
  await page.clock.install()
  await page.getByRole('button', { name: /held dry, to seal/ }).click()
  const clock = page.locator('[data-state]')
  await expect(clock).toHaveAttribute('data-state', 'sealing')
  await page.clock.fastForward(7 * 86_400_000 + 60_000)
  await expect(clock).toHaveAttribute('data-state', 'sealed')
})

test('planning past a licence is refused with what is left', async ({ page }) => {
  await signIn(page)
  await page.getByRole('link', { name: 'Wanted', exact: true }).click()
  await page.getByRole('button', { name: 'New order' }).click()
  const order = page.getByRole('form', { name: 'New order' })
  await order.getByLabel('Crop').selectOption({ label: "Star jasmine 'Cream Latch'" })
  await order.getByLabel('Good plants', { exact: true }).fill('150')
  await order.getByRole('textbox', { name: 'Ready week' }).fill('2028-W12')
  await order.getByRole('button', { name: 'Note it' }).click()
  const plan = page.getByRole('button', { name: /^Plan \d+ cuttings/ })
  await plan.click()
  const numbers = page.getByRole('region', { name: 'How many to stick' })
  await expect(numbers.getByRole('alert')).toContainText(/Licence LPB 2207 allows \d+ plants: \d+ are used, \d+ more are planned, 140 are left/)

  await page.goto('/stock/rights')
  const licence = page.getByRole('listitem').filter({ hasText: 'LPB 2207' })
  await expect(licence).toContainText('140 left')
  await licence.getByRole('button', { name: 'Statement' }).click()
  await expect(licence.getByRole('row').last()).toContainText(/€\d+\.\d\d/)
  await licence.getByRole('button', { name: 'Change' }).click()
  const form = licence.getByRole('form')
  await form.getByLabel('To', { exact: true }).fill('2020-01-01')
  await form.getByRole('button', { name: 'Keep' }).click()
  await expect(form.getByRole('alert')).toContainText('before it begins')
  await expect(form.getByLabel('To', { exact: true })).toHaveValue('2020-01-01')
})

test('a changed sheet is a new version, and what is stuck keeps the one it was stuck under', async ({ page }) => {
  await signIn(page, 'ines', '/crops/thyme-threshold')
  await page.getByRole('button', { name: 'Change the sheet' }).click()
  const sheet = page.getByRole('form', { name: 'Sheet' })
  await sheet.getByLabel('Longest, cm').fill('2')
  await sheet.getByLabel('Why it changes').fill('shorter and firmer')
  await sheet.getByRole('button', { name: 'Keep as a new version' }).click()
  await expect(sheet.getByRole('alert').first()).toContainText('the low end comes first')
  await expect(sheet.getByLabel('Longest, cm')).toHaveValue('2')
  await sheet.getByLabel('Longest, cm').fill('9')
  await sheet.getByRole('button', { name: 'Keep as a new version' }).click()
  await expect(page.getByRole('status')).toContainText('Version 2')
  await expect(page.getByText(/shorter and firmer/)).toBeVisible()
  await expect(page.getByText(/length(, cm)? 7 to 10 → 7 to 9/)).toBeVisible()
  const stuck = (await batches(page)).find((tag) => tag.cropSlug === 'thyme-threshold' && !['planned', 'called_off'].includes(tag.state))
  await page.goto(`/batches/${stuck?.code}`)
  await expect(page.getByText(/Under version 1 of the sheet .*; the newest is 2/)).toBeVisible()
})

test('what is found on a phone puts a block in quarantine, and every plan that relies on it says so', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await signIn(page, 'ines')
  const tag = await planned(page, ({ cropSlug, against, stickOn }) => cropSlug === 'mint-cellar' && against.length === 0 && stickOn > '2027-05-12')
  await page.goto('/stock/inspections')
  await page.getByRole('button', { name: `Look at ${tag.block}` }).click()
  const look = page.getByRole('form', { name: `Inspect ${tag.block}` })
  await look.getByRole('button', { name: 'Found something' }).click()
  await look.getByRole('button', { name: 'Into quarantine' }).click()
  await expect(look.getByRole('alert')).toContainText('must not be empty')
  await look.getByLabel('What').fill('mint rust')
  await look.getByText('bad', { exact: true }).click()
  await look.getByLabel('Where').fill('by the door')
  await look.getByRole('button', { name: 'Into quarantine' }).click()
  await expect(page.getByText('found: mint rust, bad, by the door')).toBeVisible()

  await page.goto(`/batches/${tag.code}`)
  await expect(page.getByText('In quarantine: mint rust, bad, by the door.')).toBeVisible()
  await page.getByRole('button', { name: 'Stick', exact: true }).click()
  const stick = page.getByRole('form', { name: `Stick ${tag.code}` })
  await stick.getByRole('button', { name: 'Stuck', exact: true }).click()
  await expect(stick.getByRole('alert')).toContainText('To stick it all the same, say why')
  await stick.getByLabel('Why it is stuck all the same').fill('clean tips only, dipped')
  await stick.getByRole('button', { name: 'Stuck', exact: true }).click()
  await expect(page.getByText('was not fit: clean tips only, dipped').first()).toBeVisible()

  await page.goto(`/stock/${tag.block}`)
  await page.getByLabel('Why it is clear now').fill('cut back, none seen since')
  await page.getByRole('button', { name: 'Clear it' }).click()
  await expect(page.getByText('cut back, none seen since')).toBeVisible()
})

test('a sign that was seen pins its window and hints at like crops', async ({ page }) => {
  await signIn(page, 'bo', '/crops/season')
  await page.getByRole('searchbox', { name: 'Search the season' }).fill('weigela')
  const weigela = page.getByRole('listitem').filter({ hasText: 'nodal cutting, softwood' })
  await expect(weigela).toContainText('week 22 to week 30')
  await weigela.getByRole('button', { name: /^Sign seen on Weigela/ }).click()
  const seen = page.getByRole('form', { name: /^Sign seen on Weigela/ })
  await expect(seen).toContainText('the shoot snaps')
  await seen.getByRole('button', { name: 'It is right' }).click()
  await expect(page.getByRole('status')).toContainText('is pinned')
  await expect(weigela).toContainText('seen 3 weeks early')
  await page.getByRole('searchbox').fill('honeysuckle')
  await expect(page.getByRole('listitem').filter({ hasText: 'Honeysuckle' })).toContainText("perhaps 3 weeks earlier, as Weigela 'Plum Harness' was")
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('searchbox').fill('weigela')
  await expect(weigela).toContainText('week 22 to week 30')
})

test('house rules say what they change, and crops that differ are named', async ({ page }) => {
  await signIn(page, 'ines', '/crops/rules')
  const surplus = page.getByRole('group', { name: 'Stick', exact: true })
  await expect(surplus).toContainText(/stick \d+ and have enough about 9 times in 10/)
  await surplus.getByRole('radio', { name: /^the expected number/ }).click()
  await expect(page.getByRole('status')).toContainText('Stick: the expected number')
  await expect(surplus.getByRole('radio', { name: /^the expected number/ })).toBeChecked()
  await surplus.getByRole('radio', { name: /^for a chosen chance/ }).click()
  await expect(surplus.getByRole('radio', { name: /^for a chosen chance/ })).toBeChecked()
  await page.getByRole('listitem').filter({ hasText: 'Water while it roots' }).getByText('3 ways differ').click()
  await expect(page.getByRole('link', { name: "Stonecrop 'Brass Button'" }).first()).toBeVisible()
})
