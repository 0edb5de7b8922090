/** Where each worker's own demo is served. */
export const DEMOS = [8391, 8393, 8394]
/** Where a nursery is that has nothing in it yet; only first-start.spec.ts goes there. */
export const EMPTY = 8392

/** How the browser is that tests look through, where they say nothing else. */
export const DESK = {
  viewport: { width: 1280, height: 800 },
  locale: 'en-US',
  colorScheme: 'light',
  contextOptions: { reducedMotion: 'reduce' },
  // Only the round's own tests keep the app on the device.
  serviceWorkers: 'block',
} as const
