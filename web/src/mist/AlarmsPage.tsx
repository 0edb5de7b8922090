import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { answer, api, post, type Schemas } from '../api/client'
import { useWrite } from '../api/writes'
import { type Entry, PlainForm } from '../forms/PlainForm'
import { AsTable } from '../shell/AsTable'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { sayDay } from '../words'
import { AlarmCard, useAlarms } from './AlarmsNow'
import { MistRooms } from './MistRooms'

const KINDS: Record<Schemas['AlarmOutlets']['outlets'][number]['kind'], string> = {
  feed: 'a private address to subscribe to',
  webhook: 'an address that is called',
  mail: 'a mailbox',
}

const ENTRIES = [
  {
    name: 'kind',
    label: 'Tell it by',
    start: 'feed',
    choices: Object.entries(KINDS).map(([value, words]) => ({ value, words })),
  },
  { name: 'address', label: 'Address or mailbox', hint: 'none for a private address' },
] as const satisfies readonly Entry[]

/** Where alarms are told outside of this app. */
function Outlets() {
  const { session } = useShown()
  const [feed, setFeed] = useState<string>()
  const read = useQuery({ queryKey: ['alarm-outlets'], queryFn: () => answer(api.GET('/api/alarms/outlets')) })
  const add = useWrite((body: { kind: string; address: string }) =>
    post('/api/alarms/outlets', body.address === '' ? { kind: body.kind as 'feed' } : (body as never)),
  )
  const remove = useWrite((id: number) => answer(api.DELETE('/api/alarms/outlets/{id}', { params: { path: { id } } })))
  if (!read.data) return null
  return (
    <section aria-label="Told outside" className="mt-8 max-w-3xl">
      <h2>Told outside</h2>
      <ul>
        {read.data.outlets.map((outlet) => (
          <li key={outlet.id} className="flex flex-wrap items-center gap-x-3 border-t py-1 border-stone-wash">
            <span className="grow">
              {outlet.address ?? KINDS[outlet.kind]}
              <span className="soft">
                {' '}
                by {outlet.by}
                {outlet.toldAt && `, told ${sayDay(outlet.toldAt.slice(0, 10), session.today)} ${outlet.toldAt.slice(11)}`}
              </span>
              {outlet.failed && <span className="refusal block">The last could not be told: {outlet.failed}</span>}
            </span>
            <button
              type="button"
              className="act"
              aria-label={`Delete ${outlet.address ?? KINDS[outlet.kind]}`}
              onClick={() => remove.mutate(outlet.id)}
            >
              Delete
            </button>
          </li>
        ))}
      </ul>
      {remove.error && (
        <p role="alert" className="refusal">
          {remove.error.message}
        </p>
      )}
      {feed !== undefined && (
        <p role="status" className="sheet my-2 p-3">
          {feed === '' ? (
            'The answer was lost on its way, and the address is told once: delete it and add another.'
          ) : (
            <>
              Subscribe to this address; it is shown once: <code className="break-all">{`${location.origin}${feed}`}</code>
            </>
          )}
        </p>
      )}
      <PlainForm
        key={read.data.outlets.length}
        title="Tell alarms elsewhere"
        entries={ENTRIES}
        button="Add"
        send={async (body) => {
          const kept = await add.mutateAsync(body)
          setFeed(body.kind === 'feed' ? (kept.feed ?? '') : undefined)
        }}
      />
    </section>
  )
}

/** What is wrong in the house, what was, and where it is told. */
export function AlarmsPage() {
  const { session, mayPlan } = useShown()
  const read = useAlarms()
  const { data } = read
  if (!data) return <Unread of={read} title="Alarms" rooms={<MistRooms />} />
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-x-4">
        <h1>Alarms</h1>
        <MistRooms />
      </div>
      <p className="mb-4 max-w-3xl border-l-4 pl-3 border-heat">
        This replaces no alarm that is wired and no residual-current protection. Whoever works on electricity near mist is
        licensed to.
      </p>
      {data.alarms.length === 0 ? (
        <p>Nothing is wrong, as far as the sensors say.</p>
      ) : (
        <div className="grid max-w-3xl gap-3">
          {data.alarms.map((alarm) => (
            <AlarmCard key={`${alarm.zone}.${alarm.kind}`} alarms={[alarm]} />
          ))}
        </div>
      )}
      {data.over.length > 0 && (
        <section aria-label="Over" className="mt-8 max-w-3xl">
          <div className="flex items-baseline gap-4">
            <h2>Over</h2>
            <AsTable
              name="alarms over"
              heads={['zone', 'what', 'since', 'until', 'seen by']}
              rows={() => data.over.map((one) => [one.zoneName, one.words, one.since, one.until, one.seenBy])}
            />
          </div>
          <ul>
            {data.over.map((one) => (
              <li key={`${one.zoneName}.${one.words}.${one.since}`} className="border-t py-1 border-stone-wash">
                <strong>{one.zoneName}</strong>: {one.words.toLowerCase()}, {sayDay(one.since.slice(0, 10), session.today)}{' '}
                {one.since.slice(11)}
                {one.until && ` to ${one.until.slice(11)}`}
                {one.seenBy && <span className="soft">, seen by {one.seenBy}</span>}
              </li>
            ))}
          </ul>
        </section>
      )}
      {mayPlan && <Outlets />}
    </>
  )
}
