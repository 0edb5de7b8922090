import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import type { Schemas } from '../api/client'
import { useTakeSheet } from '../api/queries'
import { SHEET_CHOICES } from '../crops/sheetWords'
import { Against } from '../drawings/FitMark'
import { PreparingCard } from '../drawings/PreparingCard'
import { useShown } from '../shell/week'
import { piecesOf, plural, sayDay } from '../words'
import { Collect, HOW_WORDS, HoldClock } from './HoldClock'
import { StockRooms } from './StockRooms'

type Stop = Schemas['TakeSheet']['stops'][number]
const DRAWN = 160

/** The row seen from above, each plant with what to take from it; the first ones give one more. */
function PlantRow({ row }: { row: Stop['rows'][number] }) {
  const plants = Array.from({ length: Math.min(row.plants, DRAWN) }, (_, place) => ({
    place,
    take: row.each + (place < row.more ? 1 : 0),
  }))
  return (
    <div
      className="flex max-w-3xl flex-wrap gap-0.5"
      role="img"
      aria-label={`${row.plants} plants, ${row.each} from each${row.more > 0 ? `, one more from the first ${row.more}` : ''}`}
    >
      {plants.map(({ place, take }) => (
        <span
          key={place}
          aria-hidden="true"
          className={`flex size-[22px] items-center justify-center rounded-full border text-[13px] leading-none border-leaf ${take > 0 ? 'bg-leaf-wash' : ''}`}
        >
          {take}
        </span>
      ))}
      {row.plants > DRAWN && <span className="self-center text-sm soft">and {row.plants - DRAWN} more, alike</span>}
    </div>
  )
}

function StopSheet({ stop, place }: { stop: Stop; place: number }) {
  const { session, mayLog } = useShown()
  return (
    <li className="sheet break-inside-avoid p-4" aria-label={`${stop.block} for ${stop.batch}`}>
      <div className="grid gap-x-6 gap-y-2 sm:grid-cols-[auto_minmax(0,1fr)_auto]">
        <span className="text-3xl font-bold">{place}</span>
        <div className="min-w-0">
          <h2 className="text-xl">
            {stop.block} · {stop.place}
          </h2>
          <p>
            <strong>{stop.crop}</strong>, {stop.way}
            {stop.population && ` · population ${stop.population}`}
            {stop.sex && <strong> · {stop.sex} plants only</strong>}
          </p>
          <p className="text-sm soft">
            for{' '}
            <Link className="word" to={`/batches/${stop.batch}`}>
              {stop.batch}
            </Link>
            , stuck {sayDay(stop.stickOn, session.today)} · {SHEET_CHOICES.timeOfDay[stop.timeOfDay]} ·{' '}
            {stop.lengthCm.join(' to ')} cm · right when {stop.sign}
          </p>
        </div>
        <p className="text-right">
          <strong className="text-3xl">{stop.cuttings}</strong>
          <span className="block text-sm soft">
            {piecesOf(stop.card.sheet.method)}
            {!stop.isBed && stop.perShoot > 1 && `, from ${plural(stop.shoots, 'shoot')} of ${stop.perShoot}`}
          </span>
        </p>
      </div>
      {stop.against.length > 0 && (
        <div className="mt-3">
          <Against reasons={stop.against} />
        </div>
      )}
      {stop.problem && <p className="refusal mt-3">{stop.problem}</p>}
      {stop.short && <p className="refusal mt-3">{stop.short}</p>}
      <ul className="mt-3 grid gap-2">
        {stop.rows.map((row) => (
          <li key={row.row}>
            <p>
              <strong>{row.row}</strong>: {plural(row.plants, stop.isBed ? 'clump' : 'plant')}, {howMany(row, stop.isBed)}{' '}
              <span className="soft">= {row.total}</span>
            </p>
            {row.named.length > 0 ? (
              <p className="text-sm">{row.named.map((one) => `${one.plant}: ${one.take}`).join(' · ')}</p>
            ) : (
              <PlantRow row={row} />
            )}
          </li>
        ))}
      </ul>
      <ul className="mt-3 grid gap-0.5 text-sm">
        <li>
          <strong>Carry:</strong> {stop.carry}
        </li>
        {stop.apart.map((one) => (
          <li key={one}>
            <strong>Apart:</strong> {one}
          </li>
        ))}
        {stop.safety && (
          <li className="border-l-4 pl-2 border-heat">
            <strong>Take care:</strong> {stop.safety}
          </li>
        )}
      </ul>
      <PreparingCard card={stop.card} of={stop.crop} />
      <div className="mt-3 border-t pt-3 border-stone-wash">
        {stop.collection ? (
          <HoldClock key={stop.collection.startedAt} clock={stop.collection} code={stop.batch} />
        ) : stop.holds.length === 0 ? (
          <p className="text-sm">Nothing is cut: it stays on its plant.</p>
        ) : (
          <>
            <p className="mb-2 text-sm">
              Cut at seven{' '}
              {stop.stickBy.map((one) => (
                <span key={one.how}>
                  and held {HOW_WORDS[one.how]}: {one.words}{' '}
                </span>
              ))}
            </p>
            {mayLog && <Collect code={stop.batch} holds={stop.holds} grades={stop.grades} />}
          </>
        )}
      </div>
    </li>
  )
}

/** Of a bed whole clumps are lifted; else some from each plant, or one from as many as it takes. */
function howMany({ each, more }: { each: number; more: number }, isBed: boolean): string {
  if (isBed) return each > 0 ? 'lift all' : `lift the first ${more}`
  if (each === 0) return `one from the first ${more}`
  return `${each} from each${more > 0 ? `, one more from the first ${more}` : ''}`
}

/** What to take from which plants, in the order of the walk; printed, or carried on the phone. */
export function TakeSheet() {
  const { session } = useShown()
  const [search, setSearch] = useSearchParams()
  const batches = search.get('batches') ?? undefined
  const [day, setDay] = useState(search.get('day') ?? session.today)
  const { data, error } = useTakeSheet(batches ? { batches } : { day })
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-4">
        <h1>Take sheet{batches ? '' : `, ${sayDay(day, session.today)}`}</h1>
        <StockRooms />
        <div className="no-print ml-auto flex flex-wrap items-center gap-2">
          {batches ? (
            <button type="button" className="act" onClick={() => setSearch({})}>
              A whole morning
            </button>
          ) : (
            <input
              type="date"
              className="field-text w-44"
              aria-label="Morning of"
              value={day}
              onChange={(event) => event.target.value && setDay(event.target.value)}
            />
          )}
          <button type="button" className="act" onClick={() => print()}>
            Print
          </button>
        </div>
      </div>
      {error && (
        <p role="alert" className="refusal">
          {error.message}
        </p>
      )}
      {data && data.stops.length === 0 && (
        <p className="soft">
          Nothing is to be collected on that day. Choose another, or open a planned batch and ask for its take sheet.
        </p>
      )}
      {data && data.stops.length > 0 && (
        <>
          <p className="mb-1">
            {plural(data.stops.length, 'stop')}, {plural(data.cuttings, 'cutting')}. Take along: {data.tools.join(', ')}.
          </p>
          <p className="mb-4 border-l-4 pl-3 text-sm border-heat">
            Cut away from the hand, with a cut-proof glove. Clean the blade between blocks. Leave cut ends on the stock to heal.
          </p>
          <ol className="grid gap-4">
            {data.stops.map((stop, i) => (
              <StopSheet key={stop.batch} stop={stop} place={i + 1} />
            ))}
          </ol>
        </>
      )}
    </>
  )
}
