import { useForm } from 'react-hook-form'
import { answer, api, Refusal, type Session } from '../api/client'
import { BUT_WHO_IS_HERE, forgetPerson, queryClient } from '../api/queries'
import { Field } from '../forms/Field'
import { FormRefusal, showRefusal } from '../forms/refusals'
import { lastHere } from './lastHere'

/**
 * Lets somebody in. What could not be read while nobody was signed in is read again; what another person read or typed is not
 * theirs.
 */
function letIn(session: Session) {
  const was = lastHere.read()
  const isAnother = was !== null && was !== String(session.account?.id)
  if (isAnother) forgetPerson()
  queryClient.setQueryData(['session'], session)
  if (!isAnother) queryClient.invalidateQueries(BUT_WHO_IS_HERE)
}

/** Name and password; who they belong to is here from then on. */
export function SignInForm() {
  const form = useForm({ defaultValues: { signIn: '', password: '', shared: false } })
  const { errors, isSubmitting } = form.formState
  const enter = form.handleSubmit(async (typed) => {
    try {
      letIn(await answer(api.POST('/api/sign-in', { body: typed })))
    } catch (refusal) {
      if (refusal instanceof Refusal) showRefusal(form, refusal, ['signIn', 'password'])
    }
  })
  return (
    <form onSubmit={enter} className="grid gap-4" noValidate>
      <Field label="Sign-in name" error={errors.signIn}>
        {(ids) => (
          <input {...ids} {...form.register('signIn')} className="field-text" autoComplete="username" autoCapitalize="none" />
        )}
      </Field>
      <Field label="Password" error={errors.password}>
        {(ids) => (
          <input {...ids} {...form.register('password')} type="password" className="field-text" autoComplete="current-password" />
        )}
      </Field>
      <label className="flex min-h-11 cursor-pointer items-center gap-2">
        <input type="checkbox" className="checkbox" {...form.register('shared')} />
        others use this device too: sign me out sooner
      </label>
      <FormRefusal form={form} />
      <button type="submit" className="act-main" disabled={isSubmitting}>
        Sign in
      </button>
    </form>
  )
}
