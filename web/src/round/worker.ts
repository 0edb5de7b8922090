import { clientsClaim } from 'workbox-core'
import { createHandlerBoundToURL, type PrecacheEntry, precacheAndRoute } from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'
import { answer, api } from '../api/client'
import { sendLooks } from './deliver'
import { looksKept, SEND } from './device'

/*
 * What runs on the device beside the app: it keeps what the app is made of, so that the round opens without a network, and sends
 * what waits when the network is back, whether the app is open or not. Answers of the server are never kept by it.
 */

declare global {
  interface Window {
    __WB_MANIFEST: (PrecacheEntry | string)[]
    skipWaiting(): Promise<void>
  }
}

/** The browser says that the network is there. */
interface NetworkIsBack extends Event {
  tag: string
  waitUntil(work: Promise<unknown>): void
}

precacheAndRoute(self.__WB_MANIFEST)
registerRoute(new NavigationRoute(createHandlerBoundToURL('/'), { denylist: [/^\/api\//, /^\/app\//] }))
self.skipWaiting()
clientsClaim()

/** Sends the looks of whoever is signed in; those of others wait for them. */
async function sendWhatWaits(): Promise<void> {
  const { account } = await answer(api.GET('/api/session'))
  if (!account) return
  await sendLooks(account.id)
  // The browser asks again later, with growing pauses, for as long as it is told that it did not work.
  if ((await looksKept()).some((look) => look.by?.id === account.id && !look.refused)) throw new Error('Some wait still.')
}

self.addEventListener('sync', (event) => {
  const { tag, waitUntil } = event as NetworkIsBack
  if (tag === SEND) waitUntil.call(event, sendWhatWaits())
})
