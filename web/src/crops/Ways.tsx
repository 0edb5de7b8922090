import { useState } from 'react'
import { answer, api, put, type Schemas, type Typed, type Way } from '../api/client'
import { useChoices } from '../api/queries'
import { useWrite } from '../api/writes'
import { isMeeting } from '../forms/refusals'
import { sayTaken } from '../forms/TakeOut'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { plural } from '../words'
import { AddCrop } from './AddCrop'
import { Beside } from './Beside'
import { Offers } from './Offers'
import { SheetForm } from './SheetForm'
import { SheetView } from './SheetView'

/** Rewriting a way's sheet: what is kept is a new version. */
function ChangeSheet({ way, onDone }: { way: Way; onDone: () => void }) {
  const { data: choices } = useChoices()
  const [name, setName] = useState(way.name)
  const [why, setWhy] = useState('')
  const [version, setVersion] = useState(way.version)
  const change = useWrite((body: Typed<'put', '/api/ways/{id}'>) => put('/api/ways/{id}', body, { id: way.id }))
  if (!choices) return null
  return (
    <SheetForm
      of={`way ${way.id}`}
      began={way.sheet}
      choices={choices}
      button="Keep as a new version"
      head={
        <>
          <p className="text-sm soft">
            {way.used > 0
              ? [
                  `${plural(way.used, 'batch is', 'batches are')} under it: what is stuck keeps the version it was`,
                  'stuck under, what is planned goes over to the new one.',
                ].join(' ')
              : 'No batch is under it yet.'}
          </p>
          {isMeeting(change.error) && (
            <div role="alert" className="sheet p-3 border-plum">
              <p className="refusal">
                {change.error.message} It is called {String(change.error.theirs?.name)} and stands at version{' '}
                {String(change.error.theirs?.sheet)}.
              </p>
              <button type="button" className="act mt-2" onClick={() => setVersion(Number(change.error?.theirs?.version))}>
                Keep mine over it
              </button>
            </div>
          )}
          <div className="grid gap-4 sm:grid-cols-2">
            <label className="grid gap-1 text-sm font-semibold">
              What this way is called
              <input className="field-text" value={name} onChange={(event) => setName(event.target.value)} />
            </label>
            <label className="grid gap-1 text-sm font-semibold">
              Why it changes
              <input className="field-text" value={why} onChange={(event) => setWhy(event.target.value)} />
            </label>
          </div>
        </>
      }
      send={async (sheet) => {
        const crop = await change.mutateAsync({ version, name, why, sheet })
        const now = crop.sheets.find((one) => one.id === way.id)
        say(
          now && now.number > way.number ? `Version ${now.number} of ${now.name} is kept.` : 'Nothing but the name was changed.',
        )
        onDone()
      }}
    />
  )
}

/** A crop's ways: side by side when there are several, and the sheet of the one looked at. */
export function Ways({ crop }: { crop: Schemas['CropPage'] }) {
  const { mayPlan } = useShown()
  const [looked, setLooked] = useState<number>()
  const [doing, setDoing] = useState<'change' | 'add' | null>(null)
  const way = crop.sheets.find((one) => one.id === looked) ?? crop.sheets[0]
  const house = crop.sheets[0]
  const makeHouse = useWrite((one: Way) =>
    put('/api/ways/{id}', { version: one.version, name: one.name, house: true, sheet: one.sheet }, { id: one.id }),
  )
  const remove = useWrite((one: Way) => answer(api.DELETE('/api/ways/{id}', { params: { path: { id: one.id } } })))
  if (!way || !house) return null
  const other = crop.sheets.find((one) => one.id !== house.id && (one.id === way.id || way.id === house.id))
  const told = makeHouse.error ?? remove.error
  return (
    <section className="mt-8 grid grid-cols-[minmax(0,1fr)] gap-5" aria-label="Ways">
      <div className="flex flex-wrap items-center gap-2">
        <h2 className="mr-2">{crop.sheets.length > 1 ? 'Ways' : 'The sheet'}</h2>
        <div role="tablist" aria-label="Ways" className="flex flex-wrap gap-2">
          {crop.sheets.map((one) => (
            <button
              key={one.id}
              type="button"
              role="tab"
              aria-selected={one.id === way.id}
              className={one.id === way.id ? 'act-main' : 'act'}
              onClick={() => {
                setLooked(one.id)
                setDoing(null)
              }}
            >
              {one.name}
              {one.house && crop.sheets.length > 1 && ' · house way'}
            </button>
          ))}
        </div>
        {mayPlan && (
          <div className="ml-auto flex flex-wrap gap-2">
            {!way.house && (
              <button
                type="button"
                className="act"
                onClick={() =>
                  makeHouse.mutateAsync(way).then(
                    () => say(`${way.name} is the house way now.`),
                    () => undefined,
                  )
                }
              >
                Make it the house way
              </button>
            )}
            {!way.house && way.used === 0 && (
              <button
                type="button"
                className="act"
                onClick={() =>
                  remove.mutateAsync(way).then(
                    ({ taken }) => sayTaken(way.name, taken),
                    () => undefined,
                  )
                }
              >
                Take it away
              </button>
            )}
            <button
              type="button"
              className="act"
              aria-expanded={doing === 'change'}
              onClick={() => setDoing(doing === 'change' ? null : 'change')}
            >
              {doing === 'change' ? 'Close' : 'Change the sheet'}
            </button>
            <button
              type="button"
              className="act"
              aria-expanded={doing === 'add'}
              onClick={() => setDoing(doing === 'add' ? null : 'add')}
            >
              {doing === 'add' ? 'Close' : 'Another way'}
            </button>
          </div>
        )}
      </div>
      {told && (
        <p role="alert" className="refusal">
          {told.message}
        </p>
      )}
      {doing === 'add' && (
        <div className="sheet p-4">
          <AddCrop slug={crop.slug} onDone={() => setDoing(null)} />
        </div>
      )}
      {doing === 'change' && (
        <div className="sheet p-4">
          <ChangeSheet key={`${way.id} ${way.number}`} way={way} onDone={() => setDoing(null)} />
        </div>
      )}
      {doing === null && (
        <>
          {other && <Beside one={house} other={other} />}
          <div className="sheet p-4 sm:p-5">
            <h3 className="mb-3 text-lg font-bold">
              {way.name}{' '}
              <span className="text-sm font-normal soft">
                {way.words}, version {way.number}
              </span>
            </h3>
            <Offers way={way} />
            <SheetView way={way} />
          </div>
        </>
      )}
    </section>
  )
}
