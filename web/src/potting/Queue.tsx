import { useState } from 'react'
import { Link } from 'react-router'
import type { Schemas } from '../api/client'
import { usePotting } from '../api/queries'
import { WorkPanel } from '../batches/WorkPanel'
import { RootRun } from '../drawings/RootRun'
import { Tag } from '../drawings/Tag'
import { useOpening } from '../forms/Opening'
import { AsTable } from '../shell/AsTable'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { mondayOf, OUT_OF_TRAY, plural, sayDay, sayWeek } from '../words'
import { PottingRooms } from './PottingRooms'

type Waits = Schemas['PotWaits']

const SCHOOL_WORDS: Record<Waits['school'], string> = {
  first_root: 'Potted at the first root at a hole',
  every_hole: 'Potted when every hole shows roots',
  share: 'Potted when a sampled share has rooted',
  calendar: 'Potted by the calendar',
}

/** What is done with it out of its tray. */
const actOf = (one: Waits) => (one.leaves === 'pot' && one.inItsPot ? 'Set out' : OUT_OF_TRAY[one.leaves].act)

function Row({
  one,
  isOpen,
  onOpen,
  onDone,
}: {
  one: Waits
  isOpen: (work: string) => boolean
  onOpen: (work: 'check' | 'pot') => void
  onDone: (work: 'check' | 'pot') => void
}) {
  const { session, mayLog } = useShown()
  return (
    <li className="border-t py-3 border-stone-wash">
      <div className="grid items-center gap-x-5 gap-y-2 md:grid-cols-[minmax(17rem,1fr)_minmax(0,1.35fr)_auto]">
        <Tag
          tag={one.tag}
          count={one.plants}
          more={
            <>
              {one.line > 1 && `line ${one.line} · `}
              {one.inItsPot && one.leaves === 'pot' ? `in its ${one.pot}` : one.pot} · {one.hours.toFixed(1)} h
            </>
          }
        />
        <div className="min-w-0">
          {one.since && <RootRun since={one.since} today={session.today} risk={one.risk ?? 'none'} words={one.riskWords ?? ''} />}
          <p className="text-sm">
            <span className="inline-block first-letter:uppercase">{one.why}</span>
            {one.riskWords && <>; {one.riskWords}</>}. <span className="soft">{SCHOOL_WORDS[one.school]}.</span>
          </p>
          <p className="text-sm soft">
            {one.due ? (
              <>
                <strong className="text-peat">{one.for ?? 'Our own target'}</strong> waits,{' '}
                {sayWeek(one.due, mondayOf(one.due), session.nursery)};{' '}
              </>
            ) : (
              'nobody waits; '
            )}
            good until {sayDay(one.lastGood, session.today)}
          </p>
        </div>
        {mayLog && (
          <div className="flex gap-2 md:flex-col">
            <button
              type="button"
              className={one.isDue ? 'act-main' : 'act'}
              aria-expanded={isOpen('pot')}
              aria-label={`${actOf(one)} ${one.tag.crop} ${one.tag.code}${one.line > 1 ? `, line ${one.line}` : ''}`}
              onClick={() => onOpen('pot')}
            >
              {isOpen('pot') ? 'Close' : actOf(one)}
            </button>
            {!one.isDue && (
              <button
                type="button"
                className="act-main"
                aria-expanded={isOpen('check')}
                aria-label={`Check ${one.tag.crop} ${one.tag.code}${one.line > 1 ? `, line ${one.line}` : ''}`}
                onClick={() => onOpen('check')}
              >
                {isOpen('check') ? 'Close' : 'Check'}
              </button>
            )}
          </div>
        )}
      </div>
      {(isOpen('pot') || isOpen('check')) && (
        <div className="sheet mt-3 p-4">
          <WorkPanel
            code={one.tag.code}
            work={isOpen('pot') ? 'pot' : 'check'}
            line={one.line}
            onDone={() => onDone(isOpen('pot') ? 'pot' : 'check')}
          />
        </div>
      )}
    </li>
  )
}

/** Every line in a tray with whether it is to be potted, how many, how late that gets, and which order waits. */
export function Queue() {
  const { session } = useShown()
  const read = usePotting()
  const { data } = read
  const opening = useOpening<string>()
  const [all, setAll] = useState(false)
  const due = data?.queue.filter((one) => one.isDue) ?? []
  const look = data?.queue.filter((one) => !one.isDue && one.potOn <= session.today) ?? []
  const later = data?.queue.filter((one) => !one.isDue && one.potOn > session.today) ?? []
  const rows = (list: Waits[]) =>
    list.map((one) => {
      const key = (work: string) => `${one.tag.code}.${one.line}.${work}`
      return (
        <Row
          key={key('')}
          one={one}
          isOpen={(work) => opening.is(key(work))}
          onOpen={(work) => opening.toggle(key(work))}
          onDone={(work) => opening.leave(key(work))}
        />
      )
    })
  const hours = data?.dueHours ?? 0
  const free = data?.weeks[0]?.free ?? 0
  if (!data) return <Unread of={read} title="To pot" rooms={<PottingRooms />} />
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>To pot</h1>
        <PottingRooms />
        <AsTable
          name="to pot"
          heads={['batch', 'line', 'crop', 'plants', 'pot', 'hours', 'why', 'pot on', 'good until', 'for', 'wanted in']}
          rows={() =>
            [...due, ...look, ...later].map((one) => [
              one.tag.code,
              one.line,
              one.tag.crop,
              one.plants,
              one.pot,
              one.hours.toFixed(1),
              one.why,
              one.potOn,
              one.lastGood,
              one.for,
              one.due,
            ])
          }
        />
      </div>
      {data && (
        <p className="mb-3">
          {due.length === 0 ? (
            'Nothing shows its roots yet.'
          ) : (
            <>
              <strong>{hours.toFixed(1)} h</strong> of potting wait; <strong>{free.toFixed(1)} h</strong> are left for it this
              week.{' '}
              {hours > free && (
                <Link className="word font-semibold" to="/potting/weeks">
                  Lay them into weeks
                </Link>
              )}
            </>
          )}
        </p>
      )}
      {due.length > 0 && (
        <section aria-label="To be potted" className="mb-6">
          <h2>Roots are there</h2>
          <ol>{rows(due)}</ol>
        </section>
      )}
      {look.length > 0 && (
        <section aria-label="Look first" className="mb-6">
          <h2>
            Past their day: look first <span className="font-normal soft">{plural(look.length, 'line')}</span>
          </h2>
          <ol>{rows(look)}</ol>
        </section>
      )}
      {later.length > 0 && (
        <section aria-label="Later">
          <h2>
            On their way{' '}
            <button type="button" className="act ml-2" aria-expanded={all} onClick={() => setAll(!all)}>
              {all ? 'Hide' : `Show ${plural(later.length, 'line')}`}
            </button>
          </h2>
          {all && <ol className="mt-2">{rows(later)}</ol>}
        </section>
      )}
      {data && data.queue.length === 0 && (
        <p className="soft">
          Nothing stands in trays.{' '}
          <Link className="word" to="/wanted">
            Enter what is wanted
          </Link>{' '}
          to plan a batch.
        </p>
      )}
    </>
  )
}
