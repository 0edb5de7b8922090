// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, render, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { MemoryRouter } from 'react-router'
import { afterEach, expect, it, vi } from 'vitest'
import { api, type Schemas } from '../api/client'
import { WeekProvider } from '../shell/week'
import { KeepOutNow } from '../stock/KeepOut'
import { Treatments } from '../stock/Treatments'
import { session } from './nursery'

const one = (id: number, more: Partial<Schemas['Treatment']> = {}): Schemas['Treatment'] => ({
  id,
  at: `${session.today} 09:00`,
  where: 'Mist 1',
  product: 'soap',
  amount: '50 ml in 5 l',
  why: 'aphids',
  doneBy: 'Bo',
  certificate: null,
  reentryHours: 4,
  until: `${session.today} 13:00`,
  note: null,
  ...more,
})
const told = (data: unknown) => ({ data, response: new Response(null, { status: 200 }) }) as never
const draw = (room: React.ReactNode) =>
  render(
    <QueryClientProvider client={new QueryClient()}>
      <MemoryRouter>
        <WeekProvider session={session}>{room}</WeekProvider>
      </MemoryRouter>
    </QueryClientProvider>,
  )

afterEach(() => {
  cleanup()
  vi.restoreAllMocks()
})

it('says on Today where nobody goes in yet, and nothing where everybody may', async () => {
  const get = vi.spyOn(api, 'GET').mockResolvedValue(told({ keepOut: [one(1)], treatments: [one(1)], more: false }))
  draw(<KeepOutNow />)
  expect((await screen.findByRole('region', { name: 'Keep out' })).textContent).toContain(
    'Mist 1 until 13:00: treated with soap at 09:00',
  )
  cleanup()
  get.mockResolvedValue(told({ keepOut: [], treatments: [one(1)], more: false }))
  draw(<KeepOutNow />)
  await waitFor(() => expect(get).toHaveBeenCalledTimes(2))
  expect(screen.queryByRole('region')).toBeNull()
})

it('tells many in parts and sends what was typed of one', async () => {
  const get = vi
    .spyOn(api, 'GET')
    .mockImplementation(((path: string, { params }: { params?: { query?: { before?: number } } } = {}) =>
      Promise.resolve(
        path === '/api/treatments'
          ? told(
              params?.query?.before === 2
                ? { keepOut: [], treatments: [one(1, { product: 'oil' })], more: false }
                : { keepOut: [], treatments: [one(3), one(2)], more: true },
            )
          : told({ people: [], zones: [] }),
      )) as never)
  const sent = vi.spyOn(api, 'request').mockResolvedValue(told({ keepOut: [], treatments: [], more: false }))
  draw(<Treatments />)
  const list = within(await screen.findByRole('list', { name: 'Treatments' }))
  expect(list.getAllByRole('listitem')).toHaveLength(2)
  await userEvent.click(screen.getByRole('button', { name: 'Earlier ones' }))
  expect(await list.findByText(/^oil/)).toBeTruthy()
  expect(get).toHaveBeenCalledWith('/api/treatments', { params: { query: { before: 2 } } })
  await userEvent.click(screen.getByRole('button', { name: 'Log a treatment' }))
  for (const [label, text] of [
    ['Product', 'soap'],
    ['How much', '1 l'],
    ['Time', '09:00'],
    ['Re-entry after, hours', '4'],
    ['Or stock block', 'HO-1'],
  ] as const)
    await userEvent.type(screen.getByLabelText(label), text)
  await userEvent.click(screen.getByRole('button', { name: 'Log it' }))
  expect((sent.mock.lastCall as unknown as [string, string, { body: unknown }])[2].body).toEqual({
    product: 'soap',
    amount: '1 l',
    on: session.today,
    time: '09:00',
    reentryHours: 4,
    block: 'HO-1',
  })
})
