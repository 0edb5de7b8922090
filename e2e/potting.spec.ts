import { expect, type Page } from '@playwright/test'
import { signIn, test } from './house'
import { mustBeUsable } from './usable'

interface Waits {
  line: number
  stuck: number
  isDue: boolean
  tag: { code: string; crop: string; state: string }
}
interface Line {
  number: number
  standing: Record<string, number>
}

const TODAY = '2027-05-12'
const potting = async (page: Page) => (await page.request.get('/api/potting')).json()
/** Lines that root and are not counted, but for those that other tests need as the demo made them: orders that will be short. */
async function rooting(page: Page): Promise<Waits[]> {
  const { wanted } = await (await page.request.get('/api/wanted')).json()
  const short = wanted.filter((one: { outlook: { isShort: boolean } | null }) => one.outlook?.isShort).flatMap(
    (one: { batches: { code: string }[] }) => one.batches.map((tag) => tag.code),
  )
  return (await potting(page)).queue.filter((one: Waits) => one.line === 1 && one.tag.state === 'rooting' && one.stuck >= 60 && !short.includes(one.tag.code))
}
const linesOf = async (page: Page, code: string): Promise<Line[]> => (await (await page.request.get(`/api/batches/${code}`)).json()).lines
const all = (lines: Line[]) => lines.flatMap((line) => Object.values(line.standing)).reduce((sum, one) => sum + one, 0)
/** A batch of which the last check could not decide. */
async function undecided(page: Page): Promise<string> {
  for (const { tag } of await rooting(page)) {
    const batch = await (await page.request.get(`/api/batches/${tag.code}`)).json()
    if (batch.lines.length === 1 && batch.checks[0]?.verdict === 'lift_more') return tag.code
  }
  throw new Error('All is decided.')
}

/** Counted, and all of it has roots: due by every school. One is left of which nobody knows yet. */
async function foundReady(page: Page): Promise<void> {
  const but = await undecided(page)
  for (const { tag, stuck } of await rooting(page)) {
    if (tag.code === but) continue
    const data = { line: 1, on: TODAY, rooted: stuck, unrooted: 0, lost: {}, potted: 0 }
    expect((await page.request.post(`/api/batches/${tag.code}/count`, { data })).ok()).toBe(true)
  }
}

/** Counts a batch on its own page and splits it: so many potted, left, thrown, made into another. */
async function split(page: Page, code: string, stuck: number, into: { lot?: string; changed?: number }): Promise<void> {
  await page.goto(`/batches/${code}`)
  await page.getByRole('button', { name: 'Count and pot up' }).click()
  const form = page.getByRole('form', { name: `Count ${code}` })
  await expect(form.getByRole('region', { name: 'What to bring' })).toContainText('Water the trays first')
  const fill = (label: string, many: number) => form.getByLabel(label, { exact: true }).fill(String(many))
  await fill('Rooted', 40)
  await fill('Unrooted, alive', stuck - 44)
  await fill('Potted now', 30)
  await fill('Rooted, thrown as too poor', 3)
  await form.getByLabel('Into', { exact: true }).selectOption({ label: '9 cm' })
  const adds = form.getByRole('note', { name: 'Does it add up' })
  await expect(adds).toContainText('4 are missing')
  // Pressed too soon, it is refused with the reason, and nothing typed is lost.
  await form.getByRole('button', { name: 'Enter in the book' }).click()
  await expect(form.getByRole('alert')).toContainText('4 are missing')
  await expect(form.getByLabel('Potted now', { exact: true })).toHaveValue('30')
  await fill('Lost: rot', 4)
  if (into.changed) {
    await form.getByRole('button', { name: 'Some are made into something else' }).click()
    await fill('Rooted, changed', into.changed)
  }
  if (into.lot) {
    await expect(form.getByLabel('Stands with')).toContainText(into.lot)
    await form.getByLabel('Stands with').selectOption(into.lot)
  }
  await expect(adds).toContainText(`All ${stuck} are accounted for: 30 potted`)
  await mustBeUsable(page, `the split of ${code}`)
  await form.getByRole('button', { name: 'Enter in the book' }).click()
  await expect(form).toBeHidden()
}

const lotOf = async (page: Page, code: string) =>
  (await (await page.request.get('/api/lots')).json()).lots.find((lot: { batches: string[] }) => lot.batches.includes(code))

test('three batches are split three ways, two of a crop stand as one lot, and the book balances', async ({ page }) => {
  await signIn(page)
  const queue = await rooting(page)
  const first = queue.find((one) => queue.some((other) => other !== one && other.tag.crop === one.tag.crop))
  const second = queue.find((one) => one !== first && one.tag.crop === first?.tag.crop)
  const third = queue.find((one) => one.tag.crop !== first?.tag.crop)
  if (!first || !second || !third) throw new Error('The demo has too few rooting batches.')
  const before: Record<string, number> = {}
  for (const { tag } of [first, second, third]) before[tag.code] = all(await linesOf(page, tag.code))

  await split(page, first.tag.code, first.stuck, {})
  const lot = await lotOf(page, first.tag.code)
  await split(page, second.tag.code, second.stuck, { lot: lot.code })
  await split(page, third.tag.code, third.stuck, { changed: 2 })

  for (const { tag, stuck } of [first, second, third]) {
    const lines = await linesOf(page, tag.code)
    const changed = tag.code === third.tag.code ? 2 : 0
    expect(all(lines) + changed, `${tag.code}: every plant`).toBe(before[tag.code])
    expect(lines[0]?.standing.potted).toBe(30)
    expect(lines[1]?.standing, 'left longer').toEqual({ stuck: stuck - 44, rooted: 7 - changed })
  }
  const made = await (await page.request.get(`/api/batches/${third.tag.code}`)).json()
  expect(made.acts[0].says).toContain('2 made into tip cutting')

  // One lot, two batches, and what is lost of it is shared between them.
  await page.goto(`/potting/lots/${lot.code}`)
  await expect(page.getByRole('region', { name: 'The batches of this lot' })).toContainText(first.tag.code)
  await expect(page.getByRole('region', { name: 'The batches of this lot' })).toContainText(second.tag.code)
  await mustBeUsable(page, 'a lot')
  await page.getByRole('button', { name: 'Losses' }).click()
  const form = page.getByRole('form', { name: 'Lost' })
  await form.getByLabel('Lost', { exact: true }).fill('99')
  await form.getByRole('button', { name: 'Enter in the book' }).click()
  await expect(form.getByRole('alert')).toContainText('Only 60 are there')
  await form.getByLabel('Lost', { exact: true }).fill('10')
  await form.getByRole('button', { name: 'Enter in the book' }).click()
  await expect(page.getByRole('img', { name: `${first.tag.crop}, 50 in lot ${lot.code}` })).toBeVisible()
  for (const { tag } of [first, second]) {
    expect((await linesOf(page, tag.code))[0]?.standing.potted).toBe(25)
    expect(all(await linesOf(page, tag.code))).toBe(before[tag.code])
  }
  await page.getByRole('button', { name: /^Undo: Lost 10/ }).click()
  await expect(page.getByRole('img', { name: `${first.tag.crop}, 60 in lot ${lot.code}` })).toBeVisible()

  // Put asunder again for the tests after this one.
  for (const { tag } of [third, second, first]) {
    const batch = await (await page.request.get(`/api/batches/${tag.code}`)).json()
    const act = batch.acts.find((one: { kind: string; undone: boolean }) => one.kind === 'count_and_pot' && !one.undone)
    expect((await page.request.post(`/api/batches/${tag.code}/undo`, { data: { act: act.id } })).ok()).toBe(true)
    expect(all(await linesOf(page, tag.code))).toBe(before[tag.code])
  }
})

test('a late potting week is resolved on the board: one dragged, the rest filled, all of it undone', async ({ page }) => {
  await signIn(page)
  await foundReady(page)
  // With fewer hands than there are in the demo, not all that is ready can be potted at once.
  const crew = await (await page.request.get('/api/crew')).json()
  for (const hand of crew.crew.hands) hand.hours *= 0.75
  expect((await page.request.put('/api/crew', { data: crew })).ok()).toBe(true)
  await page.goto('/potting/weeks')
  const now = page.getByRole('region', { name: 'week 19', exact: true })
  const next = page.getByRole('region', { name: 'week 20', exact: true })
  await expect(now).toContainText('h too many')
  await mustBeUsable(page, 'the week board')
  const code = (await potting(page)).cards.find((one: { week: string; isDue: boolean }) => one.week === '2027-W19' && one.isDue).code
  await now.getByRole('listitem', { name: new RegExp(code) }).getByRole('link').dragTo(next.getByRole('heading'))
  await expect(page.getByRole('status').filter({ hasText: `${code}: potted in week 20` })).toBeVisible()
  await expect(next.getByRole('listitem').filter({ hasText: code })).toBeVisible()

  // By keyboard: what it would mean is said before it is done; too late is refused.
  const moved = next.getByRole('listitem').filter({ hasText: code })
  await moved.getByRole('button', { name: `Another week for ${code}` }).press('Enter')
  await moved.getByRole('button', { name: 'week 23', exact: true }).focus()
  await expect(moved.getByRole('status')).toContainText('Roots will have matted')
  await moved.getByRole('button', { name: 'when it is due' }).press('Enter')
  await expect(now.getByRole('listitem').filter({ hasText: code })).toBeVisible()

  await page.getByRole('button', { name: 'Fill the weeks' }).click()
  const fill = page.getByRole('region', { name: 'Fill the weeks' })
  await expect(fill).toContainText('slips 1 week')
  await expect(fill.getByRole('listitem').first()).toContainText(/harms neither roots nor order|Ready about|matted/)
  await mustBeUsable(page, 'filling the weeks')
  await fill.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'laid into weeks' })).toBeVisible()
  await expect(now).not.toContainText('h too many')
  const view = await potting(page)
  expect(view.weeks.length, 'the whole season').toBeGreaterThan(20)
  expect(view.weeks.slice(0, 6).filter((week: { over: number }) => week.over > 0.05)).toEqual([])

  // The weeks after these are a press away.
  const season = page.getByRole('list', { name: 'The season' })
  await season.getByRole('button', { name: /^week 30:/ }).press('Enter')
  await expect(page.getByRole('region', { name: 'week 30', exact: true })).toBeVisible()
  await expect(now).toBeHidden()
  await season.getByRole('button', { name: /^week 19:/ }).click()

  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click()
  await expect(now).toContainText('h too many')
})

test('two people at the week board are told of each other, and neither undoes the other', async ({ page }) => {
  await signIn(page)
  await foundReady(page)
  await page.goto('/potting/weeks')
  const week = (number: number) => page.getByRole('region', { name: `week ${number}`, exact: true })
  const card = (await potting(page)).cards.find((one: { week: string; isDue: boolean }) => one.week === '2027-W19' && one.isDue)
  const tagIn = (number: number) => week(number).getByRole('listitem', { name: new RegExp(card.code) })
  await expect(tagIn(19)).toBeVisible()
  const another = async (to: string | null) => {
    const { version } = (await potting(page)).cards.find((one: { code: string }) => one.code === card.code).tag
    expect((await page.request.post('/api/potting/weeks', { data: { moves: [{ code: card.code, version, week: to }] } })).ok()).toBe(true)
  }
  await another('2027-W21')
  await tagIn(19).getByRole('link').dragTo(week(20).getByRole('heading'))
  await expect(page.getByRole('alert')).toContainText(`Somebody changed ${card.code} meanwhile, so nothing was done`)
  await expect(tagIn(21)).toBeVisible()
  await mustBeUsable(page, 'the week board, told of another')

  // Seen as it is now, it can be given another week; once somebody else gives it one, that is not undone from here.
  await tagIn(21).getByRole('link').dragTo(week(20).getByRole('heading'))
  await expect(tagIn(20)).toBeVisible()
  await another('2027-W21')
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('status').filter({ hasText: `Somebody changed ${card.code} meanwhile` })).toBeVisible()
  await expect(tagIn(21)).toBeVisible()
  await another(null)
})

test('a lot grows on, is ready and goes to two orders; each order says what is sent, ready and coming', async ({ page }) => {
  await signIn(page)
  const { lots } = await (await page.request.get('/api/lots')).json()
  type Lot = { potted: number; grown: number; next: { kind: string; on: string } | null }
  const lot = lots.find((lot: Lot) => lot.potted > 60 && lot.grown === 0 && lot.next && lot.next.on <= TODAY && lot.next.kind !== 'ready')
  for (const plants of [20, 30])
    await page.request.post(
      '/api/wanted', { data: { crop: lot.cropSlug, plants, pot: 1, readyWeek: '2027-W21', customer: 'Oxlow Landscape', priority: 'must' } },
    )
  await page.goto('/potting/lots')
  await mustBeUsable(page, 'all lots')
  await page.getByRole('button', { name: new RegExp(`^Done: .*, lot ${lot.code}$`) }).click()
  await expect(page.getByRole('status').filter({ hasText: `${lot.code}: ` })).toBeVisible()
  await page.goto(`/potting/lots/${lot.code}`)
  await expect(page.getByText(/^done 12 May/).first()).toBeVisible()
  await page.getByRole('button', { name: 'Ready', exact: true }).click()
  const ready = page.getByRole('form', { name: 'Good and ready' })
  await ready.getByLabel('Good and ready', { exact: true }).fill('45')
  await ready.getByRole('button', { name: 'They are ready' }).click()
  await expect(page.getByText('45 ready').first()).toBeVisible()

  const send = async (open: number, many: number) => {
    await page.getByRole('button', { name: `Send to Oxlow Landscape, ${open} open` }).first().click()
    const form = page.getByRole('form', { name: 'Sent' })
    await form.getByLabel('Sent', { exact: true }).fill(String(many))
    await form.getByRole('button', { name: 'Send', exact: true }).click()
    return form
  }
  await expect(await send(20, 20)).toBeHidden()
  const over = await send(30, 31)
  await expect(over.getByRole('alert')).toContainText('still wants 30, not 31')
  await over.getByLabel('Sent', { exact: true }).fill('10')
  await over.getByRole('button', { name: 'Send', exact: true }).click()
  await expect(over).toBeHidden()
  await expect(page.getByText('15 ready').first()).toBeVisible()

  const { wanted } = await (await page.request.get('/api/wanted')).json()
  const [full, part] = [20, 30].map((plants) => wanted.findLast(
    (one: { crop: string; plants: number; readyWeek: string }) => one.crop === lot.crop && one.plants === plants && one.readyWeek === '2027-W21',
  ))
  expect(full.state).toBe('done')
  await page.goto(`/wanted?order=${part.id}`)
  await expect(page.locator(`#order-${part.id}`)).toContainText(`Sent 10 from ${lot.code}`)
})

test('an order wants bigger pots: some of a lot are potted on for it, and put back', async ({ page }) => {
  await signIn(page)
  const { lots } = await (await page.request.get('/api/lots')).json()
  const lot = lots.find((one: { potted: number; grown: number }) => one.potted > 40 && one.grown === 0)
  const { bigger, pot } = await (await page.request.get(`/api/lots/${lot.code}`)).json()
  await page.request.post(
    '/api/wanted',
    { data: { crop: lot.cropSlug, plants: 25, pot: bigger[0].id, readyWeek: '2027-W30', customer: 'Oxlow Landscape', priority: 'must' } },
  )
  await page.goto(`/potting/lots/${lot.code}`)
  await expect(page.getByText(`25 in ${bigger[0].name}, not ${pot}`)).toBeVisible()
  await page.getByRole('button', { name: `Pot on into ${bigger[0].name} for Oxlow Landscape` }).first().click()
  const form = page.getByRole('form', { name: 'Pot on' })
  const bring = form.getByRole('region', { name: 'What to bring' })
  await expect(bring).toContainText('Water the pots first')
  await expect(form.getByLabel('Potted on', { exact: true })).toHaveValue('25')
  await form.getByLabel('Potted on', { exact: true }).fill(String(lot.potted + 1))
  await form.getByRole('button', { name: 'Pot them on' }).click()
  await expect(form.getByRole('alert')).toContainText(`Only ${lot.potted} are there, not ${lot.potted + 1}.`)
  await form.getByLabel('Potted on', { exact: true }).fill('25')
  await expect(bring).toContainText(`25 × ${bigger[0].name}`)
  await mustBeUsable(page, 'potting on')
  await form.getByRole('button', { name: 'Pot them on' }).click()
  await expect(page.getByRole('img', { name: new RegExp(`^${lot.crop}, 25 in lot `) })).toBeVisible()
  await expect(page.getByRole('link', { name: lot.code, exact: true })).toBeVisible()
  await expect(form, 'Done, it does not stand open for the next lot.').toBeHidden()
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('img', { name: `${lot.crop}, ${lot.potted} in lot ${lot.code}` })).toBeVisible()
})

test.describe('on a phone', () => {
  test.beforeEach(({ page }) => page.setViewportSize({ width: 390, height: 844 }))

  test('lifting stops as soon as it is enough, and a set of feet is practised on', async ({ page }) => {
    await signIn(page)
    const code = await undecided(page)
    await page.goto(`/batches/${code}`)
    await page.getByRole('button', { name: 'Check', exact: true }).click()
    const form = page.getByRole('form', { name: `Check ${code}` })
    await form.getByLabel('Out of how many trays', { exact: true }).fill('5')
    const so = form.getByRole('note', { name: 'What was lifted says' })
    await expect(so).toContainText('Nothing lifted yet')
    const more = form.getByRole('button', { name: 'roots at the hole: 1 more' })
    await more.click()
    await expect(so).toContainText('1 lifted.')
    await expect(so).not.toContainText('Enough')
    let lifted = 1
    for (; lifted < 40 && !(await so.textContent())?.includes('Enough'); lifted++) {
      await more.click()
      await expect(so).toContainText(`${lifted + 1} lifted.`)
    }
    await expect(so).toContainText('Enough, stop lifting. Ready.')
    await expect(so).toBeInViewport()
    expect(lifted).toBeLessThan(40)
    await form.getByLabel('Roots go down, mm', { exact: true }).fill('35')
    await form.getByLabel('many and white').check()
    await mustBeUsable(page, 'a check')
    await form.getByRole('button', { name: 'Judge' }).click()
    await expect(page.getByText('roots 35 mm deep, many and white')).toBeVisible()

    await page.goto('/round/practice')
    await mustBeUsable(page, 'practice')
    const { feet } = await (await page.request.get('/api/practice')).json()
    for (let i = 0; i < feet.length; i++) {
      await expect(page.getByRole('region', { name: `Foot ${i + 1} of ${feet.length}` })).toBeVisible()
      await page.getByRole('button', { name: i % 2 === 0 ? 'callus' : 'roots at the wall', exact: true }).click()
    }
    const result = page.getByRole('region', { name: 'How it went' })
    await expect(result).toContainText(`of ${feet.length} as in the key; kappa`)
    await expect(page.getByRole('region', { name: 'How we agree' })).toContainText('Ines Halloran')
    await mustBeUsable(page, 'a practice set graded')
    await result.getByRole('button', { name: 'Another set' }).click()
    await expect(page.getByRole('region', { name: `Foot 1 of ${feet.length}` })).toBeVisible()
  })
})

test('the key is printed on one sheet, without what surrounds it', async ({ page }) => {
  await signIn(page, 'ines', '/round/key')
  await expect(page.getByRole('heading', { name: /root-bound/i })).toBeVisible()
  const pdf = (await page.pdf({ preferCSSPageSize: true, printBackground: true })).toString('latin1')
  expect(pdf.match(/\/Type\s*\/Page[^s]/g)).toHaveLength(1)
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByRole('navigation', { name: 'Rooms' })).toBeHidden()
  await expect(page.getByRole('button', { name: 'Print the key' })).toBeHidden()
})
