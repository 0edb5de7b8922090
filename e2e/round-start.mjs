// How long the round takes to open on a phone, of a running demo: node round-start.mjs http://127.0.0.1:8080
// The phone: 390 × 844, a processor four times slower than this one, 1.6 Mbit/s with 150 ms to the server.
import { chromium } from '@playwright/test'

const [, , base = 'http://127.0.0.1:8080'] = process.argv
const TIMES = 5

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: ['--no-sandbox', '--disable-background-networking'] })
const context = await browser.newContext({ viewport: { width: 390, height: 844 } })
// Taken down by the page itself: the tool that drives it is slowed down with it.
await context.addInitScript(() => {
  const look = new MutationObserver(() => {
    if (![...document.querySelectorAll('button')].some((button) => button.textContent === 'Looks fine')) return
    look.disconnect()
    requestAnimationFrame(() => {
      window.roundOpened = performance.now()
    })
  })
  look.observe(document, { childList: true, subtree: true })
})
const first = await context.newPage()
await first.request.post(`${base}/api/sign-in`, { data: { signIn: 'ines', password: 'wet-cradle-demo' } })

/** Milliseconds until the first tag of the walk can be touched, in a page that was never open before. */
async function opened({ away = false } = {}) {
  const page = await context.newPage()
  const phone = await context.newCDPSession(page)
  await phone.send('Emulation.setCPUThrottlingRate', { rate: 4 })
  await phone.send('Network.enable')
  await phone.send('Network.emulateNetworkConditions', { offline: away, latency: 150, downloadThroughput: 200_000, uploadThroughput: 93_750 })
  await page.goto(`${base}/round`, { waitUntil: 'commit' })
  await page.waitForFunction(() => window.roundOpened)
  const took = await page.evaluate(() => window.roundOpened)
  await page.close()
  return Math.round(took)
}

const found = { never: await opened() }
// From now on the app and its last walk are on the device.
await first.goto(`${base}/round`)
await first.evaluate(() => navigator.serviceWorker.ready)
await first.waitForFunction(() => navigator.serviceWorker.controller !== null)
await first.close()
const middle = async (how) => {
  const took = []
  for (let i = 0; i < TIMES; i++) took.push(await opened(how))
  return took.sort((a, b) => a - b)[Math.floor(TIMES / 2)]
}
found.installed = await middle({})
found.withoutNetwork = await middle({ away: true })
await browser.close()
console.log(JSON.stringify({ 'round opens, ms on a phone': found }))
