import { type ReactNode, useCallback, useEffect, useRef, useState } from 'react'
import type { FieldValues, UseFormReturn } from 'react-hook-form'
import { useLocation } from 'react-router'

const STORE = 'wet-cradle.typed.'
/** Forms in which something stands that is kept nowhere but on this page. */
const halfFilled = new Set<string>()

/** Whether somebody has typed something on this page that was not sent. */
export const isHalfFilled = (): boolean => halfFilled.size > 0

function read(name: string): FieldValues | null {
  try {
    return JSON.parse(sessionStorage.getItem(STORE + name) ?? 'null') as FieldValues | null
  } catch {
    return null
  }
}

function write(name: string, typed: FieldValues | null) {
  try {
    if (typed === null) sessionStorage.removeItem(STORE + name)
    else sessionStorage.setItem(STORE + name, JSON.stringify(typed))
  } catch {
    // A device that keeps nothing is worked with all the same.
  }
}

/**
 * Keeps what is typed into a form until it is sent: through another room, back, a refresh and its closing. It is put back when
 * the form is opened again, and that is said, with the way to begin anew.
 *
 * @param of the form, among those of this page
 */
export function useKept<T extends FieldValues>(form: UseFormReturn<T>, of: string): ReactNode {
  const name = `${useLocation().pathname} ${of}`
  const [isBack, setIsBack] = useState(false)
  const { isSubmitting, isSubmitSuccessful } = form.formState
  const sending = useRef(isSubmitting)
  sending.current = isSubmitting
  const { reset, subscribe, getValues } = form
  const forget = useCallback(() => {
    write(name, null)
    halfFilled.delete(name)
    setIsBack(false)
  }, [name])

  useEffect(() => {
    const began = JSON.stringify(getValues())
    const typed = read(name)
    if (typed !== null && JSON.stringify(typed) !== began) {
      reset({ ...getValues(), ...typed } as T, { keepDefaultValues: true })
      halfFilled.add(name)
      setIsBack(true)
    }
    const leave = subscribe({
      formState: { values: true, isDirty: true },
      callback: ({ values, isDirty }) => {
        if (!isDirty || JSON.stringify(values) === began) {
          write(name, null)
          halfFilled.delete(name)
        } else {
          write(name, { ...values, password: undefined })
          halfFilled.add(name)
        }
      },
    })
    return () => {
      leave()
      halfFilled.delete(name)
      // A form that closes while it is being sent was sent.
      if (sending.current) write(name, null)
    }
  }, [name, reset, subscribe, getValues])
  useEffect(() => {
    // What is on its way is not half filled; what came back with a refusal is again.
    if (isSubmitting) halfFilled.delete(name)
    else if (read(name) !== null) halfFilled.add(name)
  }, [isSubmitting, name])
  useEffect(() => {
    if (isSubmitSuccessful) forget()
  }, [isSubmitSuccessful, forget])

  return isBack ? (
    <p aria-live="polite" className="flex flex-wrap items-center gap-3 text-sm soft sm:col-span-full">
      What was typed here before is still here.
      <button
        type="button"
        className="word"
        onClick={() => {
          reset()
          forget()
        }}
      >
        Begin anew
      </button>
    </p>
  ) : null
}
