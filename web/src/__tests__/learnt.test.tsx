// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, render, screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { MemoryRouter } from 'react-router'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { api, type Schemas, type Way } from '../api/client'
import { Mishap } from '../crops/Mishap'
import { Offers } from '../crops/Offers'
import { Mishaps } from '../plan/Mishaps'
import { WeekProvider } from '../shell/week'
import { drawRoom, session, sheet, viewer, wordsOf } from './nursery'

const past: Schemas['Past'] = {
  code: 'KUX-43',
  stuckOn: '2026-06-18',
  season: '2025/26',
  stuck: 168,
  could: 160,
  rooted: 20,
  rate: 0.125,
  soFar: false,
  weight: 0,
  sameWay: true,
  broughtIn: false,
  together: 1,
  asOf: 1,
  mishap: true,
  said: false,
  why: 'likely a mishap: by chance so few root of 1 batch in 4,000',
  lost: { rot: 140 },
}

function live(room: React.ReactNode, as = session) {
  render(
    <QueryClientProvider client={new QueryClient()}>
      <MemoryRouter>
        <WeekProvider session={as}>{room}</WeekProvider>
      </MemoryRouter>
    </QueryClientProvider>,
  )
}

afterEach(() => {
  cleanup()
  vi.restoreAllMocks()
})

describe('a batch that was likely a mishap', () => {
  it('counts again when somebody says so', async () => {
    const sent = vi.spyOn(api, 'POST').mockResolvedValue({ data: {}, response: new Response(null) } as never)
    live(<Mishap past={past} />)
    expect(screen.getByText(/by chance so few root of 1 batch in 4,000/)).toBeTruthy()
    await userEvent.click(screen.getByRole('button', { name: 'let KUX-43 count' }))
    await waitFor(() => expect(sent).toHaveBeenCalledTimes(1))
    expect(sent.mock.calls[0]).toEqual([
      '/api/batches/{code}/mishap',
      { params: { path: { code: 'KUX-43' } }, body: { is: 'counts' } },
    ])
  })

  it('is left to the figures again, and a viewer only reads', async () => {
    const sent = vi.spyOn(api, 'POST').mockResolvedValue({ data: {}, response: new Response(null) } as never)
    live(<Mishap past={{ ...past, mishap: false, said: true, why: null }} />)
    expect(screen.getByText('it counts, as somebody said')).toBeTruthy()
    await userEvent.click(screen.getByRole('button', { name: 'leave KUX-43 to the figures' }))
    await waitFor(() => expect(sent.mock.calls[0]?.[1]).toMatchObject({ body: { is: null } }))
    expect(drawRoom(<Mishap past={past} />, { as: viewer })).not.toContain('<button')
    expect(drawRoom(<Mishap past={{ ...past, mishap: false, why: null }} />)).not.toContain('KUX-43')
    expect(wordsOf(drawRoom(<Mishap past={{ ...past, mishap: false, why: 'another way' }} />))).toContain('another way')
  })
})

describe('what was learnt of a way', () => {
  const way = {
    id: 4,
    version: 7,
    name: 'Soft tips',
    sheet,
    steps: ['94 in 100 potted come through to ready here, by 11 batches; the crop sheet says 95 in 100.'],
    offers: [{ what: 'speed', words: 'Roots 2 days sooner here.', change: { rooting: { halfAt: 12.7, shape: 8.5 } } }],
  } as unknown as Way

  it('is put on the sheet when somebody says so, and nothing else of it changes', async () => {
    const sent = vi.spyOn(api, 'request').mockResolvedValue({ data: {}, response: new Response(null) } as never)
    live(<Offers way={way} />)
    await userEvent.click(screen.getByRole('button', { name: 'Put it on the sheet' }))
    await waitFor(() => expect(sent).toHaveBeenCalledTimes(1))
    expect(sent.mock.calls[0]?.[2]).toMatchObject({
      params: { path: { id: 4 } },
      body: {
        version: 7,
        name: 'Soft tips',
        why: 'Roots 2 days sooner here.',
        sheet: { ...sheet, rooting: { halfAt: 12.7, shape: 8.5 } },
      },
    })
  })

  it('is read by a viewer, and is nothing where nothing was learnt', () => {
    const drawn = drawRoom(<Offers way={way} />, { as: viewer })
    expect(wordsOf(drawn)).toContain('Roots 2 days sooner here.')
    expect(drawn).not.toContain('<button')
    expect(wordsOf(drawRoom(<Offers way={{ ...way, offers: [] }} />))).toContain('94 in 100 potted come through to ready here')
    expect(drawRoom(<Offers way={{ ...way, offers: [], steps: [] }} />)).not.toContain('learnt')
  })
})

describe('batches that fail as a whole', () => {
  const mishaps = { chance: 0.02, known: 4, batches: 271, words: null, parted: [] }

  it('are reckoned with, and said to be', () => {
    expect(wordsOf(drawRoom(<Mishaps mishaps={mishaps} />))).toContain(
      '4 mishaps in 271 batches so far, 2 in 100 of the next one',
    )
  })

  it('are bought off by a second batch where one is not enough', () => {
    const parted = [
      { batches: 1, stick: null, chance: 0.93 },
      { batches: 2, stick: 320, chance: 0.951 },
    ]
    const words = wordsOf(drawRoom(<Mishaps mishaps={{ ...mishaps, words: 'A batch fails as a whole.', parted }} />))
    expect(words).toContain('one batch: no number gives it; at most 93 in 100')
    expect(words).toContain('two batches: 320 in all, 95 in 100')
  })
})
