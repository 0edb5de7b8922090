import { QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { BrowserRouter } from 'react-router'
import './app.css'
import { askWhoIsHere, queryClient } from './api/queries'
import { keep, kept } from './round/device'
import { App } from './shell/App'
import { fetchRoom } from './shell/rooms'
import { showTheme } from './shell/theme'

/** Milliseconds after which what is shown no longer shares a slow network with what is kept for later. */
const SETTLED = 3000
/** Milliseconds for which the first picture waits for its room: longer than a fast network takes, and too short to be seen. */
const BLINK = 100

showTheme()
const room = fetchRoom(location.pathname)
// What the app is made of is kept on the device, so that the round opens without a network.
if (import.meta.env.PROD) setTimeout(() => navigator.serviceWorker?.register('/sw.js', { scope: '/' }), SETTLED)

/** Begins with who was here last on this device, so that nothing waits for the network; who is here now is asked at once. */
async function begin(root: HTMLElement) {
  queryClient.getQueryCache().subscribe((event) => {
    if (event.type === 'updated' && event.action.type === 'success' && event.query.queryKey[0] === 'session')
      keep('session', event.query.state.data)
  })
  askWhoIsHere(location.pathname)
  const last = await kept('session')
  if (last && !queryClient.getQueryData(['session'])) queryClient.setQueryData(['session'], last, { updatedAt: 0 })
  await Promise.race([room, new Promise((over) => setTimeout(over, BLINK))])
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queryClient}>
        <BrowserRouter>
          <App />
        </BrowserRouter>
      </QueryClientProvider>
    </StrictMode>,
  )
}

const root = document.getElementById('root')
if (root) begin(root)
