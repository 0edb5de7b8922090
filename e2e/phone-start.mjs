// How long rooms take to open on a phone, of a running demo: node phone-start.mjs http://127.0.0.1:8080
// The phone: 390 × 844, a processor four times slower than this one, 1.6 Mbit/s with 150 ms to the server.
import { chromium } from '@playwright/test'

const [, , base = 'http://127.0.0.1:8080'] = process.argv
const TIMES = 5
/** By room, what is there when it can be worked with: something of this kind with these words, or with any. */
const SIGNS = { '/round': ['button', 'Looks fine'], '/': ['main li a', null] }
/** Milliseconds within which Today is to be there, on a phone that never had it. */
const GOAL = 2500

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: ['--no-sandbox', '--disable-background-networking'] })
/** A phone on which somebody is signed in, and nothing of the app is kept yet. */
async function phone() {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } })
  // Taken down by the page itself: the tool that drives it is slowed down with it.
  await context.addInitScript(noteOpened, SIGNS)
  await context.request.post(`${base}/api/sign-in`, { data: { signIn: 'ines', password: 'wet-cradle-demo' } })
  return context
}

function noteOpened(signs) {
  const [kind, words] = signs[location.pathname] ?? ['body', null]
  const look = new MutationObserver(() => {
    if (![...document.querySelectorAll(kind)].some((one) => words === null || one.textContent === words)) return
    look.disconnect()
    requestAnimationFrame(() => {
      window.opened = performance.now()
    })
  })
  look.observe(document, { childList: true, subtree: true })
}

/** Milliseconds until a room is there, in a page that was never open before. */
async function opened(context, room, { away = false } = {}) {
  const page = await context.newPage()
  const slow = await context.newCDPSession(page)
  await slow.send('Emulation.setCPUThrottlingRate', { rate: 4 })
  await slow.send('Network.enable')
  await slow.send('Network.emulateNetworkConditions', { offline: away, latency: 150, downloadThroughput: 200_000, uploadThroughput: 93_750 })
  await page.goto(`${base}${room}`, { waitUntil: 'commit' })
  await page.waitForFunction(() => window.opened)
  const took = await page.evaluate(() => window.opened)
  await page.close()
  return Math.round(took)
}

async function middle(take) {
  const took = []
  for (let i = 0; i < TIMES; i++) took.push(await take())
  return took.sort((a, b) => a - b)[Math.floor(TIMES / 2)]
}
const never = (room) =>
  middle(async () => {
    const context = await phone()
    const took = await opened(context, room)
    await context.close()
    return took
  })

const today = { never: await never('/') }
const round = { never: await never('/round') }
// From now on the app and its last walk are on the device.
const context = await phone()
const first = await context.newPage()
await first.goto(`${base}/round`)
await first.evaluate(() => navigator.serviceWorker.ready)
await first.waitForFunction(() => navigator.serviceWorker.controller !== null)
await first.close()
today.again = await middle(() => opened(context, '/'))
round.installed = await middle(() => opened(context, '/round'))
round.withoutNetwork = await middle(() => opened(context, '/round', { away: true }))
await browser.close()
for (const [what, now, goal = null] of [
  ['Today, on a phone that never had the app', today.never, GOAL],
  ['Today, the next time', today.again],
  ['the round, on a phone that never had the app', round.never],
  ['the round, installed', round.installed],
  ['the round, without a network', round.withoutNetwork],
]) {
  console.log(JSON.stringify({ part: 'On a phone, four times slower', what, now, unit: 'ms', goal, beside: `the middle of ${TIMES}` }))
}
