import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { answer, api, put, type Schemas, type Typed } from '../api/client'
import { useSeenWrite } from '../api/writes'
import { Drops } from '../drawings/Glyph'
import { type Entry, PlainForm, type Sent } from '../forms/PlainForm'
import { say } from '../shell/Said'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { inHundred, plural, sayDay, sayLitres } from '../words'
import { MistRooms } from './MistRooms'

type Zone = Schemas['ZoneProgrammes']['zones'][number]
type Tended = Schemas['TendedBatch']
type Body = Typed<'put', '/api/mist/programmes/{id}'>

export const useProgrammes = () =>
  useQuery({
    queryKey: ['mist-programmes'],
    queryFn: () => answer(api.GET('/api/mist/programmes')),
  })

const useSet = () => useSeenWrite(({ id, body }: { id: number; body: Body }) => put('/api/mist/programmes/{id}', body, { id }))

const useUnset = () =>
  useSeenWrite((id: number) => answer(api.DELETE('/api/mist/programmes/{id}/newest', { params: { path: { id } } })))

const NIGHTS = [
  { value: 'sparing', words: 'only once the film is all but gone' },
  { value: 'off', words: 'no mist' },
  { value: 'as_by_day', words: 'as by day' },
]

const number = (value: number | null | undefined) => (value === null || value === undefined ? '' : String(value))

const percent = (share: number | null | undefined) => (share === null || share === undefined ? '' : inHundred(share))

const entriesOf = (programme: Schemas['ZoneProgramme']) =>
  [
    { name: 'seconds', label: 'A firing lasts, seconds', kind: 'number', start: number(programme.mist?.seconds) },
    {
      name: 'refillShare',
      label: 'When so much of the film has dried',
      kind: 'percent',
      start: percent(programme.mist?.refillShare),
    },
    { name: 'minMinutes', label: 'Shortest gap, minutes', kind: 'number', start: number(programme.mist?.minMinutes) },
    { name: 'maxMinutes', label: 'Longest gap, minutes', kind: 'number', start: number(programme.mist?.maxMinutes) },
    { name: 'night', label: 'At night', start: programme.mist?.night ?? 'off', choices: NIGHTS },
    { name: 'medium', label: 'Medium', kind: 'heat', start: number(programme.medium) },
    { name: 'air', label: 'Air', kind: 'heat', start: number(programme.air) },
    { name: 'humidity', label: 'Damp of the air', kind: 'percent', start: percent(programme.humidity) },
    { name: 'shade', label: 'Shade', kind: 'percent', start: percent(programme.shade) },
    { name: 'lightHours', label: 'Hours of light', kind: 'number', start: number(programme.lightHours) },
    { name: 'ventTimes', label: 'Cover opened, times a day', kind: 'number', start: number(programme.ventTimes) },
    { name: 'ventFor', label: 'Each time for, minutes', kind: 'number', start: number(programme.ventFor) },
  ] as const satisfies readonly Entry[]

const orNull = <T,>(typed: T | ''): T | null => (typed === '' ? null : typed)

/** What is typed, as a programme: what is left empty is not set, and without seconds there is no mist. */
const programmeOf = (typed: Sent<ReturnType<typeof entriesOf>>, asks: Schemas['ZoneProgramme']): Body['programme'] => {
  const { seconds, refillShare, minMinutes, maxMinutes, night, ...rest } = typed
  const still = asks.mist ?? { filmMm: 0.1, nightMinutes: 60, nozzles: 1, litresAMinute: 1 }
  return {
    mist:
      seconds === ''
        ? null
        : {
            filmMm: still.filmMm,
            nightMinutes: still.nightMinutes,
            nozzles: still.nozzles,
            litresAMinute: still.litresAMinute,
            seconds,
            refillShare,
            minMinutes,
            maxMinutes,
            night,
          },
    ...(Object.fromEntries(Object.entries(rest).map(([name, value]) => [name, orNull(value)])) as Omit<
      NonNullable<Body['programme']>,
      'mist'
    >),
  }
}

/** What sharing the zone means for one of those who lie there. */
function Shares({ tenant, zone }: { tenant: Tended; zone: Zone }) {
  const { session } = useShown()
  const { litres, ownLitres, daysLater } = tenant
  return (
    <li className="flex flex-wrap items-baseline gap-x-3 border-t py-1 border-stone-wash">
      <span className="min-w-48 grow">
        {zone.tenants.some((one) => one.batch === tenant.batch && one.crop !== '') ? (
          <Link className="word" to={`/batches/${tenant.batch}`}>
            {tenant.crop}, {tenant.batch}
          </Link>
        ) : (
          tenant.batch
        )}
        {tenant.batch === zone.mistFor && <strong> the mist follows it</strong>}
        {tenant.batch === zone.warmFor && <strong className="text-heat"> the warmth follows it</strong>}
      </span>
      {tenant.ownLevel > 0 && <Drops level={tenant.ownLevel} />}
      {tenant.eased > 0 && <span className="text-leaf">weaned by {inHundred(tenant.eased)} in 100</span>}
      {litres !== null && ownLitres !== null && litres > ownLitres && (
        <span>
          {sayLitres(litres, session.nursery)} a day where {sayLitres(ownLitres, session.nursery)} would do: its mix stays wetter
          and rots sooner
        </span>
      )}
      {daysLater !== null && Math.abs(daysLater) >= 0.5 && (
        <span className={daysLater > 0 ? 'text-plum' : 'text-leaf'}>
          roots {plural(Math.round(Math.abs(daysLater)), 'day')} {daysLater > 0 ? 'later' : 'sooner'} than planned
        </span>
      )}
      {tenant.byHand && <span>{tenant.byHand}</span>}
    </li>
  )
}

function ZoneCard({ zone }: { zone: Zone }) {
  const { session, mayLog } = useShown()
  const [open, setOpen] = useState(false)
  const set = useSet()
  const unset = useUnset()
  const asks = zone.set?.isOwn ? zone.set.says : zone.says
  return (
    <section className="sheet p-4" aria-labelledby={`zone-${zone.id}`}>
      <h3 id={`zone-${zone.id}`} className="font-bold">
        {zone.name}
      </h3>
      {asks.length === 0 ? (
        <p className="soft">Nothing is to be set.</p>
      ) : (
        <ul className="mt-1 columns-1 gap-6 sm:columns-2">
          {asks.map((one) => (
            <li key={one.what} className="mb-1 break-inside-avoid">
              {one.says}
            </li>
          ))}
        </ul>
      )}
      <p className="mt-1 text-sm soft">
        {zone.set
          ? `Set ${sayDay(zone.set.at.slice(0, 10), session.today)}, ${zone.set.at.slice(11)}, by ${zone.set.by}${zone.set.isOwn ? ', otherwise than asked' : ''}.`
          : 'Nobody has said yet how it is set.'}
      </p>
      {zone.tenants.length > 0 && (
        <details className="mt-2">
          <summary className="min-h-11 cursor-pointer py-2 font-semibold">
            {plural(zone.tenants.length, 'batch', 'batches')} there
          </summary>
          <ul>
            {zone.tenants.map((tenant) => (
              <Shares key={tenant.batch} tenant={tenant} zone={zone} />
            ))}
          </ul>
        </details>
      )}
      <div className="mt-2 flex flex-wrap gap-3">
        {zone.asks.mist && (
          <Link className="act" to={`/bench/mist/day?zone=${zone.id}`}>
            Try it over a day
          </Link>
        )}
        {mayLog && zone.tenants.length > 0 && (
          <button type="button" className="act" aria-expanded={open} onClick={() => setOpen(!open)}>
            Set otherwise
          </button>
        )}
        {mayLog && zone.set && (
          <button
            type="button"
            className="act"
            aria-label={`Undo the last setting of ${zone.name}`}
            disabled={unset.isPending}
            onClick={() => unset.mutate(zone.id)}
          >
            Undo
          </button>
        )}
      </div>
      {unset.error && (
        <p role="alert" className="refusal">
          {unset.error.message}
        </p>
      )}
      {open && (
        <div className="mt-3">
          <PlainForm
            key={`${zone.mark}.${zone.set?.id ?? 0}`}
            title={`${zone.name} is set to`}
            entries={entriesOf(zone.set?.programme ?? zone.asks)}
            button="Save"
            send={async (body) => {
              await set.mutateAsync({
                id: zone.id,
                body: { mark: zone.mark, set: zone.set?.id ?? null, programme: programmeOf(body, zone.asks) },
              })
              say(`${zone.name} is set as you say.`)
              setOpen(false)
            }}
          />
        </div>
      )}
    </section>
  )
}

/** What is to be turned on the controllers this morning: ticked as it is done. */
function Morning({ zones }: { zones: readonly Zone[] }) {
  const { mayLog } = useShown()
  const set = useSet()
  const unset = useUnset()
  const asked = zones.filter((zone) => zone.changes.length > 0)
  return (
    <section className="sheet mb-6 max-w-4xl p-4" aria-labelledby="morning">
      <h2 id="morning">On the controller this morning</h2>
      {asked.length === 0 && <p className="soft">Nothing is to be changed.</p>}
      <ul>
        {asked.map((zone) => (
          <li key={zone.id} className="flex items-start gap-3 border-t py-2 border-stone-wash first:border-t-0">
            {mayLog && (
              <input
                type="checkbox"
                className="checkbox mt-1 size-7"
                aria-label={`${zone.name} is set`}
                checked={false}
                disabled={set.isPending}
                onChange={() =>
                  set.mutateAsync({ id: zone.id, body: { mark: zone.mark, set: zone.set?.id ?? null } }).then(
                    () => say(`${zone.name} is set.`, () => unset.mutateAsync(zone.id)),
                    () => undefined,
                  )
                }
              />
            )}
            <div>
              <strong>{zone.name}</strong>
              <ul>
                {zone.changes.map((change) => (
                  <li key={change}>{change}.</li>
                ))}
              </ul>
            </div>
          </li>
        ))}
      </ul>
      {set.error && (
        <p role="alert" className="refusal">
          {set.error.code === 'changed_meanwhile'
            ? 'Somebody else set it meanwhile; this is how it stands now.'
            : set.error.message}
        </p>
      )}
    </section>
  )
}

/** Nobody lies there, and nothing is set. */
const isIdle = (zone: Zone) => zone.tenants.length === 0 && (zone.set?.says.length ?? 0) === 0

function Idle({ zones }: { zones: readonly Zone[] }) {
  if (zones.length === 0) return null
  return <p className="mt-2 soft">Nobody lies in trays in {zones.map((zone) => zone.name).join(', ')}.</p>
}

/** Mist and heat zone by zone: what those who lie there ask of the controller today, and what it is set to. */
export function Programmes() {
  const read = useProgrammes()
  const { data } = read
  if (!data) return <Unread of={read} title="Mist and heat" rooms={<MistRooms />} />
  const houses = [...new Set(data.zones.map((zone) => zone.house))]
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-x-4">
        <h1>Mist and heat</h1>
        <MistRooms />
        <button type="button" className="act no-print ml-auto" onClick={() => window.print()}>
          Print
        </button>
      </div>
      <Morning zones={data.zones} />
      {houses.map((house) => (
        <section key={house} aria-label={house} className="mb-6">
          <h2 className="mb-2">{house}</h2>
          <div className="grid grid-cols-[minmax(0,1fr)] gap-4 xl:grid-cols-2">
            {data.zones
              .filter((zone) => zone.house === house && !isIdle(zone))
              .map((zone) => (
                <ZoneCard key={zone.id} zone={zone} />
              ))}
          </div>
          <Idle zones={data.zones.filter((zone) => zone.house === house && isIdle(zone))} />
        </section>
      ))}
      <p className="max-w-3xl text-sm soft">
        It is reckoned for a plain glasshouse from the sheets of those who lie there; look at your own leaves. It replaces no
        alarm that is wired and no residual-current protection; whoever works on electricity near mist is licensed to.
      </p>
    </>
  )
}
