// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, render, screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { MemoryRouter } from 'react-router'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { api, type Schemas } from '../api/client'
import { Measured, pathOf } from '../drawings/Measured'
import { AlarmsNow, byKind } from '../mist/AlarmsNow'
import { DevicesPage } from '../mist/DevicesPage'
import { MeasuredPage } from '../mist/MeasuredPage'
import { WeekProvider } from '../shell/week'
import { drawRoom, session, viewer, wordsOf } from './nursery'

type Alarm = Schemas['Alarm']

const alarm: Alarm = {
  zone: 1,
  zoneName: 'Mist 1',
  kind: 'no_firing',
  words: 'No mist on dry leaves',
  says: 'The film is gone.',
  since: '2027-05-12 11:05',
  harmAfter: 95,
  first: ['Wet the leaves by hand.'],
  suffer: [
    { batch: 'RAK-47', crop: 'Catmint' },
    { batch: 'Seed trays', crop: '' },
  ],
  seenBy: null,
  seenAt: null,
}
const point = (at: string, medium: number | null): Schemas['Conditions']['points'][number] => ({
  at,
  air: 16,
  airLow: 15,
  airHigh: 17,
  humidity: 88,
  medium,
  mediumLow: medium,
  mediumHigh: medium,
  light: 200,
  flow: 0.3,
})
const conditions: Schemas['Conditions'] = {
  step: 'hour',
  zone: { id: 1, name: 'Mist 1' },
  from: '2027-05-10',
  to: '2027-05-12',
  zones: [{ id: 1, name: 'Mist 1' }],
  set: { medium: 20, humidity: 0.9 },
  points: [point('2027-05-10 00:00', 20), point('2027-05-10 01:00', 19), point('2027-05-11 00:00', 18)],
  batches: [{ batch: 'RAK-47', crop: 'Catmint', from: '2027-05-10', to: '2027-05-12', weanOn: '2027-05-11' }],
}
const told = (data: unknown) => ({ data, response: new Response(null, { status: 200 }) })

afterEach(() => {
  cleanup()
  vi.restoreAllMocks()
})

describe('alarms', () => {
  const drawn = (alarms: Alarm[], as = session) =>
    wordsOf(drawRoom(<AlarmsNow />, { known: [[['alarms'], { alarms, over: [] }]], as }))

  it('say what is wrong, how long there is, who suffers and what to do', () => {
    const said = drawn([alarm])
    expect(said).toContain('Mist 1: No mist on dry leaves since 11:05 The film is gone. Leaves wilt in about 1 h 35 min.')
    expect(said).toContain('First Catmint, RAK-47 , Seed trays')
    expect(said).toContain('Wet the leaves by hand.')
    expect(said).toContain('I have seen it and go there')
    expect(drawn([alarm], viewer)).not.toContain('I have seen it')
    expect(drawn([{ ...alarm, harmAfter: 0 }])).toContain('Leaves wilt now.')
    expect(drawn([])).toBe('')
  })

  it('are quiet once somebody has seen them', () => {
    const said = drawn([{ ...alarm, seenBy: 'Bo', seenAt: '2027-05-12 11:20' }])
    expect(said).toContain('Seen and not over: Mist 1, no mist on dry leaves (Bo).')
    expect(said).not.toContain('Wet the leaves')
  })

  it('of one kind are one, and are seen together', async () => {
    const all = [alarm, { ...alarm, zone: 2, zoneName: 'Mist 2' }, { ...alarm, zone: 3, kind: 'stuck' as const }]
    expect(byKind(all).map((group) => group.length)).toEqual([2, 1])
    vi.spyOn(api, 'GET').mockImplementation((async () => told({ alarms: all.slice(0, 2), over: [] })) as never)
    const sent: unknown[] = []
    vi.spyOn(globalThis, 'fetch').mockImplementation(async (request) => {
      sent.push(await (request as Request).json())
      return new Response(JSON.stringify({ alarms: [], over: [] }), { headers: { 'Content-Type': 'application/json' } })
    })
    render(
      <QueryClientProvider client={new QueryClient()}>
        <MemoryRouter>
          <WeekProvider session={session}>
            <AlarmsNow />
          </WeekProvider>
        </MemoryRouter>
      </QueryClientProvider>,
    )
    await screen.findByText('The same in Mist 2.')
    await userEvent.click(screen.getByRole('button', { name: 'I have seen it and go there' }))
    await waitFor(() => expect(sent).toEqual([1, 2].map((zone) => ({ zone, kind: 'no_firing' }))))
  })
})

describe('what was measured', () => {
  it('is drawn with a break where nothing was', () => {
    const x = (at: string) => Number(at.slice(8, 10))
    expect(
      pathOf(
        conditions.points,
        (p) => p.medium,
        x,
        (v) => v,
        2 * 3_600_000,
      ),
    ).toBe('M10.0 20.0L10.0 19.0M11.0 18.0')
    expect(
      pathOf(
        [point('2027-05-10 00:00', null)],
        (p) => p.medium,
        x,
        (v) => v,
        1,
      ),
    ).toBe('')
  })

  it('names its zone, its strips and who lay there', () => {
    const said = drawRoom(<Measured conditions={conditions} sayHeat={(c) => `${c}°`} />)
    expect(said).toContain('aria-label="Warmth: 16° to 20°"')
    expect(said).toContain('Who lay there: Catmint RAK-47')
    expect(wordsOf(said)).toContain('dotted: set to 20°')
  })

  it('says when nothing was', () => {
    const known = (data: unknown): [unknown[], unknown][] => [[['conditions', undefined, '2027-05-06', '2027-05-12'], data]]
    const none = { ...conditions, zones: [], zone: null, points: [], batches: [] }
    expect(wordsOf(drawRoom(<MeasuredPage />, { known: known(none) }))).toContain('No device has said anything yet.')
    expect(wordsOf(drawRoom(<MeasuredPage />, { known: known({ ...conditions, points: [] }) }))).toContain(
      'Nothing was measured in Mist 1',
    )
  })
})

describe('devices', () => {
  it('are listed with when they were heard', () => {
    const device = {
      id: 1,
      name: 'Gateway',
      zone: null,
      zoneName: null,
      at: '2027-05-01',
      by: 'Ines',
      seenAt: '2027-05-12 11:20',
      withdrawn: false,
    }
    const said = wordsOf(
      drawRoom(<DevicesPage />, {
        known: [
          [['devices'], { devices: [device, { ...device, id: 2, name: 'Old', withdrawn: true }] }],
          [['mist-programmes'], { zones: [] }],
        ],
      }),
    )
    expect(said).toContain('Gateway , heard 12 May 11:20')
    expect(said).toContain('Old , its token opens nothing any more')
  })
})
