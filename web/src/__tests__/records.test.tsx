// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, render, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { MemoryRouter, Route, Routes } from 'react-router'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { api, type Schemas } from '../api/client'
import { BroughtInPage } from '../records/BroughtInPage'
import { WeekProvider } from '../shell/week'
import { session } from './nursery'

const table: Schemas['BroughtIn'] = {
  id: 7,
  version: 3,
  kind: 'orders',
  words: 'Orders',
  name: 'orders.csv',
  rows: 4,
  leftOut: [5],
  by: 'Ines',
  at: '2027-05-12 08:00',
  isIn: false,
  undoneAt: null,
  columns: [
    { head: 'Client', sample: ['Dene Court'] },
    { head: 'Qty', sample: ['50'] },
    { head: 'Size', sample: ['P9'] },
  ],
  fields: [
    { field: 'customer', label: 'Customer', needed: false, column: 0 },
    { field: 'plants', label: 'Plants', needed: true, column: 1 },
    { field: 'pot', label: 'Pot', needed: true, column: null },
  ],
  signs: '1,200.5',
  dayOrder: 'day_first',
  fit: 1,
  wrong: 2,
  questions: [
    {
      field: 'customer',
      label: 'Customer',
      written: 'Dene Court',
      lines: [2, 3],
      near: ['4'],
      known: [
        { key: '4', name: 'Dene Courts' },
        { key: '9', name: 'The Wharf' },
      ],
      mayBeNew: true,
    },
  ],
  told: 2,
  lines: [
    {
      line: 2,
      cells: ['Dene Court', '50', 'P9'],
      leftOut: false,
      says: null,
      wrong: { column: 0, says: 'Is it?', isAsked: true },
    },
    {
      line: 3,
      cells: ['Dene Court', 'c. 50', 'P9'],
      leftOut: false,
      says: null,
      wrong: { column: 1, says: '"c. 50" is not a number.', isAsked: false },
    },
  ],
}
const told = (data: unknown) => ({ data, response: new Response(null, { status: 200 }) })

afterEach(() => {
  cleanup()
  vi.restoreAllMocks()
})

describe('a table that is brought in', () => {
  const draw = async (as: Partial<Schemas['BroughtIn']> = {}) => {
    vi.spyOn(api, 'GET').mockResolvedValue(told({ ...table, ...as }) as never)
    const put = vi.spyOn(api, 'PUT').mockResolvedValue(told(table) as never)
    render(
      <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
        <MemoryRouter initialEntries={['/nursery/records/7']}>
          <WeekProvider session={session}>
            <Routes>
              <Route path="/nursery/records/:id" element={<BroughtInPage />} />
            </Routes>
          </WeekProvider>
        </MemoryRouter>
      </QueryClientProvider>,
    )
    await screen.findByRole('heading', { name: 'orders.csv' })
    return () => (put.mock.lastCall as unknown as [string, { body: unknown }])[1].body
  }

  it('asks what a name means: the like of it, another, something new, or none of it', async () => {
    const sent = await draw()
    await userEvent.click(screen.getByRole('button', { name: 'Dene Courts' }))
    await waitFor(() =>
      expect(sent()).toEqual({ answers: [{ field: 'customer', written: 'Dene Court', means: '4' }], version: 3 }),
    )
    await userEvent.click(screen.getByRole('button', { name: 'It is new' }))
    await waitFor(() =>
      expect(sent()).toEqual({ answers: [{ field: 'customer', written: 'Dene Court', means: '+' }], version: 3 }),
    )
    await userEvent.selectOptions(screen.getByLabelText('Another that “Dene Court” means'), '9')
    await waitFor(() =>
      expect(sent()).toEqual({ answers: [{ field: 'customer', written: 'Dene Court', means: '9' }], version: 3 }),
    )
    await userEvent.click(screen.getByRole('button', { name: 'Leave out what says “Dene Court”' }))
    await waitFor(() => expect(sent()).toEqual({ leaveOut: [2, 3], version: 3 }))
  })

  it('mends a cell where it stands and takes a column for what it is', async () => {
    const sent = await draw()
    const cell = screen.getByLabelText('Plants in line 3')
    await userEvent.clear(cell)
    await userEvent.type(cell, '50{Enter}')
    await waitFor(() => expect(sent()).toEqual({ cells: [{ line: 3, column: 1, text: '50' }], version: 3 }))
    await userEvent.selectOptions(screen.getByLabelText(/^Pot/), '2')
    await waitFor(() => expect(sent()).toEqual({ columns: { customer: 0, plants: 1, pot: 2 }, version: 3 }))
    await userEvent.click(screen.getByRole('button', { name: 'Leave out line 3' }))
    await waitFor(() => expect(sent()).toEqual({ leaveOut: [3], version: 3 }))
  })

  it('is brought in only when every row fits, and is undone from there', async () => {
    await draw()
    expect(screen.getByRole('button', { name: 'Bring in 1 row' })).toHaveProperty('disabled', true)
    cleanup()
    await draw({ isIn: true, questions: [], lines: table.lines.map((line) => ({ ...line, wrong: null })) })
    expect(screen.getByRole('button', { name: 'Take all of it out again' })).toBeTruthy()
    const rows = within(screen.getByRole('region', { name: 'Rows' }))
    expect(rows.queryByRole('textbox')).toBeNull()
  })
})
