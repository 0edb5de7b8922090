import { useState } from 'react'
import { Link } from 'react-router'
import type { Tag } from '../api/client'
import { useBatches } from '../api/queries'
import { BatchRooms } from '../batches/BatchRooms'
import { Lane, liesOn } from '../drawings/Lane'
import { Sideways } from '../drawings/Sideways'
import { shiftWeek, useShown } from '../shell/week'
import { mondayOf, plural, sayDay, sayWeek } from '../words'

const BY = {
  crop: { words: 'by crop', of: (tag: Tag) => tag.crop },
  bench: { words: 'by bench', of: (tag: Tag) => tag.zone },
  customer: { words: 'by customer', of: (tag: Tag) => tag.customer ?? 'own targets' },
} as const
const WEEKS = 44
const BACK = 8

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

/** The season as lanes over the weeks: what was, what is, what is planned, each with its due mark. */
export function SeasonPlan() {
  const { week, session } = useShown()
  const { data } = useBatches()
  const [by, setBy] = useState<keyof typeof BY>('crop')
  const [onlyLate, setOnlyLate] = useState(false)
  const first = shiftWeek(week, -BACK)
  const isLate = (tag: Tag) => (tag.weeksLate ?? 0) > 0
  const shown = (data?.batches ?? []).filter((tag) => liesOn(tag, first, WEEKS) && (!onlyLate || isLate(tag)))
  const groups = new Map<string, Tag[]>()
  for (const tag of [...shown].sort((a, b) => a.stickOn.localeCompare(b.stickOn)))
    groups.set(BY[by].of(tag), [...(groups.get(BY[by].of(tag)) ?? []), tag])
  const late = shown.filter(isLate).length
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-4">
        <h1>The season, {sayWeek(week, mondayOf(week), session.nursery)}</h1>
        <BatchRooms />
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
      </div>
      <p className="mb-3 text-sm soft">
        {plural(shown.length, 'batch', 'batches')}, {late === 0 ? 'none' : late} later than the week wanted. Blue: on the bench,
        green in it: roots, soonest to latest. Cream: in pots. Dot: ready. Diamond: due. Dashed: planned.
      </p>
      {data && shown.length === 0 && (
        <p className="soft">Nothing lies in these weeks. Move the rail, or plan a batch from what is wanted.</p>
      )}
      <Sideways of="The season in lanes">
        <div className="min-w-[46rem]">
          {[...groups.entries()]
            .sort(([a], [b]) => a.localeCompare(b, undefined, { numeric: true }))
            .map(([name, tags], i) => (
              <section
                key={name}
                aria-label={name}
                className="grid grid-cols-[9rem_minmax(0,1fr)] sm:grid-cols-[13rem_minmax(0,1fr)] gap-x-4 border-t py-1"
                style={{ borderColor: 'var(--stone-wash)' }}
              >
                <h2 className="min-w-0 pt-0.5 text-[0.95rem] leading-tight">
                  {by === 'crop' && tags[0] ? <Link to={`/crops/${tags[0].cropSlug}`}>{name}</Link> : name}
                </h2>
                <div className="relative">
                  {i === 0 && <Weeks first={first} />}
                  <span
                    className="absolute inset-y-0 w-0.5"
                    style={{ left: `${(100 * (BACK + 0.5)) / WEEKS}%`, background: 'var(--water)' }}
                    aria-hidden="true"
                  />
                  {tags.map((tag) => (
                    <Lane key={tag.code} tag={tag} first={first} weeks={WEEKS} />
                  ))}
                </div>
              </section>
            ))}
        </div>
      </Sideways>
    </>
  )
}
