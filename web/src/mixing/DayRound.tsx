import { Link } from 'react-router'
import type { Schemas } from '../api/client'
import { useChosen, useWeaning } from '../api/writes'
import { useShown } from '../shell/week'
import { plural, sayTrays } from '../words'
import { Codes, Part } from './Step'

type Look = Schemas['DayLook']

const ROW = [
  'grid grid-cols-[2.75rem_minmax(0,1fr)] gap-x-2 border-t py-2 break-inside-avoid',
  'sm:grid-cols-[2.75rem_minmax(0,1fr)_10.5rem] border-stone-wash',
].join(' ')

/** What is looked at or set, where it stands, and why. */
function Said({ look }: { look: Look }) {
  return (
    <div className="min-w-0">
      <p>
        <strong>{look.tag.crop}</strong> <Codes codes={[look.batch]} />
        {look.line > 1 && `, line ${look.line}`}, in <strong>{look.tag.zone}</strong>,{' '}
        {sayTrays(look.tag.trays, look.tag.trayKind)}
      </p>
      <p className="text-sm">
        {look.daysLate > 0 && !look.done && <strong className="text-plum">{plural(look.daysLate, 'day')} late · </strong>}
        {look.why}
      </p>
    </div>
  )
}

/** A step of weaning on the day's sheet: ticking it takes the step, on the day of the sheet. */
function WeanRow({ day, look }: { day: string; look: Look }) {
  const { session, mayLog } = useShown()
  const wean = useWeaning(look.batch)
  const [ticked, keepTick] = useChosen<boolean>()
  const step = look.step ?? 1
  return (
    <li className={ROW}>
      <label className="flex min-h-11 cursor-pointer items-start justify-center pt-1">
        <input
          type="checkbox"
          className="checkbox"
          aria-label={`Done: wean ${look.tag.crop} ${look.batch}, step ${step}`}
          checked={ticked ?? look.done}
          disabled={!mayLog || wean.isPending || day > session.today}
          onChange={() => {
            const version = look.tag.version
            keepTick(
              !look.done,
              wean.mutateAsync(look.done ? { version, step, as: 'planned' } : { version, step, as: 'done', on: day }),
            )
          }}
        />
      </label>
      <div className="min-w-0">
        <Said look={look} />
        {look.goesTo && (
          <p className="text-sm">
            Carry it to <strong>{look.goesTo}</strong>.
          </p>
        )}
        {wean.error && (
          <p role="alert" className="refusal">
            {wean.error.message}
          </p>
        )}
      </div>
    </li>
  )
}

/** The mist set down, step by step, on what has roots. */
export function WeaningOfDay({
  day,
  steps,
  number,
  title = 'Wean',
}: {
  day: string
  steps: Look[]
  number: number
  title?: string
}) {
  return (
    <Part number={number} title={title}>
      <ol>
        {steps.map((look) => (
          <WeanRow key={`${look.batch} ${look.step}`} day={day} look={look} />
        ))}
      </ol>
    </Part>
  )
}

/** What is lifted and looked at; its tick is the check itself. */
export function ChecksOfDay({ checks, number, title = 'Check' }: { checks: Look[]; number: number; title?: string }) {
  return (
    <Part number={number} title={title}>
      <p className="no-print my-1 text-sm">
        Entered on the batch’s page or on{' '}
        <Link className="word" to="/round">
          the round
        </Link>
        ; then it is off this list.
      </p>
      <ol>
        {checks.map((look) => (
          <li key={`${look.batch} ${look.line}`} className={ROW}>
            <span aria-hidden="true" className="mt-1 ml-3 hidden size-5 border border-peat print:block" />
            <span className="print:hidden" />
            <Said look={look} />
          </li>
        ))}
      </ol>
    </Part>
  )
}
