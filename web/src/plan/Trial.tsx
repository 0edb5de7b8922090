import type { Schemas, Tag } from '../api/client'
import { sayHours } from '../drawings/HoursStrip'
import { useShown } from '../shell/week'
import { mondayOf, plural, sayDay, sayWeek } from '../words'

/** A batch on the move: its days there, what breaks, what the weeks would ask; and whether to leave it so. */
export function Trial({
  tag,
  by,
  tried,
  refused,
  busy,
  onKeep,
  onLeave,
}: {
  tag: Tag
  by: number
  tried: Schemas['MovesTried'] | undefined
  refused: string | undefined
  busy: boolean
  onKeep: () => void
  onLeave: () => void
}) {
  const { session } = useShown()
  const one = tried?.batches.find(({ code }) => code === tag.code)
  const hard = one?.breaks.some((found) => found.hard) ?? false
  const full = tried?.weeks.filter((week) => week.over > 0) ?? []
  return (
    <section
      aria-label={`Moving ${tag.code}`}
      aria-live="polite"
      className="sheet sticky bottom-14 z-20 mt-3 grid gap-2 p-3 shadow-lg sm:bottom-2"
    >
      <p>
        <strong>
          {tag.code}, {tag.crop}
        </strong>{' '}
        {by === 0
          ? 'where it is'
          : tag.isStuck
            ? `held ${plural(one?.heldDays ?? 0, 'day')} in its tray`
            : `${plural(Math.abs(by), 'week')} ${by < 0 ? 'earlier' : 'later'}`}
        {one && (
          <>
            : {!tag.isStuck && <>stuck {sayDay(one.dates.stickOn, session.today)}, </>}potted{' '}
            {sayDay(one.dates.potFrom, session.today)} to {sayDay(one.dates.potBy, session.today)}, ready{' '}
            {sayDay(one.dates.readyFrom, session.today)} to {sayDay(one.dates.readyBy, session.today)}
          </>
        )}
      </p>
      {one && one.breaks.length === 0 && full.length === 0 && <p className="text-leaf">Nothing breaks.</p>}
      <ul>
        {one?.breaks.map((found) => (
          <li key={found.kind + found.words} className={`${found.hard ? 'refusal' : ''}  ${found.hard ? '' : 'text-heat'}`}>
            {found.words}
          </li>
        ))}
        {full.map((week) => (
          <li className="text-heat" key={week.week}>
            <span className="first-letter:uppercase">{sayWeek(week.week, mondayOf(week.week), session.nursery)}</span> would ask{' '}
            {sayHours(week.hours)} of {sayHours(week.crew)}.
          </li>
        ))}
      </ul>
      {refused && (
        <p role="alert" className="refusal">
          {refused}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        <button type="button" className="act-main" disabled={busy || hard || by === 0 || !one} onClick={onKeep}>
          Move it
        </button>
        <button type="button" className="act" onClick={onLeave}>
          Leave it
        </button>
      </div>
    </section>
  )
}
