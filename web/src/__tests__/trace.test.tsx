// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, render, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { MemoryRouter, Route, Routes } from 'react-router'
import { afterEach, expect, it, vi } from 'vitest'
import { api, type Schemas } from '../api/client'
import { TracePage } from '../records/TracePage'
import { WeekProvider } from '../shell/week'
import { session } from './nursery'

const node = (id: string, name: string, more: Partial<Schemas['Trace']['nodes'][number]> = {}) => ({
  id,
  kind: id.split(' ')[0] as Schemas['TraceKind'],
  key: name,
  name,
  crop: 'Hebe',
  on: null,
  stands: 0,
  recalled: null,
  more: [],
  ...more,
})
const trace: Schemas['Trace'] = {
  kind: 'block',
  key: 'HE-1',
  name: 'HE-1',
  start: 'block 1',
  mayRecall: true,
  recall: null,
  nodes: [
    node('block 1', 'HE-1'),
    ...Array.from({ length: 60 }, (_, i) => node(`batch ${i}`, `RAK-${i}`, { on: '2027-05-01', stands: 20 })),
    node('lot 3', 'P3'),
    node('order 8', 'The Wharf', { key: '8', on: '2027-W20', stands: 50, more: [{ what: 'sent', says: '2027-05-09 30' }] }),
    node('order 9', 'The Wharf', { key: '9', on: '2027-W30', stands: 40 }),
  ],
  edges: [
    { from: 'block 1', to: 'batch 1', count: null, meant: false },
    { from: 'batch 1', to: 'lot 3', count: null, meant: false },
    { from: 'lot 3', to: 'order 8', count: 30, meant: false },
    { from: 'batch 2', to: 'order 9', count: null, meant: true },
  ],
}
const told = (data: unknown) => ({ data, response: new Response(null, { status: 200 }) }) as never

function draw(as: Partial<Schemas['Trace']> = {}) {
  vi.spyOn(api, 'GET').mockResolvedValue(told({ ...trace, ...as }))
  return render(
    <QueryClientProvider client={new QueryClient()}>
      <MemoryRouter initialEntries={['/trace/block/HE-1']}>
        <WeekProvider session={session}>
          <Routes>
            <Route path="/trace/:kind/:key" element={<TracePage />} />
          </Routes>
        </WeekProvider>
      </MemoryRouter>
    </QueryClientProvider>,
  )
}

afterEach(() => {
  cleanup()
  vi.restoreAllMocks()
})

it('tells whom to tell, by customer: what was sent to them, and what they wait for', async () => {
  draw()
  const whom = within(await screen.findByRole('region', { name: 'Whom to tell' }))
  expect(whom.getAllByText('The Wharf')).toHaveLength(1)
  expect(whom.getByText(/30 sent, Hebe/).textContent).toContain('(9 May 30), wanted in week 20 of 2027')
  expect(whom.getByText(/waits for 40 Hebe/)).toBeTruthy()
})

it('draws long lists in parts, and no column of which nothing could be told apart', async () => {
  const { container } = draw()
  const batches = within(await screen.findByRole('region', { name: 'Batches' }))
  expect(batches.getAllByRole('listitem')).toHaveLength(50)
  await userEvent.click(batches.getByRole('button', { name: '50 more of 60' }))
  expect(batches.getAllByRole('listitem')).toHaveLength(60)
  expect(container.querySelectorAll('svg rect')).toHaveLength(trace.nodes.length)
  expect(container.querySelectorAll('path[stroke-dasharray]')).toHaveLength(1)
  cleanup()
  draw({ nodes: Array.from({ length: 90 }, (_, i) => node(`batch ${i}`, `RAK-${i}`)), edges: [] })
  expect(await screen.findByText(/too many to draw: 90/)).toBeTruthy()
  expect(screen.getByText('Nothing of it was sent, and no open order waits for it.')).toBeTruthy()
})

it('calls back with why, and lifts it with why', async () => {
  const sent = vi.spyOn(api, 'request').mockResolvedValue(told(trace))
  draw()
  const call = await screen.findByRole('button', { name: 'Call back all that came of it' })
  expect(call).toHaveProperty('disabled', true)
  await userEvent.type(screen.getByLabelText('Why it is called back'), 'a wilt')
  await userEvent.click(call)
  expect((sent.mock.lastCall as unknown as [string, string, { body: unknown }])[2].body).toEqual({
    kind: 'block',
    key: 'HE-1',
    why: 'a wilt',
  })
  cleanup()
  draw({
    recall: {
      id: 4,
      version: 1,
      kind: 'block',
      words: 'Stock block',
      name: 'HE-1',
      why: 'a wilt',
      at: '2027-05-12 08:00',
      by: 'Ines',
      liftedAt: null,
      liftedBy: null,
      liftedWhy: null,
    },
  })
  await userEvent.type(await screen.findByLabelText('Why it is lifted'), 'clean')
  await userEvent.click(screen.getByRole('button', { name: 'Lift the recall' }))
  expect((sent.mock.lastCall as unknown as [string, string, { body: unknown }])[2].body).toEqual({ version: 1, why: 'clean' })
})
