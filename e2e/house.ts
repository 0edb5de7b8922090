import { copyFileSync, existsSync, mkdtempSync, renameSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type BrowserContext, test as base, type Cookie, expect, type Locator, type Page } from '@playwright/test'
import { DEMOS, DESK } from './ports'

let lastFile = ''
const addressOf = (worker: number) => `http://127.0.0.1:${DEMOS[worker]}`

/** Lays the demo as it was built under a worker's server: no file of tests leans on what another left behind. */
function layAnew(worker: number): void {
  const live = join(process.env.CRADLE_E2E ?? '', `demo${worker}`, 'cradle.sqlite')
  const built = `${live}.built`
  if (!existsSync(built)) {
    copyFileSync(live, built)
    return
  }
  // Put there at once: a request that is still under way would else read half of it.
  copyFileSync(built, `${live}.new`)
  for (const tail of ['-wal', '-shm']) rmSync(live + tail, { force: true })
  renameSync(`${live}.new`, live)
}

/** A test in the demo of the worker that runs it, in a browser that knows nothing: two workers never meet in one nursery, and each file begins with a new one. */
export const apart = base.extend({
  baseURL: async ({}, use, { parallelIndex, file }) => {
    const address = addressOf(parallelIndex)
    if (file !== lastFile) {
      layAnew(parallelIndex)
      kept.clear()
      // What the file before asked for last may still hold what was there.
      await expect.poll(async () => (await fetch(`${address}/api/session`)).status).toBe(200)
    }
    lastFile = file
    await use(address)
  },
  page: async ({ page }, use, { file }) => {
    if (CUT.test(file)) await cutReplies(page)
    await use(page)
  },
})

/** The same in the worker's one browser, which has fetched the app before, as most people's have. Nobody is signed in, and nothing is kept. */
export const test = apart.extend<object, { desk: BrowserContext }>({
  desk: [
    async ({ playwright, launchOptions }, use, { parallelIndex }) => {
      const { contextOptions, ...desk } = DESK
      const profile = mkdtempSync(join(tmpdir(), 'wet-cradle-desk-'))
      const browser = await playwright.chromium.launchPersistentContext(profile, { ...launchOptions, ...desk, ...contextOptions, baseURL: addressOf(parallelIndex) })
      await use(browser)
      await browser.close()
      rmSync(profile, { recursive: true, force: true })
    },
    { scope: 'worker' },
  ],
  context: async ({ desk, baseURL }, use) => {
    const [blank] = desk.pages()
    await use(desk)
    for (const page of desk.pages()) if (page !== blank) await page.close()
    await desk.clearCookies()
    const browser = await desk.newCDPSession(blank ?? (await desk.newPage()))
    await browser.send('Storage.clearDataForOrigin', { origin: baseURL ?? '', storageTypes: 'local_storage,indexeddb,cache_storage' })
    await browser.detach()
  },
})

/** Whose writes lose their first answer: between them, every kind of write that the app makes. */
const CUT = /(bench|corrections|course|journey|mist|mixing|potting|records|rooms|season|stock|trace|wait)\.spec\.ts$/

/** The server keeps what is written, and its answer is lost on the way: the first time for each kind of write. */
async function cutReplies(page: Page): Promise<void> {
  // Within the page, so that what only reads goes its way untouched.
  await page.addInitScript(() => {
    const KEPT = 'lost-replies'
    const send = window.fetch.bind(window)
    window.fetch = async (what, how) => {
      const request = new Request(what, how)
      const kind = `${request.method} ${new URL(request.url).pathname.replace(/\/([A-Z]{3}-\d+|[A-Z]{1,2}-?\d+|\d+)(?=\/|$)/g, '/…')}`
      const lost: string[] = JSON.parse(sessionStorage.getItem(KEPT) ?? '[]')
      if (request.method === 'GET' || lost.includes(kind)) return send(request)
      sessionStorage.setItem(KEPT, JSON.stringify([...lost, kind]))
      await send(request)
      throw new TypeError('The answer was lost on its way.')
    }
  })
}

/** Who is signed in already, in the nursery as it was laid for this file: pressing a password into shape takes its time. */
const kept = new Map<string, Cookie[]>()

/** Signed in as somebody, on Today or in another room. */
export async function signIn(page: Page, who = 'ines', room = '/'): Promise<void> {
  await page.context().addCookies(kept.get(who) ?? [])
  const session = await (await page.request.get('/api/session')).json()
  if (session.account?.signIn !== who) {
    const answer = await page.request.post('/api/sign-in', { data: { signIn: who, password: 'wet-cradle-demo' } })
    expect(answer.ok(), `${who} signs in`).toBe(true)
    kept.set(who, await page.context().cookies())
  }
  await page.goto(room)
  if (room === '/') await expect(page.getByRole('slider', { name: 'Week shown' })).toBeVisible()
}

/** The same through the form, as everybody does. */
export async function signInByForm(page: Page, who = 'ines'): Promise<void> {
  await page.goto('/')
  await page.getByLabel('Sign-in name').fill(who)
  await page.getByLabel('Password').fill('wet-cradle-demo')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('slider', { name: 'Week shown' })).toBeVisible()
}

/** A room is drawn with all that it asked for: nothing is on its way, and nothing says that it still is. */
export async function isThere(page: Page): Promise<void> {
  await page.locator('main h1').first().waitFor()
  await expect(page.locator('[aria-busy="true"]')).toHaveCount(0)
}

/** Goes to another room as by a link, without fetching the app anew; one room is told from another by its own heading. */
export async function goOnTo(page: Page, room: string): Promise<void> {
  await page.evaluate((to) => {
    document.querySelector('main h1')?.setAttribute('data-left', '')
    history.pushState(null, '', to)
    dispatchEvent(new PopStateEvent('popstate'))
  }, room)
  await page.locator('main h1:not([data-left])').first().waitFor()
  await isThere(page)
}

/** Moves the focus there by Tab alone, as somebody without a mouse would. */
export async function tabTo(page: Page, target: Locator): Promise<void> {
  await expect(target).toBeVisible()
  for (let i = 0; i < 400; i++) {
    if (await target.evaluate((element) => element === document.activeElement)) return
    await page.keyboard.press('Tab')
  }
  throw new Error(`The keyboard never reaches ${target}.`)
}

export async function pressOn(page: Page, target: Locator, key = 'Enter'): Promise<void> {
  await tabTo(page, target)
  await page.keyboard.press(key)
}

export async function typeInto(page: Page, target: Locator, text: string): Promise<void> {
  await tabTo(page, target)
  await page.keyboard.press('ControlOrMeta+a')
  await page.keyboard.type(text)
}

/** The code of the batch whose page is open. */
export async function codeHere(page: Page): Promise<string> {
  await expect(page).toHaveURL(/\/batches\/[A-Z]{3}-[3479]+$/)
  return page.url().split('/').pop() ?? ''
}
