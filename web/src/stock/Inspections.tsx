import { useState } from 'react'
import { Link } from 'react-router'
import { useStock } from '../api/queries'
import { FitMark } from '../drawings/FitMark'
import { AsTable } from '../shell/AsTable'
import { Missing } from '../shell/FirstSteps'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { plural, sayDay } from '../words'
import { InspectForm } from './InspectForm'
import { StockRooms } from './StockRooms'

const days = (from: string, to: string) => Math.round((Date.parse(to) - Date.parse(from)) / 86_400_000)

/** Whom to look at next: what is overdue first, as one walks with the phone. */
export function Inspections() {
  const { thisWeek, session, mayLog } = useShown()
  const read = useStock(thisWeek)
  const { data } = read
  const [open, setOpen] = useState<string>()
  const [place, setPlace] = useState('')
  const blocks = [...(data?.blocks ?? [])]
    .filter((block) => `${block.place} ${block.crop} ${block.code}`.toLowerCase().includes(place.trim().toLowerCase()))
    .sort((a, b) => Number(b.found !== null) - Number(a.found !== null) || a.inspectBy.localeCompare(b.inspectBy))
  const due = blocks.filter((block) => block.inspectBy <= session.today).length
  if (!data) return <Unread of={read} title="Inspections" rooms={<StockRooms />} />
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-4">
        <h1>Inspections</h1>
        <StockRooms />
        <AsTable
          name="inspections"
          heads={['block', 'crop', 'place', 'last clean', 'look by', 'found']}
          rows={() => blocks.map((one) => [one.code, one.crop, one.place, one.cleanOn, one.inspectBy, one.found])}
        />
        <input
          type="search"
          className="field-text ml-auto w-56"
          placeholder="place, crop or block"
          aria-label="Search the blocks"
          value={place}
          onChange={(event) => setPlace(event.target.value)}
        />
      </div>
      {data?.blocks.length === 0 && <Missing before="inspection" />}
      <p className="mb-3 soft">
        {due === 0 ? 'None is overdue.' : `${plural(due, 'block is', 'blocks are')} overdue.`} The house limit is{' '}
        {plural(session.nursery?.inspectionDays ?? 0, 'day')}.
      </p>
      <ul>
        {blocks.map((block) => {
          const late = days(block.inspectBy, session.today)
          return (
            <li key={block.code} className="border-t py-2 border-stone-wash">
              <div className="grid grid-cols-[auto_minmax(0,1fr)_auto] items-center gap-x-3">
                <FitMark fit={block.fit} />
                <span className="min-w-0">
                  <Link to={`/stock/${block.code}`} className="block truncate font-bold">
                    {block.code} {block.crop}
                  </Link>
                  <span className="block truncate text-sm soft">{block.place}</span>
                  <span className={`block text-sm ${block.found || late > 0 ? 'text-plum' : ''}`}>
                    {block.found
                      ? `found: ${block.found}`
                      : block.cleanOn === null
                        ? 'never found clean'
                        : late > 0
                          ? `${plural(late, 'day')} overdue, last clean ${sayDay(block.cleanOn, session.today)}`
                          : `by ${sayDay(block.inspectBy, session.today)}, last clean ${sayDay(block.cleanOn, session.today)}`}
                  </span>
                </span>
                {mayLog && (
                  <button
                    type="button"
                    className="act !min-h-12"
                    aria-expanded={open === block.code}
                    aria-label={`Look at ${block.code}`}
                    onClick={() => setOpen(open === block.code ? undefined : block.code)}
                  >
                    {open === block.code ? 'Close' : 'Look'}
                  </button>
                )}
              </div>
              {open === block.code && (
                <div className="sheet mt-2 p-3">
                  <InspectForm code={block.code} onDone={() => setOpen(undefined)} />
                </div>
              )}
            </li>
          )
        })}
      </ul>
    </>
  )
}
