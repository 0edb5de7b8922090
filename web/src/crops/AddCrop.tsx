import { useState } from 'react'
import { useNavigate } from 'react-router'
import { post, Refusal, type Typed } from '../api/client'
import { useChoices, usePatterns } from '../api/queries'
import { useWrite } from '../api/writes'
import { Cutting } from '../drawings/Cutting'
import { say } from '../shell/Said'
import { SheetForm } from './SheetForm'

/** A new crop from a pattern: a name, a pattern, and whatever of the sheet is known to differ. */
export function AddCrop({ slug, onDone }: { slug?: string; onDone?: () => void }) {
  const { data: choices } = useChoices()
  const { data: patterns } = usePatterns()
  const navigate = useNavigate()
  const [name, setName] = useState('')
  const [chosen, setChosen] = useState<string>()
  const [told, setTold] = useState<string>()
  const add = useWrite((body: Typed<'post', '/api/crops'>) =>
    slug ? post('/api/crops/{slug}/ways', body, { slug }) : post('/api/crops', body),
  )
  if (!choices || !patterns) return null
  const pattern = patterns.patterns.find((one) => one.pattern === chosen)
  return (
    <div className="grid gap-4">
      <label className="grid max-w-md gap-1 text-sm font-semibold">
        {slug ? 'What this way is called' : 'Crop'}
        <input
          className="field-text"
          value={name}
          onChange={(event) => setName(event.target.value)}
          aria-invalid={told !== undefined}
          autoComplete="off"
        />
        {told && (
          <span role="alert" className="refusal font-normal">
            {told}
          </span>
        )}
      </label>
      <fieldset>
        <legend className="mb-1 text-sm font-semibold">Starts from</legend>
        <div className="grid grid-cols-2 gap-2 sm:grid-cols-4 lg:grid-cols-8">
          {patterns.patterns.map((one) => (
            <label
              key={one.pattern}
              className={`sheet flex cursor-pointer flex-col items-center p-2 text-center ${one.pattern === chosen ? 'bg-cream' : ''}`}
            >
              <input
                type="radio"
                name="pattern"
                className="radio self-start"
                checked={one.pattern === chosen}
                onChange={() => setChosen(one.pattern)}
                aria-label={one.words}
              />
              <Cutting sheet={one.sheet} tall={104} />
              <span className="font-semibold">{one.words}</span>
            </label>
          ))}
        </div>
      </fieldset>
      {pattern && (
        <SheetForm
          of={`new way, ${pattern.pattern}`}
          key={pattern.pattern}
          began={pattern.sheet}
          choices={choices}
          button={slug ? 'Keep this way' : 'Keep the crop'}
          send={async (sheet) => {
            setTold(undefined)
            try {
              const crop = await add.mutateAsync({ name, sheet })
              say(slug ? `${crop.name} has another way.` : `${crop.name} has its sheet.`)
              onDone?.()
              if (!slug) navigate(`/crops/${crop.slug}`)
            } catch (refusal) {
              if (refusal instanceof Refusal && refusal.field === 'name') {
                setTold(refusal.message)
                throw new Refusal(refusal.code, '', refusal.message)
              }
              throw refusal
            }
          }}
        />
      )}
    </div>
  )
}
