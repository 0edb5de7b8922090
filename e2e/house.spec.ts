import { expect } from '@playwright/test'
import { goOnTo, isThere, signIn, test } from './house'
import { mustBeUsable } from './usable'

const ROOMS = [
  '/', '/wanted', '/batches', '/batches/season', '/batches/draft', '/batches/shopping', '/bench', '/bench/fill', '/bench/work', '/bench/mist', '/bench/mist/day', '/bench/mist/heat', '/bench/mist/measured', '/bench/mist/alarms', '/bench/mist/devices', '/bench/lay', '/stock',
  '/stock/HO-1', '/stock/inspections', '/stock/treatments', '/stock/rights', '/stock/papers', '/crops', '/crops/season', '/crops/weigela-plum-harness', '/crops/rules', '/results', '/results/drift', '/results/days', '/results/trials', '/results/trials/new', '/results/costs', '/results/losses', '/results/promises', '/results/season', '/nursery',
  '/nursery/habits', '/nursery/people', '/nursery/copies', '/nursery/hands', '/nursery/air', '/nursery/trays', '/nursery/history', '/nursery/records', '/round', '/mixing', '/mixing/mixes', '/mixing/dips', '/mixing/clean',
  '/mixing/labels', '/potting', '/potting/weeks', '/potting/lots', '/round/key', '/round/practice',
]

for (const [size, theme] of [
  [{ width: 1280, height: 800 }, 'mist'],
  [{ width: 390, height: 844 }, 'night'],
] as const) {
  test.describe(`at ${size.width} wide by ${theme}`, () => {
    // They only look: several workers may share them.
    test.describe.configure({ mode: 'parallel' })
    test.beforeEach(async ({ page }) => {
      await page.setViewportSize(size)
      await page.addInitScript((shade) => localStorage.setItem('wet-cradle-light', shade), theme)
    })

    for (let i = 0; i < ROOMS.length; i += 6) {
      const rooms = ROOMS.slice(i, i + 6)
      test(`usable: ${rooms.join(' ')}`, async ({ page }) => {
        if (i === 0) {
          await page.goto('/')
          await mustBeUsable(page, 'the door')
        }
        await signIn(page, 'ines', rooms[0])
        await isThere(page)
        for (const [at, room] of rooms.entries()) {
          if (at > 0) await goOnTo(page, room)
          // Both, each time: the room before may still stand there with its own heading.
          const isCalledAsItsHeading = async () =>
            (await page.title()) === `${(await page.locator('main h1').first().textContent())?.trim()} · Wet Cradle`
          await expect.poll(isCalledAsItsHeading, { message: 'is called as its heading is', timeout: 30_000 }).toBe(true)
          await mustBeUsable(page, room)
        }
      })
    }

    test('usable: a batch and its work, planning', async ({ page }) => {
      await signIn(page, 'ines', '/batches')
      await page.locator('a[href^="/batches/"]').filter({ hasText: /in 100|roots by/ }).first().click()
      await page.getByRole('heading', { level: 1 }).waitFor()
      await mustBeUsable(page, 'a batch')
      for (const work of ['Check', 'Count and pot up', 'More', 'Tag']) {
        const button = page.getByRole('button', { name: new RegExp(`^${work}`) }).first()
        if (await button.isVisible()) {
          await button.click()
          await mustBeUsable(page, `a batch, ${work}`)
        }
      }
      await page.goto('/wanted')
      await page.getByRole('link', { name: /^Plan a batch/ }).first().click()
      await page.getByRole('heading', { name: 'Where it lies' }).waitFor()
      await mustBeUsable(page, 'planning')
    })
  })
}

test('the rail moves every view', async ({ page }) => {
  await signIn(page)
  const rail = page.getByRole('slider', { name: 'Week shown' })
  await expect(rail).toHaveAttribute('aria-valuetext', /^week 19, mist house \d+ % full/)
  await page.keyboard.press(']')
  await page.keyboard.press(']')
  await expect(rail).toHaveAttribute('aria-valuetext', /^week 21/)
  await expect(page.getByRole('heading', { name: 'Who lies where, week 21' })).toBeVisible()
  await page.keyboard.press('s')
  await expect(page.getByRole('heading', { name: 'What the stock can give, week 21' })).toBeVisible()
  await page.keyboard.press('h')
  await expect(page.getByRole('heading', { name: 'The house, week 21' })).toBeVisible()
  const box = await rail.boundingBox()
  if (!box) throw new Error('The rail is not drawn.')
  await page.mouse.move(box.x + box.width * 0.2, box.y + 40)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width * 0.05, box.y + 40, { steps: 4 })
  await page.mouse.up()
  await page.keyboard.press('t')
  await expect(page.getByRole('heading', { name: 'Logged in this week' })).toBeVisible()
  await page.keyboard.press('.')
  await expect(page.getByRole('heading', { name: /^The next thing/ })).toBeVisible()
  await page.keyboard.press('?')
  const help = page.getByRole('dialog', { name: 'Help and keys' })
  await expect(help.getByRole('heading', { name: 'Today' })).toBeVisible()
  await page.keyboard.press('Escape')
  await page.keyboard.press('d')
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'night')
})

test('work is done from where it stands, and undone after a reload', async ({ page }) => {
  await signIn(page, 'bo')
  const check = page.getByRole('button', { name: /^Check / }).first()
  const name = (await check.getAttribute('aria-label')) ?? ''
  const code = name.split(' ').pop() ?? ''
  await check.click()
  const form = page.getByRole('form', { name: `Check ${code}` })
  await form.getByLabel('callus', { exact: true }).fill('90000')
  await form.getByLabel('Note').fill('dry corner')
  await form.getByRole('button', { name: 'Judge' }).click()
  await expect(form.getByRole('alert')).toContainText('90000 lifted, but only')
  await expect(form.getByLabel('Note')).toHaveValue('dry corner')
  await form.getByLabel('callus', { exact: true }).fill('5')
  await form.getByRole('button', { name: 'Judge' }).click()
  await expect(form).toHaveCount(0)
  await expect(page.getByRole('button', { name })).toHaveCount(0)

  await page.goto(`/batches/${code}`)
  await expect(page.getByText('dry corner')).toBeVisible()
  const book = page.getByRole('table')
  const was = await book.innerText()
  await page.getByRole('button', { name: 'More' }).click()
  const losses = page.getByRole('form', { name: 'Book losses' })
  await losses.getByLabel('How many', { exact: true }).fill('1.5')
  await losses.getByRole('button', { name: 'Enter in the book' }).click()
  await expect(losses.getByRole('alert')).toContainText('whole number')
  await losses.getByLabel('How many', { exact: true }).fill('3')
  await losses.getByRole('button', { name: 'Enter in the book' }).click()
  await expect.poll(() => book.innerText()).not.toBe(was)
  await page.reload()
  await page.getByRole('button', { name: /^Undo: Lost 3/ }).click()
  await expect(page.getByRole('status')).toContainText('Undone')
  await expect.poll(() => book.innerText()).toBe(was)
})

test('two people at one order: the second sees both values and chooses', async ({ page, browser }) => {
  await signIn(page, 'ines', '/wanted')
  const change = page.getByRole('button', { name: /^Change the order of/ }).last()
  await change.click()
  const mine = page.getByRole('form', { name: /^Change order/ })
  await expect(mine.getByLabel('Good plants', { exact: true })).not.toHaveValue('')
  const other = await browser.newPage()
  await signIn(other, 'ines', '/wanted')
  await other.getByRole('button', { name: /^Change the order of/ }).last().click()
  const theirs = other.getByRole('form', { name: /^Change order/ })
  await theirs.getByLabel('Good plants', { exact: true }).fill('111')
  await theirs.getByRole('button', { name: 'Save' }).click()
  await expect(other.getByRole('status')).toContainText('111')
  await other.close()

  await mine.getByLabel('Good plants', { exact: true }).fill('222')
  await mine.getByRole('button', { name: 'Save' }).click()
  const meeting = mine.getByRole('alert')
  await expect(meeting).toContainText('Somebody changed this')
  await expect(meeting.getByRole('row', { name: /Good plants 222 111/ })).toBeVisible()
  await mine.getByRole('button', { name: 'Keep mine' }).click()
  await expect(page.getByRole('status')).toContainText('222')
})

test('a viewer sees all and is offered nothing to do', async ({ page }) => {
  await signIn(page, 'visitor')
  await expect(page.getByRole('heading', { name: /^The next thing/ })).toBeVisible()
  await expect(page.getByRole('button', { name: /^(Stick|Check|Count) / })).toHaveCount(0)
  await page.goto('/wanted')
  await isThere(page)
  await expect(page.getByRole('button', { name: 'New order' })).toHaveCount(0)
})

test('a wrong password is told and nothing typed is lost', async ({ page }) => {
  await page.goto('/')
  await page.getByLabel('Sign-in name').fill('femi')
  await page.getByLabel('Password').fill('not this one')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('alert')).toContainText('do not go together')
  await expect(page.getByLabel('Sign-in name')).toHaveValue('femi')
})
