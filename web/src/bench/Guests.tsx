import { useState } from 'react'
import { answer, api, post, put, type Schemas } from '../api/client'
import { useWrite } from '../api/writes'
import { Drops } from '../drawings/Glyph'
import { type Entry, PlainForm, type Sent } from '../forms/PlainForm'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { GUEST_WORDS, mondayOf, plural, sayHeat, sayWeek } from '../words'

type Guest = Schemas['Guest']

const entriesOf = (zone: Schemas['Zone'], guest: Guest | null, week: string) =>
  [
    { name: 'name', label: 'What it is', hint: 'as on its label', start: guest?.name },
    {
      name: 'kind',
      label: 'Kind',
      start: guest?.kind ?? 'seeds',
      choices: Object.entries(GUEST_WORDS).map(([value, words]) => ({ value, words })),
    },
    { name: 'places', label: 'Tray places', kind: 'number', start: guest ? String(guest.places) : '' },
    { name: 'from', label: 'From week', kind: 'week', start: guest?.from ?? week },
    { name: 'to', label: 'To week', kind: 'week', start: guest?.to ?? week },
    { name: 'heatLow', label: 'Coolest it likes', kind: 'heat', start: String(guest?.heat[0] ?? zone.heat[0]) },
    { name: 'heatHigh', label: 'Warmest it likes', kind: 'heat', start: String(guest?.heat[1] ?? zone.heat[1]) },
    { name: 'mistLow', label: 'Least mist, 0 to 3', kind: 'number', start: String(guest?.mist[0] ?? zone.mist[0]) },
    { name: 'mistHigh', label: 'Most mist, 0 to 3', kind: 'number', start: String(guest?.mist[1] ?? zone.mist[1]) },
  ] as const satisfies readonly Entry[]

function GuestForm({ zone, guest, onDone }: { zone: Schemas['Zone']; guest: Guest | null; onDone: () => void }) {
  const { week } = useShown()
  const save = useWrite((body: Sent<ReturnType<typeof entriesOf>>) =>
    guest
      ? put('/api/guests/{id}', { ...body, zone: zone.id, version: guest.version }, { id: guest.id })
      : post('/api/guests', { ...body, zone: zone.id }),
  )
  return (
    <div className="sheet mt-2 p-3 [&_form]:sm:grid-cols-1 [&_form]:lg:grid-cols-1">
      <PlainForm
        key={guest ? `${guest.id}.${guest.version}` : 'new'}
        title={guest ? `Change ${guest.name}` : `Something else in ${zone.name}`}
        entries={entriesOf(zone, guest, week)}
        button={guest ? 'Keep' : 'Lay it here'}
        send={async (body) => {
          const kept = await save.mutateAsync(body)
          say(`${kept.name} has ${plural(kept.places, 'place')} in ${zone.name}.`)
          onDone()
        }}
      />
    </div>
  )
}

/** What lies in a zone without being a batch: seed trays, bought-in plugs, pots of a trial. */
export function Guests({ zone, guests }: { zone: Schemas['Zone']; guests: readonly Guest[] }) {
  const { session, mayPlan } = useShown()
  const [open, setOpen] = useState<number | 'new' | null>(null)
  const takeAway = useWrite((id: number) => answer(api.DELETE('/api/guests/{id}', { params: { path: { id } } })))
  return (
    <section aria-label={`Something else in ${zone.name}`} className="my-3">
      <ul>
        {guests.map((guest) => (
          <li key={guest.id} className="border-t py-1 border-stone-wash">
            <span className="flex flex-wrap items-center gap-x-3">
              <strong>{guest.name}</strong>
              <span className="soft">
                {GUEST_WORDS[guest.kind]}, {plural(guest.places, 'place')},{' '}
                {sayWeek(guest.from, mondayOf(guest.from), session.nursery)} to{' '}
                {sayWeek(guest.to, mondayOf(guest.to), session.nursery)}
              </span>
              <Drops level={guest.mist[0] ?? 0} />
              <span className="text-heat">
                {sayHeat(guest.heat[0] ?? 0, session.nursery)} to {sayHeat(guest.heat[1] ?? 0, session.nursery)}
              </span>
            </span>
            {mayPlan && (
              <span className="flex gap-4 text-sm">
                <button
                  type="button"
                  className="word"
                  aria-expanded={open === guest.id}
                  aria-label={`Change ${guest.name}`}
                  onClick={() => setOpen(open === guest.id ? null : guest.id)}
                >
                  Change
                </button>
                <button
                  type="button"
                  className="word"
                  aria-label={`Take ${guest.name} away`}
                  onClick={() => takeAway.mutate(guest.id, { onSuccess: () => say(`${guest.name} is gone from ${zone.name}.`) })}
                >
                  Take away
                </button>
              </span>
            )}
            {open === guest.id && <GuestForm zone={zone} guest={guest} onDone={() => setOpen(null)} />}
          </li>
        ))}
      </ul>
      {takeAway.error && (
        <p role="alert" className="refusal">
          {takeAway.error.message}
        </p>
      )}
      {mayPlan && zone.ground === 'bench' && (
        <button
          type="button"
          className="act mt-1"
          aria-expanded={open === 'new'}
          onClick={() => setOpen(open === 'new' ? null : 'new')}
        >
          Seed trays, plugs, a trial
        </button>
      )}
      {open === 'new' && <GuestForm zone={zone} guest={null} onDone={() => setOpen(null)} />}
    </section>
  )
}
