import { Link } from 'react-router'
import { answer, api } from '../api/client'
import { useHouseRules } from '../api/queries'
import { useChosen, useWrite } from '../api/writes'
import { say } from '../shell/Said'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { CropRooms } from './CropRooms'

/** Where growers disagree: what this house does, what each choice changes, and which crops differ. */
export function HouseRules() {
  const { mayPlan } = useShown()
  const read = useHouseRules()
  const { data } = read
  const change = useWrite((body: { version: number; rules: Record<string, string> }) =>
    answer(api.PUT('/api/house-rules', { body })),
  )
  // What was chosen stands at once, and stays unless the server says otherwise.
  const [chosen, keepChosen] = useChosen<Record<string, string>>()
  const settling = chosen ?? {}
  if (!data) return <Unread of={read} title="House rules" rooms={<CropRooms />} />
  return (
    <>
      <div className="mb-2 flex flex-wrap items-center gap-4">
        <h1>House rules</h1>
        <CropRooms />
      </div>
      <p className="mb-4 max-w-prose soft">
        Growers disagree, and each is right somewhere. New sheets start by these; a crop's own sheet may say otherwise. The
        sentences are worked out on a usual sheet.
      </p>
      {change.error && (
        <p role="alert" className="refusal mb-3">
          {change.error.code === 'changed_meanwhile'
            ? 'Somebody else changed the rules meanwhile; this is how they stand now. Choose again.'
            : change.error.message}
        </p>
      )}
      <ul className="grid gap-x-10 lg:grid-cols-2">
        {data?.rules.map((rule) => (
          <li key={rule.school} className="border-t py-3 border-stone-wash">
            <fieldset disabled={!mayPlan}>
              <legend className="font-bold">{rule.question}</legend>
              {rule.options.map((option) => (
                <label key={option.option} className="flex min-h-11 cursor-pointer items-start gap-3 py-1">
                  <input
                    type="radio"
                    className="radio mt-0.5"
                    name={rule.school}
                    checked={(settling[rule.school] ?? rule.chosen) === option.option}
                    onChange={() => {
                      const rules = { [rule.school]: option.option }
                      const kept = change.mutateAsync({ version: data.version, rules })
                      keepChosen(rules, kept)
                      kept.then(
                        () => say(`${rule.question}: ${option.words}.`),
                        () => undefined,
                      )
                    }}
                  />
                  <span>
                    <span className={(settling[rule.school] ?? rule.chosen) === option.option ? 'font-semibold' : ''}>
                      {option.words}
                    </span>
                    <span className="block text-sm soft">{option.effect}</span>
                  </span>
                </label>
              ))}
            </fieldset>
            {rule.differing.length > 0 && (
              <details className="text-sm">
                <summary className="min-h-8 cursor-pointer">
                  {rule.differing.length} {rule.differing.length === 1 ? 'way differs' : 'ways differ'}
                </summary>
                {rule.differing.map((one, i) => (
                  <span key={`${one.slug} ${one.here}`}>
                    {i > 0 && ' · '}
                    <Link className="word" to={`/crops/${one.slug}`}>
                      {one.crop}
                    </Link>{' '}
                    {one.here}
                  </span>
                ))}
              </details>
            )}
          </li>
        ))}
      </ul>
    </>
  )
}
