import { QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { BrowserRouter } from 'react-router'
import './app.css'
import { queryClient } from './api/queries'
import { keep, kept } from './round/device'
import { App } from './shell/App'
import { showTheme } from './shell/theme'

showTheme()
// What the app is made of is kept on the device, so that the round opens without a network.
if (import.meta.env.PROD) navigator.serviceWorker?.register('/sw.js', { scope: '/' })
/** Begins with who was here last on this device, so that nothing waits for the network; who is here now is asked at once. */
async function begin(root: HTMLElement) {
  const last = await kept('session')
  if (last) queryClient.setQueryData(['session'], last, { updatedAt: 0 })
  queryClient.getQueryCache().subscribe((event) => {
    if (event.type === 'updated' && event.action.type === 'success' && event.query.queryKey[0] === 'session')
      keep('session', event.query.state.data)
  })
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
