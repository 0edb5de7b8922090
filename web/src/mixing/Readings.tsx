import { useReadings } from '../api/queries'
import { Parts } from '../drawings/Pour'
import { sayPpm } from '../words'

export type Reading = 'in_total' | 'to_parts'

/** "10 to 1" both ways, each with what it makes; one has to be chosen. */
export function Readings({
  ppm,
  parts,
  chosen,
  onChoose,
  error,
}: {
  ppm: number
  parts: number
  chosen: Reading | null
  onChoose: (reading: Reading, makes: number) => void
  error?: string
}) {
  const { data } = useReadings(ppm, parts)
  const both = [
    ['in_total', `1 part in ${parts} of the whole`, data?.ppmOneInTotal],
    ['to_parts', `1 part to ${parts} of water`, data?.ppmOneToParts],
  ] as const
  return (
    <fieldset>
      <legend className="mb-1 text-sm font-semibold">“{parts} to 1” can be read two ways. Which one does the label mean?</legend>
      <div className="grid gap-2 sm:grid-cols-2">
        {both.map(([reading, words, makes]) => (
          <label
            key={reading}
            className={`flex min-h-11 cursor-pointer items-start gap-3 rounded border p-3 ${chosen === reading ? 'border-water' : 'border-peat'}`}
          >
            <input
              type="radio"
              name="reading"
              className="radio mt-1"
              checked={chosen === reading}
              onChange={() => onChoose(reading, makes ?? 0)}
            />
            <span className="grow">
              {words}
              <strong className="block text-lg">{makes === undefined ? '…' : sayPpm(makes)}</strong>
              <Parts parts={parts} reading={reading} />
            </span>
          </label>
        ))}
      </div>
      {error && (
        <p role="alert" className="refusal mt-1 text-sm">
          {error}
        </p>
      )}
    </fieldset>
  )
}
