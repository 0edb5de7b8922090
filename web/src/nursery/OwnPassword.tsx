import { useForm } from 'react-hook-form'
import { answer, api, Refusal, type Session } from '../api/client'
import { queryClient } from '../api/queries'
import { Field } from '../forms/Field'
import { FormRefusal, showRefusal } from '../forms/refusals'

/** What a password is, as the server has it. */
export const PASSWORD_HINT = 'at least 12 characters; four words that have nothing to do with each other'

/** Another password of one's own, for whoever knows the present one. */
export function OwnPassword({ given, onKept }: { given: boolean; onKept: () => void }) {
  const form = useForm({ defaultValues: { present: '', password: '' } })
  const { errors, isSubmitting } = form.formState
  const keep = form.handleSubmit(async (typed) => {
    try {
      queryClient.setQueryData<Session>(['session'], await answer(api.POST('/api/me/password', { body: typed })))
      form.reset()
      onKept()
    } catch (refusal) {
      if (refusal instanceof Refusal) showRefusal(form, refusal, ['present', 'password'])
    }
  })
  return (
    <form onSubmit={keep} className="grid gap-4" noValidate aria-label="Own password">
      <Field label={given ? 'The password you were given' : 'Present password'} error={errors.present}>
        {(ids) => (
          <input {...ids} {...form.register('present')} type="password" className="field-text" autoComplete="current-password" />
        )}
      </Field>
      <Field label="New password" hint={PASSWORD_HINT} error={errors.password}>
        {(ids) => (
          <input {...ids} {...form.register('password')} type="password" className="field-text" autoComplete="new-password" />
        )}
      </Field>
      <FormRefusal form={form} />
      <div>
        <button type="submit" className="act-main" disabled={isSubmitting}>
          Keep this password
        </button>
      </div>
    </form>
  )
}
