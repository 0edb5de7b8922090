import { type ReactNode, useId } from 'react'
import type { FieldError } from 'react-hook-form'

interface FieldProps {
  label: string
  hint?: ReactNode
  error?: FieldError
  children: (ids: { id: string; 'aria-describedby'?: string; 'aria-invalid': boolean }) => ReactNode
}

/** A label, what is entered, and beside it what is wrong with it. */
export function Field({ label, hint, error, children }: FieldProps) {
  const id = useId()
  const told = `${id}-told`
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="mb-1 block text-sm font-semibold">
        {label}
      </label>
      {children({ id, 'aria-describedby': hint || error ? told : undefined, 'aria-invalid': error !== undefined })}
      {(hint || error) && (
        <p id={told} className={`mt-1 text-sm ${error ? 'refusal' : 'soft'}`}>
          {error ? <span role="alert">{error.message}</span> : hint}
        </p>
      )}
    </div>
  )
}
