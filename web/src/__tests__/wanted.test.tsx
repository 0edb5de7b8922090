// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { act, cleanup, render, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { MemoryRouter } from 'react-router'
import { afterEach, expect, it } from 'vitest'
import type { Wanted } from '../api/client'
import { WeekProvider } from '../shell/week'
import { Orders } from '../wanted/Orders'
import { session } from './nursery'

const order = (id: number, crop: string, more: Partial<Wanted> = {}): Wanted => ({
  sent: [],
  outlook: null,
  id,
  crop,
  cropSlug: `crop-${id}`,
  plants: 10 * id,
  pot: { id: 1, name: '9 cm' } as Wanted['pot'],
  readyWeek: '2027-W30',
  customer: id % 2 ? 'Oxlow Landscape' : null,
  priority: 'should',
  note: null,
  reference: null,
  onlyFrom: null,
  sex: null,
  forBlock: null,
  calledOff: false,
  state: 'planned',
  needsAct: false,
  planBy: null,
  enteredBy: 'Ines',
  enteredAt: '2027-05-01',
  version: 1,
  batches: [],
  ...more,
})
const ORDERS = [
  order(1, 'Hebe'),
  order(2, 'Holly', { needsAct: true, state: 'unplanned' }),
  order(3, 'Sage', { state: 'called_off', calledOff: true }),
  order(4, 'Ivy', { readyWeek: '2027-W31' }),
]

const draw = (at: string) => {
  const client = new QueryClient({ defaultOptions: { queries: { staleTime: Number.POSITIVE_INFINITY } } })
  client.setQueryData(['wanted', {}], { wanted: ORDERS, seasons: [], season: null })
  client.setQueryData(['crops'], { crops: [{}] })
  render(
    <QueryClientProvider client={client}>
      <MemoryRouter initialEntries={[at]}>
        <WeekProvider session={session}>
          <Orders />
        </WeekProvider>
      </MemoryRouter>
    </QueryClientProvider>,
  )
  return client
}
const crops = () => screen.queryAllByRole('link', { name: /^(Hebe|Holly|Sage|Ivy)$/ }).map((link) => link.textContent)

afterEach(cleanup)

it('shows what needs an act, and of the rest how many there are until somebody opens them', async () => {
  draw('/wanted')
  expect(crops()).toEqual(['Holly'])
  const folded = screen.getByText('1 covered, 1 done or called off')
  expect(folded.closest('summary')?.textContent).toBe('1 covered, 1 done or called off: 10 Hebe, 30 Sage')
  await userEvent.click(folded)
  expect(crops()).toEqual(['Holly', 'Hebe', 'Sage'])
  const other = within(screen.getByRole('heading', { name: /week 31/i }).closest('section') as HTMLElement)
  expect(other.getByText('1 covered').closest('summary')?.textContent).toBe('1 covered: 40 Ivy')
})

it('leaves an order where it was when it is covered while somebody looks', async () => {
  const client = draw('/wanted')
  const covered = ORDERS.map((one) => ({ ...one, needsAct: false }))
  act(() => client.setQueryData(['wanted', {}], { wanted: covered, seasons: [], season: null }))
  expect(crops()).toEqual(['Holly'])
})

it.each([
  ['/wanted?q=hebe', ['Hebe']],
  ['/wanted?show=covered', ['Hebe', 'Ivy']],
  ['/wanted?customer=Oxlow%20Landscape', ['Hebe', 'Sage']],
  ['/wanted?order=4', ['Holly', 'Ivy']],
])('shows at once what is asked for: %s', (at, shown) => {
  draw(at)
  expect(crops()).toEqual(shown)
})
