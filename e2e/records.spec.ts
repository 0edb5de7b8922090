import { execFileSync } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect } from '@playwright/test'
import { signIn, test } from './house'
import { mustBeUsable } from './usable'

const TABLE = new URL('../server/tests/Records/tables/by-semicolons.csv', import.meta.url)

test('an untidy table comes in: what it means is asked, what is wrong is mended where it stands, and all of it is undone', async ({ page }) => {
  await signIn(page, 'ines', '/nursery/records')
  await mustBeUsable(page, 'records')
  await page.getByLabel('From a file').setInputFiles({ name: 'All years.csv', mimeType: 'text/csv', buffer: readFileSync(TABLE) })
  await expect(page.getByRole('heading', { name: 'All years.csv' })).toBeVisible()
  const status = page.getByRole('status').filter({ hasText: 'fit' })
  await expect(status).toContainText('176 fit, 5 do not yet')
  await mustBeUsable(page, 'a table that is tried')
  await expect(page.getByRole('button', { name: /^Bring in/ })).toBeDisabled()

  await page.getByRole('button', { name: "Lavender 'Grey Ferry'" }).click()
  await expect(status).toContainText('177 fit')
  await page.getByRole('button', { name: 'Leave out what says “Quince rootstock”' }).click()
  // What follows moves up as it goes; a press that is under way while it does would miss.
  await expect(status).toContainText('3 do not yet, 1 left out')
  await page.getByRole('button', { name: 'Leave out what says “Total”' }).click()
  await expect(status).toContainText('2 do not yet, 2 left out')
  const day = page.getByLabel('Day, week or year stuck in line 21')
  await day.fill('31.6.2025')
  await day.press('Enter')
  await expect(page.getByText('"31.6.2025" is not a day', { exact: false })).toBeVisible()
  await page.getByLabel('Day, week or year stuck in line 21').fill('30.6.2024')
  await page.getByLabel('Day, week or year stuck in line 21').press('Enter')
  await expect(status).toContainText('178 fit, 1 do not yet')
  await page.getByLabel('Rooted in line 34').fill('96 %')
  await page.getByLabel('Rooted in line 34').press('Enter')
  await expect(page.getByText('Every row fits.')).toBeVisible()

  await page.getByRole('button', { name: 'Bring in 179 rows' }).click()
  await expect(page.getByText('179 rows brought in', { exact: true })).toBeVisible()
  await mustBeUsable(page, 'a table that is in')
  await page.goto('/crops/lavender-grey-ferry')
  await expect(page.getByRole('link', { name: 'brought in' }).first()).toBeVisible()
  await page.getByRole('link', { name: 'brought in' }).first().click()
  await page.getByRole('button', { name: 'Take all of it out again' }).click()
  await expect(page.getByRole('button', { name: 'Bring in 179 rows' })).toBeEnabled()
  await page.goto('/crops/lavender-grey-ferry')
  await expect(page.getByRole('heading', { name: 'Its batches' })).toBeVisible()
  await expect(page.getByRole('link', { name: 'brought in' })).toHaveCount(0)
})

test('cells that are pasted are tried too, and what is no table is refused in words', async ({ page }) => {
  await signIn(page, 'ines', '/nursery/records')
  await page.getByRole('radio', { name: 'Customers' }).check()
  await page.getByLabel('Or cells copied from a spreadsheet').fill('Customer\n')
  await page.getByRole('button', { name: 'Try what is pasted' }).click()
  await expect(page.getByRole('alert')).toContainText('a heading in it and no row')
  await page.getByLabel('Or cells copied from a spreadsheet').fill('Customer\nHarbour Plants\nOxlow Landscapes')
  await page.getByRole('button', { name: 'Try what is pasted' }).click()
  await page.getByRole('button', { name: 'It is new' }).waitFor()
  // What was begun for nothing is thrown away, and had back.
  await page.goto('/nursery/records')
  const tables = page.getByRole('list', { name: 'Tables' })
  await tables.getByRole('button', { name: /^Take out Customers, pasted/ }).click()
  await expect(tables.getByRole('link', { name: 'Customers, pasted' })).toHaveCount(0)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await tables.getByRole('link', { name: 'Customers, pasted' }).click()
  await page.getByRole('button', { name: 'It is new' }).click()
  await page.getByRole('button', { name: 'Bring in 2 rows' }).click()
  await expect(page.getByText('2 rows brought in', { exact: true })).toBeVisible()
})

test('all records are taken along, and come back equal into an empty nursery', async ({ page }) => {
  await signIn(page, 'ines', '/nursery/records')
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Take everything out' }).click()])
  const folder = mkdtempSync(join(tmpdir(), 'wet-cradle-records-'))
  const run = (...command: string[]) =>
    execFileSync('php', command, {
      cwd: new URL('../server', import.meta.url).pathname,
      env: { ...process.env, CRADLE_VAR: join(folder, 'var') },
      encoding: 'utf8',
    })
  run('-r', `$zip = new ZipArchive(); $zip->open('${await download.path()}'); $zip->extractTo('${folder}');`)
  run('bin/console', 'cradle:migrate')
  expect(run('bin/console', 'cradle:records-in', join(folder, 'records'))).toMatch(/\d{4,} rows are in/)
  run('bin/console', 'cradle:records-out', join(folder, 'again'))
  const tables = readdirSync(join(folder, 'records'), { recursive: true, encoding: 'utf8' }).filter((file) => file.endsWith('.csv'))
  expect(tables.length).toBeGreaterThan(40)
  for (const table of tables)
    expect(readFileSync(join(folder, 'again', table)).equals(readFileSync(join(folder, 'records', table))), table).toBe(true)
})
