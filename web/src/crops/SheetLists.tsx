import { type Control, useFieldArray } from 'react-hook-form'
import type { Schemas } from '../api/client'
import { Understood } from '../forms/Field'
import type { TypedSheet, TypedWindow } from './sheetEntries'

/** A sheet as it stands in its form. */
export interface TypedForm {
  sheet: TypedSheet
  windows: TypedWindow[]
  weaning: { days: string; what: string }[]
}

/** The weeks in which material is right, each run with its sign. */
export function Windows({
  control,
  signs,
  told,
}: {
  control: Control<TypedForm>
  signs: Schemas['Choices']['signs']
  told: (path: string) => string | undefined
}) {
  const { fields, append, remove } = useFieldArray({ control, name: 'windows' })
  return (
    <fieldset className="sm:col-span-full">
      <legend className="mb-1 text-sm font-semibold">Windows, in weeks at the reference climate</legend>
      {fields.map((field, i) => (
        <div
          key={field.id}
          className="mb-2 grid grid-cols-[4.5rem_4.5rem_minmax(0,1fr)_auto] sm:grid-cols-[5rem_5rem_minmax(0,1fr)_auto_auto] items-end gap-2"
        >
          {(['from', 'to'] as const).map((end) => (
            <Understood key={end} of={end}>
              <label className="text-sm">
                {end === 'from' ? 'from' : 'to, included'}
                <input
                  {...control.register(`windows.${i}.${end}`)}
                  inputMode="numeric"
                  className="field-text"
                  aria-invalid={told(`windows.${i}.${end}`) !== undefined}
                  aria-label={`Window ${i + 1} ${end} week`}
                />
              </label>
            </Understood>
          ))}
          <label className="text-sm">
            the sign
            <select {...control.register(`windows.${i}.sign`)} className="field-text" aria-label={`Window ${i + 1} sign`}>
              {signs.map((sign) => (
                <option key={sign.sign} value={sign.sign}>
                  {sign.words}
                </option>
              ))}
            </select>
          </label>
          <label className="flex min-h-11 items-center gap-2 text-sm">
            <input type="checkbox" className="checkbox" {...control.register(`windows.${i}.overNewYear`)} />
            over New Year
          </label>
          <button
            type="button"
            className="act"
            disabled={fields.length === 1}
            aria-label={`Leave out window ${i + 1}`}
            onClick={() => remove(i)}
          >
            ✕
          </button>
          {['from', 'to', 'sign', 'overNewYear'].map((name) => {
            const words = told(`windows.${i}.${name}`)
            return words ? (
              <p key={name} role="alert" className="refusal col-span-full text-sm">
                {words}
              </p>
            ) : null
          })}
        </div>
      ))}
      {fields.length < 6 && (
        <button
          type="button"
          className="act"
          onClick={() => append({ from: '', to: '', sign: signs[0]?.sign ?? '', overNewYear: false })}
        >
          Another window
        </button>
      )}
    </fieldset>
  )
}

/** Out of the mist, step by step. */
export function Weaning({ control, told }: { control: Control<TypedForm>; told: (path: string) => string | undefined }) {
  const { fields, append, remove } = useFieldArray({ control, name: 'weaning' })
  return (
    <fieldset className="sm:col-span-full">
      <legend className="mb-1 text-sm font-semibold">Weaning, step by step</legend>
      {fields.map((field, i) => (
        <div key={field.id} className="mb-2 grid grid-cols-[6rem_minmax(0,1fr)_auto] items-end gap-2">
          <Understood of="days">
            <label className="text-sm">
              days
              <input
                {...control.register(`weaning.${i}.days`)}
                inputMode="numeric"
                className="field-text"
                aria-label={`Weaning step ${i + 1}, days`}
              />
            </label>
          </Understood>
          <label className="text-sm">
            what changes
            <input
              {...control.register(`weaning.${i}.what`)}
              className="field-text"
              aria-label={`Weaning step ${i + 1}, what changes`}
            />
          </label>
          <button type="button" className="act" aria-label={`Leave out weaning step ${i + 1}`} onClick={() => remove(i)}>
            ✕
          </button>
          {['days', 'what'].map((name) => {
            const words = told(`weaning.${i}.${name}`)
            return words ? (
              <p key={name} role="alert" className="refusal col-span-full text-sm">
                {words}
              </p>
            ) : null
          })}
        </div>
      ))}
      <button type="button" className="act" onClick={() => append({ days: '5', what: '' })}>
        {fields.length === 0 ? 'A step' : 'Another step'}
      </button>
    </fieldset>
  )
}
