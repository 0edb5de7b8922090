// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { render, screen } from '@testing-library/react'
import { Suspense } from 'react'
import { MemoryRouter } from 'react-router'
import { expect, it, vi } from 'vitest'
import { fetchRoom, ROOMS } from '../shell/rooms'
import { WeekProvider } from '../shell/week'
import { session } from './nursery'

const keys = () => ROOMS.find(({ path }) => path === '/round/key')

function drawn() {
  const Room = keys()?.Room
  if (!Room) throw new Error('There is no key of roots.')
  return render(
    <QueryClientProvider client={new QueryClient()}>
      <MemoryRouter>
        <WeekProvider session={session}>
          <Suspense fallback="on its way">
            <Room />
          </Suspense>
        </WeekProvider>
      </MemoryRouter>
    </QueryClientProvider>,
  )
}

it('draws a room that is fetched already at once, and another when it has come', async () => {
  vi.stubGlobal('fetch', async () => Response.json({}))
  const waiting = drawn()
  expect(screen.getByText('on its way')).not.toBeNull()
  expect(await screen.findByRole('heading', { level: 1 })).not.toBeNull()
  waiting.unmount()

  await fetchRoom('/round/key')
  drawn()
  expect(screen.queryByText('on its way')).toBeNull()
  expect(screen.getByRole('heading', { level: 1 })).not.toBeNull()
})
