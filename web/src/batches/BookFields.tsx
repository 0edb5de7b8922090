import type { FieldError, FieldValues, UseFormRegisterReturn, UseFormReturn } from 'react-hook-form'
import { useChoices } from '../api/queries'
import { Choose } from '../forms/Choose'
import { Field } from '../forms/Field'
import { CAUSE_WORDS } from '../words'

interface Made {
  method: string
  material: string
}

/** What plants become that change their method: the materials follow the method. */
export function MethodFields<T extends FieldValues & Made>({ form: of }: { form: UseFormReturn<T> }) {
  // Of the form only these two fields are used here.
  const form = of as unknown as UseFormReturn<Made>
  const { data: choices } = useChoices()
  const materialsOf = (method: string) => choices?.methods.find((one) => one.method === method)?.materials ?? []
  const { errors } = form.formState
  return (
    <>
      <Field label="New method" error={errors.method}>
        {(ids) => (
          <select
            {...ids}
            {...form.register('method', {
              onChange: (event) => form.setValue('material', materialsOf(event.target.value)[0] ?? ''),
            })}
            className="field-text !min-h-12"
          >
            {choices?.methods.map((one) => (
              <option key={one.method} value={one.method}>
                {one.method}
              </option>
            ))}
          </select>
        )}
      </Field>
      <Field label="Material" error={errors.material}>
        {(ids) => (
          <Choose
            {...ids}
            {...form.register('material')}
            value={String(form.watch('material') ?? '')}
            className="field-text !min-h-12"
          >
            {materialsOf(form.watch('method')).map((material) => (
              <option key={material} value={material}>
                {material}
              </option>
            ))}
          </Choose>
        )}
      </Field>
    </>
  )
}

/** Why plants were lost. */
export function CauseField({ register, error }: { register: UseFormRegisterReturn; error?: FieldError }) {
  const { data: choices } = useChoices()
  return (
    <Field label="Cause" error={error}>
      {(ids) => (
        <select {...ids} {...register} className="field-text !min-h-12">
          {choices?.causes.map((cause) => (
            <option key={cause} value={cause}>
              {CAUSE_WORDS[cause]}
            </option>
          ))}
        </select>
      )}
    </Field>
  )
}
