import { useRef, useState } from 'react'
import { Link } from 'react-router'
import type { Schemas } from '../api/client'
import { usePotting, usePottingAsk } from '../api/queries'
import { usePottingWeeks } from '../api/writes'
import { Barrow } from '../drawings/Barrow'
import { Tag } from '../drawings/Tag'
import { useOpening } from '../forms/Opening'
import { say } from '../shell/Said'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { mondayOf, sayWeek } from '../words'
import { FillWeeks } from './FillWeeks'
import { PottingRooms } from './PottingRooms'
import { PottingSeason } from './PottingSeason'

type Card = Schemas['PotCard']

/** Weeks that stand beside each other; the others are a press away. */
const AT_ONCE = 6

/** What it means to pot a batch in the week it is held over, said while it is held there. */
function Meaning({ code, week }: { code: string; week: string }) {
  const { data } = usePottingAsk({ code, week })
  if (!data) return null
  return (
    <p className="text-sm" role="status">
      {data.costs.length === 0 ? (
        <span className="text-leaf">✓ In good time.</span>
      ) : (
        data.costs.map((cost) => (
          <span key={cost.kind} className="block text-plum">
            {cost.words}
          </span>
        ))
      )}
    </p>
  )
}

function PotCard({
  card,
  weeks,
  isOpen,
  onOpen,
  onGive,
  onTake,
}: {
  card: Card
  weeks: string[]
  isOpen: boolean
  onOpen: () => void
  onGive: (week: string | null) => void
  onTake: (taken: boolean) => void
}) {
  const { session, mayPlan } = useShown()
  const [asked, setAsked] = useState<string | null>(null)
  return (
    <li
      draggable={mayPlan}
      onDragStart={(event) => {
        event.dataTransfer.setData('text/plain', card.code)
        event.dataTransfer.effectAllowed = 'move'
        onTake(true)
      }}
      onDragEnd={() => onTake(false)}
      aria-label={`${card.tag.crop} ${card.code}`}
    >
      <Tag tag={card.tag} count={card.plants} small more={`${card.hours.toFixed(1)} h${card.isDue ? ', roots are there' : ''}`} />
      {card.costs.map((cost) => (
        <p key={cost.kind} className="text-sm text-plum">
          {cost.words}
        </p>
      ))}
      {mayPlan && (
        <button
          type="button"
          className="word min-h-11 text-sm"
          aria-expanded={isOpen}
          aria-label={`Another week for ${card.code}`}
          onClick={onOpen}
        >
          {isOpen ? 'Leave it' : 'Another week'}
        </button>
      )}
      {isOpen && (
        <fieldset className="mb-2 flex flex-wrap gap-1">
          <legend className="sr-only">Pot {card.code} in</legend>
          {weeks
            .filter((week) => week !== card.week)
            .map((week) => (
              <button
                key={week}
                type="button"
                className="act !px-2 text-sm"
                onFocus={() => setAsked(week)}
                onMouseEnter={() => setAsked(week)}
                onClick={() => onGive(week)}
              >
                {sayWeek(week, mondayOf(week), session.nursery)}
              </button>
            ))}
          {card.given && (
            <button type="button" className="act !px-2 text-sm" onClick={() => onGive(null)}>
              when it is due
            </button>
          )}
          {asked && <Meaning code={card.code} week={asked} />}
        </fieldset>
      )}
    </li>
  )
}

/** The weeks ahead with the hours that are left for potting, and what is potted in each; drag a tag to another week. */
export function WeekBoard() {
  const { session, mayPlan } = useShown()
  const read = usePotting()
  const { data } = read
  const opening = useOpening<string>()
  const [taken, setTaken] = useState<string | null>(null)
  // Read while it is dragged, sooner than the page is drawn anew.
  const held = useRef<string | null>(null)
  const [over, setOver] = useState<string | null>(null)
  const [filling, setFilling] = useState(false)
  const [told, setTold] = useState<string | null>(null)
  const back = usePottingWeeks(() => say('Put back.'))
  const weeksGiven = usePottingWeeks()
  const give = ({ code, tag }: Card, week: string | null) => {
    setTold(null)
    weeksGiven.mutate([{ code, version: tag.version, week }], {
      onSuccess: (given) => {
        opening.close()
        say(
          `${code}: ${week === null ? 'potted when it is due' : `potted in ${sayWeek(week, mondayOf(week), session.nursery)}`}.`,
          () => back.mutateAsync(given.before),
        )
      },
      onError: (refusal) => setTold(refusal.message),
    })
  }
  const [asked, setAsked] = useState<string | null>(null)
  const all = data?.weeks ?? []
  const at = Math.max(
    0,
    all.findIndex((one) => one.week === asked),
  )
  const shown = all.slice(Math.min(at, Math.max(0, all.length - AT_ONCE)), at + AT_ONCE)
  const weeks = shown.map((one) => one.week)
  const most = Math.max(1, ...all.map((one) => Math.max(one.free, one.taken)))
  if (!data) return <Unread of={read} title="Potting, week by week" rooms={<PottingRooms />} />
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>Potting, week by week</h1>
        <PottingRooms />
        {mayPlan && (
          <button type="button" className="act ml-auto" aria-expanded={filling} onClick={() => setFilling(!filling)}>
            {filling ? 'Close' : 'Fill the weeks'}
          </button>
        )}
      </div>
      {told && (
        <p role="alert" className="refusal mb-3">
          {told}
        </p>
      )}
      {filling && <FillWeeks onDone={() => setFilling(false)} />}
      {data?.weeks.every((one) => one.crew === 0) && (
        <p className="mb-3 soft">
          No hands are entered.{' '}
          <Link className="word" to="/nursery/hands">
            Say who works here
          </Link>
          , so that hours can be held against them.
        </p>
      )}
      {all.length > AT_ONCE && <PottingSeason weeks={all} shown={weeks} most={most} onShow={setAsked} />}
      <div className="grid grid-cols-[minmax(0,1fr)] gap-4 sm:grid-cols-2 lg:grid-cols-3 2xl:grid-cols-6">
        {shown.map((one) => {
          const cards = data.cards.filter((card) => card.week === one.week)
          const isOver = taken !== null && over === one.week
          return (
            <section
              key={one.week}
              aria-label={sayWeek(one.week, mondayOf(one.week), session.nursery)}
              className={`min-h-52 rounded border-[1.5px] p-3 border-peat ${isOver ? 'border-dashed bg-cream' : ''}`}
              onDragOver={(event) => {
                if (held.current === null) return
                event.preventDefault()
                if (over !== one.week) setOver(one.week)
              }}
              onDrop={(event) => {
                event.preventDefault()
                const card = data.cards.find((each) => each.code === held.current)
                if (card && card.week !== one.week) give(card, one.week)
                setTaken(null)
                setOver(null)
              }}
            >
              <div className="flex items-baseline justify-between gap-2">
                <h2 className="first-letter:uppercase">{sayWeek(one.week, mondayOf(one.week), session.nursery)}</h2>
                <span className="text-sm soft">
                  {one.week === session.week ? 'the days left of it' : `${one.crew.toFixed(0)} h of hands`}
                </span>
              </div>
              <Barrow free={one.free} taken={one.taken} most={most} />
              <p className="mb-2 text-sm">
                <strong>{one.taken.toFixed(1)} h</strong> to pot of <strong>{one.free.toFixed(1)} h</strong> left by other work
                {one.over > 0.05 && <strong className="text-plum"> · {one.over.toFixed(1)} h too many</strong>}
              </p>
              {isOver && taken && <Meaning code={taken} week={one.week} />}
              <ol className="grid gap-2">
                {cards.map((card) => (
                  <PotCard
                    key={card.code}
                    card={card}
                    weeks={weeks}
                    isOpen={opening.is(card.code)}
                    onOpen={() => opening.toggle(card.code)}
                    onGive={(week) => give(card, week)}
                    onTake={(is) => {
                      held.current = is ? card.code : null
                      setTaken(held.current)
                    }}
                  />
                ))}
              </ol>
              {cards.length === 0 && <p className="text-sm soft">Nothing to pot.</p>}
            </section>
          )
        })}
      </div>
      {data.cards.length === 0 && <p className="mt-4 soft">Nothing is to be potted this season.</p>}
    </>
  )
}
