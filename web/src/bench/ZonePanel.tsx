import { useState } from 'react'
import { answer, api, post, type Schemas, type Tag as TagData, type Typed, type ZoneWeek } from '../api/client'
import { type Carried, useOffersAhead, useZoneSeason } from '../api/queries'
import { useWrite } from '../api/writes'
import { Drops } from '../drawings/Glyph'
import { Tag } from '../drawings/Tag'
import { ZoneStrip } from '../drawings/ZoneStrip'
import { PlainForm } from '../forms/PlainForm'
import { Troubles } from '../round/Troubles'
import { HistoryLink } from '../shell/HistoryLink'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { LIGHT_WORDS, mondayOf, plural, STANDS_WORDS, sayHeat, sayLength, sayWeek, ZONE_WORDS } from '../words'
import { Guests } from './Guests'

/** Weeks in which a zone is out of use, and a form to say so. */
function Closed({ zone }: { zone: Schemas['Zone'] }) {
  const { week, session, mayPlan } = useShown()
  const [open, setOpen] = useState(false)
  const close = useWrite((body: Typed<'post', '/api/zones/{id}/closed'>) => post('/api/zones/{id}/closed', body, { id: zone.id }))
  const reopen = useWrite((closed: number) =>
    answer(api.DELETE('/api/zones/{id}/closed/{closed}', { params: { path: { id: zone.id, closed } } })),
  )
  return (
    <div className="my-3">
      <ul>
        {zone.closed.map((one) => (
          <li key={one.id} className="flex flex-wrap items-center gap-x-3">
            <span>
              Out of use {sayWeek(one.from, mondayOf(one.from), session.nursery)} to{' '}
              {sayWeek(one.to, mondayOf(one.to), session.nursery)}: {one.why}
            </span>
            {mayPlan && (
              <button
                type="button"
                className="word"
                onClick={() =>
                  reopen.mutate(one.id, {
                    onSuccess: () =>
                      say(`${zone.name} is in use again.`, () => close.mutateAsync({ from: one.from, to: one.to, why: one.why })),
                  })
                }
              >
                Open it again
              </button>
            )}
          </li>
        ))}
      </ul>
      {mayPlan && (
        <button type="button" className="act mt-1" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'Leave it open' : 'Close it for some weeks'}
        </button>
      )}
      {open && (
        <div className="sheet mt-2 p-3 [&_form]:sm:grid-cols-1 [&_form]:lg:grid-cols-1">
          <PlainForm
            title={`Close ${zone.name}`}
            entries={[
              { name: 'from', label: 'From week', kind: 'week', start: week },
              { name: 'to', label: 'To week', kind: 'week', start: week },
              { name: 'why', label: 'Why' },
            ]}
            button="Close it"
            send={async (body) => {
              const done = await close.mutateAsync(body)
              say(
                done.batches.length === 0
                  ? `${zone.name} is closed; nobody lies there then.`
                  : `${zone.name} is closed. ${done.batches.length} must go elsewhere: ${done.batches.join(', ')}.`,
              )
              setOpen(false)
            }}
          />
        </div>
      )}
    </div>
  )
}

function Lock({ tag }: { tag: TagData }) {
  const lock = useWrite((locked: boolean) =>
    answer(api.POST('/api/batches/{code}/lock', { params: { path: { code: tag.code } }, body: { locked } })),
  )
  return (
    <button
      type="button"
      className="word"
      aria-pressed={tag.locked}
      disabled={lock.isPending}
      onClick={() => lock.mutate(!tag.locked)}
    >
      {tag.locked ? 'Locked here' : 'Lock'}
    </button>
  )
}

/** One zone in the week on the rail and over the season, with who lies there. */
export function ZonePanel({
  zone,
  carried,
  onCarry,
  onLetGo,
  onDropped,
}: {
  zone: ZoneWeek
  carried: Carried | null
  onCarry: (what: Carried, byDragging: boolean) => void
  onLetGo: () => void
  /** The dragging is over, wherever it was let go. */
  onDropped: () => void
}) {
  const { week, session, mayPlan } = useShown()
  const season = useZoneSeason(zone.id, week)
  const ahead = useOffersAhead()
  const [low = 0, high = 0] = zone.heat
  return (
    <>
      <h2>{zone.name}</h2>
      <p className="soft">
        {ZONE_WORDS[zone.kind]}, {STANDS_WORDS[zone.stands]}, {LIGHT_WORDS[zone.light]}
        {!zone.frostFree && ', can freeze'}
        {zone.onlyPots && ', for pots only'}
        {zone.ground === 'beside_stock' && ', beside the stock plants'}
        {zone.ground === 'open' && ', open ground'} · {sayLength(zone.place.length, session.nursery)} ×{' '}
        {sayLength(zone.place.width, session.nursery)} · holds {sayHeat(low, session.nursery)} to {sayHeat(high, session.nursery)}
      </p>
      <p className="my-2 text-lg">
        <strong>{zone.used}</strong> of {plural(zone.room, 'place')} taken,{' '}
        {zone.used > zone.room ? (
          <strong className="text-plum">{zone.used - zone.room} too many</strong>
        ) : (
          <>
            <strong>{zone.room - zone.used}</strong> free
          </>
        )}
      </p>
      <Troubles zone={zone.name} />
      {zone.ground === 'beside_stock' ? (
        <p className="mb-3 soft">Each hangs on its own plant: nothing to set.</p>
      ) : zone.ground === 'open' ? (
        <p className="mb-3 soft">In rows under the open sky: nothing to set.</p>
      ) : zone.onlyPots && !zone.frostFree ? (
        <p className="mb-3 soft">Under the open sky: nothing to set.</p>
      ) : zone.setting ? (
        <p className={`mb-3 flex items-center gap-3 ${zone.setting.suits ? '' : 'text-plum'}`}>
          Set <Drops level={zone.setting.mist} />
          <strong className="text-heat">{sayHeat(zone.setting.heat, session.nursery)}</strong>
          {zone.setting.suits ? 'suits all that lie there' : 'but they want what cannot be had together'}
        </p>
      ) : (
        <p className="mb-3 soft">Empty: heat and mist may be off.</p>
      )}
      <ul className="grid grid-cols-[minmax(0,1fr)] gap-1.5">
        {zone.tenants.map((tenant) => {
          const { code, version } = tenant.lot ?? tenant.tag
          const what = { code, version, inPots: tenant.inPots, isStuck: tenant.tag.isStuck, isLot: tenant.lot !== null }
          const isCarried = carried?.code === what.code && carried.inPots === what.inPots
          const weeks = `week ${Number(tenant.from.slice(6))} to ${Number(tenant.to.slice(6))}`
          return (
            <li
              key={`${what.code}${what.inPots ? ' in pots' : ''}`}
              onPointerEnter={() => mayPlan && ahead(what)}
              onDragStart={() => mayPlan && onCarry(what, true)}
              onDragEnd={onDropped}
              className={isCarried ? 'outline-3 outline-water' : undefined}
            >
              <Tag
                tag={tenant.tag}
                lot={tenant.lot?.code}
                count={tenant.lot?.plants}
                small
                more={
                  tenant.inPots
                    ? `in pots on ${plural(tenant.trays, 'place')}, ${weeks}`
                    : `${tenant.trays === 0 ? 'in a tray of another' : plural(tenant.trays, 'place')}, ${weeks}`
                }
              />
              {mayPlan && (
                <div className="flex gap-4 pl-8 text-sm">
                  <button
                    type="button"
                    className="word"
                    aria-pressed={isCarried}
                    onClick={() => (isCarried ? onLetGo() : onCarry(what, false))}
                  >
                    {isCarried ? 'Leave it' : 'Move'}
                  </button>
                  {!tenant.lot && <Lock tag={tenant.tag} />}
                </div>
              )}
            </li>
          )
        })}
      </ul>
      <Guests key={`guests ${zone.id}`} zone={zone} guests={zone.guests} />
      <Closed key={zone.id} zone={zone} />
      <HistoryLink of={zone.name} what="zone" />
      {season.data && season.data.zone.id === zone.id && (
        <ZoneStrip name={zone.name} weeks={season.data.weeks} shown={week} settings={session.nursery} />
      )}
    </>
  )
}
