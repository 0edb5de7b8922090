import { useState } from 'react'
import type { FieldError, UseFormRegisterReturn } from 'react-hook-form'
import { useShown } from '../shell/week'
import { mondayOf, sayDay, sayWeek } from '../words'
import { Field } from './Field'
import { mondaysOf, readWeek } from './week'

/** The weeks of a year to choose one from. */
function Weeks({ chosen, onChoose }: { chosen: string; onChoose: (week: string) => void }) {
  const { session, thisWeek } = useShown()
  const [year, setYear] = useState(Number(chosen.slice(0, 4)))
  return (
    <fieldset className="sheet mt-2 p-2">
      <legend className="sr-only">Weeks of {year}</legend>
      <div className="mb-1 flex items-center justify-between">
        <button type="button" className="act" aria-label={`Weeks of ${year - 1}`} onClick={() => setYear(year - 1)}>
          ‹
        </button>
        <span className="font-semibold">{year}</span>
        <button type="button" className="act" aria-label={`Weeks of ${year + 1}`} onClick={() => setYear(year + 1)}>
          ›
        </button>
      </div>
      <div className="grid grid-cols-[repeat(auto-fill,minmax(3.25rem,1fr))] gap-1">
        {mondaysOf(year).map(({ week, monday }) => (
          <button
            key={week}
            type="button"
            aria-pressed={week === chosen}
            aria-label={`${sayWeek(week, monday, session.nursery)} of ${year}, from ${sayDay(monday, session.today)}`}
            className={`act !min-h-11 flex-col !gap-0 !px-1 leading-tight ${week === chosen ? 'act-main' : ''}`}
            onClick={() => onChoose(week)}
          >
            <span className={week === thisWeek ? 'font-bold underline' : ''}>{Number(week.slice(6))}</span>
            <span className="text-xs">{sayDay(monday)}</span>
          </button>
        ))}
      </div>
    </fieldset>
  )
}

/** A week, typed as people write it or chosen from the weeks of a year; below it what was understood. */
export function WeekField({
  registered: _,
  label,
  hint,
  error,
  value,
  onChange,
}: {
  /** The form knows of it, so that what was wrong with it is forgotten when it is sent again. */
  registered: UseFormRegisterReturn
  label: string
  hint?: string
  error?: FieldError
  value: string
  onChange: (typed: string) => void
}) {
  const { session, thisWeek } = useShown()
  const [picking, setPicking] = useState(false)
  const weeks = readWeek(value, thisWeek)
  const [only, other] = weeks
  const say = (week: string) => `${sayWeek(week, mondayOf(week), session.nursery)}, from ${sayDay(mondayOf(week), session.today)}`
  return (
    <div className="min-w-0">
      <Field
        label={label}
        hint={only !== undefined && other === undefined ? say(only) : (hint ?? '41, 41/2027, or a day in it')}
        error={error}
      >
        {(ids) => (
          <div className="flex items-stretch gap-1">
            <input
              {...ids}
              className="field-text min-w-0"
              autoComplete="off"
              value={value}
              onChange={(event) => onChange(event.target.value)}
            />
            <button
              type="button"
              className="act !px-3"
              aria-expanded={picking}
              aria-label={`Choose the week: ${label}`}
              onClick={() => setPicking(!picking)}
            >
              ▦
            </button>
          </div>
        )}
      </Field>
      <div aria-live="polite" className="text-sm soft">
        {only !== undefined && other !== undefined && (
          <p className="mt-1 flex flex-wrap items-center gap-2">
            {value.trim()} is in
            {[only, other].map((week, i) => (
              <span key={week} className="flex items-center gap-2">
                {i > 0 && 'or '}
                <button type="button" className="act !px-3" onClick={() => onChange(week)}>
                  {say(week)}
                </button>
              </span>
            ))}
          </p>
        )}
      </div>
      {picking && (
        <Weeks
          key={only ?? thisWeek}
          chosen={only ?? thisWeek}
          onChoose={(week) => {
            onChange(week)
            setPicking(false)
          }}
        />
      )}
    </div>
  )
}
