// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, render, screen } from '@testing-library/react'
import { afterEach, expect, it, vi } from 'vitest'
import { WeekProvider } from '../shell/week'
import { session } from './nursery'

afterEach(() => {
  cleanup()
  vi.doUnmock('../shell/RailDrawing')
  vi.resetModules()
})

it('can be moved where its drawing could not be fetched, and says so', async () => {
  vi.doMock('../shell/RailDrawing', () => {
    throw new TypeError('Failed to fetch dynamically imported module')
  })
  vi.stubGlobal(
    'ResizeObserver',
    class {
      constructor(private readonly told: (entries: { contentRect: { width: number } }[]) => void) {}
      observe() {
        this.told([{ contentRect: { width: 600 } }])
      }
      disconnect() {}
    },
  )
  const { Rail } = await import('../shell/Rail')
  const client = new QueryClient()
  const week = { monday: '2027-05-10', trays: 0, fill: 0.2, stickHours: 1, potHours: 2, wanted: 0, open: [] }
  client.setQueryData(['rail'], { weeks: [{ ...week, week: session.week }] })
  render(
    <QueryClientProvider client={client}>
      <WeekProvider session={session}>
        <Rail />
      </WeekProvider>
    </QueryClientProvider>,
  )
  expect((await screen.findByRole('alert')).textContent).toContain('could not be drawn')
  expect(screen.getByRole('slider', { name: 'Week shown' }).getAttribute('aria-valuetext')).toContain('mist house 20 %')
})
