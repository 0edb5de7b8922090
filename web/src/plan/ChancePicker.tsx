const CHANCES = [
  [0.5, '5 in 10'],
  [0.7, '7 in 10'],
  [0.8, '8 in 10'],
  [0.9, '9 in 10'],
  [0.95, '19 in 20'],
] as const

/** How sure to be of having enough. */
export function ChancePicker({ confidence, onPick }: { confidence: number; onPick: (confidence: number) => void }) {
  return (
    <fieldset className="mb-3">
      <legend className="mb-1 text-sm font-semibold">How sure to be of having enough</legend>
      <div className="flex flex-wrap">
        {CHANCES.map(([share, words]) => (
          <label
            key={share}
            className={[
              'flex min-h-11 cursor-pointer items-center gap-2 border-[1.5px] px-3 first:rounded-l last:rounded-r',
              'has-[:focus-visible]:outline-3 [&:not(:first-child)]:border-l-0 border-peat',
              `${share === confidence ? 'bg-cream' : ''}`,
            ].join(' ')}
          >
            <input
              type="radio"
              name="confidence"
              className="radio radio-sm"
              checked={share === confidence}
              onChange={() => onPick(share)}
            />
            {words}
          </label>
        ))}
      </div>
    </fieldset>
  )
}
