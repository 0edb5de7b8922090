import { useState } from 'react'
import { Link } from 'react-router'
import type { Tag } from '../api/client'
import { useBatches, usePlan, useTrial } from '../api/queries'
import { useBack, useMoves } from '../api/writes'
import { BatchRooms } from '../batches/BatchRooms'
import { HoursStrip, sayHours } from '../drawings/HoursStrip'
import { Lane, liesOn, type Moving } from '../drawings/Lane'
import { Sideways } from '../drawings/Sideways'
import { AsTable } from '../shell/AsTable'
import { say } from '../shell/Said'
import { Unread } from '../shell/Unread'
import { shiftWeek, useShown } from '../shell/week'
import { mondayOf, plural, sayDay, sayWeek } from '../words'
import { EvenOut } from './EvenOut'
import { SeasonChances } from './SeasonChances'
import { Trial } from './Trial'

const BY = {
  crop: { words: 'by crop', of: (tag: Tag) => tag.crop },
  bench: { words: 'by bench', of: (tag: Tag) => tag.zone },
  customer: { words: 'by customer', of: (tag: Tag) => tag.customer ?? 'own targets' },
} as const
const WEEKS = 44
const BACK = 8
const GRID = 'grid grid-cols-[9rem_minmax(0,1fr)] sm:grid-cols-[13rem_minmax(0,1fr)] gap-x-4'

function Weeks({ first }: { first: string }) {
  return (
    <div className="relative h-5" aria-hidden="true">
      {Array.from({ length: WEEKS / 4 }, (_, i) => shiftWeek(first, 4 * i)).map((week, i) => (
        <span key={week} className="absolute text-[13px] whitespace-nowrap soft" style={{ left: `${(400 * i) / WEEKS}%` }}>
          {sayDay(mondayOf(week))}
        </span>
      ))}
    </div>
  )
}

function moveOf(tag: Tag, by: number) {
  const { code, version } = tag
  if (tag.isStuck) return { code, version, heldDays: Math.max(0, tag.heldDays + 7 * by) }
  const day = new Date(`${tag.stickOn}T00:00:00Z`)
  day.setUTCDate(day.getUTCDate() + 7 * by)
  return { code, version, stickOn: day.toISOString().slice(0, 10) }
}

/** The season as lanes over the weeks, with the hours each week asks: what was, is and is planned; drag it and see what breaks. */
export function SeasonPlan() {
  const { week, thisWeek, session, mayPlan } = useShown()
  // Lanes begin some weeks before the week that is shown; what was over long before is not on them.
  const batchesRead = useBatches(mondayOf(shiftWeek([week, thisWeek].sort()[0] ?? week, -2 * BACK)))
  const { data } = batchesRead
  const planRead = usePlan()
  const { data: plan } = planRead
  const [by, setBy] = useState<keyof typeof BY>('crop')
  const [onlyLate, setOnlyLate] = useState(false)
  const [open, setOpen] = useState<'even' | 'chances' | null>(null)
  const [dragged, setDragged] = useState<{ code: string; by: number } | null>(null)
  // As it is now: where somebody else moves it meanwhile, it is moved on from there.
  const carried = data?.batches.find((tag) => tag.code === dragged?.code)
  const moved = dragged && carried ? { tag: carried, by: dragged.by } : null
  const trial = useTrial(moved && moveOf(moved.tag, moved.by))
  const back = useBack((changed) => say(`${plural(changed, 'batch', 'batches')} put back.`))
  const move = useMoves((done) => {
    say(`${moved?.tag.code ?? 'It'} moved.`, () => back.mutateAsync({ id: done.version, batches: done.batches }))
    setDragged(null)
  })
  const first = shiftWeek(week, -BACK)
  const isLate = (tag: Tag) => (tag.weeksLate ?? 0) > 0
  const shown = (data?.batches ?? []).filter((tag) => liesOn(tag, first, WEEKS) && (!onlyLate || isLate(tag)))
  const groups = new Map<string, Tag[]>()
  for (const tag of [...shown].sort((a, b) => a.stickOn.localeCompare(b.stickOn)))
    groups.set(BY[by].of(tag), [...(groups.get(BY[by].of(tag)) ?? []), tag])
  const late = shown.filter(isLate).length
  const over = plan?.weeks.filter((one) => one.over > 0) ?? []
  const tried = trial.data?.batches.find((one) => one.code === moved?.tag.code)
  const hours = plan?.weeks.map((one) => (moved && trial.data?.weeks.find((then) => then.week === one.week)) || one) ?? []
  const movingOf = (tag: Tag): Moving | undefined =>
    mayPlan && tag.leftBenchOn === null
      ? {
          by: moved?.tag.code === tag.code ? moved.by : null,
          days: moved?.tag.code === tag.code && tried ? tried.dates : null,
          onMove: (weeks) => {
            move.reset()
            setDragged({ code: tag.code, by: weeks })
          },
          onDrop: () => moved?.by === 0 && setDragged(null),
        }
      : undefined
  if (!data || !plan) return <Unread of={[batchesRead, planRead]} title="The season" rooms={<BatchRooms />} />
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>The season, {sayWeek(week, mondayOf(week), session.nursery)}</h1>
        <BatchRooms />
      </div>
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-1">
        <div role="radiogroup" aria-label="Lanes" className="flex flex-wrap gap-4">
          {(Object.keys(BY) as (keyof typeof BY)[]).map((one) => (
            <label key={one} className="flex min-h-11 cursor-pointer items-center gap-2">
              <input type="radio" className="radio" name="lanes" checked={by === one} onChange={() => setBy(one)} />
              {BY[one].words}
            </label>
          ))}
        </div>
        <label className="flex min-h-11 cursor-pointer items-center gap-2">
          <input type="checkbox" className="checkbox" checked={onlyLate} onChange={() => setOnlyLate(!onlyLate)} />
          only what is late
        </label>
        <AsTable
          name="season"
          heads={['batch', 'crop', 'stick on', 'stuck', 'place', 'for', 'wanted in', 'weeks late']}
          rows={() =>
            [...groups.values()]
              .flat()
              .map((tag) => [
                tag.code,
                tag.crop,
                tag.stickOn,
                tag.isStuck ? 'yes' : 'no',
                tag.zone,
                tag.customer,
                tag.dueWeek,
                tag.weeksLate,
              ])
          }
        />
        <span className="ml-auto flex flex-wrap gap-2">
          <button
            type="button"
            className="act"
            aria-expanded={open === 'chances'}
            onClick={() => setOpen(open === 'chances' ? null : 'chances')}
          >
            Chances
          </button>
          <button
            type="button"
            className="act"
            aria-expanded={open === 'even'}
            onClick={() => setOpen(open === 'even' ? null : 'even')}
          >
            Even out
          </button>
        </span>
      </div>
      {open && (
        <section className="sheet mb-4 p-4" aria-label={open === 'even' ? 'Even out' : 'Chances'}>
          {open === 'even' ? <EvenOut onDone={() => setOpen(null)} /> : <SeasonChances />}
        </section>
      )}
      <p className="mb-3 text-sm soft">
        {plural(shown.length, 'batch', 'batches')}, {late === 0 ? 'none' : late} later than the week wanted. Notch: collected.
        Blue: on the bench, green in it: roots, soonest to latest. Pale green: weaned, in its cells. Cream: in pots. Dot: ready,
        soonest to latest. Diamond: due. Dashed: planned. Thin line: as it was planned. Hours: collecting pale, sticking green,
        weaning blue, potting brown; the line is the hands there are.
        {mayPlan && ' Drag a batch, or press Shift and an arrow key on it, to move it by weeks.'}
      </p>
      {data && shown.length === 0 && (
        <p className="soft">Nothing lies in these weeks. Move the rail, or plan a batch from what is wanted.</p>
      )}
      <Sideways of="The season in lanes">
        <div className="min-w-[46rem]">
          {plan && (
            <div className={`${GRID} items-end border-b pb-1 border-peat`}>
              <div className="text-sm leading-tight">
                <h2 className="text-[0.95rem]">Hours</h2>
                {plan.hands === 0 ? (
                  <Link className="word" to="/nursery">
                    enter the hands
                  </Link>
                ) : (
                  <span className={over.length > 0 ? 'text-plum' : undefined}>
                    {over.length === 0
                      ? 'fit the hands'
                      : `${plural(over.length, 'week')} over, most ${sayHours(Math.max(...over.map((one) => one.over)))}`}
                  </span>
                )}
              </div>
              <div className="relative">
                <Weeks first={first} />
                <HoursStrip weeks={Array.from({ length: WEEKS }, (_, i) => shiftWeek(first, i))} planned={hours} />
              </div>
            </div>
          )}
          {[...groups.entries()]
            .sort(([a], [b]) => a.localeCompare(b, undefined, { numeric: true }))
            .map(([name, tags]) => (
              <section key={name} aria-label={name} className={`${GRID} border-t py-1 border-stone-wash`}>
                <h2 className="min-w-0 pt-0.5 text-[0.95rem] leading-tight">
                  {by === 'crop' && tags[0] ? <Link to={`/crops/${tags[0].cropSlug}`}>{name}</Link> : name}
                </h2>
                <div className="relative">
                  <span
                    className="absolute inset-y-0 w-0.5 bg-water"
                    style={{ left: `${(100 * (BACK + 0.5)) / WEEKS}%` }}
                    aria-hidden="true"
                  />
                  {tags.map((tag) => (
                    <Lane key={tag.code} tag={tag} first={first} weeks={WEEKS} moving={movingOf(tag)} />
                  ))}
                </div>
              </section>
            ))}
        </div>
      </Sideways>
      {moved && (
        <Trial
          tag={moved.tag}
          by={moved.by}
          tried={trial.error ? undefined : trial.data}
          refused={move.error?.message ?? trial.error?.message}
          busy={move.isPending || trial.isPlaceholderData}
          onKeep={() =>
            move.mutate({
              moves: [moveOf(moved.tag, moved.by)],
              why: `${moved.tag.code} moved by ${plural(Math.abs(moved.by), 'week')}`,
            })
          }
          onLeave={() => {
            move.reset()
            setDragged(null)
          }}
        />
      )}
    </>
  )
}
