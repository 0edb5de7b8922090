import { expect, type Page } from '@playwright/test'
import { codeHere, signIn, test } from './house'
import { mustBeUsable } from './usable'

interface Planned {
  code: string
  crop: string
  state: string
  stickOn: string
  dueWeek: string
  against: unknown[]
}

const batches = async (page: Page): Promise<Planned[]> => (await (await page.request.get('/api/batches')).json()).batches

/** A planned batch that can be moved by so many weeks without breaking anything hard. */
async function movable(page: Page, weeks: number): Promise<Planned> {
  for (const one of (await batches(page)).filter(({ state, stickOn, against }) => state === 'planned' && against.length === 0 && stickOn > '2027-06-01')) {
    const day = new Date(Date.parse(one.stickOn) + weeks * 7 * 86_400_000).toISOString().slice(0, 10)
    const tried = await page.request.post('/api/plan/moves/try', { data: { moves: [{ code: one.code, stickOn: day }] } })
    const found = await tried.json()
    if (!found.batches[0].breaks.some(({ hard }: { hard: boolean }) => hard)) return one
  }
  throw new Error('No planned batch of the demo can be moved.')
}

test('an order is planned by two of its ways', async ({ page }) => {
  await signIn(page, 'ines', '/wanted')
  await page.getByRole('button', { name: 'New order' }).click()
  const order = page.getByRole('form', { name: 'New order' })
  await order.getByLabel('Crop').selectOption({ label: "Catmint 'Millrace'" })
  await order.getByLabel('Good plants', { exact: true }).fill('200')
  await order.getByRole('textbox', { name: 'Ready week' }).fill('2027-W35')
  await order.getByRole('button', { name: 'Note it' }).click()
  await page.getByRole('link', { name: 'all ways to get there' }).click()
  await expect(page.getByText(/^Recommended\./)).toBeVisible()
  await expect(page.getByRole('listitem').filter({ hasText: 'buy in' })).toBeVisible()
  await mustBeUsable(page, 'the ways')
  const ways = page.url()
  const one = page.getByRole('link', { name: 'Take it: Tip cutting, softwood', exact: true })
  await one.click()
  await page.getByRole('button', { name: /^Plan \d+ cuttings/ }).click()
  const first = await codeHere(page)
  await page.goto(ways)
  await page.getByRole('link', { name: 'Take the first: Tip cutting, softwood, in two batches' }).click()
  await expect(page.getByText('missing of 200')).toBeVisible()
  await page.getByRole('button', { name: /^Plan \d+ cuttings/ }).click()
  const second = await codeHere(page)
  await page.getByRole('link', { name: /wanted$/ }).click()
  const noted = page.getByRole('listitem').filter({ hasText: second }).last()
  await expect(noted).toContainText(first)
  await expect(noted).toContainText(/About \d+ of 200/)
})

test('so many every week become a series, drafted into batches, and taken back', async ({ page }) => {
  await signIn(page, 'ines', '/wanted')
  await page.getByRole('button', { name: 'New order' }).click()
  const order = page.getByRole('form', { name: 'New order' })
  await order.getByLabel('Crop').selectOption({ label: "Catmint 'Millrace'" })
  await order.getByLabel('Good plants', { exact: true }).fill('40')
  await order.getByRole('textbox', { name: 'Ready week' }).fill('2027-W36')
  await order.getByLabel('so many every week').check()
  await order.getByRole('textbox', { name: 'Until week' }).fill('2027-W30')
  await order.getByRole('button', { name: 'Note it' }).click()
  await expect(order.getByRole('alert')).toContainText('comes before the first week')
  await order.getByRole('textbox', { name: 'Until week' }).fill('2027-W38')
  await order.getByRole('button', { name: 'Note it' }).click()
  // The draft itself may still say that it is being made.
  await expect(page.getByRole('status').filter({ hasText: '3 times 40' })).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Draft of the season' })).toBeVisible()
  await expect(page.getByRole('checkbox', { name: /40 Catmint 'Millrace', week 3[678]/ })).toHaveCount(3)
  await mustBeUsable(page, 'the draft')
  await page.getByRole('button', { name: /^Plan \d+ batches/ }).click()
  await expect(page.getByRole('status').filter({ hasText: /\d+ batches planned/ })).toBeVisible()
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('status').filter({ hasText: /\d+ batches put back/ })).toBeVisible()
})

test('what must be there, and surer than one batch can be, is drafted as two batches apart', async ({ page }) => {
  await signIn(page)
  const { version, topics } = await (await page.request.get('/api/house-defaults')).json()
  expect(topics.length).toBeGreaterThan(3)
  expect((await page.request.put('/api/house-defaults', { data: { version, defaults: { sure_of_plan: 0.99 } } })).ok()).toBe(true)
  await page.goto('/wanted')
  await page.getByRole('button', { name: 'New order' }).click()
  const order = page.getByRole('form', { name: 'New order' })
  await order.getByLabel('Crop').selectOption({ label: "Mint 'Cellar'" })
  await order.getByLabel('Good plants', { exact: true }).fill('70')
  await order.getByRole('textbox', { name: 'Ready week' }).fill('2027-W36')
  await order.getByLabel('Priority').selectOption('must')
  await order.getByRole('button', { name: 'Note it' }).click()
  await page.getByRole('link', { name: 'all ways to get there' }).waitFor()
  await page.goto('/batches/draft')
  const [first, second] = [1, 2].map((part) => page.getByRole('checkbox', { name: `70 Mint 'Cellar', week 36, batch ${part} of 2` }))
  if (!first || !second) throw new Error('There are two.')
  await expect(page.getByRole('row').filter({ has: first })).toContainText('it must be there, and one batch alone fails too often')
  await expect(first).toBeChecked()
  // Both halves are one choice: neither is planned without the other.
  await second.uncheck()
  await expect(first).not.toBeChecked()
  await first.check()
  await expect(second).toBeChecked()
  await page.getByRole('button', { name: /^Plan \d+ batches/ }).click()
  await expect(page.getByRole('status').filter({ hasText: /\d+ batches planned/ })).toBeVisible()
  const apart = (await batches(page)).filter(({ crop, state, dueWeek }) => crop === "Mint 'Cellar'" && state === 'planned' && dueWeek === '2027-W36')
  expect(apart.length).toBe(2)
  expect(Math.abs(Date.parse(apart[0]?.stickOn ?? '') - Date.parse(apart[1]?.stickOn ?? ''))).toBeGreaterThanOrEqual(7 * 86_400_000)
})

test('a batch is dragged, what breaks is said at once, and the move is undone', async ({ page }) => {
  await signIn(page)
  const one = await movable(page, 1)
  await page.goto('/batches/season')
  const lane = page.getByRole('link', { name: new RegExp(`, ${one.code}, planned`) })
  await lane.scrollIntoViewIfNeeded()
  const box = await lane.boundingBox()
  if (!box) throw new Error('The lane has no place.')
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 + box.width / 2.2, box.y + box.height / 2, { steps: 4 })
  const trial = page.getByRole('region', { name: `Moving ${one.code}` })
  await expect(trial).toContainText(/\d+ weeks later/)
  await expect(trial).toContainText(/material is not right|late|wants it|short|gone by/)
  await page.mouse.move(box.x + box.width / 2 + box.width / 44, box.y + box.height / 2, { steps: 4 })
  await page.mouse.up()
  await expect(trial).toContainText('1 week later')
  await mustBeUsable(page, 'a batch on the move')
  await trial.getByRole('button', { name: 'Move it' }).click()
  await expect(page.getByRole('status')).toContainText(`${one.code} moved`)
  expect((await batches(page)).find(({ code }) => code === one.code)?.stickOn).not.toBe(one.stickOn)
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('status')).toContainText('put back')
  expect((await batches(page)).find(({ code }) => code === one.code)?.stickOn).toBe(one.stickOn)

  // The same by keyboard alone, and left as it was.
  await lane.focus()
  await page.keyboard.press('Shift+ArrowRight')
  await expect(trial).toContainText('1 week later')
  await page.keyboard.press('Shift+ArrowLeft')
  await expect(trial).toContainText('where it is')
  await trial.getByRole('button', { name: 'Leave it' }).click()
  await expect(trial).toBeHidden()
})

test('overfull weeks are evened out by moves that explain themselves, and undone', async ({ page }) => {
  await signIn(page, 'ines', '/batches/season')
  await expect(page.getByText(/\d+ weeks? over, most/)).toBeVisible()
  await page.getByRole('button', { name: 'Even out' }).click()
  const even = page.getByRole('region', { name: 'Even out' })
  await expect(even.getByText(/(Stuck|Potted) \d+ weeks? (earlier|later).* falls from \d+ to \d+ hours/).first()).toBeVisible()
  const before = (await batches(page)).map(({ code, stickOn }) => code + stickOn).sort()
  await even.getByRole('button', { name: /^Make \d+ moves?/ }).click()
  await expect(page.getByRole('status')).toContainText(/\d+ batch(es)? moved/)
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('status')).toContainText('put back')
  expect((await batches(page)).map(({ code, stickOn }) => code + stickOn).sort()).toEqual(before)
  await page.getByRole('button', { name: 'Chances' }).click()
  await expect(page.getByText(/planned orders, about \d+ will be met in full/)).toBeVisible()
})

test('the plan is kept by name, and what changed since is listed', async ({ page }) => {
  await signIn(page, 'ines', '/batches/versions')
  await page.getByLabel('Name').fill('As agreed in May')
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByRole('status')).toContainText('“As agreed in May” kept')
  await page.getByRole('button', { name: 'What changed since “As agreed in May”' }).click()
  await expect(page.getByText('Nothing has changed since.')).toBeVisible()
  await mustBeUsable(page, 'the versions')
  await page.goto('/batches/shopping')
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'As a table (CSV)' }).click()])
  expect(file.suggestedFilename()).toBe('shopping-2027-05-12.csv')
})

test('hands and measured air are entered, and the plan obeys', async ({ page }) => {
  await signIn(page, 'ines', '/nursery/hands')
  const hands = page.getByRole('form', { name: 'Hands' })
  await hands.getByRole('button', { name: 'Another absence' }).click()
  await hands.getByLabel('To', { exact: true }).last().fill('2027-05-01')
  await hands.getByRole('button', { name: 'Keep the hands' }).click()
  await expect(hands.getByRole('alert')).toContainText('comes before its first day')
  await hands.getByLabel('To', { exact: true }).last().fill('2027-05-13')
  await hands.getByRole('button', { name: 'Keep the hands' }).click()
  await expect(page.getByRole('status')).toContainText('Kept.')
  await page.goto('/nursery/air')
  const table = page.getByRole('form', { name: 'Take in a table' })
  await table.getByRole('textbox').fill('date,mean\n2027-05-10,mild')
  await table.getByRole('button', { name: 'Take it in' }).click()
  await expect(table.getByRole('alert')).toContainText('Line 2')
  await expect(table.getByRole('textbox')).toHaveValue('date,mean\n2027-05-10,mild')
  await table.getByRole('textbox').fill('date,mean\n2027-05-10,9.5\n2027-05-11,10')
  await table.getByRole('button', { name: 'Take it in' }).click()
  await expect(page.getByRole('status')).toContainText('2 days taken in')
})
