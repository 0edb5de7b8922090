import { useForm } from 'react-hook-form'
import { answer, api, Refusal } from '../api/client'
import { queryClient } from '../api/queries'
import { Field } from '../forms/Field'
import { FormRefusal, showRefusal } from '../forms/refusals'

/** Name and password; who they belong to is here from then on. */
export function SignInForm() {
  const form = useForm({ defaultValues: { signIn: '', password: '' } })
  const { errors, isSubmitting } = form.formState
  const enter = form.handleSubmit(async (typed) => {
    try {
      queryClient.setQueryData(['session'], await answer(api.POST('/api/sign-in', { body: typed })))
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
      <FormRefusal form={form} />
      <button type="submit" className="act-main" disabled={isSubmitting}>
        Sign in
      </button>
    </form>
  )
}
