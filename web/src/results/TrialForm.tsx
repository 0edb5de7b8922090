import { useQuery } from '@tanstack/react-query'
import { useFieldArray, useForm } from 'react-hook-form'
import { useNavigate, useSearchParams } from 'react-router'
import { answer, api, post, Refusal } from '../api/client'
import { useCrops } from '../api/queries'
import { useWrite } from '../api/writes'
import { Choose } from '../forms/Choose'
import { Field } from '../forms/Field'
import { useKept } from '../forms/kept'
import { numeric } from '../forms/number'
import { FormRefusal, showRefusal } from '../forms/refusals'
import { say } from '../shell/Said'
import { Unread } from '../shell/Unread'
import { inHundred, plural } from '../words'
import { ResultsRooms } from './ResultsRooms'

interface Arm {
  name: string
  isUntreated: boolean
  way: string
  batch: string
}

interface Asked {
  crop: string
  question: string
  usually: string
  hoped: string
  perTray: string
  traysPerArm: string
  arms: Arm[]
}

const LETTERS = ['A', 'B', 'C', 'D']
const ARM: Arm = { name: '', isUntreated: false, way: '', batch: '' }

/** A share of a hundred as it was typed; none where nothing was, or no number. */
const shareOf = (typed: string) => {
  const read = numeric(typed)
  return typed.trim() !== '' && typeof read === 'number' ? read / 100 : undefined
}
const countOf = (typed: string) => {
  const read = numeric(typed)
  return typed.trim() !== '' && typeof read === 'number' ? read : undefined
}

/** How many trays it takes for the difference that one hopes to see; what is not typed is as the crop has it. */
const useSize = (of: { crop: string; usually?: number; hoped?: number; perTray?: number }) =>
  useQuery({
    queryKey: ['trial-size', of],
    queryFn: ({ signal }) => answer(api.GET('/api/trials/size', { params: { query: of }, signal })),
    enabled: of.crop !== '',
    placeholderData: (old) => (old?.crop === of.crop ? old : undefined),
    retry: false,
  })

/** A trial is laid: what is asked, its arms, and in how many trays each. */
export function TrialForm() {
  const [params] = useSearchParams()
  const crops = useCrops()
  if (!crops.data) return <Unread of={crops} title="Lay a trial" rooms={<ResultsRooms />} />
  const slug = params.get('crop') ?? ''
  const batch = params.get('batch') ?? ''
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <h1>Lay a trial</h1>
        <ResultsRooms />
      </div>
      <Laying key={slug + batch} crops={crops.data.crops} slug={slug} batch={batch} />
    </>
  )
}

function Laying({ crops, slug, batch }: { crops: { slug: string; name: string }[]; slug: string; batch: string }) {
  const navigate = useNavigate()
  const form = useForm<Asked>({
    defaultValues: {
      crop: slug,
      question: '',
      usually: '',
      hoped: '',
      perTray: '',
      traysPerArm: '',
      // Half treated, half not, is what is tried most.
      arms: [
        { ...ARM, name: 'Treated', batch },
        { ...ARM, name: 'Untreated', isUntreated: true },
      ],
    },
  })
  const kept = useKept(form, 'Trial')
  const arms = useFieldArray({ control: form.control, name: 'arms' })
  const typed = form.watch()
  const size = useSize({
    crop: typed.crop,
    usually: shareOf(typed.usually),
    hoped: shareOf(typed.hoped),
    perTray: countOf(typed.perTray),
  })
  const lay = useWrite((body: Parameters<typeof post<'/api/trials'>>[1]) => post('/api/trials', body))
  const asked = size.data
  const { errors } = form.formState
  const save = form.handleSubmit(async (of) => {
    try {
      const laid = await lay.mutateAsync({
        crop: of.crop,
        question: of.question,
        usually: shareOf(of.usually) ?? (of.usually.trim() || (asked?.usually ?? '')),
        hoped: shareOf(of.hoped) ?? (of.hoped.trim() || (asked?.hoped ?? '')),
        perTray: of.perTray.trim() === '' ? (asked?.perTray ?? '') : numeric(of.perTray),
        traysPerArm: of.traysPerArm.trim() === '' ? (asked?.traysPerArm ?? '') : numeric(of.traysPerArm),
        arms: of.arms.map((arm) => ({
          name: arm.name,
          isUntreated: arm.isUntreated,
          way: arm.way === '' ? null : Number(arm.way),
          batch: arm.batch.trim() === '' ? null : arm.batch.trim(),
        })),
      })
      say('Laid. Print its labels and put the trays as they are drawn.')
      navigate(`/results/trials/${laid.id}`)
    } catch (refusal) {
      if (!(refusal instanceof Refusal)) throw refusal
      showRefusal(form, refusal, [
        'crop',
        'question',
        'usually',
        'hoped',
        'perTray',
        'traysPerArm',
        ...of.arms.flatMap((_, i) => [`arms.${i}.name`, `arms.${i}.way`, `arms.${i}.batch`]),
      ])
    }
  })
  return (
    <form onSubmit={save} noValidate aria-label="Trial" className="grid max-w-4xl gap-4 sm:grid-cols-2 lg:grid-cols-4">
      {kept}
      <div className="sm:col-span-2">
        <Field label="Crop" error={errors.crop}>
          {(ids) => (
            <Choose {...ids} {...form.register('crop')} value={typed.crop} className="field-text">
              <option value="">choose one</option>
              {crops.map((crop) => (
                <option key={crop.slug} value={crop.slug}>
                  {crop.name}
                </option>
              ))}
            </Choose>
          )}
        </Field>
      </div>
      <div className="sm:col-span-2">
        <Field label="Question" hint="does a stronger dip pay?" error={errors.question}>
          {(ids) => <input {...ids} {...form.register('question')} className="field-text" autoComplete="off" />}
        </Field>
      </div>
      <Field label="Root as now, in 100" error={errors.usually}>
        {(ids) => (
          <input
            {...ids}
            {...form.register('usually')}
            inputMode="decimal"
            className="field-text"
            placeholder={asked ? inHundred(asked.usually) : ''}
          />
        )}
      </Field>
      <Field label="Hoped for, in 100" error={errors.hoped}>
        {(ids) => (
          <input
            {...ids}
            {...form.register('hoped')}
            inputMode="decimal"
            className="field-text"
            placeholder={asked ? inHundred(asked.hoped) : ''}
          />
        )}
      </Field>
      <Field label="Cuttings in a tray" error={errors.perTray}>
        {(ids) => (
          <input
            {...ids}
            {...form.register('perTray')}
            inputMode="decimal"
            className="field-text"
            placeholder={asked ? String(asked.perTray) : ''}
          />
        )}
      </Field>
      <Field label="Trays of each arm" error={errors.traysPerArm}>
        {(ids) => (
          <input
            {...ids}
            {...form.register('traysPerArm')}
            inputMode="decimal"
            className="field-text"
            placeholder={asked ? String(asked.traysPerArm) : ''}
          />
        )}
      </Field>
      <p className="sm:col-span-full" role="status">
        {size.error ? (
          <span className="refusal">{size.error.message}</span>
        ) : asked ? (
          <>
            To see {inHundred(asked.hoped)} where it is {inHundred(asked.usually)} in 100, as trays differ here, takes{' '}
            <strong>{plural(asked.traysPerArm, 'tray')} of each arm</strong>: it would be seen {inHundred(asked.power)} times in
            100.
            {asked.traysPerArm > asked.mostTrays && (
              <span className="text-heat">
                {' '}
                More than the {asked.mostTrays} that can be laid: so small a difference is not seen in one trial.
              </span>
            )}
          </>
        ) : (
          <span className="soft">How many trays it takes is said when a crop is chosen.</span>
        )}
      </p>
      {arms.fields.map((field, i) => (
        <fieldset key={field.id} className="sheet grid gap-2 p-3 sm:col-span-2">
          <legend className="px-1 font-semibold">Arm {LETTERS[i]}</legend>
          <Field label="What is done" error={errors.arms?.[i]?.name}>
            {(ids) => <input {...ids} {...form.register(`arms.${i}.name`)} className="field-text" autoComplete="off" />}
          </Field>
          <Field label="Way of the crop" hint="becomes the house way if this arm is adopted" error={errors.arms?.[i]?.way}>
            {(ids) => (
              <Choose {...ids} {...form.register(`arms.${i}.way`)} value={typed.arms[i]?.way ?? ''} className="field-text">
                <option value="">none of its own</option>
                {(asked?.ways ?? []).map((way) => (
                  <option key={way.id} value={way.id}>
                    {way.name}
                  </option>
                ))}
              </Choose>
            )}
          </Field>
          <Field label="Batch" hint="its code, where its cuttings are a batch of their own" error={errors.arms?.[i]?.batch}>
            {(ids) => <input {...ids} {...form.register(`arms.${i}.batch`)} className="field-text" autoComplete="off" />}
          </Field>
          <div className="flex flex-wrap items-center justify-between gap-2">
            <label className="flex min-h-8 items-center gap-2">
              <input type="checkbox" className="checkbox" {...form.register(`arms.${i}.isUntreated`)} /> left untreated
            </label>
            {arms.fields.length > 2 && (
              <button type="button" className="word min-h-8" onClick={() => arms.remove(i)}>
                Without arm {LETTERS[i]}
              </button>
            )}
          </div>
        </fieldset>
      ))}
      <div className="grid gap-3 sm:col-span-full">
        {arms.fields.length < LETTERS.length && (
          <div>
            <button type="button" className="act" onClick={() => arms.append({ ...ARM })}>
              One more arm
            </button>
          </div>
        )}
        <p className="soft">
          What is left untreated is measured against, and its batch teaches nothing about the way that it was left out of.
        </p>
        {errors.arms?.root?.message || errors.arms?.message ? (
          <p role="alert" className="refusal">
            {errors.arms.root?.message ?? errors.arms.message}
          </p>
        ) : null}
        <FormRefusal form={form} />
        <div>
          <button type="submit" className="act-main" disabled={form.formState.isSubmitting || typed.crop === ''}>
            Lay it out
          </button>
        </div>
      </div>
    </form>
  )
}
