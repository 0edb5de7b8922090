// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { Link, MemoryRouter, Route, Routes } from 'react-router'
import { afterEach, expect, it, vi } from 'vitest'
import { SearchBox, useAsked } from '../shell/Narrow'
import { WeekProvider } from '../shell/week'
import { DeliveryNote } from '../wanted/DeliveryNote'
import { session } from './nursery'

afterEach(() => {
  cleanup()
  vi.unstubAllGlobals()
})

function List() {
  const asked = useAsked()
  return (
    <>
      <SearchBox of="crops" placeholder="crop" asked={asked} />
      <Link to="/">whole list</Link>
      <p>{['Blue hebe', 'White hebe', 'Elder'].filter((one) => asked.isLike(one)).join(', ')}</p>
    </>
  )
}

it('says in its box what the list is narrowed to, however that came', async () => {
  render(
    <MemoryRouter initialEntries={['/?q=elder']}>
      <List />
    </MemoryRouter>,
  )
  const box = screen.getByRole<HTMLInputElement>('searchbox', { name: 'Search the crops' })
  expect(box.value).toBe('elder')
  await userEvent.clear(box)
  await userEvent.type(box, 'hebe  bl')
  expect(box.value).toBe('hebe  bl')
  expect(screen.getByText('Blue hebe')).not.toBeNull()
  await userEvent.click(screen.getByRole('link', { name: 'whole list' }))
  expect(screen.getByText('Blue hebe, White hebe, Elder')).not.toBeNull()
  expect(box.value).toBe('')
})

it('says of a delivery note that its sources could not be read', async () => {
  vi.stubGlobal('fetch', async () =>
    Response.json({ error: { code: 'broken', field: '', message: 'It broke.' } }, { status: 500 }),
  )
  const client = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: 60_000 } } })
  const sent = [{ lot: 'P7', on: '2027-05-12', count: 12, passport: null }]
  const line = {
    id: 3,
    crop: 'Hebe',
    plants: 20,
    pot: { id: 1, name: '9 cm' },
    customer: 'Oxlow',
    reference: null,
    onlyFrom: null,
    calledOff: false,
    sent,
  }
  client.setQueryData(['wanted', 3, 'lines'], { wanted: [line] })
  render(
    <MemoryRouter initialEntries={['/wanted/3/note']}>
      <QueryClientProvider client={client}>
        <WeekProvider session={session}>
          <Routes>
            <Route path="/wanted/:id/note" element={<DeliveryNote />} />
          </Routes>
        </WeekProvider>
      </QueryClientProvider>
    </MemoryRouter>,
  )
  expect(await screen.findByRole('button', { name: 'Try again' })).not.toBeNull()
  expect(screen.queryByText(/not here yet/)).toBeNull()
  expect(screen.getByText(/Still to come: 8 Hebe/)).not.toBeNull()
})
