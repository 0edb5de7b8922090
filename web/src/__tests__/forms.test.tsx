import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { renderToStaticMarkup } from 'react-dom/server'
import { useForm } from 'react-hook-form'
import { MemoryRouter } from 'react-router'
import { describe, expect, it } from 'vitest'
import { Refusal, type Session } from '../api/client'
import { Safety } from '../batches/Safety'
import { Field } from '../forms/Field'
import { PlainForm } from '../forms/PlainForm'
import { Meeting } from '../forms/refusals'
import { Stepper } from '../forms/Stepper'
import { ChancePicker } from '../plan/ChancePicker'
import { TwoNumbers } from '../plan/TwoNumbers'
import { Rail } from '../shell/Rail'
import { useShown, WeekProvider } from '../shell/week'

const session: Session = {
  needsSetup: false,
  account: { id: 1, version: 1, name: 'Ines Halloran', signIn: 'ines', role: 'propagator', endedOn: null, mustChange: false },
  nursery: {
    name: 'Merrowdale',
    units: 'us',
    temperature: 'fahrenheit',
    hemisphere: 'north',
    climate: 'cool_maritime',
    weeks: 'numbers',
    numbers: '1,200.5',
    timeZone: 'UTC',
    stuckAnHour: 100,
    pottedAnHour: 100,
    windowBy: 'weeks',
    windowWeeks: 0,
    air: [4, 4, 6, 9, 12, 15, 17, 16, 14, 11, 7, 5],
    currency: '€',
    registration: null,
    country: null,
    inspectionDays: 60,
    sessionIdleHours: 12,
    sessionDays: 14,
    sharedMinutes: 30,
    version: 1,
  },
  today: '2027-05-12',
  week: '2027-W19',
  copyIsOld: false,
}

const draw = (what: React.ReactNode, as: Session = session) =>
  renderToStaticMarkup(
    <QueryClientProvider client={new QueryClient()}>
      <MemoryRouter>
        <WeekProvider session={as}>{what}</WeekProvider>
      </MemoryRouter>
    </QueryClientProvider>,
  )

describe('a field', () => {
  it('ties label, entry and what is wrong together', () => {
    const drawn = draw(
      <Field label="Stuck" hint="planned 84" error={{ type: 'x', message: 'stuck cannot be negative.' }}>
        {(ids) => <input {...ids} />}
      </Field>,
    )
    const id = /<label for="([^"]+)"/.exec(drawn)?.[1]
    expect(drawn).toContain(`<input id="${id}"`)
    expect(drawn).toContain('aria-invalid="true"')
    expect(drawn).toContain(`aria-describedby="${id}-told"`)
    expect(drawn).toContain('<span role="alert">stuck cannot be negative.</span>')
    expect(drawn).not.toContain('planned 84')
  })

  it('shows its hint while nothing is wrong', () => {
    const drawn = draw(
      <Field label="Stuck" hint="planned 84">
        {(ids) => <input {...ids} />}
      </Field>,
    )
    expect(drawn).toContain('planned 84')
    expect(drawn).toContain('aria-invalid="false"')
    expect(drawn).not.toContain('role="alert"')
  })
})

describe('a stepper', () => {
  function Counting() {
    const { control } = useForm({ defaultValues: { stuck: '12' } })
    return <Stepper control={control} name="stuck" label="Stuck" step={10} />
  }

  it('has a name for each of its parts and asks for the number pad', () => {
    const drawn = draw(<Counting />)
    expect(drawn).toContain('aria-label="Stuck: 10 less"')
    expect(drawn).toContain('aria-label="Stuck: 10 more"')
    expect(drawn).toContain('inputMode="numeric"')
    expect(drawn).toContain('value="12"')
  })
})

describe('a plain form', () => {
  it('asks in the nursery’s units', () => {
    const drawn = draw(
      <PlainForm
        title="New zone"
        button="Add"
        send={async () => {}}
        entries={[
          { name: 'heat', label: 'Coolest', kind: 'heat', start: '20' },
          { name: 'length', label: 'Length', kind: 'length', start: '6' },
          { name: 'kind', label: 'Kind', choices: [{ value: 'mist', words: 'mist line' }] },
          { name: 'secret', label: 'Password', kind: 'password' },
        ]}
      />,
    )
    expect(drawn).toContain('Coolest, °F')
    expect(drawn).toContain('Length, ft')
    expect(drawn).toContain('<option value="mist">mist line</option>')
    expect(drawn).toContain('type="password"')
    expect(drawn).toContain('aria-label="New zone"')
  })
})

describe('two people at one thing', () => {
  it('see what differs, side by side, and nothing else', () => {
    const refusal = new Refusal('changed_meanwhile', 'version', 'Somebody changed this.', {
      plants: 111,
      pot: '1 L',
      note: null,
      version: 3,
    })
    const drawn = draw(
      <Meeting
        refusal={refusal}
        mine={{ plants: '222', pot: '1 L', note: '' }}
        words={{ plants: 'Good plants', pot: 'Pot', note: 'Note' }}
        onMine={() => {}}
        onTheirs={() => {}}
      />,
    )
    expect(drawn).toContain('Somebody changed this.')
    expect(drawn).toMatch(/Good plants<\/th><td[^>]*>222<\/td><td>111/)
    expect(drawn).not.toContain('>Pot<')
    expect(drawn).not.toContain('>Note<')
  })
})

describe('planning', () => {
  it('offers chances in words and marks the one picked', () => {
    const drawn = draw(<ChancePicker confidence={0.9} onPick={() => {}} />)
    expect(drawn.split('type="radio"').length - 1).toBe(5)
    expect(drawn).toMatch(/checked=""[^>]*\/>9 in 10/)
  })

  it('shows both numbers in whole trays and what the difference buys', () => {
    const way = (stick: number, trays: number, chance: number) => ({
      stick,
      trays,
      inTrays: trays * 60,
      roundingAdds: trays * 60 - stick,
      chance,
      chanceInTrays: chance,
    })
    const drawn = draw(
      <TwoNumbers
        numbers={{
          expectedYield: 0.6,
          confidence: 0.9,
          simple: way(110, 2, 0.55),
          chosen: way(170, 3, 0.92),
          buys: { moreCuttings: 60, moreTrays: 1, chanceFrom: 0.55, chanceTo: 0.92, words: '60 more cuttings (1 more tray).' },
        }}
        cells={60}
        trays={4}
        chance={0.98}
        stick={200}
        pieces="plantlets"
        onTrays={() => {}}
        onCuttings={() => {}}
        kinds={[{ id: 2, name: 'tray of 60', cells: 60, cellMl: 35 }]}
        kind={2}
        onKind={() => {}}
      />,
    )
    expect(drawn).toContain('2 × 60 = 120, rounding adds 10')
    expect(drawn).toContain('3 × 60 = 180, rounding adds 10')
    expect(drawn).toContain('60 more cuttings (1 more tray).')
    expect(drawn).toContain('back to 3')
    expect(drawn).toContain('98 in 100')
    expect(drawn).toContain('Plantlets')
    expect(drawn).toContain('value="200"')
  })
})

describe('the shell', () => {
  function Who() {
    const { mayLog, mayPlan, mayOrder, week } = useShown()
    return (
      <output>
        {week} {mayLog ? 'logs' : 'looks'} {mayPlan ? 'plans' : ''} {mayOrder ? 'sells' : ''}
      </output>
    )
  }
  const as = (role: 'propagator' | 'office' | 'hand' | 'viewer'): Session => ({
    ...session,
    account: { id: 1, version: 1, name: 'X', signIn: 'x', role, endedOn: null, mustChange: false },
  })

  it('knows what each role may do', () => {
    expect(draw(<Who />, as('propagator'))).toContain('2027-W19 logs plans sells')
    expect(draw(<Who />, as('office'))).toContain('2027-W19 looks  sells')
    expect(draw(<Who />, as('hand'))).toContain('2027-W19 logs ')
    expect(draw(<Who />, as('hand'))).not.toContain('plans')
    expect(draw(<Who />, as('hand'))).not.toContain('sells')
    expect(draw(<Who />, as('viewer'))).toContain('2027-W19 looks ')
  })

  it('has a rail that can be read before it is drawn', () => {
    const drawn = draw(<Rail />)
    expect(drawn).toContain('role="slider"')
    expect(drawn).toContain('aria-valuetext="week 19"')
  })

  it('is told when a part of it stands outside', () => {
    expect(() => renderToStaticMarkup(<Who />)).toThrow('Outside the shell')
  })
})

describe('safety', () => {
  it('puts the crop’s own care before the common one', () => {
    const drawn = draw(<Safety own="Milky sap: gloves." words="Cut away from the hand." />)
    expect(drawn.indexOf('Milky sap')).toBeLessThan(drawn.indexOf('Cut away'))
  })
})
