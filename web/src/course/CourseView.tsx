import type { Batch, Schemas } from '../api/client'
import { CourseLine, type LineStage } from '../drawings/CourseLine'
import { plural, sayDay } from '../words'

type Stage = Schemas['CourseStage']

const middle = (days: number[] | null): number => (days === null ? 0 : Math.round(((days[0] ?? 0) + (days[1] ?? 0)) / 2))

function sayDays(stage: Stage): string | null {
  if (stage.days === null) return null
  const [low = 0, high = 0] = stage.days
  if (high === 0) return 'the same day'
  if (stage.kind === 'held') return `up to ${plural(high, 'day')}`
  return low === high ? plural(high, 'day') : `${low} to ${high} days`
}

/** When a job falls: at the beginning, again and again, at the end. */
const sayWhen = (job: Schemas['CourseJob']): string =>
  job.when === 'every' ? (job.days === 1 ? 'every day: ' : `every ${job.days} days: `) : job.when === 'end' ? 'at its end: ' : ''

/** Stage by stage: what ends it, what it needs, and its jobs. */
function Stages({ stages, today }: { stages: (Stage | Schemas['CourseStageDays'])[]; today?: string }) {
  return (
    <ol>
      {stages.map((stage) => (
        <li
          key={`${stage.kind} ${stage.number}`}
          className="grid gap-x-4 border-t py-2 border-stone-wash sm:grid-cols-[11rem_minmax(0,1fr)]"
        >
          <div>
            <strong>
              {stage.words}
              {stage.kind === 'weaning' && ` ${stage.number}`}
            </strong>
            <span className="block text-sm soft">{'from' in stage ? `from ${sayDay(stage.from, today)}` : sayDays(stage)}</span>
          </div>
          <div className="text-sm">
            {stage.what && <p>{stage.what}</p>}
            {stage.place && <p className="soft">{stage.place}</p>}
            {stage.jobs.map((job) => (
              <p key={job.what}>
                {sayWhen(job)}
                {job.what}
              </p>
            ))}
            {stage.kind !== 'ready' && <p className="soft">until {stage.ends}</p>}
          </div>
        </li>
      ))}
    </ol>
  )
}

/** The stages of a sheet as the line draws them: as wide as their middle days. */
export const lineOf = (stages: Stage[]): LineStage[] =>
  stages.map((stage) => ({ ...stage, days: stage.kind === 'held' ? 0 : middle(stage.days) }))

/** The course that a sheet lays down. */
export function SheetCourse({ stages }: { stages: Stage[] }) {
  return (
    <>
      <CourseLine stages={lineOf(stages)} label="Its course" />
      <details>
        <summary className="min-h-11 cursor-pointer content-center font-semibold">Stage by stage, with its jobs</summary>
        <Stages stages={stages} />
      </details>
    </>
  )
}

/** The course of one batch, by its own days, and where it stands today. */
export function BatchCourse({ batch, today }: { batch: Batch; today: string }) {
  const line: LineStage[] = batch.course.map((stage) => ({
    ...stage,
    days: Math.round((Date.parse(stage.to) - Date.parse(stage.from)) / 86_400_000),
  }))
  return (
    <>
      <CourseLine stages={line} today={today} label={`The course of ${batch.code}`} />
      {batch.courseRest && <p className="text-sm font-semibold">{batch.courseRest}</p>}
      <p className="text-sm soft">
        Roots {sayDay(batch.rootedFrom, today)} to {sayDay(batch.rootedBy, today)}.
      </p>
      <details>
        <summary className="min-h-11 cursor-pointer content-center font-semibold">Stage by stage, with its jobs</summary>
        <Stages stages={batch.course} today={today} />
      </details>
    </>
  )
}
