import { expect } from '@playwright/test'
import { signIn, test } from './house'
import { mustBeUsable } from './usable'

test('a trial is laid from a batch, its labels stand by it, it is counted tray by tray, and an arm is adopted', async ({ page }) => {
  await signIn(page, 'ines', '/crops')
  const [batch] = (await (await page.request.get('/api/batches')).json()).batches as { code: string }[]
  await page.goto(`/batches/${batch?.code}`)
  await page.getByRole('button', { name: 'Try half of it' }).click()
  await page.getByRole('link', { name: 'another question' }).click()
  await expect(page.getByRole('heading', { name: 'Lay a trial' })).toBeVisible()
  await expect(page.getByRole('status').getByText(/trays? of each arm/)).toBeVisible()
  await page.getByRole('textbox', { name: 'Question' }).fill('Does a weaker dip do?')
  await page.getByRole('textbox', { name: 'Root as now, in 100' }).fill('60')
  await page.getByRole('textbox', { name: 'Hoped for, in 100' }).fill('60')
  await expect(page.getByText('is the same as it roots now', { exact: false })).toBeVisible()
  await page.getByRole('textbox', { name: 'Hoped for, in 100' }).fill('85')
  await page.getByRole('textbox', { name: 'Trays of each arm' }).fill('1')
  await mustBeUsable(page, 'a trial being laid')
  await page.getByRole('button', { name: 'Lay it out' }).click()
  await expect(page.getByText('Trays of each arm', { exact: false }).locator('visible=true').first()).toBeVisible()
  await page.getByRole('textbox', { name: 'Trays of each arm' }).fill('3')
  await page.getByRole('button', { name: 'Lay it out' }).click()

  await expect(page.getByRole('heading', { name: 'Does a weaker dip do?' })).toBeVisible()
  await expect(page.getByRole('region', { name: 'Labels' }).getByRole('listitem')).toHaveCount(6)
  await expect(page.getByRole('region', { name: 'On the bench' })).toContainText('A')
  const counts = page.getByRole('form', { name: 'Counts' })
  for (const [arm, rooted] of [
    ['A', ['36', '38', '37']],
    ['B', ['20', '22', '19']],
  ] as const) {
    const fields = counts.getByRole('textbox', { name: new RegExp(`^Rooted, .*arm ${arm}`) })
    for (const [i, many] of rooted.entries()) await fields.nth(i).fill(many)
  }
  for (const field of await counts.getByRole('textbox', { name: /^Stuck/ }).all()) await field.fill('40')
  await counts.getByRole('textbox', { name: /^Stuck/ }).first().fill('3')
  await counts.getByRole('button', { name: 'Keep the counts' }).click()
  await expect(counts.getByRole('alert')).toContainText('3')
  await counts.getByRole('textbox', { name: /^Stuck/ }).first().fill('40')
  await counts.getByRole('button', { name: 'Keep the counts' }).click()
  await expect(page.getByText('A, Treated, is best, more surely than chance would have it.')).toBeVisible()
  await mustBeUsable(page, 'a trial that is counted')

  const conclusion = page.getByRole('region', { name: 'Conclusion' })
  await conclusion.getByRole('textbox', { name: 'Why' }).fill('seen in each block')
  await conclusion.getByRole('button', { name: 'Conclude it' }).click()
  await expect(conclusion).toContainText('adopted A: seen in each block')
  await page.goto('/results/trials')
  await page.getByRole('searchbox', { name: 'Search the trials' }).fill('weaker')
  await expect(page.getByRole('list', { name: 'Trials' }).getByRole('listitem')).toHaveCount(1)
  await expect(page.getByRole('list', { name: 'Trials' })).toContainText('6 of 6 trays counted; adopted A')
})

test('half of a planned batch is left untreated in one press, and nobody is told to dip it', async ({ page }) => {
  await signIn(page)
  const { batches } = await (await page.request.get('/api/batches')).json()
  const dipped = []
  for (const one of batches) {
    if (one.isStuck || one.trays < 4 || one.zone === 'Mist 1' || one.state !== 'planned') continue
    const whole = await (await page.request.get(`/api/batches/${one.code}`)).json()
    if (whole.sheet.hormone && !whole.inTrayOf && !whole.also) {
      dipped.push(whole)
      break
    }
  }
  const [batch] = dipped
  await page.goto(`/batches/${batch.code}`)
  await page.getByRole('button', { name: 'Try half of it' }).click()
  await expect(page.getByText(`with ${batch.sheet.hormone}`)).toBeVisible()
  await mustBeUsable(page, 'half of a batch')
  await page.getByRole('button', { name: 'Leave half untreated' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(`${batch.sheet.hormone}, or nothing?`)
  await expect(page.getByRole('link', { name: batch.code })).toBeVisible()
  const other = page.getByText('left untreated').first().getByRole('link')
  const code = (await other.textContent()) ?? ''
  await other.click()
  await expect(page.getByText('· left untreated')).toBeVisible()
  await page.goto(`/mixing/labels?batches=${code}`)
  await expect(page.getByText(code).first()).toBeVisible()
  await expect(page.getByText(batch.sheet.hormone)).toHaveCount(0)
})
