import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { answer, api, Refusal } from '../api/client'
import { useWrite } from '../api/writes'
import { Field } from '../forms/Field'
import { FormRefusal, showRefusal } from '../forms/refusals'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'

const HOW_BAD = ['slight', 'some', 'bad'] as const

/** A look at a block, logged with one thumb: clean, or what, how bad, where. */
export function InspectForm({ code, onDone }: { code: string; onDone?: () => void }) {
  const [finding, setFinding] = useState(false)
  const { session } = useShown()
  const form = useForm({
    defaultValues: { found: '', howBad: 'some' as (typeof HOW_BAD)[number], where: '', note: '', on: session.today },
  })
  const log = useWrite(
    (body: { clean: boolean; on: string; found?: string; howBad?: (typeof HOW_BAD)[number]; where?: string; note?: string }) =>
      answer(api.POST('/api/stock/{code}/inspections', { params: { path: { code } }, body })),
  )
  const send = (body: Parameters<typeof log.mutateAsync>[0], words: string) =>
    log
      .mutateAsync(body)
      .then(() => {
        say(words)
        setFinding(false)
        form.reset()
        onDone?.()
      })
      .catch((refusal) => refusal instanceof Refusal && showRefusal(form, refusal, ['found', 'howBad', 'where', 'note', 'on']))
  return (
    <form
      noValidate
      aria-label={`Inspect ${code}`}
      onSubmit={form.handleSubmit((typed) => send({ clean: false, ...typed }, `${code} is in quarantine until it is cleared.`))}
      className="grid gap-3"
    >
      <div className="grid grid-cols-2 gap-2 sm:flex">
        <button
          type="button"
          className="act-main !min-h-14 sm:px-8"
          disabled={log.isPending}
          onClick={() => send({ clean: true, on: form.getValues('on') }, `${code} is found clean.`)}
        >
          Clean
        </button>
        <button type="button" className="act !min-h-14" aria-expanded={finding} onClick={() => setFinding(!finding)}>
          Found something
        </button>
      </div>
      <div className="w-44">
        <Field label="Looked at on" error={form.formState.errors.on}>
          {(ids) => <input {...ids} {...form.register('on')} type="date" max={session.today} className="field-text" />}
        </Field>
      </div>
      {finding && (
        <>
          <Field label="What" error={form.formState.errors.found} hint="pest, disease, off type">
            {(ids) => <input {...ids} {...form.register('found')} className="field-text !min-h-12" />}
          </Field>
          <fieldset>
            <legend className="mb-1 text-sm font-semibold">How bad</legend>
            <div className="flex gap-2">
              {HOW_BAD.map((one) => (
                <label key={one} className={`act cursor-pointer ${form.watch('howBad') === one ? 'bg-cream' : ''}`}>
                  <input type="radio" className="sr-only" value={one} {...form.register('howBad')} />
                  {one}
                </label>
              ))}
            </div>
          </fieldset>
          <div className="grid gap-3 sm:grid-cols-2">
            <Field label="Where" error={form.formState.errors.where}>
              {(ids) => <input {...ids} {...form.register('where')} className="field-text !min-h-12" />}
            </Field>
            <Field label="Note" error={form.formState.errors.note}>
              {(ids) => <input {...ids} {...form.register('note')} className="field-text !min-h-12" />}
            </Field>
          </div>
          <button type="submit" className="act-main !min-h-12 justify-self-start" disabled={log.isPending}>
            Into quarantine
          </button>
        </>
      )}
      <FormRefusal form={form} />
    </form>
  )
}
