import { useForm } from 'react-hook-form'
import { answer, api, Refusal, type Schemas } from '../api/client'
import { queryClient } from '../api/queries'
import { Choose } from '../forms/Choose'
import { Field } from '../forms/Field'
import { signsOf } from '../forms/number'
import { FormRefusal, showRefusal } from '../forms/refusals'
import { PASSWORD_HINT } from '../nursery/OwnPassword'
import { CLIMATE_WORDS, SIGNS_WORDS, timeZones } from '../words'
import { Door } from './Door'

const NAMES = [
  'nursery',
  'units',
  'temperature',
  'hemisphere',
  'climate',
  'numbers',
  'timeZone',
  'name',
  'signIn',
  'password',
  'token',
] as const

/** The first start: the nursery, and the person who runs it. */
export function Setup() {
  const form = useForm<Schemas['Setup']>({
    defaultValues: {
      nursery: '',
      units: 'metric',
      temperature: 'celsius',
      hemisphere: 'north',
      climate: 'cool_maritime',
      numbers: signsOf(navigator.language),
      timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
      name: '',
      signIn: '',
      password: '',
      token: new URLSearchParams(location.search).get('token') ?? '',
    },
  })
  const { errors, isSubmitting } = form.formState
  const begin = form.handleSubmit(async (typed) => {
    try {
      queryClient.setQueryData(['session'], await answer(api.POST('/api/setup', { body: typed })))
    } catch (refusal) {
      if (refusal instanceof Refusal) showRefusal(form, refusal, NAMES)
    }
  })
  return (
    <Door title="Set up your nursery">
      <form onSubmit={begin} className="grid gap-4 sm:grid-cols-2" noValidate>
        <div className="sm:col-span-2">
          <Field label="Name of the nursery" error={errors.nursery}>
            {(ids) => <input {...ids} {...form.register('nursery')} className="field-text" />}
          </Field>
        </div>
        <Field label="Units" error={errors.units}>
          {(ids) => (
            <Choose {...ids} {...form.register('units')} value={String(form.watch('units') ?? '')} className="field-text">
              <option value="metric">metric</option>
              <option value="us">US</option>
            </Choose>
          )}
        </Field>
        <Field label="Temperature" error={errors.temperature}>
          {(ids) => (
            <Choose
              {...ids}
              {...form.register('temperature')}
              value={String(form.watch('temperature') ?? '')}
              className="field-text"
            >
              <option value="celsius">°C</option>
              <option value="fahrenheit">°F</option>
            </Choose>
          )}
        </Field>
        <Field label="Half of the world" error={errors.hemisphere}>
          {(ids) => (
            <Choose
              {...ids}
              {...form.register('hemisphere')}
              value={String(form.watch('hemisphere') ?? '')}
              className="field-text"
            >
              <option value="north">northern</option>
              <option value="south">southern</option>
            </Choose>
          )}
        </Field>
        <Field label="Climate" error={errors.climate}>
          {(ids) => (
            <Choose {...ids} {...form.register('climate')} value={String(form.watch('climate') ?? '')} className="field-text">
              {Object.entries(CLIMATE_WORDS).map(([climate, words]) => (
                <option key={climate} value={climate}>
                  {words}
                </option>
              ))}
            </Choose>
          )}
        </Field>
        <Field label="Numbers" error={errors.numbers}>
          {(ids) => (
            <Choose {...ids} {...form.register('numbers')} value={String(form.watch('numbers') ?? '')} className="field-text">
              {SIGNS_WORDS.map(([signs, words]) => (
                <option key={signs} value={signs}>
                  {words}
                </option>
              ))}
            </Choose>
          )}
        </Field>
        <Field label="Time zone" hint="today, due and late are by it" error={errors.timeZone}>
          {(ids) => (
            <Choose {...ids} {...form.register('timeZone')} value={String(form.watch('timeZone') ?? '')} className="field-text">
              {timeZones().map((zone) => (
                <option key={zone}>{zone}</option>
              ))}
            </Choose>
          )}
        </Field>
        <Field label="Your name" error={errors.name}>
          {(ids) => <input {...ids} {...form.register('name')} className="field-text" autoComplete="name" />}
        </Field>
        <Field label="Sign-in name" error={errors.signIn}>
          {(ids) => (
            <input {...ids} {...form.register('signIn')} className="field-text" autoComplete="username" autoCapitalize="none" />
          )}
        </Field>
        <div className="sm:col-span-2">
          <Field label="Password" hint={PASSWORD_HINT} error={errors.password}>
            {(ids) => (
              <input {...ids} {...form.register('password')} type="password" className="field-text" autoComplete="new-password" />
            )}
          </Field>
        </div>
        <div className="sm:col-span-2">
          <Field
            label="Token"
            hint="printed where the server was started, so that the nursery is whose server it is"
            error={errors.token}
          >
            {(ids) => (
              <input {...ids} {...form.register('token')} className="field-text" autoComplete="off" autoCapitalize="none" />
            )}
          </Field>
        </div>
        <FormRefusal form={form} />
        <button type="submit" className="act-main sm:col-span-2" disabled={isSubmitting}>
          Begin
        </button>
      </form>
    </Door>
  )
}
