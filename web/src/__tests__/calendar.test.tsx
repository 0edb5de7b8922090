// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, render, screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { MemoryRouter } from 'react-router'
import { afterEach, expect, it, vi } from 'vitest'
import { api } from '../api/client'
import { OwnCalendar } from '../nursery/OwnCalendar'
import { WeekProvider } from '../shell/week'
import { session } from './nursery'

const told = (data: unknown) => ({ data, response: new Response(null, { status: 200 }) }) as never

afterEach(() => {
  cleanup()
  vi.restoreAllMocks()
})

it('shows a private address once, and closes it', async () => {
  const get = vi.spyOn(api, 'GET').mockResolvedValue(told({ since: null, address: null }))
  vi.spyOn(api, 'POST').mockResolvedValue(told({ since: '2027-05-12', address: '/api/calendar/abc.ics' }))
  const close = vi.spyOn(api, 'DELETE').mockResolvedValue(told({ since: null, address: null }))
  render(
    <QueryClientProvider client={new QueryClient()}>
      <MemoryRouter>
        <WeekProvider session={session}>
          <OwnCalendar />
        </WeekProvider>
      </MemoryRouter>
    </QueryClientProvider>,
  )
  get.mockResolvedValue(told({ since: '2027-05-12', address: null }))
  await userEvent.click(screen.getByRole('button', { name: 'A private address' }))
  expect((await screen.findByRole('status')).textContent).toContain('/api/calendar/abc.ics')
  await userEvent.click(await screen.findByRole('button', { name: 'Close it' }))
  expect(close).toHaveBeenCalledOnce()
  await waitFor(() => expect(screen.queryByRole('status')).toBeNull())
})
