// How long a step of the dragged week rail takes to be drawn, of a running demo: node rail-drag.mjs http://127.0.0.1:8080
// On a processor four times slower than this one; in each room that shows the week.
import { chromium } from '@playwright/test'

const [, , base = 'http://127.0.0.1:8080'] = process.argv
const ROOMS = ['/', '/bench', '/stock', '/batches']
const STEPS = 40
/** Milliseconds from a step of the pointer until what it changes is painted. */
const GOAL = 100

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: ['--no-sandbox', '--disable-background-networking'] })
const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })
await context.request.post(`${base}/api/sign-in`, { data: { signIn: 'ines', password: 'wet-cradle-demo' } })

/** Within the page: drags from week to week, and waits after each step until it is painted. */
async function dragged(steps) {
  const rail = document.querySelector('[role="slider"]')
  const box = rail.getBoundingClientRect()
  const point = (kind, i) =>
    rail.dispatchEvent(
      new PointerEvent(kind, { bubbles: true, pointerId: 1, buttons: 1, clientX: box.left + box.width * (0.1 + (0.8 * i) / steps), clientY: box.top + 40 }),
    )
  rail.setPointerCapture = () => undefined
  point('pointerdown', 0)
  const took = []
  for (let i = 1; i <= steps; i++) {
    const from = performance.now()
    point('pointermove', i)
    await new Promise((painted) =>
      requestAnimationFrame(() => {
        const channel = new MessageChannel()
        channel.port1.onmessage = painted
        channel.port2.postMessage(null)
      }),
    )
    took.push(performance.now() - from)
  }
  return took.sort((a, b) => a - b)
}

for (const room of ROOMS) {
  const page = await context.newPage()
  await page.goto(base + room)
  await page.locator('main h1').first().waitFor()
  await page.waitForFunction(() => !document.querySelector('[aria-busy="true"]') && document.querySelector('[role="slider"] svg'))
  const slow = await context.newCDPSession(page)
  await slow.send('Emulation.setCPUThrottlingRate', { rate: 4 })
  const took = await page.evaluate(dragged, STEPS)
  console.log(
    JSON.stringify({
      part: 'The dragged rail, processor four times slower',
      what: `a step on ${room}`,
      now: Math.round(took[Math.floor(0.95 * STEPS)]),
      unit: 'ms',
      goal: GOAL,
      beside: `median ${Math.round(took[STEPS / 2])}`,
    }),
  )
  await page.close()
}
await browser.close()
