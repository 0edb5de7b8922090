import { type FormEvent, type ReactNode, useId, useRef, useState } from 'react'
import type { FieldError } from 'react-hook-form'
import { clearly, readNumber } from './number'

interface FieldProps {
  label: string
  hint?: ReactNode
  error?: FieldError
  /** Says a number that was typed in another measure too: "10 000 ppm = 1 %". */
  also?: (value: number) => string
  children: (ids: { id: string; 'aria-describedby'?: string; 'aria-invalid': boolean }) => ReactNode
}

/** A refusal names its field by the label that stands on the form. */
function told(error: FieldError, label: string): string {
  const message = error.message ?? ''
  const called = error.types?.label
  return typeof called === 'string' && message.startsWith(`${called} `) ? label + message.slice(called.length) : message
}

const isNumber = (target: EventTarget): target is HTMLInputElement =>
  target instanceof HTMLInputElement && (target.inputMode === 'decimal' || target.inputMode === 'numeric')

/** Puts a value into a field as if it had been typed. */
function type(input: HTMLInputElement, value: string) {
  Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(input, value)
  input.dispatchEvent(new Event('input', { bubbles: true }))
  input.focus()
}

/** How what is typed into a number's field is understood: said where it is not plain, asked where it can be read in two ways. */
export function Understood({ of, also, children }: { of?: string; also?: (value: number) => string; children: ReactNode }) {
  const [typed, setTyped] = useState('')
  const input = useRef<HTMLInputElement>(null)
  const heard = (event: FormEvent) => {
    if (!isNumber(event.target)) return
    input.current = event.target
    setTyped(event.target.value)
  }
  const readings = typed !== '' && input.current?.value === typed ? readNumber(typed) : []
  const [only] = readings
  const isPlain = /^\s*-?\d+([.,]\d{1,2})?\s*$/.test(typed)
  return (
    <div className="min-w-0" onInput={heard}>
      {children}
      <div aria-live="polite" className="text-sm">
        {readings.length === 1 && only !== undefined && (!isPlain || also) && (
          <p className="mt-1 soft">
            {isPlain ? '' : `read as ${clearly(only)}`}
            {also ? `${isPlain ? '' : ': '}${also(only)}` : ''}
          </p>
        )}
        {readings.length === 2 && (
          <p className="mt-1 flex flex-wrap items-center gap-2">
            {of && <span className="sr-only">{of}: </span>}
            {typed.trim()} is
            {readings.map((value, i) => (
              <span key={value} className="flex items-center gap-2">
                {i > 0 && 'or '}
                <button
                  type="button"
                  className="act !px-3"
                  onClick={() => input.current && type(input.current, clearly(value).replaceAll('\u202F', ''))}
                >
                  {clearly(value)}
                </button>
              </span>
            ))}
          </p>
        )}
      </div>
    </div>
  )
}

/** A label, what is entered, how it was understood, and beside it what is wrong with it. */
export function Field({ label, hint, error, also, children }: FieldProps) {
  const id = useId()
  const beside = `${id}-told`
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="mb-1 block text-sm font-semibold">
        {label}
      </label>
      <Understood of={label} also={also}>
        {children({ id, 'aria-describedby': hint || error ? beside : undefined, 'aria-invalid': error !== undefined })}
      </Understood>
      {(hint || error) && (
        <p id={beside} className={`mt-1 text-sm ${error ? 'refusal' : 'soft'}`}>
          {error ? <span role="alert">{told(error, label)}</span> : hint}
        </p>
      )}
    </div>
  )
}
