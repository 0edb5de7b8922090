import type { FieldValues, Path, UseFormReturn } from 'react-hook-form'
import { Refusal } from '../api/client'

/** Puts a refusal beside the field it names; where no such field is on the form, at its foot. */
export function showRefusal<T extends FieldValues>(form: UseFormReturn<T>, refusal: Refusal, names: readonly string[]): void {
  const path = refusal.field.replace(/\[(\d+)\]/g, '.$1')
  const field = names.find((name) => path.startsWith(`${name}.`) || name.endsWith(`.${path}`))
  const exact = names.includes(path) ? path : field
  if (exact)
    form.setError(
      exact as Path<T>,
      { message: refusal.message, types: refusal.label ? { label: refusal.label } : {} },
      { shouldFocus: true },
    )
  else form.setError('root', { message: refusal.message })
}

/** What is wrong with the whole form. */
export function FormRefusal({ form }: { form: { formState: { errors: { root?: { message?: string } } } } }) {
  const told = form.formState.errors.root?.message
  return told ? (
    <p role="alert" className="refusal">
      {told}
    </p>
  ) : null
}

/** Two people changed one thing: both values, side by side, and the choice. */
export function Meeting({
  refusal,
  mine,
  words,
  onMine,
  onTheirs,
}: {
  refusal: Refusal
  mine: Record<string, unknown>
  words: Record<string, string>
  onMine: () => void
  onTheirs: () => void
}) {
  const theirs = refusal.theirs ?? {}
  const differ = Object.keys(words).filter(
    (field) => field in theirs && String(theirs[field] ?? '') !== String(mine[field] ?? ''),
  )
  return (
    <div role="alert" className="sheet p-4 border-plum">
      <p className="refusal">{refusal.message}</p>
      <table className="my-3 w-full text-left">
        <thead>
          <tr className="text-sm soft">
            <th className="pr-4" />
            <th className="pr-4">You entered</th>
            <th>It says now</th>
          </tr>
        </thead>
        <tbody>
          {differ.map((field) => (
            <tr key={field}>
              <th className="pr-4 text-sm">{words[field]}</th>
              <td className="pr-4">{String(mine[field] ?? '–')}</td>
              <td>{String(theirs[field] ?? '–')}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="flex flex-wrap gap-2">
        <button type="button" className="act-main" onClick={onMine}>
          Keep mine
        </button>
        <button type="button" className="act" onClick={onTheirs}>
          Take what it says now
        </button>
      </div>
    </div>
  )
}

/** Somebody else changed the same thing meanwhile. */
export const isMeeting = (error: unknown): error is Refusal & { theirs: Record<string, unknown> } =>
  error instanceof Refusal && error.code === 'changed_meanwhile' && error.theirs !== undefined
