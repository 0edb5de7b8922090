import { type Control, Controller, type FieldValues, type Path } from 'react-hook-form'
import { Field } from './Field'
import { readNumber } from './number'

/** What is typed stays as typed, so that a refusal finds it still there; the server judges it. */
export type Typed = string

/** A count entered with one thumb: less, the number, more. */
export function Stepper<T extends FieldValues>({
  control,
  name,
  label,
  hint,
  step = 1,
  mark,
}: {
  control: Control<T>
  name: Path<T>
  label: string
  hint?: React.ReactNode
  step?: number
  mark?: React.ReactNode
}) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState }) => {
        const typed = String(field.value ?? '')
        const by = (change: number) => field.onChange(String(Math.max(0, drawn(typed) + change)))
        return (
          <Field label={label} hint={hint} error={fieldState.error}>
            {(ids) => (
              <div className="flex items-stretch">
                {mark && <span className="mr-2 flex w-10 items-center justify-center">{mark}</span>}
                <button
                  type="button"
                  className="act !min-h-12 w-12 rounded-r-none !px-0 text-xl"
                  aria-label={`${label}: ${step} less`}
                  onClick={() => by(-step)}
                >
                  −
                </button>
                <input
                  {...ids}
                  ref={field.ref}
                  name={field.name}
                  value={typed}
                  onBlur={field.onBlur}
                  onChange={(event) => field.onChange(event.target.value)}
                  onFocus={(event) => event.target.select()}
                  inputMode="numeric"
                  autoComplete="off"
                  className="field-text !min-h-12 min-w-0 rounded-none border-x-0 text-center text-lg font-bold"
                />
                <button
                  type="button"
                  className="act !min-h-12 w-12 rounded-l-none !px-0 text-xl"
                  aria-label={`${label}: ${step} more`}
                  onClick={() => by(step)}
                >
                  +
                </button>
              </div>
            )}
          </Field>
        )
      }}
    />
  )
}

/** A whole number as typed, for a drawing or a question; what is none yet counts for nothing. */
export function drawn(typed: string): number {
  const [only, other] = readNumber(typed)
  return only !== undefined && other === undefined && Number.isInteger(only) && only >= 0 && only < 1e7 ? only : 0
}
